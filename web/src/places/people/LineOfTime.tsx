/** A person's dated facts on one tape: lanes left to right, a notch a change, today's line, what is coming behind it. */
import type { LineOfTime as Line, Notch, TimeLane } from "@zesty/contract/lineOfTime";
import { addMonths, daysBetween } from "@zesty/core/calendar/dates";
import { useState } from "react";
import { Link } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { longDate, shortDate } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { lineApi } from "../../state/lineApi.ts";

interface Chosen {
  section: string;
  notch: number;
}

export function LineOfTime({ personId }: { personId: number }) {
  const { data: line, error } = lineApi.useLineQuery(personId, { refetchOnMountOrArgChange: true });
  const [chosen, setChosen] = useState<Chosen | null>(null);
  if (error) return <ProblemNote error={error} />;
  if (!line) return <p className="py-2 text-quiet">Drawing the line of time…</p>;
  const lane = line.lanes.find((each) => each.section === chosen?.section);
  const notch = lane?.notches.find((each) => each.id === chosen?.notch);
  return (
    <section aria-label="Line of time" className="mb-5 border-t border-rule-strong pt-2">
      <Axis line={line} />
      {line.lanes
        .filter((each) => each.notches.length > 0)
        .map((each) => (
          <Lane
            key={each.section}
            line={line}
            lane={each}
            chosen={chosen?.section === each.section ? chosen.notch : null}
            onChoose={(id) => setChosen(id === null ? null : { section: each.section, notch: id })}
          />
        ))}
      {lane && notch && (
        <NotchBeside
          key={notch.id}
          personId={personId}
          line={line}
          lane={lane}
          notch={notch}
          onDone={() => setChosen(null)}
        />
      )}
    </section>
  );
}

/**
 * The last year and what is coming have most of the room: what lies further back is pressed together at the left, so
 * that a start ten years ago leaves this year readable.
 */
function placeOf({ from, to, today }: Line, date: string): number {
  const yearAgo = Math.min(daysBetween(from, today), 400);
  const old = daysBetween(from, today) - yearAgo;
  const recent = yearAgo + daysBetween(today, to);
  const at = daysBetween(from, date);
  const room = old === 0 ? 0 : 16;
  if (at < old) return (room * Math.max(at, 0)) / old;
  return room + ((100 - room) * (at - old)) / Math.max(recent, 1);
}
const percent = (line: Line, date: string) => `${placeOf(line, date).toFixed(2)}%`;

/** First days of quarters where the tape is not pressed together, clear of its start and of today. */
function quarters(line: Line): string[] {
  const found: string[] = [];
  for (let date = `${line.from.slice(0, 4)}-01-01`; date <= line.to; date = addMonths(date, 3)) {
    const at = placeOf(line, date);
    if (date > line.from && at > 24 && at < 97 && Math.abs(at - placeOf(line, line.today)) > 6) found.push(date);
  }
  return found;
}

function Axis({ line }: { line: Line }) {
  return (
    <div className="relative ml-40 h-8 text-[12px] text-quiet" aria-hidden="true">
      <span className="absolute left-0">{longDate(line.from)}</span>
      {quarters(line).map((date) => (
        <span key={date} className="absolute -translate-x-1/2" style={{ left: percent(line, date) }}>
          {shortDate(date)} {date.slice(0, 4)}
        </span>
      ))}
      <span
        className="absolute -translate-x-1/2 bg-lime px-1 font-semibold text-[#1f2a20]"
        style={{ left: percent(line, line.today) }}
      >
        today
      </span>
      {line.paydays.map((each) => (
        <span
          key={`${each.payday}${each.runId}`}
          className="absolute top-5 size-1.5 -translate-x-1/2 rounded-full bg-leaf"
          style={{ left: percent(line, each.payday) }}
        />
      ))}
    </div>
  );
}

function Lane({
  line,
  lane,
  chosen,
  onChoose,
}: {
  line: Line;
  lane: TimeLane;
  chosen: number | null;
  onChoose: (id: number | null) => void;
}) {
  return (
    <div className="flex items-stretch border-t border-rule">
      <span className="w-40 shrink-0 py-1 text-[14px] text-quiet">{lane.title}</span>
      <div className="relative h-8 min-w-0 flex-1">
        <span
          aria-hidden="true"
          className="absolute inset-y-0 border-l-2 border-lime"
          style={{ left: percent(line, line.today) }}
        />
        {lane.notches.map((notch, at) => {
          const next = lane.notches[at + 1];
          const left = placeOf(line, notch.from);
          const right = next ? placeOf(line, next.from) : 100;
          const holds = notch.from <= line.today && (!next || next.from > line.today);
          const state = notch.from > line.today ? "coming" : holds ? "holds today" : "past";
          return (
            <button
              key={notch.id}
              type="button"
              aria-pressed={chosen === notch.id}
              aria-label={`${lane.title}: ${notch.words}, ${state}, since ${longDate(notch.from)}`}
              title={`${longDate(notch.from)}: ${notch.words}`}
              className={`figures absolute top-1 h-6 overflow-hidden border-l-3 pl-1 text-left text-[13px] whitespace-nowrap hover:bg-hover ${
                chosen === notch.id
                  ? "border-action bg-lime-soft"
                  : state === "coming"
                    ? "border-amber border-dashed italic"
                    : holds
                      ? "border-leaf"
                      : "border-rule-strong text-quiet"
              }`}
              style={{ left: `${left.toFixed(2)}%`, width: `${Math.max(right - left, 0.8).toFixed(2)}%` }}
              onClick={() => onChoose(chosen === notch.id ? null : notch.id)}
            >
              {notch.words}
            </button>
          );
        })}
      </div>
    </div>
  );
}

function NotchBeside({
  personId,
  line,
  lane,
  notch,
  onDone,
}: {
  personId: number;
  line: Line;
  lane: TimeLane;
  notch: Notch;
  onDone: () => void;
}) {
  const [undo, { error, isLoading }] = lineApi.useUndoChangeMutation();
  const touched = line.paydays.filter((each) => each.periodEnd >= notch.from);
  const before = notch.changes.every((each) => each.was === null);
  return (
    <div className="figures mt-1 border-l-3 border-lime bg-sheet px-4 py-2 text-[15px]" role="status">
      <p className="font-semibold">
        {lane.title}, {notch.from > line.today ? "coming on" : "since"} {longDate(notch.from)}
      </p>
      {notch.changes.map((each) => (
        <p key={each.what}>
          <span className="inline-block w-36 text-quiet">{each.what}</span>
          {!before && <span className="text-quiet">{each.was ?? "–"} → </span>}
          {each.is}
        </p>
      ))}
      {!before && touched.length > 0 && (
        <p className="mt-1 text-quiet">
          {touched.length === 1 ? "One signed-off pay reaches" : `${touched.length} signed-off pays reach`} over that
          day, the last on{" "}
          <Link className="text-action underline" to={`/run/${touched.at(-1)?.runId}`}>
            {shortDate(touched.at(-1)?.payday ?? "")}
          </Link>
          ; what they paid stays as it was.
        </p>
      )}
      <ProblemNote error={error} />
      <div className="mt-2 flex gap-2">
        {notch.canUndo && (
          <Button
            disabled={isLoading}
            onClick={() =>
              void undo({ person: personId, section: lane.section, notch: notch.id }).then((answer) => {
                if (answer.data) onDone();
              })
            }
          >
            Undo, and keep what applied before
          </Button>
        )}
        <Button look="quiet" onClick={onDone}>
          Close
        </Button>
      </div>
    </div>
  );
}
