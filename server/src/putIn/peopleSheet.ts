/** Several new people at once: read from a file, looked at row by row, and added all or none. */

import { check } from "@zesty/contract/fields";
import type { HoursSheetFile } from "@zesty/contract/hoursSheet";
import type { NewPersonNz } from "@zesty/contract/nz/people";
import type { NewPerson } from "@zesty/contract/people";
import type { PeopleFileRead, PeoplePlan, PlannedPerson } from "@zesty/contract/peopleSheet";
import { peopleColumnsIn } from "@zesty/core/countries/peopleColumns";
import {
  nextPayrollId,
  type PersonCells,
  type PersonColumn,
  type PersonMark,
  readPeopleTable,
  readPersonCells,
} from "@zesty/core/hoursSheet/peopleSheet";
import { counted } from "@zesty/core/quantity/units";
import { eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { agreementRulesOf } from "../hours/agreements.ts";
import { draftOf } from "../people/drafts.ts";
import { numbersInUse } from "../people/numberOfAnother.ts";
import { birthFault, startFault } from "../people/oddDates.ts";
import { createPerson } from "../people/savePerson.ts";
import { readBusiness } from "../setup/readBusiness.ts";
import { meaningsOf, readBrought, rememberMeanings, sheetRead } from "../sheets/readFile.ts";
import { person } from "../store/schema.ts";
import { record } from "../store/trail.ts";

/** Reads a file into rows. Nothing is written but what headings were said to mean. */
export async function readPeopleFile(
  context: Context,
  actor: Actor,
  businessId: number,
  file: HoursSheetFile,
): Promise<PeopleFileRead> {
  const { name, mapping = {} } = file;
  const table = await readBrought(file);
  const columns = peopleColumnsIn(findBusiness(context, businessId).country);
  const known = new Set([...columns.map((each) => each.name), "ignore"]);
  const strange = Object.entries(mapping).find(([, means]) => !known.has(means));
  if (strange) {
    const text = `“${strange[0]}” cannot mean ${strange[1]}: that is no column of a sheet of people.`;
    throw cannot("people-sheet", text, { errors: [{ path: "mapping", text }] });
  }
  const read = readPeopleTable(table, columns, { ...meaningsOf(context, businessId, "newPeople"), ...mapping });
  context.store.transaction(() => {
    rememberMeanings(context, actor, businessId, "newPeople", mapping);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: `looked at the people of ${name.slice(0, 80)}`,
      about: counted(String(read.rows.length), "rows"),
    });
  });
  return { ...read, ...sheetRead(table) };
}

interface Checked {
  plan: PlannedPerson;
  draft: NewPerson | NewPersonNz | null;
}

/** Every row as a new person, with what stands in its way. */
function checkRows(context: Context, businessId: number, rows: readonly PersonCells[]): Checked[] {
  const { country: code } = findBusiness(context, businessId);
  const country = context.country(code).people;
  const setUp = readBusiness(context, businessId);
  const columns = peopleColumnsIn(code);
  const agreements = agreementRulesOf(context, businessId).map(({ code, title, classifications }) => ({
    ...{ code, title },
    levels: classifications.map((each) => ({ key: each.key, title: each.title })),
  }));
  const here = context.store.db.select().from(person).where(eq(person.businessId, businessId)).all();
  const ids = here.map((each) => each.payrollId);
  const own = new Map<string, number>();
  const numbers = numbersInUse(context, businessId);
  const isKnown = new Set(here.map((each) => personKey(each.givenName, each.familyName, each.birthDate)));
  const before = new Map<string, number>();
  const today = todayAt(context, businessId);
  return rows.map((cells, at): Checked => {
    const { values, marks } = readPersonCells(cells, columns, today);
    const payrollId = values.payrollId ?? nextPayrollId(ids);
    const draft = draftOf(country, values, setUp, agreements, payrollId);
    marks.push(...draft.marks);
    const twin = own.get(payrollId);
    if (ids.includes(payrollId))
      stop(
        marks,
        "payrollId",
        `Payroll ID ${payrollId} belongs to somebody here${twin === undefined ? "" : `, in row ${twin + 1}`}. An ID is never used twice.`,
      );
    ids.push(payrollId);
    own.set(payrollId, at);
    const number = (values.fileNumber ?? values.irdNumber ?? "").replace(/\D/g, "");
    const holder = number === "" ? undefined : numbers.get(number);
    const column = values.fileNumber === undefined ? "irdNumber" : "fileNumber";
    if (holder) stop(marks, column, holder);
    else if (number !== "")
      numbers.set(number, `Row ${at + 1} has this number already. Compare both with their declarations.`);
    const key = personKey(values.givenName, values.familyName, values.birthDate);
    if (isKnown.has(key))
      marks.push({
        kind: "query",
        column: "familyName",
        text: "Somebody of this name and birth date is here already.",
      });
    const same = before.get(key);
    if (same !== undefined) stop(marks, "familyName", `Row ${same + 1} is the same person. Take one of the two out.`);
    before.set(key, at);
    if (marks.some((mark) => mark.kind === "stop")) return { plan: { payrollId, marks }, draft: null };
    const checked = check(country.newPerson, draft.person, true);
    if ("value" in checked) {
      const { birthDate, startDate } = checked.value.details;
      const fault = birthFault(birthDate, startDate);
      if (fault) stop(marks, "birthDate", fault);
      const late = startFault(startDate, today);
      if (late) stop(marks, "startDate", late);
      return { plan: { payrollId, marks }, draft: checked.value };
    }
    for (const { path, text } of checked.errors) stop(marks, columnAt(columns, path), text);
    return { plan: { payrollId, marks }, draft: null };
  });
}

const stop = (marks: PersonMark[], column: string | undefined, text: string): void => {
  marks.push({ kind: "stop", text, ...(column === undefined ? {} : { column }) });
};
const columnAt = (columns: readonly PersonColumn[], path: string): string | undefined =>
  columns.find((each) => each.path === path)?.name ??
  columns.find((each) => path !== "" && each.path.startsWith(path.split(".").slice(0, 2).join(".")))?.name;
const personKey = (given = "", family = "", born = ""): string => `${given} ${family} ${born}`.toLowerCase();

export function planPeople(context: Context, businessId: number, rows: readonly PersonCells[]): PeoplePlan {
  const checked = checkRows(context, businessId, rows);
  return {
    rows: checked.map((each) => each.plan),
    stopped: checked.filter(({ plan }) => isStopped(plan)).length,
  };
}
const isStopped = ({ marks }: PlannedPerson): boolean => marks.some((mark) => mark.kind === "stop");

/** Adds everybody, or nobody where a row is stopped. */
export function addPeople(context: Context, actor: Actor, businessId: number, rows: readonly PersonCells[]): number[] {
  return context.store.transaction(() => {
    const checked = checkRows(context, businessId, rows);
    const stopped = checked.flatMap(({ plan }, at) =>
      plan.marks
        .filter((mark) => mark.kind === "stop")
        .map((mark) => ({ path: `rows.${at}.${mark.column ?? ""}`, text: `Row ${at + 1}: ${mark.text}` })),
    );
    if (stopped.length > 0)
      throw cannot("people-sheet", `Nobody was added. ${stopped[0]?.text ?? ""}`, { errors: stopped.slice(0, 200) });
    const at = context.clock.now();
    return checked.flatMap(({ draft }) => (draft ? [createPerson(context, actor, businessId, draft, at)] : []));
  });
}
