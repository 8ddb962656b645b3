/** Shifts from an export: the file is read, what it would change stands day by day, and it is put in as one step. */

import type { ShiftSheetPreview } from "@zesty/contract/hoursSheet";
import type { DayChange, WeekView } from "@zesty/contract/time";
import { dayText } from "@zesty/core/hours/dayText";
import { type ShiftColumn, shiftColumns } from "@zesty/core/hoursSheet/shiftSheet";
import { useRef, useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { counted, weekdayDate } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { BringFile } from "../../parts/sheets/BringFile.tsx";
import type { Brought } from "../../parts/sheets/broughtFile.ts";
import { Meanings } from "../../parts/sheets/Meanings.tsx";
import { OtherSheets } from "../../parts/sheets/OtherSheets.tsx";
import { asksForYes, isStopped, SheetMarks } from "../../parts/sheets/SheetMarks.tsx";
import { peopleApi } from "../../state/peopleApi.ts";
import { timeApi } from "../../state/timeApi.ts";

const columnWords: Record<ShiftColumn, string> = {
  code: "code of the person",
  name: "name of the person",
  date: "day",
  start: "start",
  end: "end",
  break1Start: "first break, start",
  break1End: "first break, end",
  break2Start: "second break, start",
  break2End: "second break, end",
  break3Start: "third break, start",
  break3End: "third break, end",
  unpaidMinutes: "unpaid break, minutes",
  mark: "kind of shift: sleepover, on call …",
  pieces: "pieces",
  pieceRate: "dollars of a piece",
  hours: "hours, to compare",
  centre: "cost centre",
  notes: "note",
};
const columnChoices = (Object.keys(shiftColumns) as ShiftColumn[]).map((value) => ({
  value,
  name: columnWords[value],
}));

interface Props {
  view: WeekView;
  onPutIn: (changes: DayChange[], before: DayChange[], from: string) => Promise<boolean>;
  onBack: () => void;
}

export function ShiftsPanel({ view, onPutIn, onBack }: Props) {
  const [read, { data: preview, error, isLoading, reset }] = timeApi.useShiftSheetMutation();
  const { data: everybody = [] } = peopleApi.usePeopleQuery(view.businessId);
  const besideRef = useRef<HTMLElement>(null);
  const [file, setFile] = useState<Brought | null>(null);
  const [seen, setSeen] = useState<ReadonlySet<number>>(new Set());
  const bring = (next: Brought, said: { mapping?: Record<string, string>; people?: Record<string, string> } = {}) => {
    setFile(next);
    setSeen(new Set());
    // The form that was just sent goes: the keyboard stays here.
    besideRef.current?.focus();
    void read({ business: view.businessId, ...next, ...said, from: view.from, to: view.to });
  };
  const waiting = new Set(
    (preview?.rows ?? []).filter((row) => asksForYes(row) && !seen.has(row.row)).map((r) => r.row),
  );
  const taken = (preview?.days ?? []).filter((day) => !day.rows.some((row) => waiting.has(row)));
  const stopped = (preview?.rows ?? []).filter(isStopped).length;
  const putIn = async () => {
    const change = ({ personId, date }: (typeof taken)[number]) => ({ personId, date, kind: "worked" as const });
    const done = await onPutIn(
      taken.map((day) => ({ ...change(day), record: day.after })),
      taken.map((day) => ({ ...change(day), record: day.before })),
      file?.name ?? "",
    );
    if (done) onBack();
  };
  return (
    <aside
      ref={besideRef}
      tabIndex={-1}
      aria-label="Shifts from a file"
      className="figures flex flex-col overflow-auto border-l border-rule-strong bg-sheet px-5 py-4 text-[14.5px]"
    >
      <Button look="quiet" className="self-start" onClick={onBack}>
        Back to the day
      </Button>
      <h2 className="mt-2 font-name text-[20px]">Shifts from a file</h2>
      <p className="text-quiet">
        An export of a roster or a clock, a row a shift, as workbook or CSV. Nothing changes until you confirm.
      </p>
      <div>
        <BringFile
          label="Bring shifts…"
          onBrought={(next) => {
            reset();
            bring(next);
          }}
        />
      </div>
      {isLoading && <p className="py-2 text-quiet">Reading {file?.name}…</p>}
      <ProblemNote error={error} />
      {preview && file && (
        <>
          <p className="mt-3">
            <span className="font-semibold">{file.name}</span>: {counted(preview.rows.length, "row")},{" "}
            {counted(preview.days.length, "day")} with changes{stopped > 0 ? `, ${stopped} stopped` : ""}.
          </p>
          <OtherSheets read={preview} onChoose={(sheet) => bring({ ...file, sheet })} />
          {preview.stops.map((text) => (
            <p key={text} role="alert" className="text-plum">
              {text}
            </p>
          ))}
          {preview.notes.map((text) => (
            <p key={text} className="text-quiet">
              {text}
            </p>
          ))}
          <Meanings
            key={preview.unmapped.join()}
            names={preview.unmapped}
            choices={columnChoices}
            onSaid={(mapping) => bring(file, { mapping })}
          />
          {preview.unmapped.length === 0 && (
            <Meanings
              names={preview.strangers}
              verb="is"
              choices={everybody.map((each) => ({ value: each.payrollId, name: each.name }))}
              onSaid={(people) => bring(file, { people })}
            />
          )}
          <ShiftRows preview={preview} country={view.country} seen={seen} onSeen={setSeen} />
          <div className="sticky -bottom-4 -mx-5 mt-2 border-t border-rule bg-sheet px-5 py-3">
            <Button look="main" disabled={preview.stops.length > 0 || taken.length === 0} onClick={() => void putIn()}>
              {taken.length === 0 ? "Nothing to put in" : `Put in ${counted(taken.length, "day")}`}
            </Button>
            {waiting.size > 0 && <span className="ml-3 text-amber">{counted(waiting.size, "row")} to look at</span>}
          </div>
        </>
      )}
    </aside>
  );
}

interface RowsProps {
  preview: ShiftSheetPreview;
  country: WeekView["country"];
  seen: ReadonlySet<number>;
  onSeen: (rows: ReadonlySet<number>) => void;
}

/** Rows with something to look at, and each day before and after. */
function ShiftRows({ preview, country, seen, onSeen }: RowsProps) {
  return (
    <ul className="mt-2">
      {preview.rows
        .filter((row) => row.marks.length > 0)
        .map((row) => (
          <li key={row.row} className="border-b border-rule py-1">
            <span className="flex justify-between gap-3">
              <span className="font-semibold">
                {row.who}
                {row.date ? `, ${weekdayDate(row.date)}` : ""}
              </span>
              <span className="text-quiet">row {row.row}</span>
            </span>
            <SheetMarks
              marks={row.marks}
              seen={seen.has(row.row)}
              onSeen={(on) => {
                const next = new Set(seen);
                if (on) next.add(row.row);
                else next.delete(row.row);
                onSeen(next);
              }}
            />
          </li>
        ))}
      {preview.days.map((day) => (
        <li key={`${day.personId}${day.date}`} className="flex justify-between gap-3 border-b border-rule py-0.5">
          <span>
            {day.name}, {weekdayDate(day.date)}
          </span>
          <span className="text-right">
            {day.before && <span className="text-quiet line-through">{dayText(day.before, country)}</span>}{" "}
            {dayText(day.after, country)}
          </span>
        </li>
      ))}
    </ul>
  );
}
