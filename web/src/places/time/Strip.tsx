/** The selected day beside the week: time downward, cut where the rate changes, each piece with its money and reason. */

import type { DayChange, WeekPerson, WeekView } from "@zesty/contract/time";
import type { CountryCode } from "@zesty/core/countries/countries";
import { leaveKindIn } from "@zesty/core/countries/leave";
import type { RefObject } from "react";
import { Link } from "react-router";
import { hours, longDate, money, sentenceCase, weekdayDate } from "../../parts/format.ts";
import { AskedOfDay } from "./AskedOfDay.tsx";
import { type DayKind, type DayPart, type DayWorth, hoursShown, type PersonWorth } from "./weekWorth.ts";

const clock = (wall: number) => {
  const minutes = wall - Math.floor(wall / 1440) * 1440;
  return `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, "0")}`;
};
const dollars = (part: DayPart) => (part.money === null ? "?" : money(part.money.toFixed(2)));

/** Deeper the dearer: the band of a piece by its per cent. */
const shade = (percent: string | null): string => {
  const value = Number(percent ?? 100);
  return value >= 200 ? "bg-action" : value >= 150 ? "bg-amber" : value > 100 ? "bg-leaf" : "bg-rule-strong";
};

function PieceRow({ part, country }: { part: DayPart; country: CountryCode }) {
  const { piece } = part;
  const leave = part.detail === "leave" ? leaveKindIn(country, part.words).words : null;
  const height = piece && !piece.topUp ? Math.max(34, Math.min(110, part.minutes / 4)) : 34;
  return (
    <li className="flex items-stretch gap-2 border-b border-rule hover:bg-hover" style={{ minHeight: height }}>
      <span aria-hidden="true" className={`w-2 shrink-0 ${leave ? "hatched" : shade(part.percent)}`} />
      {piece && (
        <span className="w-[84px] shrink-0 py-1 text-quiet">
          {piece.topUp ? "made up" : `${clock(piece.from)}–${clock(piece.to)}`}
        </span>
      )}
      <span className="min-w-0 flex-1 py-1">
        {sentenceCase(leave ?? part.words)}
        {part.minutes > 0 && (
          <span className="block text-[13px] text-quiet">
            {hoursShown(part.minutes)} h{part.percent === null ? "" : ` at ${part.percent} %`}
            {piece?.ref ? `, ${piece.ref}` : ""}
          </span>
        )}
        {part.minutes === 0 && part.detail && <span className="block text-[13px] text-quiet">{part.detail}</span>}
      </span>
      <span className="py-1 text-right">{dollars(part)}</span>
    </li>
  );
}

export function Strip({
  besideRef,
  view,
  person,
  date,
  worth,
  kind,
  onChange,
}: {
  besideRef: RefObject<HTMLElement | null>;
  view: WeekView;
  person: WeekPerson;
  date: string;
  worth: PersonWorth;
  kind: DayKind;
  onChange: (changes: DayChange[]) => void;
}) {
  const day: WeekDayShown = { known: person.days[date], worth: worth.days[date] };
  const holiday = worth.time.holidays.find((each) => each.date === date)?.name;
  const rules = worth.time.rules;
  return (
    <aside
      ref={besideRef}
      tabIndex={-1}
      className="figures flex flex-col gap-3 overflow-auto border-l border-rule-strong px-5 py-4 text-[14.5px]"
      aria-label="The selected day"
    >
      <div>
        <h2 className="font-name text-[20px] leading-tight">{person.name}</h2>
        <p className="text-quiet">
          {person.basis}
          {rules ? ` · ${rules.title}` : " · no agreement: hours at the plain rate"}
          {person.classification &&
            ` · ${rules?.classifications.find((each) => each.key === person.classification)?.title ?? person.classification}`}{" "}
          <Link className="text-action underline" to={`/people/${person.personId}#time`}>
            Change
          </Link>
        </p>
        {person.before.map(({ until }) => (
          <p key={until} className="mt-1">
            Other terms until {weekdayDate(until)}: each day goes by its own.
          </p>
        ))}
      </div>
      <section>
        <h3 className="flex justify-between border-b border-rule-strong pb-0.5 font-semibold">
          <span>
            {weekdayDate(date)}
            {holiday && <span className="ml-2 font-normal text-leaf">{holiday}</span>}
          </span>
          <span>{day.worth ? money(day.worth.cost.toFixed(2)) : "–"}</span>
        </h3>
        {day.worth && day.worth.parts.length > 0 ? (
          <ul>
            {day.worth.parts.map((part, at) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: the parts of a day have no other name
              <PieceRow key={at} part={part} country={view.country} />
            ))}
          </ul>
        ) : (
          <p className="py-2 text-quiet">Nothing is recorded. Type 9-17:30 b30, 17-2, 7.6, off, al or sick.</p>
        )}
        {day.worth?.faults.map((text) => (
          <p key={text} className="pt-1 text-plum">
            {text}
          </p>
        ))}
        {day.worth?.notes.map((text) => (
          <p key={text} className="pt-1 text-amber">
            {text}
          </p>
        ))}
        {day.known?.state === "locked" && (
          <p className="pt-1 text-quiet">Paid on {longDate(day.known.payday ?? "")}. Correct that pay to change it.</p>
        )}
      </section>
      <AskedOfDay rules={rules} person={person} date={date} kind={kind} canEdit={person.canEdit} onChange={onChange} />
      <ThePeriod worth={worth} />
      <Dearest worth={worth} />
      <Records view={view} person={person} />
    </aside>
  );
}

