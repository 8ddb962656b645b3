/** One day of a person: what was typed, what it became, and a bar of the day in the height of the cell. */

import type { WeekDay } from "@zesty/contract/time";
import type { CountryCode } from "@zesty/core/countries/countries";
import { type DayRecord, dayText } from "@zesty/core/hours/dayText";
import { withShortBreak } from "@zesty/core/hours/shiftText";
import { became, type DayKind, type DayWorth, hoursShown } from "./weekWorth.ts";

/** The bar shows a day from five in the morning to midnight; what lies outside is cut. */
const first = 5 * 60;
const span = 19 * 60;

function minutesInto(time: string, date: string): number {
  const next = time.slice(0, 10) > date ? 1440 : 0;
  return Number(time.slice(11, 13)) * 60 + Number(time.slice(14)) + next - first;
}
const at = (minutes: number) => `${Math.max(0, Math.min(100, (minutes / span) * 100))}%`;

function Bar({ record, date, look }: { record: DayRecord; date: string; look: "worked" | "planned" }) {
  return (
    <>
      {record.shifts.map((shift) => {
        const [from, to] = [minutesInto(shift.start, date), minutesInto(shift.end, date)];
        return (
          <span
            key={shift.start}
            className={`absolute right-0 left-0 rounded-[1px] ${look === "worked" ? "bg-leaf" : "border border-leaf"}`}
            style={{ top: at(from), bottom: `calc(100% - ${at(to)})` }}
          />
        );
      })}
      {look === "worked" &&
        record.shifts.flatMap((shift) =>
          (shift.breaks ?? [])
            .filter((each) => !each.paid)
            .map((each) => (
              <span
                key={each.start}
                className="absolute right-0 left-0 bg-sheet"
                style={{
                  top: at(minutesInto(each.start, date)),
                  bottom: `calc(100% - ${at(minutesInto(each.end, date))})`,
                }}
              />
            )),
        )}
      {record.leave.length > 0 && <span className="hatched absolute inset-0" />}
    </>
  );
}

const stateWords: Record<WeekDay["state"], string> = {
  open: "not approved",
  approved: "approved",
  changed: "changed since it was approved",
  locked: "paid",
};

/** Times in full; a break beside them is smaller, so that both have room. */
const Typed = ({ text }: { text: string }) =>
  [...text.matchAll(/ [bpo]\d[\d:–]*|.+?(?= [bpo]\d|$)/g)].map(({ 0: part, index }) => (
    <span key={index} className={part.startsWith(" ") ? "text-[11px] text-quiet" : ""}>
      {part}
    </span>
  ));

export function DayCell({
  day,
  worth,
  date,
  kind,
  country,
  holiday,
}: {
  day: WeekDay | undefined;
  worth: DayWorth | undefined;
  date: string;
  kind: DayKind;
  country: CountryCode;
  holiday: string | undefined;
}) {
  const record = day?.[kind] ?? null;
  const text = dayText(record, country);
  const short = dayText(record && { ...record, shifts: record.shifts.map(withShortBreak) }, country);
  const state = kind === "worked" && record ? day?.state : undefined;
  const usual = !record && worth && worth.parts.length > 0;
  const foot =
    state === "approved"
      ? "bg-leaf"
      : state === "changed"
        ? "bg-lime"
        : state === "locked"
          ? "bg-rule-strong"
          : "bg-transparent";
  return (
    <span
      className={`relative flex h-full gap-1 ${state === "locked" ? "text-quiet" : ""}`}
      title={[
        short === text ? null : text,
        holiday,
        state && stateWords[state],
        ...(worth?.faults ?? []),
        ...(worth?.notes ?? []),
      ]
        .filter(Boolean)
        .join(". ")}
    >
      <span aria-hidden="true" className="relative my-1 ml-[-5px] w-[5px] shrink-0">
        {day?.planned && <Bar record={day.planned} date={date} look="planned" />}
        {day?.worked && kind === "worked" && <Bar record={day.worked} date={date} look="worked" />}
      </span>
      <span className="mr-[-6px] flex min-w-0 flex-col justify-center leading-tight">
        <span className={`truncate ${worth && worth.faults.length > 0 ? "text-plum underline decoration-wavy" : ""}`}>
          {text ? (
            <Typed text={short} />
          ) : usual ? (
            <span className="text-quiet" title="as usual, from the week's pattern">
              {worth.usualTimes ? <Typed text={worth.usualTimes} /> : hoursShown(worth.minutes)}
            </span>
          ) : null}
          {state && <span className="sr-only">, {stateWords[state]}</span>}
        </span>
        <span className="truncate text-[12px] text-quiet">
          {usual && !worth.usualTimes ? "" : worth && worth.faults.length > 0 ? worth.faults[0] : became(worth)}
        </span>
      </span>
      <span aria-hidden="true" className={`absolute right-[-8px] bottom-0 left-[-8px] h-[3px] ${foot}`} />
    </span>
  );
}
