/** Said wherever figures stand that rest on a record that is not as it was sealed. */
export function BrokenNote({ broken }: { broken: readonly string[] }) {
  if (broken.length === 0) return null;
  return (
    <div role="alert" className="my-2 border-l-3 border-plum py-1 pl-3 text-plum">
      <p>Do not rely on these figures: what is kept is not what was sealed at sign-off.</p>
      <ul className="list-disc pl-5 text-[14.5px]">
        {broken.map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ul>
    </div>
  );
}
