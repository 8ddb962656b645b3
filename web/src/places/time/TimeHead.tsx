/** What stands above the week: which period and week it is, which days of it, and whose. */
import type { WeekView } from "@zesty/contract/time";
import type { ReactNode, RefObject } from "react";
import { Link } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { FindPerson } from "../../parts/FindPerson.tsx";
import { longDate, shortDate } from "../../parts/format.ts";
import { TimeTabs } from "../../parts/TimeTabs.tsx";
import type { useWeeks, useWhose } from "./useWeek.ts";
import type { DayKind } from "./weekWorth.ts";

export type Go = (to: { day?: string; cycle?: number }) => void;

interface Props {
  view: WeekView;
  weeks: ReturnType<typeof useWeeks>;
  whose: ReturnType<typeof useWhose>;
  kind: DayKind;
  onKind: (kind: DayKind) => void;
  findRef: RefObject<HTMLInputElement | null>;
  onGo: Go;
  /** what can be done with all of it */
  children: ReactNode;
}

export function TimeHead({ view, weeks, whose, kind, onKind, findRef, onGo, children }: Props) {
  return (
    <div className="flex shrink-0 flex-wrap items-end justify-between gap-x-6 gap-y-2 px-6 pt-4 pb-2">
      <TimeSpan view={view} weeks={weeks.weeks} shown={weeks.shown} onWeek={weeks.setWeekNo} onGo={onGo} />
      <div className="flex flex-wrap items-center gap-3">
        <KindChoice kind={kind} onKind={onKind} />
        {whose.some && <WhoseDays everybody={whose.everybody} onEverybody={whose.setEverybody} />}
        <FindPerson fieldRef={findRef} value={whose.find} onFind={whose.setFind} />
        {children}
      </div>
    </div>
  );
}

interface SpanProps {
  view: WeekView;
  /** the days of the period by weeks, and the week that is shown */
  weeks: readonly string[][];
  shown: readonly string[];
  onWeek: (at: number) => void;
  onGo: Go;
}

function TimeSpan({ view, weeks, shown, onWeek, onGo }: SpanProps) {
  return (
    <div className="flex flex-wrap items-baseline gap-x-4">
      <h1 className="font-name text-[24px] leading-tight font-medium">Time &amp; leave</h1>
      <TimeTabs />
      <span className="flex items-baseline gap-2">
        <Button look="quiet" aria-label="The period before" onClick={() => onGo({ day: view.before })}>
          ‹
        </Button>
        <span className="figures font-semibold">
          {shortDate(view.from)} to {longDate(view.to)}
        </span>
        <Button look="quiet" aria-label="The period after" onClick={() => onGo({ day: view.after })}>
          ›
        </Button>
      </span>
      {weeks.length > 1 && (
        <fieldset className="flex gap-1">
          <legend className="sr-only">Week of the period</legend>
          {weeks.map((week, at) => (
            <button
              key={week[0]}
              type="button"
              aria-pressed={week === shown}
              className={`figures rounded-(--radius) border px-2 py-0.5 text-[14px] ${week === shown ? "border-rule-strong bg-lime-soft font-semibold" : "border-transparent text-quiet hover:border-rule-strong"}`}
              onClick={() => onWeek(at)}
            >
              {shortDate(week[0] ?? "")}–{shortDate(week.at(-1) ?? "")}
            </button>
          ))}
        </fieldset>
      )}
      {view.cycles.length > 1 && (
        <label className="text-quiet">
          <span className="sr-only">Pay cycle</span>
          <select
            className="rounded-(--radius) border border-rule-strong bg-sheet px-2 py-0.5 text-ink"
            value={view.cycleId}
            onChange={(event) => onGo({ cycle: Number(event.target.value) })}
          >
            {view.cycles.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name}
              </option>
            ))}
          </select>
        </label>
      )}
      {view.run ? (
        <Link className="text-action underline" to={`/run/${view.run.id}`}>
          {view.run.open ? "Run of" : "Paid on"} {shortDate(view.run.payday)}
        </Link>
      ) : (
        <span className="text-quiet">no run yet</span>
      )}
    </div>
  );
}

function KindChoice({ kind, onKind }: { kind: DayKind; onKind: (kind: DayKind) => void }) {
  return (
    <fieldset className="flex overflow-hidden rounded-(--radius) border border-rule-strong">
      <legend className="sr-only">Which days</legend>
      {(["worked", "planned"] as const).map((each) => (
        <button
          key={each}
          type="button"
          aria-pressed={kind === each}
          className={`px-2.5 py-1 text-[15px] ${kind === each ? "bg-lime-soft font-semibold" : "bg-sheet text-quiet hover:bg-hover"}`}
          onClick={() => onKind(each)}
        >
          {each === "worked" ? "Worked" : "Planned"}
        </button>
      ))}
    </fieldset>
  );
}

/** Whoever approves for some looks at these first. */
function WhoseDays(props: { everybody: boolean; onEverybody: (everybody: boolean) => void }) {
  const { everybody, onEverybody } = props;
  return (
    <select
      aria-label="Whose days"
      className="rounded-(--radius) border border-rule-strong bg-sheet px-2 py-1 text-[15px]"
      value={everybody ? "all" : "own"}
      onChange={(event) => onEverybody(event.target.value === "all")}
    >
      <option value="own">Whom I approve for</option>
      <option value="all">Everybody</option>
    </select>
  );
}
