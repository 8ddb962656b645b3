/** The year's end on a real store: declared by an event that carries the whole year, and only of whom it may be. */
import { type EndingPerson, signedSums } from "@zesty/contract/year";
import { deductionRatesNz } from "@zesty/core/rulebook/nz/deductionRatesNz";
import type { Row } from "@zesty/core/rulebook/ruleBook";
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { putFringeIn } from "../au/fringe.ts";
import { readDesk } from "../desk/readDesk.ts";
import { readDocument } from "../documents/documents.ts";
import { acceptEsct } from "../nz/esctRates.ts";
import { settleAnswer } from "../outbox/settleAnswer.ts";
import { saveSection } from "../people/savePerson.ts";
import { signOffPlan } from "../signOff/plan.ts";
import { answerItem, loadedRow, outbox, payment, person } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { closeYear, tickLine } from "./close.ts";
import { declareYear, leaveOut } from "./declare.ts";
import { readYearAndEnding } from "./ending.ts";

let world: SmallWorld;
afterEach(() => world.end());

/** A day of the payroll year, of either country. */
const day = "2026-07-02";
const year = () => readYearAndEnding(world.context, world.actor, world.businessId, day);
const standing = () => Object.values(year().ending.people).map((each): EndingPerson["state"] => each.state);
const message = () => world.context.store.db.select().from(outbox).all().at(-1) as typeof outbox.$inferSelect;
const answer = (state: "accepted" | "rejected" | "partial", items: object[] = []) =>
  settleAnswer(world.context, message(), { kind: "final", state, detail: "", items: items as never });
/** Weeks that were signed, taken by the agency and paid by the bank; then July of the next year. */
function paid(weeks: number, then = "2027-07-05") {
  const { db } = world.context.store;
  for (let week = 0; week < weeks; week += 1) signRun(world, openUsual(world));
  db.update(outbox).set({ state: "accepted" }).run();
  db.update(payment).set({ state: "paid" }).run();
  world.context.clock.moveTo(then);
}
const declare = (people: number[], change: object = {}) =>
  declareYear(world.context, world.actor, world.businessId, {
    ...{ from: "2026-07-01", people, act: "final", reason: null },
    shown: signedSums(year().rows, people),
    ...change,
  });
const onDesk = () =>
  readDesk(world.context, world.actor).toDo.flatMap((each) => (each.link === "/year" ? [each.words] : []));
const event = () => readDocument(world.context, message().documentId ?? 0).bytes.toString("utf8");

