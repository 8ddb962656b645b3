/** Statements in three forms, as another program writes them; matched, refused, and never taken twice. */
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, expect, it } from "vitest";
import { statementText } from "../../../standins/src/statement.ts";
import { openWorld, type World } from "../../../standins/src/world.ts";
import { readDues } from "../dues/readDues.ts";
import { payByHand } from "../remittances/byHand.ts";
import { outbox } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { readBank } from "./readBank.ts";
import { readStatement } from "./readStatement.ts";
import { endMatch, matchByHand, takeStatementIn } from "./takeIn.ts";

let world: SmallWorld;
let outside: World;
let folder: string;
beforeEach(() => {
  world = smallWorld(2);
  folder = mkdtempSync(join(tmpdir(), "zesty-bank-"));
  outside = openWorld(folder);
  signRun(world, openUsual(world));
  world.context.store.db.update(outbox).set({ state: "accepted" }).run();
  world.context.clock.moveTo("2026-07-10");
});
afterEach(async () => {
  await world.end();
  outside.db.close();
  rmSync(folder, { recursive: true, force: true });
});

const net = () => world.context.store.prepared<[], { n: number }>("SELECT SUM(cents) AS n FROM payment").get()?.n ?? 0;
const parts = () =>
  world.context.store
    .prepared<[], { cents: number }>("SELECT cents FROM payment ORDER BY line")
    .all()
    .map((row) => row.cents);
/** The file of the payday as the bank holds it: settled on its day. @param back lines that came back */
function booked(back: number[] = []): void {
  outside.db
    .prepare(
      "INSERT INTO bank_file (id, fingerprint, state, process_date, credit, count, business, reference) VALUES ('F-000001', 'x', 'SETTLED', '2026-07-02', ?, 2, 'b', 'r')",
    )
    .run(net());
  parts().forEach((cents, line) => {
    outside.db
      .prepare("INSERT INTO bank_line VALUES ('F-000001', ?, '990-100', '1', ?, ?, 'PAY 2026-07-02', ?, '')")
      .run(line, cents, `ALEX SAMPLE${Math.floor(line / 2)}`, back.includes(line) ? "RETURNED" : "PAID");
  });
}
const text = (format: string, account = "55120038") =>
  statementText(outside, { business: "b", account, from: "2026-07-01", to: "2026-07-09", format }).text;
const take = (content: string | Buffer, more: object = {}) =>
  takeStatementIn(world.context, world.actor, world.businessId, {
    name: "July",
    data: Buffer.from(content).toString("base64"),
    ...more,
  });
const shown = () =>
  readBank(world.context, world.businessId).lines.map(
    (each) => `${each.date} ${each.cents} ${each.match?.words ?? "–"}${each.hint ? ` (${each.hint})` : ""}`,
  );

it.each(["camt053", "ofx", "csv"])("finds the payday and leaves the rest alone: %s", (format) => {
  booked();
  expect(take(text(format))).toEqual({ added: 3, known: 0, matched: 1, cameBack: 0, ask: null });
  expect(shown()).toEqual([
    "2026-07-09 -41260 –",
    "2026-07-03 1284050 –",
    `2026-07-02 ${-net()} Run 1, payday 2 July 2026`,
  ]);
  expect(readBank(world.context, world.businessId).payments[0]?.seenCents).toBe(net());
  // The same once more is nothing, in whatever form it comes with the bank's own numbers.
  if (format !== "csv") expect(() => take(text(format === "ofx" ? "camt053" : "ofx"))).toThrow(/are here already/);
  else expect(() => take(text(format))).toThrow(/are here already/);
});

it("tells which payment came back, by its reference", () => {
  booked([1]);
  expect(take(text("camt053"))).toMatchObject({ matched: 1, cameBack: 1 });
  expect(shown()[2]).toMatch(/Came back: Alex Sample0, Run 1/);
});

