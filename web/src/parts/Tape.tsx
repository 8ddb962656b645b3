/** The year is a tape: paydays as wheels on a date axis, dues hanging below as pins, today as a line through all. */
import type { Lane, Payday, Pin } from "@zesty/contract/desk";
import { addDays, daysBetween } from "@zesty/core/calendar/dates";
import type { ReactNode } from "react";
import { dollars, shortDate, weekdayDate } from "./format.ts";
import { Wheel } from "./Wheel.tsx";

interface Axis {
  from: string;
  to: string;
  day: string;
}

/** How high a lane is: the more of them, the thinner. */
export type Density = "full" | "line" | "thin";
export const densityOf = (lanes: number): Density => (lanes <= 6 ? "full" : lanes <= 20 ? "line" : "thin");
const heights: Record<Density, { lane: string; middle: string; lead: string }> = {
  full: { lane: "h-24", middle: "top-8", lead: "py-3" },
  line: { lane: "h-8", middle: "top-4", lead: "py-1" },
  thin: { lane: "h-4", middle: "top-2", lead: "" },
};

/** Wheels of one lane stand beside each other, never one upon another: a place on the axis in days, pushed on where needed. */
export function apart(
  axis: Axis,
  paydays: readonly Payday[],
  density: Density = "full",
): { payday: Payday; at: number }[] {
  const days = daysBetween(axis.from, axis.to);
  // Of a lane some thousand pixels long.
  const least = (payday: Payday) => (sizeOf(payday, density) + 1) / (1000 / days);
  let last = Number.NEGATIVE_INFINITY;
  return [...paydays]
    .sort((a, b) => (a.payday < b.payday ? -1 : a.payday > b.payday ? 1 : 0))
    .map((payday) => {
      const at = Math.max(daysBetween(axis.from, payday.payday), last + least(payday));
      last = at;
      return { payday, at };
    });
}

const place = ({ from, to }: Axis, date: string): string =>
  `${((100 * daysBetween(from, date)) / daysBetween(from, to)).toFixed(3)}%`;

/** Week marks along the axis, on Mondays. */
function weeks({ from, to }: Axis): string[] {
  const found: string[] = [];
  for (let date = from; date <= to; date = addDays(date, 1))
    if (new Date(`${date}T00:00:00Z`).getUTCDay() === 1) found.push(date);
  return found;
}

export function Tape({
  axis,
  lanes,
  wheelAt,
  lead,
  density = "full",
  axisAbove = false,
}: {
  axis: Axis;
  lanes: readonly Lane[];
  wheelAt: (lane: Lane, payday: Payday) => ReactNode;
  lead?: (lane: Lane) => ReactNode;
  density?: Density;
  /** another tape above it has the axis */
  axisAbove?: boolean;
}) {
  const marks = weeks(axis);
  const { lane: height, middle, lead: padding } = heights[density];
  const days = daysBetween(axis.from, axis.to);
  return (
    <div className="relative">
      <div className={`sticky top-0 z-10 bg-paper ${axisAbove ? "hidden" : ""} ${lead ? "pl-56" : ""}`}>
        <div className="relative mr-6 h-6 text-[12px] text-quiet">
          {marks.map((date) => (
            <span
              key={date}
              className="figures absolute -translate-x-1/2 whitespace-nowrap"
              style={{ left: place(axis, date) }}
            >
              {shortDate(date)}
            </span>
          ))}
        </div>
      </div>
      {lanes.map((lane) => (
        <section
          key={lane.businessId}
          className={`flex border-rule ${density === "thin" ? "border-b" : "border-t"}`}
          aria-label={lane.name}
          // Of five hundred lanes those in sight are drawn.
          {...(density === "thin" ? { style: { contentVisibility: "auto", containIntrinsicSize: "auto 17px" } } : {})}
        >
          {lead && <div className={`w-56 shrink-0 pr-4 ${padding}`}>{lead(lane)}</div>}
          <div className={`relative mr-6 flex-1 ${height}`}>
            {marks.map((date) => (
              <span
                key={date}
                aria-hidden="true"
                className="absolute inset-y-0 border-l border-rule/70"
                style={{ left: place(axis, date) }}
              />
            ))}
            <span aria-hidden="true" className={`absolute inset-x-0 border-t border-rule-strong ${middle}`} />
            <span
              aria-hidden="true"
              className="absolute inset-y-0 border-l-2 border-action"
              style={{ left: place(axis, axis.day) }}
            />
            {apart(axis, lane.paydays, density).map(({ payday, at }) => (
              <span
                key={`${payday.cycleId} ${payday.payday} ${payday.runId}`}
                className={`absolute -translate-x-1/2 -translate-y-1/2 ${middle}`}
                style={{ left: `${((100 * at) / days).toFixed(3)}%` }}
              >
                {wheelAt(lane, payday)}
              </span>
            ))}
            {lane.pins.map((pin) => (
              <PinMark
                key={`${pin.date}${pin.kind}`}
                pin={pin}
                left={place(axis, pin.date)}
                late={pin.date < axis.day}
                density={density}
              />
            ))}
          </div>
        </section>
      ))}
    </div>
  );
}

