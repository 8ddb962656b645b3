/** A block of a set-up page: its name, what can be done, and its content. */
export function Block({
  title,
  children,
  action,
}: {
  title: string;
  children: React.ReactNode;
  action?: React.ReactNode;
}) {
  return (
    <section className="mt-6">
      <div className="flex items-baseline justify-between border-b border-rule-strong pb-1">
        <h2 className="font-name text-[19px]">{title}</h2>
        {action}
      </div>
      {children}
    </section>
  );
}
