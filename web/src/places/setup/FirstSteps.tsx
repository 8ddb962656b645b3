/** The way to the first payday, until a run is signed off: left and taken up again at any step. */
import { Link } from "react-router";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { api } from "../../state/api.ts";

export function FirstSteps({ business }: { business: number }) {
  const { data } = api.useFirstStepsQuery(business, { refetchOnMountOrArgChange: true });
  if (!data || data.isOver) return null;
  const must = data.steps.filter((each) => !each.optional);
  return (
    <section aria-label="To the first payday" className="mb-2 border-l-3 border-lime pl-4">
      <h2 className="font-name text-[19px]">To the first payday</h2>
      <p className="text-quiet">
        {must.filter((each) => each.done).length} of {must.length} done. Leave it whenever you like: it goes on from
        here.
      </p>
      <ol className="mt-1">
        {data.steps.map(({ key, title, why, done, optional, asks, link }) => {
          const isNext = key === data.next;
          return (
            <li
              key={key}
              aria-current={isNext ? "step" : undefined}
              className={`grid grid-cols-[20px_220px_1fr] items-baseline gap-2 border-b border-rule py-1 ${isNext ? "bg-lime/40" : ""}`}
            >
              <span>{done && <MarkShape kind="note" ticked />}</span>
              {done ? (
                <span>
                  {title}
                  <span className="sr-only">, done</span>
                </span>
              ) : (
                <Link className={`text-action underline ${isNext ? "font-semibold" : ""}`} to={link}>
                  {title}
                </Link>
              )}
              <span className="text-[15px] text-quiet">
                {asks ?? why}
                {optional && !done && " Not needed for the first payday."}
              </span>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