describe("a payroll year made final", () => {
  it("goes out as one update of the whole year, dated by its last day, and is final once it was taken", () => {
    world = smallWorld(2);
    paid(3);
    expect(standing()).toEqual(["open", "open"]);
    declare(world.personIds);
    expect(standing()).toEqual(["sending", "sending"]);
    expect(onDesk()).toEqual(["2026–27 is made final by 14 July 2027: 2 people are open"]);
    const xml = event();
    expect(xml).toContain('action="update"');
    expect(xml).toContain("<PaymentRecordTransactionD>2027-06-30<");
    expect(xml.match(/<RemunerationPayrollEventFinalI>true</g)).toHaveLength(2);
    expect(xml.match(/<GrossA>3591.00</g)).toHaveLength(2);
    expect(xml).not.toContain("TotalGrossPayments");
    expect(() => declare(world.personIds)).toThrow("on its way");
    answer("accepted");
    expect(standing()).toEqual(["final", "final"]);
    expect(onDesk()).toEqual([]);
    expect(year().rows.flatMap((row) => row.differs)).toEqual([]);
    expect(() => declare(world.personIds)).toThrow("not to be made final");
  });
  it("is not declared before it begins, though a payday of it may be signed off", () => {
    world = smallWorld(1);
    const { ending } = readYearAndEnding(world.context, world.actor, world.businessId, "2027-07-02");
    expect(ending.busy).toBe("The payroll year begins on 1 July 2027. Nothing is declared of it before that day.");
  });
  it("stays open for whom the agency refused, and is declared again for them alone", () => {
    world = smallWorld(2);
    paid(1);
    const [first = 0, second = 0] = world.personIds;
    declare(world.personIds);
    answer("partial", [{ payrollId: "E0", severity: "error", code: "E07", text: "No such postcode." }]);
    expect(standing()).toEqual(["refused", "final"]);
    expect(year().ending.people[first]?.words).toBe("refused: No such postcode.");
    declare([first]);
    expect(event().match(/FinalI>true/g)).toHaveLength(1);
    answer("rejected");
    expect(standing()).toEqual(["refused", "final"]);
    declare([first]);
    answer("accepted");
    expect(year().ending.people[second]?.state).toBe("final");
  });
  it("is changed by a pay signed after it, which says so beforehand, and by the new figures once they are declared", () => {
    world = smallWorld(2);
    paid(1);
    const [first = 0] = world.personIds;
    declare([first]);
    answer("accepted");
    const late = openUsual(world);
    expect(signOffPlan(world.context, late).changesFinal).toEqual(["Alex Sample0"]);
    expect(onDesk()).toEqual(["2026–27 is made final by 14 July 2027: 1 person is open"]);
    expect(() => declare([world.personIds[1] ?? 0])).toThrow("is open. Sign it off, or discard it");
    const shown = signedSums(year().rows, [first]);
    signRun(world, late);
    expect(() => declare([first])).toThrow("not answered yet");
    world.context.store.db.update(outbox).set({ state: "accepted" }).run();
    // Another window still shows the year without the late pay.
    expect(() => declare([first], { shown })).toThrow("changed after this page was shown");
    expect(standing()).toEqual(["changed", "open"]);
    declare([first]);
    expect(event()).toContain("<GrossA>2394.00<");
    answer("accepted");
    expect(standing()).toEqual(["final", "open"]);
  });
  it("is opened again with a reason, and the agency is told", () => {
    world = smallWorld(1);
    paid(1);
    declare(world.personIds);
    answer("accepted");
    expect(() => declare(world.personIds, { act: "again" })).toThrow("Say why");
    declare(world.personIds, { act: "again", reason: "An allowance is missing" });
    expect(event()).toContain("FinalI>false");
    answer("accepted");
    const [id = 0] = world.personIds;
    expect(year().ending.people[id]).toMatchObject({ state: "open", words: "opened again: An allowance is missing" });
    expect(year().ending.events.map((each) => [each.act, each.people])).toEqual([
      ["again", 1],
      ["final", 1],
    ]);
  });
  it("is brought up to date within the year for whom the agency refused, who is not paid again soon", () => {
    world = smallWorld(2);
    paid(1, "2026-07-10");
    const { db } = world.context.store;
    const pays = db.select().from(outbox).where(eq(outbox.channel, "payEvent")).all()[0];
    const [first = 0, second = 0] = world.personIds;
    db.insert(answerItem)
      .values({
        ...{ outboxId: pays?.id ?? 0, businessId: world.businessId, personId: first },
        ...{ severity: "error", code: "E07", text: "No such postcode.", open: true },
      })
      .run();
    expect(year().ending.people[first]).toMatchObject({ state: "open", isBehind: true });
    expect(() => declare([first])).toThrow("not over before 30 June 2027");
    declare([first], { act: "update" });
    expect(event()).toMatch(/<PaymentRecordTransactionD>2026-07-10<.*FinalI>false.*<GrossA>1197.00</s);
    expect(year().ending.people[first]?.words).toBe("being brought up to date");
    answer("accepted");
    expect(year().ending.people[first]).toMatchObject({ state: "open", isBehind: false, words: "" });
    expect(year().ending.people[second]?.isBehind).toBe(false);
    expect(db.select().from(answerItem).all()[0]?.open).toBe(false);
  });
  it("reports what is known after the year's end, and what was recorded without a pay", () => {
    world = smallWorld(1);
    paid(1);
    const [id = 0] = world.personIds;
    saveSection(world.context, world.actor, id, "fringeBenefits", {
      ...{ yearEnd: "2027-03-31", taxable: "3000.00", exempt: "0.00" },
    });
    expect(year().rows[0]?.figures.fringe).toEqual({ facts: 566_040, reported: 0 });
    declare([id]);
    expect(event()).toContain("<A>5660.40<");
    answer("accepted");
    expect(year().rows[0]?.differs).toEqual([]);
    // Taken away again, it is reported as nothing: an absent amount would leave the old one standing.
    const paste = (text: string, apply = true) =>
      putFringeIn(world.context, world.actor, world.businessId, { from: "2026-07-01", text, apply });
    expect(paste("Payroll ID\tTaxable\tExempt\nE0\t0\t")).toMatchObject({ faults: [], rows: [{ reported: "0.00" }] });
    expect(standing()).toEqual(["changed"]);
    declare([id]);
    expect(event()).toContain("<A>0.00<");
    answer("accepted");
    expect(standing()).toEqual(["final"]);
  });
  it.each<[string, () => void, string]>([
    ["before June", () => world.context.clock.moveTo("2027-05-31"), "not over before 30 June 2027"],
    ["without an address", () => change({ address: null }), "home address is not complete"],
    ["of who left without a reason", () => change({ endDate: "2027-06-01" }), "no reason is recorded"],
  ])("is refused %s, and nothing is sent", (_when, spoil, words) => {
    world = smallWorld(1);
    paid(1, "2027-05-30");
    if (!words.includes("30 June")) world.context.clock.moveTo("2027-07-01");
    spoil();
    const before = message().id;
    expect(() => declare(world.personIds)).toThrow(words);
    expect(message().id).toBe(before);
  });
});
describe("fringe benefits of several people", () => {
  const paste = (text: string, apply = true) =>
    putFringeIn(world.context, world.actor, world.businessId, { from: "2026-07-01", text, apply });
  it("are read by payroll ID or name, shown grossed up, and put in all or not at all", () => {
    world = smallWorld(3);
    paid(1);
    const shown = paste("E0;4000\nAlex Sample1; 1,500 ;\nSample2, Alex; 0; 2500,5", false);
    expect(shown.faults).toEqual(["Line 3: 2500,5 is no amount. Write it as 2500.50."]);
    const right = 'E0;4000\nAlex Sample1;"1,500";\n"Sample2, Alex";;2500.50';
    expect(paste(right, false)).toEqual({
      faults: [],
      rows: [
        { personId: 1, name: "Alex Sample0", taxable: "4000.00", exempt: "0.00", reported: "7547.20", was: "0.00" },
        { personId: 2, name: "Alex Sample1", taxable: "1500.00", exempt: "0.00", reported: "0.00", was: "0.00" },
        { personId: 3, name: "Alex Sample2", taxable: "0.00", exempt: "2500.50", reported: "4717.94", was: "0.00" },
      ],
    });
    expect(year().totals.fringe?.facts ?? 0).toBe(0);
    paste(right);
    expect(year().totals.fringe?.facts).toBe(1_226_514);
  });
  it.each([
    ["E9\t100", "Line 1: there is nobody with the payroll ID or name E9."],
    ["E0\t-5", "Line 1: -5 is no amount. Write it as 2500.50."],
    ["E0\t5\nE0\t6", "Line 2: Alex Sample0 stands in line 1 already."],
    ["E0", "Line 1: an amount is missing."],
    ["", "Nothing was given: a line a person, with payroll ID or name and the taxable value."],
  ])("%s: %s", (text, fault) => {
    world = smallWorld(1);
    paid(1);
    expect(() => paste(text)).toThrow(fault);
    expect(paste(text, false).faults).toEqual([fault]);
  });
});

