/** Several new people at once: a sheet to type, paste or bring a file into; beside it what stands in the way and the first pay. */

import { skipToken } from "@reduxjs/toolkit/query/react";
import type { PlannedPerson } from "@zesty/contract/peopleSheet";
import type { CountryCode } from "@zesty/core/countries/countries";
import { peopleColumnsIn } from "@zesty/core/countries/peopleColumns";
import { useEffect, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { onPage } from "../../countries/onPage.ts";
import { AskBeforeLeaving } from "../../parts/AskBeforeLeaving.tsx";
import { Button } from "../../parts/Button.tsx";
import { counted } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { BringFile } from "../../parts/sheets/BringFile.tsx";
import type { Brought } from "../../parts/sheets/broughtFile.ts";
import { Meanings } from "../../parts/sheets/Meanings.tsx";
import { useSettled } from "../../parts/useSettled.ts";
import { useBusiness } from "../../state/business.ts";
import { keepHere, keptHere } from "../../state/keptHere.ts";
import { peopleApi } from "../../state/peopleApi.ts";
import { AddedTogetherList } from "./AddedByMistake.tsx";
import { NewPersonBeside } from "./NewPersonBeside.tsx";
import { isSecret } from "./oneGo.ts";
import { PeopleSheet } from "./PeopleSheet.tsx";
import { blankRow, isBlank, type NewRow, pasted, rowOf, withRoom } from "./severalRows.ts";

/** Kept while the tab is open: a connection that goes takes no typing with it. */
const keptName = (business: number) => `people-${business}`;
const keptRows = (business: number): NewRow[] => {
  const kept = keptHere<NewRow["cells"][]>(keptName(business), sessionStorage) ?? [];
  return kept.length > 0 ? withRoom(kept.map(rowOf)) : [blankRow()];
};

export function SeveralPeople() {
  const business = useBusiness();
  return <Sheet key={business.id} business={business} />;
}

function Sheet({ business }: { business: { id: number; name: string; country: CountryCode } }) {
  const navigate = useNavigate();
  const columns = peopleColumnsIn(business.country);
  const [rows, setRows] = useState(() => keptRows(business.id));
  const [before, setBefore] = useState<NewRow[][]>([]);
  const [chosen, setChosen] = useState(0);
  const [message, setMessage] = useState<string | null>(null);
  const [file, setFile] = useState<Brought | null>(null);
  const [done, setDone] = useState(false);
  const [read, reading] = peopleApi.usePeopleFileMutation();
  const [add, adding] = peopleApi.useAddSeveralMutation();
  const filled = useMemo(() => rows.filter((row) => !isBlank(row)), [rows]);
  const asked = useSettled(filled);
  const planned = peopleApi.usePlanPeopleQuery(
    asked.length > 0 ? { business: business.id, rows: asked.map((row) => row.cells) } : skipToken,
  );
  useEffect(() => {
    document.title = "Several people · Zesty Ledger";
  }, []);
  useEffect(() => {
    const open = new Set(peopleColumnsIn(business.country).flatMap((each) => (isSecret(each) ? [] : [each.name])));
    const cells = filled.map((row) => Object.fromEntries(Object.entries(row.cells).filter(([name]) => open.has(name))));
    keepHere(keptName(business.id), cells.length > 0 ? cells : null, sessionStorage);
  }, [filled, business.id, business.country]);

  const change = (next: NewRow[]) => {
    setBefore([...before.slice(-50), rows]);
    setRows(withRoom(next));
    setMessage(null);
  };
  // Marks belong to the rows that were asked about, which may be older than what is typed by now; they stay until the next.
  const [marks, setMarks] = useState<ReadonlyMap<number, PlannedPerson>>(new Map());
  const answer = planned.currentData;
  useEffect(() => {
    if (answer) setMarks(new Map(answer.rows.flatMap((one, at) => (asked[at] ? [[asked[at].id, one]] : []))));
  }, [answer, asked]);
  const stopped = filled.filter((row) => marks.get(row.id)?.marks.some((mark) => mark.kind === "stop")).length;
  const known = asked === filled && answer !== undefined && filled.every((row) => marks.has(row.id));

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
    keepHere(keptName(business.id), null, sessionStorage);
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
          {message ??
            (filled.length === 0
              ? "A row a person: type, paste a block with or without its headings, or bring a file. What is left blank is asked for later and stays marked until then."
              : stopped > 0
                ? `${counted(stopped, "row")} of ${filled.length} cannot be added yet; the reason is beside each row.`
                : !filled.every((row) => marks.has(row.id))
                  ? "Looking at what was typed…"
                  : filled.length === 1
                    ? "1 row, and it can be added."
                    : `${filled.length} rows, all of them can be added.`)}
        </p>
        {filled.length === 0 && <AddedTogetherList business={business.id} />}
        {reading.isLoading && <p className="text-quiet">Reading {file?.name}…</p>}
        <ProblemNote error={reading.error ?? adding.error ?? planned.error} />
        {file && reading.data && (reading.data.stops.length > 0 || reading.data.others.length > 0) && (
          <div className="mb-3">
            {reading.data.others.length > 0 && (
              <p className="flex flex-wrap items-baseline gap-x-3">
                <span>Which sheet of {file.name}?</span>
                {[reading.data.sheet, ...reading.data.others].map((sheet) => (
                  <Button key={sheet} onClick={() => void bring({ ...file, sheet })}>
                    {sheet}
                  </Button>
                ))}
              </p>
            )}
            {reading.data.stops.map((text) => (
              <p key={text} role="alert" className="text-plum">
                {text}
              </p>
            ))}
            <Meanings
              names={reading.data.unmapped}
              choices={columns.map((each) => ({ value: each.name, name: each.title }))}
              onSaid={(mapping) => void bring(file, mapping)}
            />
          </div>
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
            const last = before.at(-1);
            if (!last) return setMessage("There is nothing to undo.");
            setRows(last);
            setBefore(before.slice(0, -1));
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
