/** The run on paper: the sheet on screen draws only what is in sight, paper holds everybody with their lines. */
import type { RunRow, RunView } from "@zesty/contract/runs";
import { useEffect, useState } from "react";
import { flushSync } from "react-dom";
import { hours, longDate, moneyOrDash, weekdayDate } from "../../parts/format.ts";
import { runKindWords } from "./runKindWords.ts";
import { type TotalName, totalNames } from "./TotalsLine.tsx";

const states: Partial<Record<RunView["state"], string>> = { open: "open, not signed off", takenBack: "taken back" };

/** Made for paper when paper is asked for: on screen it would say everything twice. */
function usePrinting(): boolean {
  const [isPrinting, setPrinting] = useState(false);
  useEffect(() => {
    const told = (event: Event) => flushSync(() => setPrinting(event.type === "beforeprint"));
    window.addEventListener("beforeprint", told);
    window.addEventListener("afterprint", told);
    return () => {
      window.removeEventListener("beforeprint", told);
      window.removeEventListener("afterprint", told);
    };
  }, []);
  return isPrinting;
}

interface Props {
  view: RunView;
  rows: readonly RunRow[];
  totals: Record<string, number>;
}

export const PrintedRun = (props: Props) => (usePrinting() ? <OnPaper {...props} /> : null);

function OnPaper({ view, rows, totals }: Props) {
  const names = Object.entries(totalNames[view.country]) as [TotalName, string][];
  const out = rows.filter((row) => !row.included);
  return (
    <section className="figures hidden text-[9.5pt] print:block" aria-hidden="true">
      <h1 className="font-name text-[16pt]">Payday {longDate(view.payday)}</h1>
      <p className="mb-2">
        {view.cycleName}, {weekdayDate(view.periodStart)} to {weekdayDate(view.periodEnd)}, run {view.number}
        {view.kind === "cycle" ? "" : `, ${runKindWords[view.kind]}`}
        {states[view.state] ? `, ${states[view.state]}` : ""}
        {view.signedOffBy ? `, signed off by ${view.signedOffBy}` : ""}
      </p>
      <table className="w-full">
        <thead>
          <tr className="border-b border-rule-strong align-bottom">
            <th className="py-0.5 text-left">Person</th>
            <th className="pl-2 text-right">Hours</th>
            {names.map(([name, title]) => (
              <th key={name} className="pl-2 text-right">
                {title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows
            .filter((row) => row.included)
            .map((row) => (
              <tr key={row.payId} className="break-inside-avoid border-b border-rule align-top">
                <td className="py-0.5">
                  {row.name}
                  <span className="block text-[8pt]">{linesOf(row)}</span>
                  {row.marks
                    .filter((mark) => mark.kind !== "note" && !mark.ticked)
                    .map((mark) => (
                      <span key={mark.key} className="block text-[8pt] italic">
                        {mark.text}
                      </span>
                    ))}
                </td>
                <td className="pl-2 text-right">{row.figures ? hours(row.figures.hours, 2) : ""}</td>
                {names.map(([name]) => (
                  <td key={name} className="pl-2 text-right">
                    {row.figures ? moneyOrDash(row.figures[name] ?? "0.00") : ""}
                  </td>
                ))}
              </tr>
            ))}
        </tbody>
        <tfoot>
          <tr className="border-t-2 border-rule-strong font-semibold">
            <td className="py-0.5">All</td>
            <td />
            {names.map(([name]) => (
              <td key={name} className="pl-2 text-right">
                {moneyOrDash(((totals[name] ?? 0) / 100).toFixed(2))}
              </td>
            ))}
          </tr>
        </tfoot>
      </table>
      {out.length > 0 && <p className="mt-2">Not paid in this run: {out.map((row) => row.name).join("; ")}.</p>}
    </section>
  );
}

/** "Ordinary hours 38, Saturday 4.5" */
const linesOf = (row: RunRow): string =>
  (row.figures?.lines ?? [])
    .filter((line) => line.amount !== "0.00" || line.hours !== null)
    .map((line) => `${line.name} ${line.hours === null ? moneyOrDash(line.amount) : `${hours(line.hours, 2)} h`}`)
    .join(", ");