it("matches by hand with a reason, and ends a match that was wrong", () => {
  const off = `Date,Amount,Description\r\n02/07/2026,-${((net() - 1) / 100).toFixed(2)},WAGES`;
  expect(take(off)).toMatchObject({ added: 1, matched: 0 });
  expect(shown()[0]).toMatch(/0.01 less than Run 1/);
  const { context, actor, businessId } = world;
  const line = readBank(context, businessId).lines[0]?.id ?? 0;
  const payment = readBank(context, businessId).payments[0]?.id ?? "";
  expect(() => matchByHand(context, actor, businessId, { line, payment, part: null, reason: "" })).toThrow(
    /amounts differ/,
  );
  matchByHand(context, actor, businessId, { line, payment, part: null, reason: "Bank kept a cent" });
  expect(() => matchByHand(context, actor, businessId, { line, payment: null, part: null, reason: "" })).toThrow(
    /already/,
  );
  endMatch(context, actor, businessId, readBank(context, businessId).lines[0]?.match?.id ?? 0);
  // Ended by hand, it is not found again by the next statement.
  take("Date,Amount,Description\r\n09/07/2026,-1.00,FEE");
  expect(readBank(context, businessId).lines.map((each) => each.match)).toEqual([null, null]);
  matchByHand(context, actor, businessId, { line, payment: null, part: null, reason: "" });
  expect(shown()[1]).toMatch(/nothing of payroll's/);
});

it("says of dues that came back that they are owed again", () => {
  const { context, actor, businessId } = world;
  const due = readDues(context, businessId).find((each) => each.kind === "withholding");
  if (!due) throw new Error("Nothing is due.");
  const { dueDate, kind, fundId, cents } = due;
  payByHand(context, actor, businessId, { picks: [{ dueDate, kind, fundId }], cents, on: "2026-07-03", receipt: "" });
  const amount = (cents / 100).toFixed(2);
  const reference = context.store.prepared<[], { r: string }>("SELECT reference AS r FROM remittance").get()?.r;
  take(`Date,Debit,Credit,Details\r\n03/07/2026,${amount},,TAX\r\n05/07/2026,,${amount},TAKINGS`);
  // As much alone is no return: it is offered, and the due stays where it is.
  expect(readBank(context, businessId).lines[0]?.hint).toMatch(/say whether that came back/);
  expect(readDues(context, businessId).find((each) => each.kind === "withholding")?.parts[0]?.state).toBe("received");
  take(`Date,Debit,Credit,Details\r\n06/07/2026,,${amount},RETURNED ${reference}`);
  expect(readDues(context, businessId).find((each) => each.kind === "withholding")?.parts).toEqual([
    { state: "returned", cents },
  ]);
  const back = readBank(context, businessId).lines[0]?.match?.id ?? 0;
  expect(() => endMatch(context, actor, businessId, back)).toThrow(/owed again/);
});

const csv = (...lines: string[]) => ["Date,Amount,Description", ...lines].join("\r\n");
it.each<[string, () => string | Buffer, RegExp]>([
  ["another account", () => text("camt053", "99887766"), /account ending 766/],
  ["cut off (CAMT)", () => text("camt053").slice(0, -40), /cut off/],
  ["cut off (OFX)", () => text("ofx").slice(0, -10), /cut off/],
  ["a line lost (CAMT)", () => text("camt053").replace(/<Ntry>.*?<\/Ntry>/, ""), /does not add up/],
  ["an entity", () => text("camt053").replace("<Document", "<!DOCTYPE x [<!ENTITY a 'b'>]><Document"), /entities/],
  ["a line cut off (CSV)", () => csv("02/07/2026,-5.00,A", "03/07/2026"), /Line 3 has 1 cells/],
  ["no date", () => csv("soon,-5.00,A"), /“soon” is no date/],
  ["no amount", () => csv("02/07/2026,five,A"), /Line 2 has no amount/],
  ["an amount cut at its comma", () => csv("02/07/2026,1,234.50,A"), /4 cells/],
  ["nothing in it", () => csv(), /no line in this statement/],
  ["no statement", () => "hello", /no statement/],
  ["an open quote", () => `${csv()}\r\n"02/07/2026,-5.00,A`, /quote/],
])("refuses a statement with %s, and takes nothing of it", (_what, make, words) => {
  booked();
  expect(() => take(make())).toThrow(words);
  expect(readBank(world.context, world.businessId).statements).toEqual([]);
});

it("asks once what strangers' headings mean, and knows them the next time", () => {
  const strange = "Wann,Wieviel,Wozu\r\n02/07/2026,-5.00,A";
  expect(take(strange).ask).toEqual(["Wann", "Wieviel", "Wozu"]);
  expect(take(strange, { columns: { date: "Wann", amount: "Wieviel", text: ["Wozu"] } }).added).toBe(1);
  expect(take("Wann,Wieviel,Wozu\r\n03/07/2026,-6.00,B").added).toBe(1);
});

it.each<[string, Buffer]>([
  ["older Windows", Buffer.from(csv("02/07/2026,-5.00,Caf\xe9"), "latin1")],
  ["UTF-16", Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(csv("02/07/2026,-5.00,Café"), "utf16le")])],
  ["UTF-8 with its mark", Buffer.from(`\uFEFF${csv("02/07/2026,-5.00,Café")}`)],
])("reads the characters of %s, and lines in any order", (_what, bytes) => {
  const said = readStatement(bytes, "2026-07-10");
  expect("read" in said && said.read.lines.map((each) => each.text)).toEqual(["Café"]);
});
