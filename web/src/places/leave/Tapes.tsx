/** The team's leave under one axis: a tape a person, the balance as a thin line, leave as spans, holidays as columns. */
import type { LeavePerson, LeaveRequestView, LeaveView } from "@zesty/contract/leave";
import { addDays, daysBetween } from "@zesty/core/calendar/dates";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { balanceOn } from "@zesty/core/leave/forecast";
import { type KeyboardEvent, memo, type PointerEvent, useMemo, useRef, useState } from "react";
import { shortDate, weekdayDate } from "../../parts/format.ts";
import { type Stretch, stretchesOf } from "./away.ts";
import { stateWords } from "./RequestCard.tsx";

export interface Axis {
  first: string;
  days: number;
}
export const lastOf = (axis: Axis): string => addDays(axis.first, axis.days - 1);

/** Where a day begins, in per cent of the axis. */
const at = (axis: Axis, date: string) => (daysBetween(axis.first, date) / axis.days) * 100;
const clamp = (value: number) => Math.max(0, Math.min(100, value));

function spot(axis: Axis, first: string, last: string) {
  const left = clamp(at(axis, first));
  return { left: `${left}%`, width: `${clamp(at(axis, addDays(last, 1))) - left}%` };
}

const looks: Record<Stretch["state"], string> = {
  waiting: "border-2 border-dashed border-ink bg-lime",
  open: "border border-amber hatched",
  approved: "border border-leaf hatched-leaf",
  paid: "border border-rule-strong bg-rule-strong",
};
const words: Record<Stretch["state"], string> = {
  waiting: stateWords.waiting,
  open: "recorded, not approved",
  approved: "approved",
  paid: "paid",
};

interface Props {
  view: LeaveView;
  axis: Axis;
  people: readonly LeavePerson[];
  away: ReadonlyMap<string, ReadonlySet<number>>;
  chosen: number | null;
  /** days of the request in hand, drawn while it is typed */
  drawn: { personId: number; first: string; last: string } | null;
  onPerson: (person: LeavePerson) => void;
  onRequest: (request: LeaveRequestView) => void;
  onDraw: (person: LeavePerson, days: { first: string; last: string }) => void;
}

export function Tapes({ view, axis, people, away, chosen, drawn, onPerson, onRequest, onDraw }: Props) {
  const dates = useMemo(() => Array.from({ length: axis.days }, (_, day) => addDays(axis.first, day)), [axis]);
  // The first day is named where the next month leaves room for it.
  const months = dates.filter((date, day) => date.endsWith("-01") || (day === 0 && Number(date.slice(8)) < 20));
  const weekends = dates.filter((date) => new Date(`${date}T00:00:00Z`).getUTCDay() === 6);
  const move = (event: KeyboardEvent<HTMLElement>) => {
    const step = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
    if (step === 0) return;
    const names = [...event.currentTarget.querySelectorAll<HTMLElement>("[data-person]")];
    const here = names.indexOf(document.activeElement as HTMLElement);
    if (here === -1) return;
    event.preventDefault();
    names[here + step]?.focus();
  };
  const columns = "grid grid-cols-[190px_1fr] max-[900px]:grid-cols-[130px_1fr]";
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: arrows move between the names, which are buttons
    <div className="figures h-full overflow-auto px-6 pb-6 text-[14px]" onKeyDown={move}>
      <div className={`${columns} sticky top-0 z-10 border-b border-rule-strong bg-paper`}>
        <span className="self-end pb-0.5 text-[13px] text-quiet">away that day</span>
        <div className="relative h-11">
          {months.map((date) => (
            <span
              key={date}
              className="absolute top-0 border-l border-rule-strong pl-1 text-[13px] whitespace-nowrap text-quiet"
              style={{ left: `${at(axis, date)}%` }}
            >
              {date.endsWith("-01") ? monthName(date) : shortDate(date)}
            </span>
          ))}
          {dates.map((date) => {
            const count = away.get(date)?.size ?? 0;
            return count === 0 ? null : (
              <span
                key={date}
                title={`${weekdayDate(date)}: ${count} away`}
                className="absolute bottom-0 bg-amber text-center text-[11px] leading-4 font-semibold"
                style={{
                  ...spot(axis, date, date),
                  height: 16,
                  // Darker where more are away.
                  backgroundColor: `color-mix(in srgb, var(--amber) ${Math.min(85, 20 + (count * 200) / Math.max(people.length, 4))}%, transparent)`,
                }}
              >
                {count > 1 ? count : ""}
              </span>
            );
          })}
        </div>
      </div>
      <div className="relative">
        <div className={`${columns} pointer-events-none absolute inset-0`} aria-hidden="true">
          <span />
          <div className="relative overflow-hidden">
            {weekends.map((date) => (
              <span key={date} className="absolute inset-y-0 bg-hover" style={spot(axis, date, addDays(date, 1))} />
            ))}
            <span className="absolute inset-y-0 w-0.5 bg-action" style={{ left: `${at(axis, view.today)}%` }} />
          </div>
        </div>
        {people.map((person) => (
          <TapeRow
            key={person.personId}
            view={view}
            axis={axis}
            person={person}
            columns={columns}
            isChosen={chosen === person.personId}
            drawn={drawn?.personId === person.personId ? drawn : null}
            onPerson={onPerson}
            onRequest={onRequest}
            onDraw={onDraw}
          />
        ))}
      </div>
    </div>
  );
}

