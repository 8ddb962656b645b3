/** Files that are brought: read in a worker, and what somebody said that strangers' headings mean, remembered. */
import type { HoursSheetFile, SheetRead } from "@zesty/contract/hoursSheet";
import type { SheetTable } from "@zesty/core/hoursSheet/table";
import { asc, eq } from "drizzle-orm";
import { workerPool } from "../documents/workerPool.ts";
import type { Actor, Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import { sheetColumn } from "../store/schema.ts";
import type { ReadBook } from "./readBook.ts";
import { isPdf, type PdfPage, type ReadPdf } from "./readPdf.ts";

const reading = workerPool("readBookWorker");
export const stopReading = reading.stop;

/** @param data base64 */
export async function readBrought({ name, data, sheet }: HoursSheetFile): Promise<SheetTable> {
  const read = await reading
    .run<ReadBook>({ name, bytes: new Uint8Array(Buffer.from(data, "base64")), sheet })
    // The worker is ended where a file takes all the memory or time that it may.
    .catch((): ReadBook => ({ fault: `${name} takes too much to read. Bring the one sheet alone, as CSV.` }));
  if ("fault" in read) throw cannot("hours-sheet", read.fault, { errors: [{ path: "data", text: read.fault }] });
  return read.table;
}

/** Pages of a PDF; null where the file is none. @param data base64 */
export async function readPages({ name, data }: HoursSheetFile): Promise<PdfPage[] | null> {
  const bytes = new Uint8Array(Buffer.from(data, "base64"));
  if (!isPdf(bytes)) return null;
  const read = await reading
    .run<ReadPdf>({ name, bytes, pages: true })
    .catch((): ReadPdf => ({ fault: `${name} cannot be read: it is damaged, or takes too much to read.` }));
  if ("fault" in read) throw cannot("pdf", read.fault, { errors: [{ path: "data", text: read.fault }] });
  return read.pages;
}

export const sheetRead = ({ name, others = [] }: SheetTable): SheetRead => ({ sheet: name, others });

/** A heading means one thing in a sheet of hours and may mean another in one of shifts. */
export type Layout = "hours" | "shifts" | "people" | "newPeople" | "register";
const kept: Record<Layout, string> = {
  hours: "",
  shifts: "shift:",
  people: "person:",
  newPeople: "new:",
  register: "register:",
};

/** What the business said that strangers' headings mean in a layout: the newest word for each. */
export function meaningsOf(context: Context, businessId: number, layout: Layout): Record<string, string> {
  const layoutOf = (means: string): Layout =>
    (["shifts", "people", "newPeople", "register"] as const).find((each) => means.startsWith(kept[each])) ?? "hours";
  return Object.fromEntries(
    context.store.db
      .select()
      .from(sheetColumn)
      .where(eq(sheetColumn.businessId, businessId))
      .orderBy(asc(sheetColumn.id))
      .all()
      .filter((each) => layoutOf(each.means) === layout)
      .map((each) => [each.heading, each.means.slice(kept[layout].length)]),
  );
}

export function rememberMeanings(
  context: Context,
  actor: Actor,
  businessId: number,
  layout: Layout,
  meanings: Readonly<Record<string, string>>,
): void {
  for (const [heading, means] of Object.entries(meanings))
    context.store.db
      .insert(sheetColumn)
      .values({ businessId, heading, means: `${kept[layout]}${means}`, userId: actor.userId, at: context.clock.now() })
      .run();
}
