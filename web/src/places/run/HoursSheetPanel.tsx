/** The hours sheet beside the run: sent out filled, brought back, looked at row by row, and put in as one step. */
import type { HoursSheetPreview } from "@zesty/contract/hoursSheet";
import type { RunView } from "@zesty/contract/runs";
import type { SheetRowPlan } from "@zesty/core/hoursSheet/hoursSheet";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { counted, hours as hoursText, money } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { BringFile } from "../../parts/sheets/BringFile.tsx";
import type { Brought } from "../../parts/sheets/broughtFile.ts";
import { Meanings } from "../../parts/sheets/Meanings.tsx";
import { OtherSheets } from "../../parts/sheets/OtherSheets.tsx";
import { asksForYes, isStopped, SheetMarks } from "../../parts/sheets/SheetMarks.tsx";
import { runApi } from "../../state/runApi.ts";
import { rowsPutIn, said } from "../../state/runSlice.ts";
import { untilSaved } from "../../state/saving.ts";
import { useAppDispatch } from "../../state/store.ts";

export function HoursSheetPanel({ view, onBack }: { view: RunView; onBack: () => void }) {
  const dispatch = useAppDispatch();
  const [read, { data: preview, error, isLoading, reset }] = runApi.useHoursSheetMutation();
  const [file, setFile] = useState<Brought | null>(null);
  const [seen, setSeen] = useState<ReadonlySet<number>>(new Set());
  async function bring(next: Brought, meanings: Record<string, string> = {}): Promise<void> {
    await untilSaved();
    setFile(next);
    setSeen(new Set());
    await read({ run: view.id, ...next, mapping: meanings });
  }
  const asks = (preview?.rows ?? []).filter(asksForYes);
  const open = asks.filter((row) => !seen.has(row.row));
  // Somebody whose row waits for a yes is not put in.
  const waiting = new Set(open.map((row) => row.payId));
  const taken = (preview?.result ?? []).filter((each) => !waiting.has(each.payId));
  const plain = (preview?.rows ?? []).filter((row) => row.marks.length === 0 && row.changes.length > 0);
  function putIn(): void {
    dispatch(rowsPutIn(taken));
    dispatch(
      said(`${counted(taken.length, "person", "people")} changed from ${file?.name}. Ctrl+Z takes all of it back.`),
    );
    onBack();
  }
  return (
    <div>
      <Button look="quiet" onClick={onBack}>
        Back to the account
      </Button>
      <h2 className="mt-2 font-name text-[20px]">Hours sheet</h2>
      <p className="mb-2 text-[14.5px] text-quiet">
        Send it out with what stands in the run, and bring it back filled in. Nothing changes until you confirm.
      </p>
      <p className="flex gap-4">
        <a className="text-action underline" href={`/api/runs/${view.id}/hours-sheet.xlsx`} download>
          Download the workbook
        </a>
        <a className="text-action underline" href={`/api/runs/${view.id}/hours-sheet.csv`} download>
          Take it as CSV
        </a>
      </p>
      <BringFile
        label="Upload a filled-in sheet…"
        onBrought={(next) => {
          reset();
          void bring(next);
        }}
      />
      {isLoading && <p className="py-2 text-quiet">Reading {file?.name}…</p>}
      <ProblemNote error={error} />
      {preview && file && (
        <>
          <Summary preview={preview} file={file.name} />
          <OtherSheets read={preview} onChoose={(sheet) => void bring({ ...file, sheet })} />
          <Meanings
            names={preview.unmapped}
            choices={view.elements.map((each) => ({ value: each.code, name: each.name }))}
            onSaid={(meanings) => void bring(file, meanings)}
          />
          <ul className="figures mt-2 text-[14px]">
            {[...preview.rows]
              .filter((row) => row.marks.length > 0)
              // What wants a person stands first.
              .sort((a, b) => wants(a) - wants(b))
              .map((row) => (
                <RowPlan
                  key={row.row}
                  row={row}
                  seen={seen.has(row.row)}
                  onSeen={(on) => {
                    const next = new Set(seen);
                    if (on) next.add(row.row);
                    else next.delete(row.row);
                    setSeen(next);
                  }}
                />
              ))}
          </ul>
          <Pays preview={preview} waiting={waiting} />
          {plain.length > 0 && (
            <details className="mt-2">
              <summary className="text-action">{counted(plain.length, "row")} without a mark, cell by cell</summary>
              <ul className="figures text-[14px]">
                {plain.map((row) => (
                  <RowPlan key={row.row} row={row} seen onSeen={() => {}} />
                ))}
              </ul>
            </details>
          )}
          <div className="sticky -bottom-4 -mx-5 mt-2 border-t border-rule bg-sheet px-5 py-3">
            <Button look="main" disabled={preview.stops.length > 0 || taken.length === 0} onClick={putIn}>
              {taken.length === 0 ? "Nothing to put in" : `Put in ${counted(taken.length, "person", "people")}`}
            </Button>
            {open.length > 0 && <span className="ml-3 text-amber">{counted(open.length, "row")} to look at</span>}
          </div>
        </>
      )}
    </div>
  );
}

