/**
 * The people of a business as a workbook: the list of who works here or is to start, and every dated fact of everybody who
 * ever did, as their lines of time tell it. Tax and bank numbers stand in it as they are shown on a page: masked.
 */
import { peopleColumnsIn } from "@zesty/core/countries/peopleColumns";
import { asc, eq } from "drizzle-orm";
import { readLineOfTime } from "../afterwards/lineOfTime.ts";
import { plainCell } from "../documents/journalCsv.ts";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { peopleCells } from "../people/peopleList.ts";
import { peopleOf } from "../people/peopleOf.ts";
import { ownField } from "../store/schema.ts";
import { record } from "../store/trail.ts";

/** What a fact is called, from when it counts, what it says and what it said before. */
function factRows(context: Context, businessId: number): string[][] {
  return peopleOf(context.store.db, businessId).flatMap((who) =>
    readLineOfTime(context, who.id).lanes.flatMap((lane) =>
      lane.notches.flatMap(({ from, changes }) =>
        changes.map(({ what, was, is }) => [
          ...[who.payrollId, `${who.givenName} ${who.familyName}`, lane.title, from, what, is, was ?? ""],
        ]),
      ),
    ),
  );
}

/** @returns XLSX; taking it is on the trail */
export async function peopleBook(context: Context, actor: Actor, businessId: number): Promise<Buffer> {
  const columns = peopleColumnsIn(findBusiness(context, businessId).country);
  // Figures as numbers, so that they can be added up.
  const people = peopleCells(context, businessId, false).map((row) =>
    columns.map(({ name, kind }) => (kind === "number" && row[name] ? Number(row[name]) : (row[name] ?? ""))),
  );
  const facts = factRows(context, businessId);
  record(context.store, {
    ...{ at: context.clock.now(), userId: actor.userId, businessId },
    what: "took the people with every dated fact",
    about: `${people.length} people, ${facts.length} facts`,
  });
  const { default: exceljs } = await import("exceljs");
  const book = new exceljs.Workbook();
  const sheets: [string, string[], (string | number)[][]][] = [
    ["People", columns.map((each) => each.title), people],
    ["Facts by date", ["Payroll ID", "Name", "Part", "Counts from", "Fact", "Is", "Was"], facts],
    ...ownSheet(context, businessId),
  ];
  for (const [name, headings, rows] of sheets) {
    const sheet = book.addWorksheet(name, { views: [{ state: "frozen", xSplit: 2, ySplit: 1 }] });
    sheet.columns = headings.map((header) => ({ header, width: Math.max(12, header.length + 2) }));
    sheet.getRow(1).font = { bold: true };
    sheet.addRows(rows.map((row) => row.map((cell) => (typeof cell === "number" ? cell : plainCell(cell)))));
    sheet.autoFilter = { from: { row: 1, column: 1 }, to: { row: 1, column: headings.length } };
  }
  return Buffer.from(await book.xlsx.writeBuffer());
}

/** What the business keeps of people for itself, a column a fact; no sheet where it keeps nothing. */
function ownSheet({ store: { db } }: Context, businessId: number): [string, string[], (string | number)[][]][] {
  const fields = db.select().from(ownField).where(eq(ownField.businessId, businessId)).orderBy(asc(ownField.id)).all();
  if (fields.length === 0) return [];
  const rows = peopleOf(db, businessId).map(({ payrollId, givenName, familyName, ownFacts }) => [
    ...[payrollId, `${givenName} ${familyName}`],
    ...fields.map(({ id, kind }) => {
      const value = ownFacts?.[id] ?? "";
      return kind === "number" && value !== "" ? Number(value) : value;
    }),
  ]);
  return [["Own facts", ["Payroll ID", "Name", ...fields.map((each) => each.name)], rows]];
}
