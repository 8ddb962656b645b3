/** The way to the first payday, until a run is signed off: left and taken up again at any step. */
import { Link } from "react-router";
import { useTakeBusiness } from "../state/business.ts";
import { setUpApi } from "../state/setUpApi.ts";

interface Props {
  business: number;
  /** said where several stand beneath each other */
  name?: string;
}

export function FirstSteps({ business, name }: Props) {
  const take = useTakeBusiness();
  const { data } = setUpApi.useFirstStepsQuery(business, { refetchOnMountOrArgChange: true });
  if (!data || data.isOver) return null;
  const title = `${name ? `${name}: to` : "To"} the first payday`;
  const done = data.steps.filter((each) => each.done);
  const must = data.steps.filter((each) => !each.optional);
  return (
    <section aria-label={title} className="mb-4 border-l-3 border-lime pl-4">
      <h2 className="font-name text-[19px]">{title}</h2>
      <p className="text-quiet">
        {must.filter((each) => each.done).length} of {must.length} done
        {done.length > 0 && <>: {done.map((each) => each.title.toLowerCase()).join(", ")}</>}. Leave it whenever you
        like: it goes on from here.
      </p>
      <ol className="mt-1">
        {data.steps
          .filter((each) => !each.done)
          .map(({ key, title: step, why, optional, asks, link }) => {
            const isNext = key === data.next;
            return (
              <li
                key={key}
                aria-current={isNext ? "step" : undefined}
                className={`grid grid-cols-[220px_1fr] max-[700px]:grid-cols-1 items-baseline gap-2 border-b border-rule px-1 py-1 ${isNext ? "bg-lime/40" : ""}`}
              >
                <Link
                  className={`text-action underline ${isNext ? "font-semibold" : ""}`}
                  to={link}
                  onClick={() => take(business)}
                >
                  {step}
                </Link>
                <span className="text-[15px] text-quiet">
                  {asks ?? why}
                  {optional && " Not needed for the first payday."}
                </span>
              </li>
            );
          })}
      </ol>
    </section>
  );
}