const pinShapes: Record<Pin["kind"], string> = {
  super: "border-leaf",
  withholding: "border-amber",
  paye: "border-amber",
  childSupport: "border-amber",
  studentLoan: "border-amber",
  kiwiSaver: "border-leaf",
  esct: "border-amber",
  order: "border-amber",
  giving: "border-leaf",
  deduction: "border-amber",
  filing: "border-plum",
};

const pinNames: Partial<Record<Pin["kind"], string>> = {
  super: "Super",
  withholding: "Tax",
  paye: "PAYE",
  deduction: "Deducted",
  filing: "File",
};

function PinMark({ pin, left, late, density }: { pin: Pin; left: string; late: boolean; density: Density }) {
  const words =
    pin.kind === "filing"
      ? `${pin.words}, due ${weekdayDate(pin.date)}`
      : `${pin.words} of ${dollars(pin.cents)}, ${late ? "late since" : "due"} ${weekdayDate(pin.date)}`;
  const isLine = density !== "full";
  return (
    <span
      className={`absolute -translate-x-1/2 ${heights[density].middle}`}
      style={{ left }}
      title={words}
      role="img"
      aria-label={words}
    >
      <span
        className={`mx-auto block w-0 ${density === "full" ? "h-7" : density === "line" ? "h-4" : "h-2"} ${late ? "border-l-4 border-plum" : `border-l-2 ${pinShapes[pin.kind]}`}`}
        aria-hidden="true"
      />
      <span
        className={`${isLine ? "hidden" : "block"} text-[11.5px] leading-tight whitespace-nowrap ${late ? "font-semibold text-plum" : ""}`}
        aria-hidden="true"
      >
        {pinNames[pin.kind] ?? pin.words}
        {late && ", late"}
      </span>
    </span>
  );
}

/** In a thin lane only what is in hand is more than a dot. */
const isDot = ({ state }: Payday, density: Density): boolean =>
  density === "thin" && (state === "settled" || state === "ahead");
const sizeOf = (payday: Payday, density: Density): number => {
  if (density === "thin") return isDot(payday, density) ? 6 : 15;
  return density === "line" || payday.state === "ahead" ? 24 : 34;
};

export function PaydayWheel({ payday, density = "full" }: { payday: Payday; density?: Density }) {
  if (isDot(payday, density))
    return (
      <span
        role="img"
        aria-label={`Payday ${weekdayDate(payday.payday)}, ${payday.state === "settled" ? "done" : "ahead"}`}
        className={`block size-1.5 rounded-full ${payday.state === "settled" ? "bg-leaf" : "border border-action bg-sheet"}`}
      />
    );
  return (
    <Wheel segments={payday.segments} size={sizeOf(payday, density)} title={`Payday ${weekdayDate(payday.payday)}`} />
  );
}
