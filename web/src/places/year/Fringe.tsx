/** Fringe benefits of several people, pasted as lines: shown grossed up before they are put in, all or not at all. */
import type { FringeShown } from "@zesty/contract/year";
import { useId, useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { counted, moneyOrDash } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { yearApi } from "../../state/yearApi.ts";

export function Fringe({
  business,
  from,
  to,
  onEnd,
}: {
  business: number;
  from: string;
  to: string;
  onEnd: () => void;
}) {
  const id = useId();
  const [text, setText] = useState("");
  const [shown, setShown] = useState<FringeShown | null>(null);
  const [put, { error, isLoading }] = yearApi.usePutFringeInMutation();
  const ask = async (apply: boolean) => {
    const answer = await put({ business, from, text, apply });
    if (answer.data && apply) onEnd();
    else setShown(answer.data ?? null);
  };
  return (
    <section aria-label="Fringe benefits" className="mb-5 max-w-3xl border-l-3 border-lime bg-sheet px-4 py-3">
      <h2 className="font-name text-[20px]">Fringe benefits of the year to 31 March {to.slice(0, 4)}</h2>
      <label htmlFor={id} className="text-[14px] text-quiet">
        A line a person: payroll ID or name, taxable value, and what is exempt under section 57A
      </label>
      <textarea
        id={id}
        rows={5}
        className="figures w-full rounded-(--radius) border border-rule-strong bg-paper px-2.5 py-1.5"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setShown(null);
        }}
      />
      <ProblemNote error={error} />
      {shown && shown.faults.length > 0 && (
        <ul className="border-l-3 border-plum pl-3 text-plum" role="alert">
          {shown.faults.map((fault) => (
            <li key={fault}>{fault}</li>
          ))}
        </ul>
      )}
      {shown && shown.rows.length > 0 && (
        <table className="figures my-2 w-full text-[15px]">
          <thead>
            <tr className="border-b border-rule-strong text-right text-[14px] text-quiet [&>th]:font-medium">
              <th className="text-left">Name</th>
              <th>Taxable value</th>
              <th>Exempt</th>
              <th>Reported now</th>
              <th>Will be reported</th>
            </tr>
          </thead>
          <tbody>
            {shown.rows.map((row) => (
              <tr key={row.personId} className="border-b border-rule text-right">
                <td className="py-1 text-left">{row.name}</td>
                <td>{moneyOrDash(row.taxable)}</td>
                <td>{moneyOrDash(row.exempt)}</td>
                <td className="text-quiet">{moneyOrDash(row.was)}</td>
                <td className="font-semibold">{moneyOrDash(row.reported)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <div className="mt-2 flex gap-3">
        {shown && shown.faults.length === 0 ? (
          <Button look="main" disabled={isLoading} onClick={() => void ask(true)}>
            Put in for {counted(shown.rows.length, "person", "people")}
          </Button>
        ) : (
          <Button disabled={isLoading || text.trim() === ""} onClick={() => void ask(false)}>
            See what they say
          </Button>
        )}
        <Button look="quiet" onClick={onEnd}>
          Not now
        </Button>
      </div>
    </section>
  );
}
