/** What is owed to whom by when. */
import { useState } from "react";
import { Link } from "react-router";
import { onPage } from "../../countries/onPage.ts";
import { BrokenNote } from "../../parts/BrokenNote.tsx";
import { Button } from "../../parts/Button.tsx";
import { cents, dollars, shortDate, weekdayDate } from "../../parts/format.ts";
import { Loading, Nothing, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { api } from "../../state/api.ts";
import { useBusiness } from "../../state/business.ts";
import { FiledMonths } from "./FiledMonths.tsx";
import { Statements } from "./Statements.tsx";

export function Dues() {
  const business = useBusiness();
  const [years, setYears] = useState(1);
  const { data: dues, error } = api.useDuesQuery(
    { business: business.id, most: years },
    { refetchOnMountOrArgChange: true },
  );
  const { data: session } = api.useSessionQuery();
  const [open, setOpen] = useState<string | null>(null);
  if (error) return <ProblemNote error={error} />;
  if (!dues || !session) return <Loading what="the dues" />;
  const ahead = dues.filter((each) => each.dueDate >= session.day);
  const past = dues.filter((each) => each.dueDate < session.day).reverse();
  const list = (shown: typeof dues) => (
    <table className="figures w-full text-[15px]">
      <thead>
        <tr className="border-b border-rule-strong text-left text-[14px] text-quiet">
          <th className="w-40 py-1 font-medium">Due</th>
          <th className="font-medium">To</th>
          <th className="font-medium">For paydays</th>
          <th className="text-right font-medium">Amount</th>
        </tr>
      </thead>
      <tbody>
        {shown.map((each) => {
          const key = `${each.dueDate}${each.words}`;
          return [
            <tr key={key} className="border-b border-rule hover:bg-hover">
              <td className="py-1.5">
                {weekdayDate(each.dueDate)} {each.dueDate.slice(0, 4)}
              </td>
              <td>
                {each.people.length > 0 ? (
                  <button
                    type="button"
                    className="text-left underline decoration-rule-strong underline-offset-3 hover:text-action"
                    aria-expanded={open === key}
                    onClick={() => setOpen(open === key ? null : key)}
                  >
                    {each.words}, {each.people.length === 1 ? "1 person" : `${each.people.length} people`}
                  </button>
                ) : (
                  each.words
                )}
                <BrokenNote broken={each.broken} />
              </td>
              <td>
                <Link className="text-action underline" to={`/run/${each.runId}`}>
                  {each.firstPayday === each.lastPayday
                    ? weekdayDate(each.lastPayday)
                    : `${shortDate(each.firstPayday)} to ${shortDate(each.lastPayday)}`}
                </Link>
              </td>
              <td className="text-right">{cents(each.cents)}</td>
            </tr>,
            open === key && (
              <tr key={`${key}people`}>
                <td />
                <td colSpan={3} className="pb-2">
                  {each.people.map((person) => (
                    <p key={person.personId} className="flex justify-between border-b border-rule py-0.5 text-[14px]">
                      <span>
                        <Link className="text-action underline" to={`/people/${person.personId}`}>
                          {person.name}
                        </Link>{" "}
                        {each.kind !== "super" ? null : person.memberNumber ? (
                          <span className="text-quiet">member {person.memberNumber}</span>
                        ) : (
                          <span className="text-amber">member number missing</span>
                        )}
                      </span>
                      <span>{cents(person.cents)}</span>
                    </p>
                  ))}
                </td>
              </tr>
            ),
          ];
        })}
      </tbody>
    </table>
  );
  return (
    <Page
      title="Dues"
      aside={<p className="text-quiet">Ahead: {dollars(ahead.reduce((total, each) => total + each.cents, 0))}</p>}
    >
      {dues.length === 0 ? (
        <Nothing>What is owed to the tax agency and to funds comes here as soon as a run is signed off.</Nothing>
      ) : (
        <>
          <h2 className="mb-1 font-name text-[19px]">Ahead</h2>
          {ahead.length === 0 ? <p className="text-quiet">Nothing is due.</p> : list(ahead)}
          {past.length > 0 && (
            <>
              <h2 className="mt-8 mb-1 font-name text-[19px]">Fell due before</h2>
              {list(past)}
              <Button className="mt-3" onClick={() => setYears(years + 1)}>
                {years === 1 ? "Show the year before" : `Shown: ${years} years. Show one more`}
              </Button>
            </>
          )}
          {onPage[business.country].hasStatements ? (
            <Statements business={business.id} />
          ) : (
            <FiledMonths business={business.id} />
          )}
        </>
      )}
    </Page>
  );
}
