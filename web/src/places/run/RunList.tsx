/** The runs of a business: open the next one, or look back. */

import type { RunSummary } from "@zesty/contract/runs";
import type { CountryCode } from "@zesty/core/countries/countries";
import { useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { centsOrDash, longDate, weekdayDate } from "../../parts/format.ts";
import { Older } from "../../parts/Older.tsx";
import { isOffered } from "../../parts/offered.ts";
import { Loading, Nothing, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { Wheel } from "../../parts/Wheel.tsx";
import { useBusiness, useToday } from "../../state/business.ts";
import { runApi } from "../../state/runApi.ts";
import { setUpApi } from "../../state/setUpApi.ts";
import { OutsideCycleForm } from "./OutsideCycleForm.tsx";
import { runKindWords } from "./runKindWords.ts";
import { totalNames } from "./TotalsLine.tsx";

const stateWords = { open: "open", signedOff: "signed off", sent: "sent", settled: "settled", takenBack: "taken back" };

export function RunList() {
  const business = useBusiness();
  const navigate = useNavigate();
  const [query] = useSearchParams();
  const [most, setMost] = useState(60);
  const { data: runs } = runApi.useRunsQuery({ business: business.id, most }, { refetchOnMountOrArgChange: true });
  const { data: facts } = setUpApi.useBusinessQuery(business.id, { refetchOnMountOrArgChange: true });
  const today = useToday();
  const [outsideCycle, setOutsideCycle] = useState(query.has("outside-cycle"));
  const [open, { error, isLoading }] = runApi.useOpenRunMutation();
  if (!runs || !facts) return <Loading what="the runs" />;
  const openIn = new Map(
    runs.filter((run) => run.state === "open" && run.kind === "cycle").map((run) => [run.cycleName, run]),
  );
  const start = (cycleId: number, from: "usual" | "last") =>
    void open({ business: business.id, cycleId, from }).then((answer) => {
      if (answer.data) void navigate(`/run/${answer.data.id}`);
    });
  return (
    <Page
      title="Run"
      aside={!outsideCycle && <Button onClick={() => setOutsideCycle(true)}>Pay outside the cycle</Button>}
    >
      {outsideCycle && (
        <section className="mb-6" aria-label="Pay outside the cycle">
          <OutsideCycleForm
            businessId={business.id}
            cycles={facts.cycles.filter(isOffered())}
            runs={runs}
            day={today}
            onLeave={() => setOutsideCycle(false)}
          />
        </section>
      )}
      {facts.cycles.filter(isOffered()).map((cycle, at) => {
        const current = openIn.get(cycle.name);
        return (
          <section
            key={cycle.id}
            className={`mb-6 flex flex-wrap items-center gap-4 border-y border-rule-strong py-4 ${query.get("cycle") === String(cycle.id) ? "bg-lime-soft" : ""}`}
          >
            <div className="mr-auto">
              <p className="font-name text-[18px]">
                {cycle.name}, payday {longDate(current?.payday ?? cycle.next.payday)}
              </p>
              <p className="text-quiet">
                For {weekdayDate(current?.periodStart ?? cycle.next.start)} to{" "}
                {weekdayDate(current?.periodEnd ?? cycle.next.end)}
              </p>
            </div>
            {current ? (
              <Button look="main" autoFocus={at === 0} onClick={() => void navigate(`/run/${current.id}`)}>
                Continue this run
              </Button>
            ) : (
              <>
                {runs.length > 0 && (
                  <Button disabled={isLoading} onClick={() => start(cycle.id, "last")}>
                    Open from last pays
                  </Button>
                )}
                <Button look="main" autoFocus={at === 0} disabled={isLoading} onClick={() => start(cycle.id, "usual")}>
                  Open from usual pay
                </Button>
              </>
            )}
          </section>
        );
      })}
      <ProblemNote error={error} />
      {runs.length === 0 ? (
        <Nothing>Past runs come here, newest first.</Nothing>
      ) : (
        <Runs runs={runs} country={business.country} />
      )}
      <Older shown={runs.length} most={most} onMore={setMost} />
    </Page>
  );
}

function Runs({ runs, country }: { runs: readonly RunSummary[]; country: CountryCode }) {
  return (
    <table className="figures w-full text-[15px]">
      <thead>
        <tr className="border-b border-rule-strong text-left text-[14px] text-quiet">
          <th className="w-12 py-1 font-medium">
            <span className="sr-only">Steps</span>
          </th>
          <th className="font-medium">Payday</th>
          <th className="font-medium">Period</th>
          <th className="font-medium">Run</th>
          <th className="text-right font-medium">Gross</th>
          <th className="text-right font-medium">{totalNames[country].withheld}</th>
          <th className="text-right font-medium">{totalNames[country].super}</th>
          <th className="text-right font-medium">Net</th>
          <th className="pl-6 font-medium">State</th>
        </tr>
      </thead>
      <tbody>
        {runs.map((run) => (
          <tr key={run.id} className="border-b border-rule hover:bg-hover">
            <td className="py-1">
              <Wheel segments={run.segments} size={26} />
            </td>
            <td>
              <Link
                className="underline decoration-rule-strong underline-offset-3 hover:text-action"
                to={`/run/${run.id}`}
              >
                {weekdayDate(run.payday)} {run.payday.slice(0, 4)}
              </Link>
            </td>
            <td className="text-quiet">
              {weekdayDate(run.periodStart)} – {weekdayDate(run.periodEnd)}
            </td>
            <td>
              {run.number}{" "}
              <span className="text-quiet">
                {run.cycleName}
                {run.kind === "cycle" ? "" : `, ${run.reason ? run.reason.toLowerCase() : runKindWords[run.kind]}`}
              </span>
            </td>
            {(["gross", "withheld", "super", "net"] as const).map((name) => (
              <td key={name} className="text-right">
                {centsOrDash(run.totals[name] ?? 0)}
              </td>
            ))}
            <td className="pl-6 text-quiet">{stateWords[run.state]}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
