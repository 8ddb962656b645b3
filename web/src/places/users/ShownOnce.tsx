/** A secret that was just made: shown this once, to be copied. */
export const ShownOnce = ({ label, words, value }: { label: string; words: string; value: string }) => (
  <div role="status" className="my-3 border-l-3 border-leaf py-1 pl-3">
    {words}
    <input
      readOnly
      aria-label={label}
      className="mt-1 block w-full rounded-(--radius) border border-rule-strong bg-sheet px-2 py-1 text-[14px]"
      value={value}
      onFocus={(event) => event.target.select()}
    />
  </div>
);