function ThePeriod({ worth }: { worth: PersonWorth }) {
  return (
    <section>
      <h3 className="border-b border-rule-strong pb-0.5 font-semibold">The period</h3>
      <dl className="grid grid-cols-[1fr_auto] gap-y-0.5 pt-1">
        <dt>Hours</dt>
        <dd className="text-right">{hoursShown(worth.minutes)}</dd>
        {worth.usual > 0 && (
          <>
            <dt className="text-quiet">Usual</dt>
            <dd className="text-right text-quiet">{hoursShown(worth.usual)}</dd>
          </>
        )}
        <dt>Cost</dt>
        <dd className="text-right font-semibold">{money(worth.cost.toFixed(2))}</dd>
      </dl>
      {worth.cost.isZero() && worth.minutes > 0 && (
        <p className="pt-1 text-plum">
          No hourly rate is known: enter one under People, or the level's rate in Set-up, Agreements.
        </p>
      )}
    </section>
  );
}

/** The record of time as a file: of this person, of everybody. */
function Records({ view, person }: { view: WeekView; person: WeekPerson }) {
  return (
    <p className="flex flex-col items-start">
      {[
        { whose: person.name.split(" ")[0], of: `&person=${person.personId}` },
        { whose: "everybody", of: "" },
      ].map(({ whose, of }) => (
        <span key={of}>
          Record of {whose}:{" "}
          {["pdf", "csv"].map((ending) => (
            <a
              key={ending}
              className="mr-2 text-action underline"
              aria-label={`Record of ${whose} as ${ending.toUpperCase()}`}
              href={`/api/businesses/${view.businessId}/time-record.${ending}?from=${view.from}&to=${view.to}${of}`}
              download
            >
              {ending.toUpperCase()}
            </a>
          ))}
        </span>
      ))}
    </p>
  );
}

interface WeekDayShown {
  known: WeekPerson["days"][string] | undefined;
  worth: DayWorth | undefined;
}

/** The dearest pieces of the period, with the reason: where a roster could be made cheaper. */
function Dearest({ worth }: { worth: PersonWorth }) {
  const plain = Math.min(
    ...Object.values(worth.days).flatMap((day) => day.parts.map((part) => Number(part.percent ?? 999))),
  );
  const dear = Object.entries(worth.days)
    .flatMap(([date, day]) => day.parts.map((part) => ({ date, part })))
    .filter(({ part }) => part.piece && Number(part.percent) > plain && part.money?.gt(0))
    .sort((a, b) => Number(b.part.percent) - Number(a.part.percent) || b.part.minutes - a.part.minutes)
    .slice(0, 3);
  if (dear.length === 0) return null;
  return (
    <section>
      <h3 className="border-b border-rule-strong pb-0.5 font-semibold">Most expensive hours</h3>
      <ul>
        {dear.map(({ date, part }) => (
          <li
            key={`${date}${part.piece?.from}${part.percent}`}
            className="flex justify-between gap-3 border-b border-rule py-0.5"
          >
            <span>
              {/* The day of the minutes: after midnight it is the next one. */}
              {weekdayDate(part.piece?.date ?? date)}{" "}
              {part.piece && !part.piece.topUp ? `${clock(part.piece.from)}–${clock(part.piece.to)}` : "made up"}:{" "}
              {hours(part.percent ?? "0")} %
            </span>
            <span>{dollars(part)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
