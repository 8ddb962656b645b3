/** A span of the books: balanced, in five voices that agree once everything went its way, and the same in every file. */
import { parse } from "csv-parse/sync";
import JSZip from "jszip";
import { afterEach, expect, it } from "vitest";
import { readDues } from "../dues/readDues.ts";
import { payByHand, takeBackByHand } from "../remittances/byHand.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { unbalanced } from "../store/invariants.ts";
import { payment } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { agreeToSpan, readSpan } from "./readSpan.ts";
import { generalJournalCsv, journalsOf, plainJournal, spanArchive } from "./spanFiles.ts";

let world: SmallWorld;
afterEach(async () => {
  expect(unbalanced(world.context.store)).toEqual([]);
  await world.end();
});
const span = ["2026-07-01", "2026-07-31"] as const;
const read = () => readSpan(world.context, world.businessId, ...span);
const row = (key: string) => {
  const found = read().compared.find((each) => each.key === key);
  if (!found) throw new Error(`No row ${key}.`);
  return found;
};
function begin(make: (people: number) => SmallWorld = smallWorld): number {
  world = make(3);
  const runId = openUsual(world);
  signRun(world, runId);
  world.context.clock.moveTo("2026-07-10");
  return runId;
}
/** Pays by hand what is left, and says that the fund has it. */
function payAll(): number[] {
  const { context, actor, businessId } = world;
  return readDues(context, businessId).map(({ dueDate, kind, fundId, unpaidCents }) =>
    payByHand(context, actor, businessId, {
      ...{ picks: [{ dueDate, kind, fundId }], cents: unpaidCents, on: "2026-07-09", receipt: "R" },
      ...(kind === "super" ? { receivedOn: "2026-07-10" } : {}),
    }),
  );
}

it.each([
  ["Australia", smallWorld, ["tax", "super", "net"]],
  ["New Zealand", smallWorldNz, ["tax", "kiwiSaver", "net"]],
] as const)("names each voice that falls out, until all say the same: %s", (_country, make, keys) => {
  begin(make as typeof smallWorld);
  expect(read().compared.map((each) => each.key)).toEqual(keys);
  for (const key of keys) {
    const { sums, differing } = row(key);
    expect([sums.signed, sums.ledger === sums.signed, differing.length]).toEqual([sums.signed, true, 1]);
    expect(sums.there).toBe(0);
  }
  payAll();
  world.context.store.db.update(payment).set({ state: "paid" }).run();
  for (const key of keys)
    expect([row(key).sums.paid, row(key).sums.there]).toEqual([row(key).sums.signed, row(key).sums.signed]);
  // What is told by payday only is told by nobody here: nothing was sent to an agency.
  expect(row("net").differing).toEqual([]);
});

it("is balanced in every account and file, before and after dues are paid and taken back", async () => {
  begin();
  const paid = payAll();
  const { context, actor, businessId } = world;
  const closing = (code: string) => read().accounts.find((each) => each.code === code)?.closing;
  const zero = () => read().accounts.reduce((sum, each) => sum + each.closing, 0);
  expect([closing("2100") ?? 0, closing("2200") ?? 0, zero()]).toEqual([0, 0, 0]);
  for (const id of paid) takeBackByHand(context, actor, businessId, id, "Not paid after all");
  expect([closing("1100") ?? 0, zero()]).toEqual([0, 0]);
  const journals = journalsOf(context, businessId, ...span);
  const rows = parse(generalJournalCsv(journals), { columns: true }) as Record<string, string>[];
  const sum = (name: string) => rows.reduce((all, each) => all + Math.round(Number(each[name] || "0") * 100), 0);
  expect(sum("debit")).toBe(sum("credit"));
  // Each entry of the plain text comes to nothing, as every reader of the form demands.
  for (const entry of plainJournal(journals, "AUD").toString().split(/\n\n/)) {
    const amounts = [...entry.matchAll(/ {2}(-?\d+\.\d\d) AUD/g)].map((found) => Math.round(Number(found[1]) * 100));
    expect([/^\d{4}-\d\d-\d\d \([A-Z]/.test(entry), amounts.reduce((a, b) => a + b, 0)]).toEqual([true, 0]);
  }
  const { bytes } = await spanArchive(context, businessId, ...span);
  expect(Object.keys((await JSZip.loadAsync(bytes)).files)).toEqual([
    ...["general-journal.csv", "general-journal.journal", "trial-balance.csv", "side-by-side.csv"],
  ]);
});

it("is agreed with a word where voices differ, and says when something changed since", () => {
  const runId = begin();
  const { context, actor, businessId } = world;
  const agree = (note: string) => agreeToSpan(context, actor, businessId, { from: span[0], to: span[1], note });
  expect(() => agree("")).toThrow(/Not all of it is the same/);
  expect(agree("Super is paid in the quarter").agreed).toMatchObject({ by: "Kim Example", same: true });
  takeBack(context, actor, runId, "Wrong hours");
  expect(read().agreed?.same).toBe(false);
  expect(row("tax").sums.signed).toBe(0);
});

it("refuses a span that ends before it begins", () => {
  begin();
  expect(() => readSpan(world.context, world.businessId, "2026-07-31", "2026-07-01")).toThrow(/ends before/);
});
