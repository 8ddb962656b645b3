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
}: {
  axis: Axis;
  lanes: readonly Lane[];
  wheelAt: (lane: Lane, payday: Payday) => ReactNode;
  lead?: (lane: Lane) => ReactNode;
}) {
  const marks = weeks(axis);
  return (
    <div className="relative">
      <div className={lead ? "ml-56" : ""}>
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
        <section key={lane.businessId} className="flex border-t border-rule" aria-label={lane.name}>
          {lead && <div className="w-56 shrink-0 py-3 pr-4">{lead(lane)}</div>}
          <div className="relative mr-6 h-24 flex-1">
            {marks.map((date) => (
              <span
                key={date}
                aria-hidden="true"
                className="absolute inset-y-0 border-l border-rule/70"
                style={{ left: place(axis, date) }}
              />
            ))}
            <span aria-hidden="true" className="absolute inset-x-0 top-8 border-t border-rule-strong" />
            <span
              aria-hidden="true"
              className="absolute inset-y-0 border-l-2 border-action"
              style={{ left: place(axis, axis.day) }}
            />
            {lane.paydays.map((payday) => (
              <span
                key={`${payday.cycleId} ${payday.payday} ${payday.runId}`}
                className="absolute top-8 -translate-x-1/2 -translate-y-1/2"
                style={{ left: place(axis, payday.payday) }}
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

function PinMark({ pin, left, late }: { pin: Pin; left: string; late: boolean }) {
  const words =
    pin.kind === "filing"
      ? `${pin.words}, due ${weekdayDate(pin.date)}`
      : `${pin.words} of ${dollars(pin.cents)}, ${late ? "late since" : "due"} ${weekdayDate(pin.date)}`;
  return (
    <span className="absolute top-8 -translate-x-1/2" style={{ left }} title={words} role="img" aria-label={words}>
      <span
        className={`mx-auto block h-7 w-0 ${late ? "border-l-4 border-plum" : `border-l-2 ${pinShapes[pin.kind]}`}`}
        aria-hidden="true"
      />
      <span
        className={`block text-[11.5px] leading-tight whitespace-nowrap ${late ? "font-semibold text-plum" : ""}`}
        aria-hidden="true"
      >
        {pinNames[pin.kind] ?? pin.words}
        {late && ", late"}
      </span>
    </span>
  );
}

export function PaydayWheel({ payday }: { payday: Payday }) {
  return (
    <Wheel
      segments={payday.segments}
      size={payday.state === "ahead" ? 24 : 34}
      title={`Payday ${weekdayDate(payday.payday)}`}
    />
  );
}
