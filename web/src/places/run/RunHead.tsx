/** The head of a run: its wheel, payday and period, the steps, and what is done with the run as a whole. */
import type { RunView } from "@zesty/contract/runs";
import type { ReactNode } from "react";
import { longDate, weekdayDate } from "../../parts/format.ts";
import { Wheel } from "../../parts/Wheel.tsx";
import type { Step } from "./columns.tsx";
import { PaydayMover } from "./PaydayMover.tsx";
import { runKindWords } from "./runKindWords.ts";

const steps: { step: Step; name: string }[] = [
  { step: "hours", name: "Hours" },
  { step: "check", name: "Check" },
  { step: "signOff", name: "Sign off" },
  { step: "send", name: "Send and settle" },
];

/** Steps that one may go to. */
export const waysOf = ({ state }: RunView): Step[] =>
  steps
    .map(({ step }) => step)
    .filter((step) => (state === "open" ? step !== "send" : step === "check" || step === "send"));

interface HeadProps {
  view: RunView;
  segments: RunView["segments"];
  step: Step;
  onStep: (step: Step) => void;
  tools: ReactNode;
}

export function RunHead({ view, segments, step, onStep, tools }: HeadProps) {
  return (
    <div className="flex shrink-0 flex-wrap items-center gap-x-5 print:hidden gap-y-1 px-6 py-2.5 whitespace-nowrap">
      <Wheel segments={segments} size={44} title={`Payday ${weekdayDate(view.payday)}`} />
      <div>
        <div className="flex items-baseline gap-2">
          <h1 className="font-name text-[22px] leading-tight">Payday {longDate(view.payday)}</h1>
          {view.state === "open" && <PaydayMover key={view.payday} view={view} />}
        </div>
        <p className="text-[14px] text-quiet">
          {view.cycleName}, {weekdayDate(view.periodStart)} to {weekdayDate(view.periodEnd)} · run {view.number}
          {view.kind === "cycle"
            ? ""
            : ` · ${runKindWords[view.kind]}${view.reason ? `: ${view.reason.toLowerCase()}` : ""}`}
          {view.state === "takenBack" ? " · taken back" : ""}
        </p>
      </div>
      <div role="tablist" aria-label="Steps of the run" className="ml-4 flex border-b border-rule">
        {steps
          .filter(({ step: each }) => view.state === "open" || waysOf(view).includes(each))
          .map(({ step: each, name }) => (
            <button
              key={each}
              type="button"
              role="tab"
              aria-selected={step === each}
              disabled={each === "send" && view.state === "open"}
              onClick={() => onStep(each)}
              className={`-mb-px border-b-3 px-3 py-1 text-[15px] disabled:opacity-45 ${step === each ? "border-action font-semibold" : "border-transparent hover:border-rule-strong"}`}
            >
              {each === "check" && view.state !== "open" ? "Sheet" : name}
            </button>
          ))}
      </div>
      {tools}
    </div>
  );
}
