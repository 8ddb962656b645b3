/** A raise from a day in the past: the pays that it reaches, each before and after, and one step that pays the difference. */
import type { BackPayPlan } from "@zesty/contract/lineOfTime";
import type { PersonView } from "@zesty/contract/people";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { Button } from "../../../parts/Button.tsx";
import { counted, longDate, money, shortDate } from "../../../parts/format.ts";
import { ProblemNote } from "../../../parts/ProblemNote.tsx";
import { problemOf } from "../../../state/api.ts";
import { lineApi } from "../../../state/lineApi.ts";

/** Once the form has nothing unsaved, the way to the run is free. */
export function useWayToRun(): (runId: number) => void {
  const navigate = useNavigate();
  const [paidWith, setPaidWith] = useState<number | null>(null);
  useEffect(() => {
    if (paidWith !== null) void navigate(`/run/${paidWith}`);
  }, [paidWith, navigate]);
  return setPaidWith;
}

interface Props {
  person: Pick<PersonView, "id" | "stamps">;
  section: "employment" | "time";
  /** the terms as they would be saved; null while there is nothing to offer */
  terms: object | null;
  onDone: (runId: number) => void;
}

export function BackPayOffer({ person, section, terms, onDone }: Props) {
  const [plan, planned] = lineApi.usePlanBackPayMutation();
  // The last answer stays while the next is on its way: nothing jumps under the hand.
  const [data, setData] = useState<BackPayPlan | null>(null);
  const [pay, paying] = lineApi.usePayBackMutation();
  const [all, setAll] = useState(false);
  const [seen] = useState(person.stamps[section]);
  const personId = person.id;
  const asked = JSON.stringify(terms);
  useEffect(() => {
    const wanted = JSON.parse(asked) as object | null;
    if (!wanted) return setData(null);
    let current = true;
    const timer = setTimeout(
      () =>
        void plan({ person: personId, section, terms: wanted }).then(
          (answer) => current && setData(answer.data ?? null),
        ),
      300,
    );
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [asked, personId, section, plan]);
  // What is wrong with the form itself the form says when it is saved.
  if (terms && planned.error && problemOf(planned.error).code === "several-rates")
    return (
      <div className="col-span-2">
        <ProblemNote error={planned.error} />
      </div>
    );
  if (!terms || !data || data.rows.length === 0) return null;
  const lower = data.total.startsWith("-");
  const shown = all ? data.rows : data.rows.slice(0, 6);
  return (
    <section className="figures col-span-2 border-t border-rule-strong pt-2 text-[15px]" aria-label="Back pay">
      <p className="font-semibold">
        {counted(data.rows.length, "pay")} signed off at another rate:{" "}
        {lower ? `$${money(data.total.slice(1))} less` : `$${money(data.total)} more`} in all
      </p>
      <table className="mt-1 w-full">
        <thead>
          <tr className="text-right text-[13.5px] text-quiet">
            <th className="text-left font-medium">Payday</th>
            <th className="font-medium">Gross as it was</th>
            <th className="font-medium">As it would have been</th>
            <th className="font-medium">Difference</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((row) => (
            <tr key={row.signedPayId} className="border-t border-rule text-right">
              <td className="py-0.5 text-left">
                {shortDate(row.payday)} {row.payday.slice(0, 4)}
                {row.from && <span className="text-quiet"> from {shortDate(row.from)} on</span>}
                {row.before !== "0.00" && <span className="text-quiet"> less {money(row.before)} back pay before</span>}
              </td>
              <td className="text-quiet">{money(row.was)}</td>
              <td>{money(row.shouldBe)}</td>
              <td>{money(row.difference.replace("-", "−"))}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {data.rows.length > shown.length && (
        <Button look="quiet" onClick={() => setAll(true)}>
          Show all {data.rows.length}
        </Button>
      )}
      {lower ? (
        <p className="mt-1 text-quiet">
          The new rate is lower. Save it, and correct the pays that paid too much: nothing is taken back by itself.
        </p>
      ) : (
        <>
          <p className="mt-1 text-quiet">
            Taxed by its own method{data.superable === null ? "" : `, super on $${money(data.superable)}`}
            {data.earlierYears.map((each) => `; $${money(each.amount)} is lump sum E of ${each.year}`)}. Leave does not
            change: it goes by hours.
          </p>
          <ProblemNote error={paying.error} />
          <Button
            className="mt-2"
            disabled={paying.isLoading}
            onClick={() =>
              void pay({ person: personId, section, terms, seen }).then((answer) => {
                if (answer.data) onDone(answer.data.runId);
              })
            }
          >
            Save, and add ${money(data.total)} back pay to the run of{" "}
            {data.payday ? longDate(data.payday) : "the next payday"}
          </Button>
        </>
      )}
    </section>
  );
}
