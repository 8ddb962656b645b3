/** Above the tapes: which days are shown, of whom, and what waits. */
import type { LeaveView } from "@zesty/contract/leave";
import { addDays } from "@zesty/core/calendar/dates";
import { useRef } from "react";
import { Button } from "../../parts/Button.tsx";
import { FindPerson } from "../../parts/FindPerson.tsx";
import { counted, longDate, shortDate } from "../../parts/format.ts";
import { TimeTabs } from "../../parts/TimeTabs.tsx";
import { type Axis, lastOf } from "./Tapes.tsx";

/** Who of all is shown: by what is typed of a name, and by team. */
export interface Narrowing {
  find: string;
  among: string;
}

interface Props {
  view: LeaveView;
  axis: Axis;
  narrowing: Narrowing;
  onNarrow: (to: Narrowing) => void;
  onFirst: (day: string) => void;
  onWaiting: () => void;
}

export function LeaveHead({ view, axis, narrowing, onNarrow, onFirst, onWaiting }: Props) {
  const findRef = useRef<HTMLInputElement>(null);
  const waiting = view.requests.filter((each) => each.state === "waiting");
  const groups = [...new Set(view.people.flatMap((each) => [each.place, each.costCentre ?? ""]))].filter(Boolean);
  return (
    <div className="flex shrink-0 flex-wrap items-end justify-between gap-x-6 gap-y-2 px-6 pt-4 pb-2">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h1 className="font-name text-[24px] leading-tight font-medium">Leave</h1>
        <TimeTabs />
        <span className="flex items-baseline gap-2">
          <Button look="quiet" aria-label="Earlier" onClick={() => onFirst(addDays(axis.first, -28))}>
            ‹
          </Button>
          <span className="figures font-semibold">
            {shortDate(axis.first)} to {longDate(lastOf(axis))}
          </span>
          <Button look="quiet" aria-label="Later" onClick={() => onFirst(addDays(axis.first, 28))}>
            ›
          </Button>
        </span>
      </div>
      <div className="flex flex-wrap items-center gap-3">
        {groups.length > 1 && (
          <select
            aria-label="Team"
            className="rounded-(--radius) border border-rule-strong bg-sheet px-2 py-1 text-[15px]"
            value={narrowing.among}
            onChange={(event) => onNarrow({ ...narrowing, among: event.target.value })}
          >
            <option value="">Everybody</option>
            {groups.map((each) => (
              <option key={each}>{each}</option>
            ))}
          </select>
        )}
        <FindPerson fieldRef={findRef} value={narrowing.find} onFind={(find) => onNarrow({ ...narrowing, find })} />
        <Button onClick={onWaiting}>
          {waiting.length === 0 ? "Nothing waits" : `${counted(waiting.length, "request")} waiting`}
        </Button>
      </div>
    </div>
  );
}
