/** A run beside the earlier system's pays of the same period: what differs, what it looks like, and what was said of it. */
import type { BesideFigure, BesideRow, BesideView } from "@zesty/contract/beside";
import type { CountryCode } from "@zesty/core/countries/countries";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { counted, difference, hours, longDate, money } from "../../parts/format.ts";
import { Loading, Nothing, Page, PageProblem } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { besideApi } from "../../state/besideApi.ts";
import { usePutInHand } from "../../state/business.ts";
import { runApi } from "../../state/runApi.ts";
import { BesideStanding } from "./BesideStanding.tsx";
import { type BesideWord, BringRegister, besideWords } from "./BringRegister.tsx";

export function BesideEarlier() {
  const runId = Number(useParams().run);
  const { data: run, error } = runApi.useRunQuery(runId);
  const { data } = besideApi.useBesideQuery(runId, { refetchOnMountOrArgChange: true });
  usePutInHand(run?.businessId);
  if (error) return <PageProblem error={error} />;
  if (!run || !data) return <Loading what="the run" />;
  return (
    <Page
      wide
      title="Beside the earlier system"
      aside={
        <Link className="text-action underline" to={`/run/${runId}`}>
          The run of {longDate(run.payday)}
        </Link>
      }
    >
      <p className="mb-3 max-w-3xl">
        Bring the pay register of the earlier system for this period: a file, or lines pasted with their headings, with
        a line for each person or one for each line of pay; or its payslips as PDF. Person by person it stands beside
        this run; nothing is lodged, paid or mailed by it.
      </p>
      <BringRegister
        key={data.beside?.text ?? ""}
        runId={runId}
        country={run.country}
        elements={run.elements}
        view={data.beside}
      />
      {data.beside && <Compared runId={runId} country={run.country} view={data.beside} />}
    </Page>
  );
}

function Compared({ runId, country, view }: { runId: number; country: CountryCode; view: BesideView }) {
  const { figures, rows, stopped, onlyHere, strangers, open, totals } = view;
  const words = besideWords(country);
  const differing = rows.filter((row) => !row.agrees);
  const quiet = rows.length - differing.length;
  return (
    <>
      <p role="status" className="mb-2 text-[17px]">
        {open === 0 ? (
          <span className="font-semibold text-leaf">No difference is open.</span>
        ) : (
          <span className="font-semibold">{counted(open, "person differs", "people differ")}.</span>
        )}{" "}
        <span className="text-quiet">{counted(quiet, "person agrees", "people agree")} to the cent.</span>
        {view.payLines.length > 0 && (
          <span className="text-quiet"> Compared line by line, too: {view.payLines.join(", ")}.</span>
        )}
      </p>
      {open === 0 && <BesideStanding view={view} />}
      {stopped.length > 0 && (
        <p className="mb-1 border-l-3 border-plum pl-3">
          Not compared, because the pay here cannot be worked out yet: {stopped.join("; ")}. Mend the stops in the run.
        </p>
      )}
      {strangers.length > 0 && (
        <p className="mb-1 border-l-3 border-amber pl-3">Only in the register: {strangers.join("; ")}.</p>
      )}
      {onlyHere.length > 0 && (
        <p className="mb-1 border-l-3 border-amber pl-3">Only in this run: {onlyHere.join("; ")}.</p>
      )}
      {rows.length === 0 ? (
        <Nothing>Nobody of the register is in this run.</Nothing>
      ) : (
        <div className="overflow-x-auto">
          <table className="figures w-full text-[15px]">
            <thead>
              <tr className="border-b border-rule-strong text-[14px] text-quiet">
                <th scope="col" className="py-1 text-left font-medium">
                  Person
                </th>
                {figures.map((name) => (
                  <th key={name} scope="col" className="pl-4 text-right font-medium">
                    {words[name]}
                  </th>
                ))}
                <th scope="col" className="pl-6 text-left font-medium">
                  What it looks like
                </th>
              </tr>
            </thead>
            <tbody>
              {differing.map((row) => (
                <Differing key={row.personId} {...{ runId, row, figures, words }} />
              ))}
            </tbody>
            <tfoot>
              <tr className="border-t-2 border-rule-strong font-semibold">
                <th scope="row" className="py-1 text-left">
                  All {rows.length}, difference
                </th>
                {figures.map((name) => (
                  <td key={name} className="pl-4 text-right">
                    {shown(totals[name]?.difference ?? "0", name) || "–"}
                  </td>
                ))}
                <td />
              </tr>
            </tfoot>
          </table>
        </div>
      )}
    </>
  );
}

const plain = (text: string, name: BesideFigure): string => (name === "hours" ? hours(text, 2) : money(text));
const shown = (text: string, name: BesideFigure): string =>
  name === "hours"
    ? Number(text) === 0
      ? ""
      : `${Number(text) > 0 ? "+" : ""}${hours(text, 2)}`
    : difference(Math.round(Number(text) * 100));

interface DifferingProps {
  runId: number;
  row: BesideRow;
  figures: readonly BesideFigure[];
  words: Record<BesideWord, string>;
}

function Differing({ runId, row, figures, words }: DifferingProps) {
  const [reason, setReason] = useState<string | null>(null);
  const [tick, { error, isLoading }] = besideApi.useTickBesideMutation();
  const causes = figures.flatMap((name) => {
    const cell = row.cells[name];
    const isSaid = cell && Number(cell.difference) !== 0 && (name !== "hours" || cell.why !== null);
    return isSaid ? [`${words[name]}: ${cell.why ?? "no cause found"}`] : [];
  });
  return (
    <tr className={`border-b border-rule align-top ${row.reason === null ? "" : "text-quiet"}`}>
      <th scope="row" className="py-1.5 text-left font-normal">
        <Link className="hover:underline" to={`/run/${runId}?pay=${row.payId}`}>
          {row.name}
        </Link>
      </th>
      {figures.map((name) => {
        const cell = row.cells[name];
        const differs = cell !== undefined && Number(cell.difference) !== 0;
        return (
          <td key={name} className="py-1.5 pl-4 text-right whitespace-nowrap">
            {cell && plain(cell.ours, name)}
            {differs && (
              <span className="block">
                <span className="text-quiet">there {plain(cell.theirs, name)}</span>{" "}
                <span className="font-semibold text-plum">{shown(cell.difference, name)}</span>
              </span>
            )}
          </td>
        );
      })}
      <td className="py-1.5 pl-6">
        {row.lines.map(({ name, ours, theirs, why }) => (
          <span key={name} className="block">
            {name}: {money(ours)} here, {money(theirs)} there
            {why && why !== "only here" && why !== "only there" && `, ${why}`}
          </span>
        ))}
        {causes.map((each) => (
          <span key={each} className="block">
            {each}
          </span>
        ))}
        {row.reason !== null ? (
          <span className="block text-leaf">
            Ticked: {row.reason}{" "}
            <Button look="quiet" onClick={() => void tick({ run: runId, personId: row.personId, reason: "" })}>
              Remove the tick
            </Button>
          </span>
        ) : reason === null ? (
          <Button look="quiet" aria-label={`Tick ${row.name} with a reason`} onClick={() => setReason("")}>
            It stands, because…
          </Button>
        ) : (
          <form
            className="flex items-end gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              void tick({ run: runId, personId: row.personId, reason });
            }}
          >
            <TextField label="Reason" autoFocus value={reason} onChange={(event) => setReason(event.target.value)} />
            <Button type="submit" disabled={reason.trim() === "" || isLoading}>
              Tick
            </Button>
          </form>
        )}
        <ProblemNote error={error} />
      </td>
    </tr>
  );
}
