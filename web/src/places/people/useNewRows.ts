/** Rows of new people as they are typed: kept while the tab is open, looked at by the server, taken back step by step. */
import { skipToken } from "@reduxjs/toolkit/query/react";
import type { PlannedPerson } from "@zesty/contract/peopleSheet";
import type { CountryCode } from "@zesty/core/countries/countries";
import { peopleColumnsIn } from "@zesty/core/countries/peopleColumns";
import { useEffect, useMemo, useState } from "react";
import { useSettled } from "../../parts/useSettled.ts";
import { keepHere, keptHere } from "../../state/keptHere.ts";
import { peopleApi } from "../../state/peopleApi.ts";
import { isSecret } from "./oneGo.ts";
import { blankRow, isBlank, type NewRow, rowOf, withRoom } from "./severalRows.ts";

/** Kept while the tab is open: a connection that goes takes no typing with it. */
const keptName = (business: number) => `people-${business}`;
const keptRows = (business: number): NewRow[] => {
  const kept = keptHere<NewRow["cells"][]>(keptName(business), sessionStorage) ?? [];
  return kept.length > 0 ? withRoom(kept.map(rowOf)) : [blankRow()];
};

export function useNewRows(business: { id: number; country: CountryCode }) {
  const [rows, setRows] = useState(() => keptRows(business.id));
  const [before, setBefore] = useState<NewRow[][]>([]);
  const filled = useMemo(() => rows.filter((row) => !isBlank(row)), [rows]);
  const asked = useSettled(filled);
  const planned = peopleApi.usePlanPeopleQuery(
    asked.length > 0 ? { business: business.id, rows: asked.map((row) => row.cells) } : skipToken,
  );
  useEffect(() => {
    const open = new Set(peopleColumnsIn(business.country).flatMap((each) => (isSecret(each) ? [] : [each.name])));
    const cells = filled.map((row) => Object.fromEntries(Object.entries(row.cells).filter(([name]) => open.has(name))));
    keepHere(keptName(business.id), cells.length > 0 ? cells : null, sessionStorage);
  }, [filled, business.id, business.country]);

  const change = (next: NewRow[]) => {
    setBefore([...before.slice(-50), rows]);
    setRows(withRoom(next));
  };
  /** @returns whether there was something to take back */
  const undo = (): boolean => {
    const last = before.at(-1);
    if (!last) return false;
    setRows(last);
    setBefore(before.slice(0, -1));
    return true;
  };
  const forget = () => keepHere(keptName(business.id), null, sessionStorage);
  // Marks belong to the rows that were asked about, which may be older than what is typed by now; they stay until the next.
  const [marks, setMarks] = useState<ReadonlyMap<number, PlannedPerson>>(new Map());
  const answer = planned.currentData;
  useEffect(() => {
    if (answer) setMarks(new Map(answer.rows.flatMap((one, at) => (asked[at] ? [[asked[at].id, one]] : []))));
  }, [answer, asked]);
  const stopped = filled.filter((row) => marks.get(row.id)?.marks.some((mark) => mark.kind === "stop")).length;
  const known = asked === filled && answer !== undefined && filled.every((row) => marks.has(row.id));

  return { rows, filled, planned, marks, stopped, known, change, undo, forget };
}
