/** What is asked for, spelled out: days, holidays left out, hours or weeks, money, the balance before and after. */
import { decimal } from "@zesty/core/quantity/decimal";
import { counted, hours, money, weekdayDate } from "../format.ts";
import type { AskedFacts as Facts } from "./asked.ts";

const span = (dates: readonly string[]) =>
  dates.length === 0
    ? ""
    : dates.length === 1
      ? weekdayDate(dates[0] ?? "")
      : `${weekdayDate(dates[0] ?? "")} to ${weekdayDate(dates.at(-1) ?? "")}`;

export function AskedFacts({ facts, unit = facts.kind.unit }: { facts: Facts; unit?: string }) {
  const { days, holidays, amount, before, after, money: worth, noticeDays } = facts;
  const shown = (value: { toString(): string }) => hours(value.toString(), 2);
  return (
    <dl className="figures grid grid-cols-[1fr_auto] gap-x-3 gap-y-0.5 text-[14.5px]">
      <dt>{counted(days.length, "day")}</dt>
      <dd className="text-right">{span(days.map((day) => day.date))}</dd>
      {holidays.map((day) => (
        <div key={day.date} className="col-span-2 flex justify-between text-leaf">
          <dt>{day.holiday}, not leave</dt>
          <dd>{weekdayDate(day.date)}</dd>
        </div>
      ))}
      <dt className="font-semibold">Leave</dt>
      <dd className="text-right font-semibold">
        {shown(amount)} {unit}
      </dd>
      {worth && !worth.isZero() && (
        <>
          <dt>Pay, without loading</dt>
          <dd className="text-right">${money(worth.toFixed(2))}</dd>
        </>
      )}
      {before && (
        <>
          <dt className="text-quiet">Balance before</dt>
          <dd className="text-right text-quiet">{shown(before)}</dd>
        </>
      )}
      {after && (
        <>
          <dt className={after.isNegative() ? "text-plum" : ""}>Balance after</dt>
          <dd className={`text-right ${after.isNegative() ? "font-semibold text-plum" : ""}`}>{shown(after)}</dd>
        </>
      )}
      <dt className="text-quiet">Notice</dt>
      <dd className="text-right text-quiet">
        {noticeDays < 0
          ? `begun ${counted(Math.abs(noticeDays), "day")} ago`
          : noticeDays === 0
            ? "today"
            : counted(noticeDays, "day")}
      </dd>
      {facts.beyond && (
        <p className="col-span-2 text-amber">
          The law gives {counted(Number(facts.beyond.amount), facts.beyond.unit === "days" ? "day" : "week")}{" "}
          {facts.beyond.per === "occasion" ? "for each occasion" : "a year"}: what goes beyond is for the employer to
          agree.
        </p>
      )}
      {facts.kind.about && <p className="col-span-2 text-quiet">{facts.kind.about}</p>}
      {facts.kind.evidence && <p className="col-span-2 text-quiet">May be asked for: {facts.kind.evidence}.</p>}
      {decimal(facts.hours).isZero() && !facts.kind.unpaid && (
        <p className="col-span-2 text-amber">
          No ordinary hours are known for these days: say how many hours each day has.
        </p>
      )}
    </dl>
  );
}