const wants = (row: SheetRowPlan) => (isStopped(row) ? 0 : asksForYes(row) ? 1 : 2);

function Summary({ preview, file }: { preview: HoursSheetPreview; file: string }) {
  const stops = preview.rows.filter(isStopped).length;
  const changed = preview.rows.filter((row) => row.changes.length > 0 && !isStopped(row)).length;
  return (
    <div className="mt-3">
      <p>
        <span className="font-semibold">{file}</span>: {counted(preview.rows.length, "row")}, {changed} with changes
        {stops > 0 ? `, ${stops} stopped` : ""}.
      </p>
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
    </div>
  );
}

const change = (before: string, after: string) =>
  before === after ? (
    after
  ) : (
    <>
      <span className="text-quiet">{before} → </span>
      {after}
    </>
  );

/** By person: what is paid now, and what would be. */
function Pays({ preview, waiting }: { preview: HoursSheetPreview; waiting: ReadonlySet<number | null> }) {
  const pays = preview.pays.filter((each) => !waiting.has(each.payId));
  if (pays.length === 0) return null;
  return (
    <table className="figures mt-2 w-full text-[14px]">
      <caption className="sr-only">Pays as they would be</caption>
      <thead>
        <tr className="border-b border-rule-strong text-right text-[13.5px] text-quiet">
          <th className="text-left font-medium">Pays that change</th>
          <th className="font-medium">Hours</th>
          <th className="font-medium">Gross</th>
        </tr>
      </thead>
      <tbody>
        {pays.map(({ payId, name, hours, gross }) => (
          <tr key={payId} className="border-b border-rule text-right">
            <th scope="row" className="py-0.5 text-left font-semibold">
              {name}
            </th>
            <td className="whitespace-nowrap pl-2">{change(hoursText(hours[0], 2), hoursText(hours[1], 2))}</td>
            <td className="whitespace-nowrap pl-3">{change(money(gross[0]), money(gross[1]))}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function RowPlan({ row, seen, onSeen }: { row: SheetRowPlan; seen: boolean; onSeen: (on: boolean) => void }) {
  return (
    <li className="border-b border-rule py-1">
      <span className="flex justify-between gap-3">
        <span className="font-semibold">{row.who}</span>
        <span className="text-quiet">row {row.row}</span>
      </span>
      {row.changes.map((each) => (
        <span key={each.what} className="flex justify-between gap-3">
          <span>{each.what}</span>
          <span>
            <span className="text-quiet">{each.before || "–"} → </span>
            {each.after || "–"}
          </span>
        </span>
      ))}
      <SheetMarks marks={row.marks} seen={seen} onSeen={onSeen} />
    </li>
  );
}