const change = (values: object) => world.context.store.db.update(person).set(values).where(eq(person.id, 1)).run();

describe("the list of the year's end", () => {
  const open = () => year().ending.checks.flatMap((line) => (line.done ? [] : [line.item]));
  const tick = (item: string) =>
    tickLine(world.context, world.actor, world.businessId, { from: day, item, ticked: true });
  const close = (closed = true, reason: string | null = null) =>
    closeYear(world.context, world.actor, world.businessId, { from: day, closed, reason });

  it("proves what can be proved, wants a tick for the rest, and closes the year with a backup", () => {
    world = smallWorld(2);
    paid(1);
    const [first = 0, second = 0] = world.personIds;
    expect(open()).toEqual(["unopened", "outside", "final", "fringeBenefits", "statements", "contractors"]);
    expect(year().ending.checks[1]?.text).toMatch(
      /^No run was opened for payday 9 July 2026, 16 July 2026, 23 July 2026 and 48 more\./,
    );
    expect(() => tick("final")).toThrow("no such line");
    declare([first]);
    answer("accepted");
    leaveOut(world.context, world.actor, world.businessId, { from: day, person: second, reason: "Paid elsewhere" });
    expect(standing()).toEqual(["final", "leftOut"]);
    expect(() => close()).toThrow("5 lines are open: No run was opened");
    for (const item of ["unopened", "outside", "fringeBenefits", "statements", "contractors"]) tick(item);
    expect(year().ending.checks.at(-1)?.ticked?.by).toBe("Kim Example");
    close();
    expect(year().ending.closed?.backup).toMatch(/^\d{4}-/);
    expect(() => close()).toThrow("closed already");
    // Nothing gets into a closed year by accident.
    const late = openUsual(world);
    expect(() => signOffPlan(world.context, late)).toThrow("was closed by Kim Example on 5 July 2027");
    expect(() => declare([first], { act: "again", reason: "x" })).toThrow("was closed by");
    expect(() => tick("statements")).toThrow("was closed by");
    expect(() =>
      saveSection(world.context, world.actor, first, "fringeBenefits", {
        ...{ yearEnd: "2027-03-31", taxable: "3000.00", exempt: "0.00" },
      }),
    ).toThrow("was closed by");
    expect(() => close(false)).toThrow("Say why");
    close(false, "A late pay");
    signRun(world, late);
  });
  it("of New Zealand makes nobody final, and closes once every payday is filed and the lines are ticked", () => {
    world = smallWorldNz(1);
    paid(1, "2026-07-20");
    expect(() => close()).toThrow("The year runs to 31 March 2027. It is closed after that.");
    world.context.clock.moveTo("2027-07-05");
    // Over and not closed it is the one in hand, and no more once it is closed.
    expect(readYearAndEnding(world.context, world.actor, world.businessId).year.from).toBe("2026-04-01");
    expect(year().ending).toMatchObject({ isOver: true, date: null, people: {}, held: null });
    expect(() => declare(world.personIds, { from: "2026-04-01" })).toThrow("every payday is filed by itself");
    expect(open()).toEqual(["unopened", "outside", "codes", "esct", "agency", "leave"]);
    // The rates of the new year are proved: they are fixed once its table is there.
    const next = { from: "2027-04-01", to: "2028-03-31" };
    const row = { ...(deductionRatesNz.rows.at(-1) as Row<unknown>), ...next };
    const loaded = { tableName: "deductionRatesNz", ...next, row, loadedAt: day, loadedBy: "Kim" };
    world.context.store.db.insert(loadedRow).values(loaded).run();
    world.context.ruleShelf.changed();
    acceptEsct(world.context, world.actor, world.businessId, { from: next.from, people: world.personIds });
    expect(open()).toEqual(["unopened", "outside", "codes", "agency", "leave"]);
    for (const item of open())
      tickLine(world.context, world.actor, world.businessId, { from: "2026-04-01", item, ticked: true });
    closeYear(world.context, world.actor, world.businessId, { from: "2026-04-01", closed: true, reason: null });
    expect(year().ending.closed).not.toBeNull();
  });
});
