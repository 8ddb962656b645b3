/** The hours sheet beside the run: sent out filled, brought back, looked at row by row, and put in as one step. */
import type { HoursSheetPreview } from "@zesty/contract/hoursSheet";
import type { RunView } from "@zesty/contract/runs";
import type { SheetRowPlan } from "@zesty/core/hoursSheet/hoursSheet";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { counted } from "../../parts/format.ts";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { api } from "../../state/api.ts";
import { rowsPutIn, said } from "../../state/runSlice.ts";
import { untilSaved } from "../../state/saving.ts";
import { useAppDispatch } from "../../state/store.ts";

interface Brought {
  name: string;
  data: string;
}

/** A file as base64, read in pieces so that the page stays awake. */
async function brought(file: File): Promise<Brought> {
  const url = await new Promise<string>((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error);
    reader.readAsDataURL(file);
  });
  return { name: file.name, data: url.slice(url.indexOf(",") + 1) };
}

export function HoursSheetPanel({ view, onBack }: { view: RunView; onBack: () => void }) {
  const dispatch = useAppDispatch();
  const [read, { data: preview, error, isLoading, reset }] = api.useHoursSheetMutation();
  const [file, setFile] = useState<Brought | null>(null);
  const [mapping, setMapping] = useState<Record<string, string>>({});
  const [seen, setSeen] = useState<ReadonlySet<number>>(new Set());
  async function bring(next: Brought, meanings: Record<string, string> = {}): Promise<void> {
    await untilSaved();
    setFile(next);
    setSeen(new Set());
    await read({ run: view.id, ...next, mapping: meanings });
  }
  const asks = (preview?.rows ?? []).filter((row) => row.marks.some((mark) => mark.kind === "query") && !stopped(row));
  const open = asks.filter((row) => !seen.has(row.row));
  // Somebody whose row waits for a yes is not put in.
  const waiting = new Set(open.map((row) => row.payId));
  const taken = (preview?.result ?? []).filter((each) => !waiting.has(each.payId));
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
        Send it out with what stands in the run, and bring it back filled in. Nothing changes before you have looked.
      </p>
      <p className="flex gap-4">
        <a className="text-action underline" href={`/api/runs/${view.id}/hours-sheet.xlsx`} download>
          Take the workbook
        </a>
        <a className="text-action underline" href={`/api/runs/${view.id}/hours-sheet.csv`} download>
          Take it as CSV
        </a>
      </p>
      <label className="mt-3 inline-block cursor-pointer rounded-(--radius) border border-rule-strong bg-sheet px-3 py-1.5 text-[15px] focus-within:outline-2 focus-within:outline-action hover:bg-hover">
        Bring a sheet back…
        <input
          type="file"
          accept=".xlsx,.csv"
          className="sr-only"
          onChange={(event) => {
            const chosen = event.target.files?.[0];
            event.target.value = "";
            reset();
            if (chosen) void brought(chosen).then((next) => bring(next));
          }}
        />
      </label>
      {isLoading && <p className="py-2 text-quiet">Reading {file?.name}…</p>}
      <ProblemNote error={error} />
      {preview && file && (
        <>
          <Summary preview={preview} file={file.name} />
          {preview.unmapped.length > 0 && (
            <form
              className="mt-2 border-l-3 border-lime pl-3"
              onSubmit={(event) => {
                event.preventDefault();
                void bring(file, mapping);
              }}
            >
              {preview.unmapped.map((heading) => (
                <label key={heading} className="flex items-center justify-between gap-3 py-0.5">
                  “{heading}” means
                  <select
                    className="rounded-(--radius) border border-rule-strong bg-sheet px-2 py-1"
                    value={mapping[heading] ?? ""}
                    onChange={(event) => setMapping({ ...mapping, [heading]: event.target.value })}
                  >
                    <option value="">choose…</option>
                    <option value="ignore">nothing: leave it out</option>
                    {view.elements.map((each) => (
                      <option key={each.id} value={each.code}>
                        {each.name}
                      </option>
                    ))}
                  </select>
                </label>
              ))}
              <Button type="submit" className="mt-1" disabled={preview.unmapped.some((heading) => !mapping[heading])}>
                Read it again; this is remembered
              </Button>
            </form>
          )}
          <ul className="figures mt-2 text-[14px]">
            {preview.rows
              .filter((row) => row.marks.length + row.changes.length > 0)
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

const stopped = (row: SheetRowPlan) => row.marks.some((mark) => mark.kind === "stop");

function Summary({ preview, file }: { preview: HoursSheetPreview; file: string }) {
  const stops = preview.rows.filter(stopped).length;
  const changed = preview.rows.filter((row) => row.changes.length > 0 && !stopped(row)).length;
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
      {row.marks.map((mark) => (
        <span key={mark.text} className="flex items-start gap-1.5">
          <span className="mt-0.5">
            <MarkShape kind={mark.kind} ticked={mark.kind === "query" && seen} />
          </span>
          <span className={mark.kind === "stop" ? "text-plum" : ""}>{mark.text}</span>
        </span>
      ))}
      {row.marks.some((mark) => mark.kind === "query") && !stopped(row) && (
        <label className="flex items-center gap-2 text-action">
          <input
            type="checkbox"
            className="size-4 accent-(--action)"
            checked={seen}
            onChange={(event) => onSeen(event.target.checked)}
          />
          Looked at: put it in
        </label>
      )}
    </li>
  );
}