const monthFormat = new Intl.DateTimeFormat("en-AU", { month: "long", timeZone: "UTC" });
const monthName = (date: string) => monthFormat.format(new Date(`${date}T00:00:00Z`));

const TapeRow = memo(function TapeRow({
  view,
  axis,
  person,
  columns,
  isChosen,
  drawn,
  onPerson,
  onRequest,
  onDraw,
}: Pick<Props, "view" | "axis" | "onPerson" | "onRequest" | "onDraw"> & {
  person: LeavePerson;
  columns: string;
  isChosen: boolean;
  drawn: { first: string; last: string } | null;
}) {
  const spans = useMemo(() => stretchesOf(person, view.requests), [person, view.requests]);
  const [pulled, setPulled] = useState<[string, string] | null>(null);
  const from = useRef<string | null>(null);
  const dateAt = (event: PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const day = Math.floor(((event.clientX - box.left) / box.width) * axis.days);
    return addDays(axis.first, Math.max(0, Math.min(axis.days - 1, day)));
  };
  const ordered = (a: string, b: string): [string, string] => (a <= b ? [a, b] : [b, a]);
  const shown = pulled ? { first: pulled[0], last: pulled[1] } : drawn;
  return (
    <div className={`${columns} border-b border-rule ${isChosen ? "bg-lime-soft/60" : ""}`}>
      <button
        type="button"
        data-person
        className="truncate py-1.5 pr-2 text-left hover:underline"
        aria-pressed={isChosen}
        onClick={() => onPerson(person)}
      >
        {person.name}
      </button>
      <div
        className="relative h-9 touch-pan-y overflow-hidden"
        onPointerDown={(event) => {
          if (!person.canAnswer || event.button !== 0 || event.target !== event.currentTarget) return;
          from.current = dateAt(event);
          event.currentTarget.setPointerCapture(event.pointerId);
          setPulled([from.current, from.current]);
        }}
        onPointerMove={(event) => {
          if (from.current) setPulled(ordered(from.current, dateAt(event)));
        }}
        onPointerUp={(event) => {
          if (!from.current) return;
          const [first, last] = ordered(from.current, dateAt(event));
          from.current = null;
          setPulled(null);
          onDraw(person, { first, last });
        }}
        onPointerCancel={() => {
          from.current = null;
          setPulled(null);
        }}
      >
        {person.holidays.map((day) => (
          <span
            key={day.date}
            title={`${weekdayDate(day.date)}: ${day.name ?? "public holiday"}`}
            className="pointer-events-none absolute inset-y-0 bg-leaf/25"
            style={spot(axis, day.date, day.date)}
          />
        ))}
        <BalanceLine axis={axis} person={person} />
        {spans.map((each) => {
          const label = `${leaveKindIn(view.country, each.kind).words}, ${shortDate(each.first)}${each.last === each.first ? "" : ` to ${shortDate(each.last)}`}, ${words[each.state]}`;
          const asked = view.requests.find((request) => request.id === each.request);
          return (
            <button
              key={`${each.first}${each.kind}${each.state}`}
              type="button"
              title={label}
              aria-label={`${person.name}: ${label}`}
              className={`absolute rounded-(--radius) ${each.part ? "top-5 bottom-1.5" : "top-1.5 bottom-1.5"} ${looks[each.state]}`}
              style={spot(axis, each.first, each.last)}
              onClick={() => (asked ? onRequest(asked) : onPerson(person))}
            />
          );
        })}
        {shown && (
          <span
            aria-hidden="true"
            className="pointer-events-none absolute inset-y-0.5 rounded-(--radius) border-2 border-action bg-lime/50"
            style={spot(axis, shown.first, shown.last)}
          />
        )}
      </div>
    </div>
  );
});

/** The balance of annual leave over the axis: climbs with accrual, steps down with what is recorded. */
function BalanceLine({ axis, person }: { axis: Axis; person: LeavePerson }) {
  const points = useMemo(() => {
    const standing = person.standings.annual;
    if (!standing) return null;
    const values = Array.from({ length: Math.ceil(axis.days / 7) + 1 }, (_, week) => {
      const day = Math.min(week * 7, axis.days);
      const { balance } = balanceOn(standing, addDays(axis.first, day - 1));
      return [day, Number(balance.toString())] as const;
    });
    const most = Math.max(...values.map(([, value]) => Math.abs(value)), 0.01);
    return values.map(([day, value]) => `${day},${(92 - (Math.max(value, 0) / most) * 80).toFixed(1)}`).join(" ");
  }, [axis, person]);
  if (!points) return null;
  return (
    <svg
      aria-hidden="true"
      className="pointer-events-none absolute inset-0 h-full w-full"
      viewBox={`0 0 ${axis.days} 100`}
      preserveAspectRatio="none"
    >
      <polyline
        points={points}
        fill="none"
        stroke="var(--quiet)"
        strokeWidth="1"
        vectorEffect="non-scaling-stroke"
        opacity="0.6"
      />
    </svg>
  );
}
