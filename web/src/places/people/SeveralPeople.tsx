/** Several new people at once: a sheet to type, paste or bring a file into; beside it what stands in the way and the first pay. */

import type { PeopleFileRead } from "@zesty/contract/peopleSheet";
import type { CountryCode } from "@zesty/core/countries/countries";
import { peopleColumnsIn } from "@zesty/core/countries/peopleColumns";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { onPage } from "../../countries/onPage.ts";
import { AskBeforeLeaving } from "../../parts/AskBeforeLeaving.tsx";
import { Button } from "../../parts/Button.tsx";
import { counted } from "../../parts/format.ts";
import { usePageTitle } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { BringFile } from "../../parts/sheets/BringFile.tsx";
import type { Brought } from "../../parts/sheets/broughtFile.ts";
import { Meanings } from "../../parts/sheets/Meanings.tsx";
import { useBusiness } from "../../state/business.ts";
import { peopleApi } from "../../state/peopleApi.ts";
import { AddedTogetherList } from "./AddedByMistake.tsx";
import { NewPersonBeside } from "./NewPersonBeside.tsx";
import { PeopleSheet } from "./PeopleSheet.tsx";
import { isBlank, type NewRow, pasted, rowOf } from "./severalRows.ts";
import { useNewRows } from "./useNewRows.ts";

export function SeveralPeople() {
  const business = useBusiness();
  return <Sheet key={business.id} business={business} />;
}

function Sheet({ business }: { business: { id: number; name: string; country: CountryCode } }) {
  usePageTitle("Several people");
  const navigate = useNavigate();
  const columns = peopleColumnsIn(business.country);
  const [chosen, setChosen] = useState(0);
  const sheet = useNewRows(business);
  const { rows, filled, planned, marks, stopped, known } = sheet;
  const change = (next: NewRow[]) => {
    sheet.change(next);
    setMessage(null);
  };
  const [message, setMessage] = useState<string | null>(null);
  const [file, setFile] = useState<Brought | null>(null);
  const [done, setDone] = useState(false);
  const [read, reading] = peopleApi.usePeopleFileMutation();
  const [add, adding] = peopleApi.useAddSeveralMutation();
  async function bring(next: Brought, mapping: Record<string, string> = {}): Promise<void> {
    setFile(next);
    const answer = await read({ business: business.id, ...next, mapping });
    if (!answer.data || answer.data.stops.length > 0) return;
    // Of several sheets somebody says which one is meant.
    if (answer.data.others.length > 0 && next.sheet === undefined) return;
    change([...filled, ...answer.data.rows.map(rowOf)]);
    setFile(null);
    setMessage(`${counted(answer.data.rows.length, "row")} from ${next.name}. Ctrl+Z takes them out again.`);
  }
  async function addAll(): Promise<void> {
    const answer = await add({ business: business.id, rows: filled.map((row) => row.cells) });
    if (!answer.data) return;
    sheet.forget();
    setDone(true);
  }
  // Once nothing is left to be asked about, the way is free.
  useEffect(() => {
    if (done) void navigate("/people");
  }, [done, navigate]);

  const inHand = rows[chosen];
  return (
    <main id="main" className="flex h-full min-h-0 max-[900px]:flex-col">
      <AskBeforeLeaving when={filled.length > 0 && !done} />
      <div className="flex min-w-0 flex-1 flex-col px-6 pt-4">
        <div className="mb-3 flex flex-wrap items-end justify-between gap-3">
          <h1 className="font-name text-[26px] leading-tight font-medium">Several people</h1>
          <div className="flex items-center gap-3 [&>label]:mt-0">
            <a className="text-action underline" href={`/api/businesses/${business.id}/people/sheet.csv`} download>
              Download a blank sheet
            </a>
            <BringFile label="Bring a file…" onBrought={(next) => void bring(next)} />
            <Button
              look="main"
              disabled={filled.length === 0 || stopped > 0 || !known || adding.isLoading}
              onClick={() => void addAll()}
            >
              {filled.length === 0 ? "Add" : `Add ${counted(filled.length, "person", "people")}`}
            </Button>
          </div>
        </div>
        <p className="mb-2 text-quiet" role="status">
          {message ?? standing(sheet)}
        </p>
        {filled.length === 0 && <AddedTogetherList business={business.id} />}
        {reading.isLoading && <p className="text-quiet">Reading {file?.name}…</p>}
        <ProblemNote error={reading.error ?? adding.error ?? planned.error} />
        {file && reading.data && (
          <AskedOfFile file={file} read={reading.data} columns={columns} onBring={(...of) => void bring(...of)} />
        )}
        <PeopleSheet
          columns={columns}
          rows={rows}
          marks={marks}
          onChoose={setChosen}
          onChange={change}
          onPaste={(text, at) => {
            const next = pasted(text, rows, columns, at);
            if ("fault" in next) setMessage(next.fault);
            else change(next.rows);
          }}
          onUndo={() => {
            if (!sheet.undo()) setMessage("There is nothing to undo.");
          }}
        />
      </div>
      <NewPersonBeside
        key={inHand?.id}
        business={business.id}
        columns={columns}
        fundWord={onPage[business.country].fund}
        row={inHand && !isBlank(inHand) ? inHand : null}
        planned={inHand ? (marks.get(inHand.id) ?? null) : null}
        onTakeOut={() => inHand && change(rows.filter((row) => row !== inHand))}
      />
    </main>
  );
}

interface AskedProps {
  file: Brought;
  read: PeopleFileRead;
  columns: ReturnType<typeof peopleColumnsIn>;
  onBring: (file: Brought, mapping?: Record<string, string>) => void;
}

/** What a file leaves open: which sheet of it, what stands in its way, what its headings mean. */
function AskedOfFile({ file, read, columns, onBring }: AskedProps) {
  if (read.stops.length === 0 && read.others.length === 0) return null;
  return (
    <div className="mb-3">
      {read.others.length > 0 && (
        <p className="flex flex-wrap items-baseline gap-x-3">
          <span>Which sheet of {file.name}?</span>
          {[read.sheet, ...read.others].map((sheet) => (
            <Button key={sheet} onClick={() => onBring({ ...file, sheet })}>
              {sheet}
            </Button>
          ))}
        </p>
      )}
      {read.stops.map((text) => (
        <p key={text} role="alert" className="text-plum">
          {text}
        </p>
      ))}
      <Meanings
        names={read.unmapped}
        choices={columns.map((each) => ({ value: each.name, name: each.title }))}
        onSaid={(mapping) => onBring(file, mapping)}
      />
    </div>
  );
}

function standing({ filled, stopped, marks }: ReturnType<typeof useNewRows>): string {
  if (filled.length === 0)
    return "A row a person: type, paste a block with or without its headings, or bring a file. What is left blank is asked for later and stays marked until then.";
  if (stopped > 0)
    return `${counted(stopped, "row")} of ${filled.length} cannot be added yet; the reason is beside each row.`;
  if (!filled.every((row) => marks.has(row.id))) return "Looking at what was typed…";
  return filled.length === 1 ? "1 row, and it can be added." : `${filled.length} rows, all of them can be added.`;
}
