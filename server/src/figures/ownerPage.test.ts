/** The owner's page: sums against the payday before, what is different, dues, who is away; and what a letter keeps out. */
import { afterEach, describe, expect, it } from "vitest";
import { renderOwnerPage, stopRendering } from "../documents/renderPayslip.ts";
import { askForLeave } from "../leave/requests.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { places } from "../store/crypt.ts";
import { letter } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { addMailRule, endMailRule, listMailRules, mailByRule } from "./mailRules.ts";
import { mailOwner, readOwnerPage } from "./ownerPage.ts";

let world: SmallWorld;
afterEach(async () => {
  await world.end();
  await stopRendering();
});
const [first, second] = [0, 1];
function twoPaydays(): number {
  signRun(world, openUsual(world));
  const runId = openUsual(world);
  const { rows, version } = readRun(world.context, world.actor, runId);
  const lines = [{ elementId: world.element("ORD"), hours: "20" }];
  saveRows(world.context, world.actor, runId, { version, rows: [{ payId: rows[first]?.payId ?? 0, lines }] });
  const ask = (at: number, from: string, to: string) =>
    askForLeave(world.context, world.actor, world.businessId, {
      ...{ personId: world.personIds[at] ?? 0, kind: "annual", first: from, last: to, hoursADay: null },
      ...{ inAdvance: false, note: null, approve: { belowNought: true } },
    });
  ask(second, "2026-07-20", "2026-07-24");
  ask(second, "2026-12-01", "2026-12-02");
  return signRun(world, runId);
}

describe("the owner's page", () => {
  it("holds a payday against the one before: 38 hours of one person became 20", async () => {
    world = smallWorld(2);
    const page = readOwnerPage(world.context, twoPaydays());
    const sum = (title: string) => page.sums.find((each) => each.title === title);
    // 76 h at 31.50, and 18 fewer.
    expect(sum("Gross wages")).toEqual({ title: "Gross wages", amount: "1827.00", last: "−567.00", year: null });
    expect(page.differences).toEqual(["Alex Sample0: $567.00 less, $630.00 gross."]);
    expect(page.against).toEqual({ last: "2026-07-02", year: null });
    expect(page.paydays.map((each) => each.payday)).toEqual(["2026-07-02", "2026-07-09"]);
    // December is too far ahead; why somebody is away is nobody's business here.
    expect(page.away).toEqual([{ name: "Alex Sample1", first: "2026-07-20", last: "2026-07-24" }]);
    expect(page.dues.map((each) => each.words)).toEqual(
      expect.arrayContaining(["Super to Example Super", "PAYG withholding to the tax office"]),
    );
    expect((await renderOwnerPage(page)).subarray(0, 5).toString()).toBe("%PDF-");
  });
  it("New Zealand: the same, with what goes to Inland Revenue", async () => {
    world = smallWorldNz(1);
    const page = readOwnerPage(world.context, signRun(world, openUsual(world)));
    expect(page.dues.some((each) => each.words === "PAYE to Inland Revenue")).toBe(true);
    expect([page.against.last, page.differences, page.paydays.length]).toEqual([null, [], 1]);
    expect((await renderOwnerPage(page)).length).toBeGreaterThan(2000);
  });
  it("a letter holds sums and no person's pay, sealed until it is gone; an open run has none", () => {
    world = smallWorld(2);
    const runId = twoPaydays();
    mailOwner(world.context, world.actor, runId, "owner@example.org");
    const kept = world.context.store.db.select().from(letter).all().at(-1);
    const { subject, text } = JSON.parse(
      world.context.store.crypt.open(kept?.text ?? "", places.letter(kept?.id ?? 0)),
    );
    expect(subject).toBe("Payday 9 July 2026: Example Bakery");
    expect(text).toContain("Gross wages: $1,827.00 (−567.00 against last time)");
    expect(text).not.toContain("Sample0");
    expect(kept?.recipient).toBe("owner@example.org");
    const open = openUsual(world);
    expect(() => readOwnerPage(world.context, open)).toThrow("is not signed off, so there is nothing to tell yet");
  });
});

describe("the owner's page by itself", () => {
  it("goes once for each payday that is settled after it was asked for, and not in the name of who may not", () => {
    world = smallWorld(1);
    const { context, actor, businessId } = world;
    const settle = (runId: number) =>
      context.store.sqlite.exec(`UPDATE pay_run SET state = 'settled' WHERE id = ${runId}`);
    const first = signRun(world, openUsual(world));
    settle(first);
    addMailRule(context, actor, first, "owner@bakery.example");
    addMailRule(context, actor, first, "Owner@bakery.example");
    expect(listMailRules(context, businessId)).toMatchObject([{ to: "owner@bakery.example", since: "2026-07-02" }]);
    // That payday's page was mailed by hand.
    expect(mailByRule(context)).toBe(0);
    const second = signRun(world, openUsual(world));
    expect(mailByRule(context)).toBe(0);
    settle(second);
    expect([mailByRule(context), mailByRule(context)]).toEqual([1, 0]);
    expect(context.store.db.select().from(letter).all().at(-1)).toMatchObject({ recipient: "owner@bakery.example" });
    const third = signRun(world, openUsual(world));
    settle(third);
    context.store.sqlite.exec(`UPDATE user SET active = 0 WHERE id = ${actor.userId}`);
    expect(mailByRule(context)).toBe(0);
    context.store.sqlite.exec(`UPDATE user SET active = 1, lead = 0 WHERE id = ${actor.userId}`);
    expect(mailByRule(context)).toBe(0);
    context.store.sqlite.exec(`UPDATE user SET lead = 1 WHERE id = ${actor.userId}`);
    const [rule] = listMailRules(context, businessId);
    endMailRule(context, actor, businessId, rule?.id ?? 0);
    expect([mailByRule(context), listMailRules(context, businessId)]).toEqual([0, []]);
    expect(() => endMailRule(context, actor, businessId, rule?.id ?? 0)).toThrow("There is no such rule.");
  });
});
