/**
 * Dues on their whole way, over real HTTP: from the payday by the clearing house and the bank to the fund's receipt, back
 * again where a fund sends money back, and paid a second time. Judged by what the outside services hold.
 */
import { eq } from "drizzle-orm";
import { afterEach, beforeEach, expect, it } from "vitest";
import type { World } from "../../../standins/src/world.ts";
import { trialBalance } from "../books/readSpan.ts";
import { savePayee } from "../dues/payees.ts";
import { readDues } from "../dues/readDues.ts";
import { readDuePayments } from "../dues/readPayments.ts";
import { contributionsOf, readDuePeople } from "../dues/readPeople.ts";
import { uuidOf } from "../ground/messageId.ts";
import { sendRun } from "../outbox/sendRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { unbalanced } from "../store/invariants.ts";
import { business, document, outbox, payRun, superChoice } from "../store/schema.ts";
import { clearing, dueOf, giveClearing, payAsSeen, pick, statesOf } from "../testing/dueMakers.ts";
import { type Outside, settleOutbox, startOutside } from "../testing/outside.ts";
import { killedAt } from "../testing/powerCut.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { fileIdOf, letGo, preparePayment, releasePayment } from "./pay.ts";
import { planPayment } from "./plan.ts";

let services: Outside;
let outside: World;
let world: SmallWorld;

beforeEach(async () => {
  services = await startOutside();
  outside = services.held;
});
/** Another world beside other outside services, within one test. */
async function afresh(): Promise<void> {
  await world.end();
  services.forget();
}
afterEach(async () => {
  expect(unbalanced(world.context.store)).toEqual([]);
  await world.end();
  await services.close();
});

const move = (day: string) => services.move(world, day);
/** A signed payday of 3 July 2026 in a small world that knows where the outside services are. */
function begin(people: number, make: (people: number) => SmallWorld = smallWorld, day = "2026-07-03"): void {
  world = make(people);
  services.tell(world);
  signRun(world, openUsual(world));
  move(day);
}
const giveAccount = () => giveClearing(world);
const due = (kind = "super") => dueOf(world, kind);
const states = (kind = "super") => statesOf(world, kind);
const pay = () => payAsSeen(world);
const settle = () => settleOutbox(world);
const payments = () => readDuePayments(world.context, world.actor, world.businessId);
const heldByFunds = () =>
  (
    outside.db.prepare("SELECT SUM(cents) AS n FROM super_line WHERE state IN ('SENT', 'ALLOCATED')").get() as {
      n: number | null;
    }
  ).n ?? 0;
const paidByBank = () =>
  (
    outside.db.prepare("SELECT SUM(cents) AS n FROM bank_line WHERE state = 'PAID' AND account = '40404040'").get() as {
      n: number | null;
    }
  ).n ?? 0;
const refuse = (payrollId: string) =>
  outside.setRules([
    {
      service: "super",
      operation: "batch",
      fault: "REJECT_LINE",
      match: { payrollId },
      with: { code: "SM-01", text: "member not found" },
      uses: -1,
    },
  ]);

it("goes from payday to fund by data and money under one reference, and is late for nobody", async () => {
  begin(3);
  giveAccount();
  const numbers = () =>
    world.context.store
      .prepared<[], { n: string | null }>("SELECT member_number AS n FROM super_choice")
      .all()
      .map((row) => row.n);
  world.context.store.db
    .update(superChoice)
    .set({ memberNumber: null })
    .where(eq(superChoice.personId, world.personIds[0] ?? 0))
    .run();
  const all = due().cents;
  expect(states()).toBe(`owed ${all}`);
  pay();
  expect(states()).toBe(`prepared ${all}`);
  await settle();
  expect(states()).toBe(`sent ${all}`);
  // The same once more is nothing: it is on its way.
  expect(() => pay()).toThrow(/on its way already/);
  move("2026-07-06");
  await settle();
  expect([states(), heldByFunds(), paidByBank()]).toEqual([`received ${all}`, all, all]);
  move("2026-07-07");
  await settle();
  expect(states()).toBe(`allocated ${all}`);
  // Who had no number was registered by the same line, and has the one that the fund gave.
  expect(numbers()).toEqual([expect.stringMatching(/^N/), "M1", "M2"]);
  const [first] = readDuePeople(world.context, world.businessId, pick(due()));
  expect(first?.steps.map((each) => `${each.what} ${each.on}`)).toEqual([
    ...["payday 2026-07-02", "prepared 2026-07-03", "sent 2026-07-03", "left 2026-07-03"],
    ...["received 2026-07-06", "allocated 2026-07-07", "due 2026-07-13"],
  ]);
  const own = contributionsOf(world.context, world.personIds[0] ?? 0, "2026-07-01", "2026-07-31");
  expect(own).toEqual([
    {
      ...{ payday: "2026-07-02", fund: "Example Super", due: "2026-07-13", cents: first?.cents },
      hadOn: expect.stringMatching(/^2026-07-0[67]$/),
    },
  ]);
  expect(payments()[0]?.messages.map((each) => `${each.channel} ${each.state}`)).toEqual([
    ...["contributions accepted", "duesPayment accepted"],
  ]);
});

it("pays the tax office and a fund together, and each is spoken of by its own line", async () => {
  begin(2);
  giveAccount();
  const { context, actor, businessId } = world;
  savePayee(context, actor, businessId, {
    ...clearing,
    receiver: "taxOffice",
    name: "Tax office",
    account: "93093093",
  });
  const picks = [pick(due("withholding")), pick(due())];
  const plan = planPayment(context, businessId, picks);
  const confirmed = plan.lines.map((line) => line.receiver);
  preparePayment(context, actor, businessId, { picks, date: plan.earliest, cents: plan.cents, confirmed });
  await settle();
  move("2026-07-07");
  await settle();
  expect([states(), states("withholding")]).toEqual([
    `allocated ${due().cents}`,
    `received ${due("withholding").cents}`,
  ]);
});

it("opens again by its first day what a fund sends back, and is paid a second time under a new reference", async () => {
  begin(2);
  giveAccount();
  const all = due().cents;
  refuse("E1");
  pay();
  await settle();
  move("2026-07-07");
  await settle();
  expect(states()).toBe(`returned ${all / 2}, allocated ${all / 2}`);
  const before = due().dueDate;
  outside.setRules([]);
  const again = planPayment(world.context, world.businessId, [pick(due())]);
  expect([again.cents, again.lines[0]?.people, again.lines[0]?.reference]).toEqual([all / 2, 1, "PC070726-000002001"]);
  pay();
  await settle();
  move("2026-07-09");
  await settle();
  expect([states(), due().dueDate, heldByFunds()]).toEqual([`allocated ${all}`, before, all]);
  expect(readDuePeople(world.context, world.businessId, pick(due())).find((each) => each.reason)?.reason).toBe(
    "member not found",
  );
});

it("stays late until its fund has it, and says what that costs", async () => {
  begin(1);
  giveAccount();
  move("2026-07-20");
  expect([due().isLate, states(), due().late?.law, due().late?.days]).toEqual([
    true,
    `late ${due().cents}`,
    "payday",
    7,
  ]);
  expect(due().late?.cents).toBeGreaterThan(0);
  move("2027-06-30");
  expect(due().isLate).toBe(true);
  pay();
  await settle();
  expect([due().isLate, states()]).toEqual([true, `sent ${due().cents}`]);
  move("2027-07-02");
  await settle();
  expect(due().isLate).toBe(false);
});

/** What its receivers hold of payment 1 that this store knows nothing of, as after a restore. */
function heldElsewhere(service: "super" | "bank"): void {
  const bmsId = world.context.store.db.select().from(business).get()?.bmsId ?? "";
  if (service === "super")
    outside.db
      .prepare("INSERT INTO super_batch VALUES ('B-9', ?, ?, 'else', 'DONE', '2026-07-03')")
      .run(fileIdOf(bmsId, 1), bmsId);
  else
    outside.db
      .prepare(
        "INSERT INTO bank_file (id, fingerprint, state, process_date, credit, count, business, reference) VALUES ('F-9', 'else', 'SETTLED', '2026-07-03', 1, 1, ?, ?)",
      )
      .run(bmsId, uuidOf(JSON.stringify([bmsId, "dues", 1])));
}

it.each(["super", "bank"] as const)(
  "pays nothing where its receiver holds another payment of the number, and frees nothing before somebody looked: %s",
  async (service) => {
    begin(1);
    giveAccount();
    const { context, actor, businessId } = world;
    heldElsewhere(service);
    const id = pay();
    await settle();
    expect([states(), paidByBank()]).toEqual([`prepared ${due().cents}`, 0]);
    expect(payments()[0]?.messages.find((each) => each.state === "refused")?.detail).toMatch(/holds another payment 1/);
    // No second number goes out by itself: nothing is left to pay until this one is let go.
    expect(() => pay()).toThrow(/on its way already/);
    letGo(context, actor, businessId, id, "Looked at the bank: not paid");
    expect(states()).toBe(`owed ${due().cents}`);
    pay();
    await settle();
    expect(states()).toBe(`sent ${due().cents}`);
  },
);

it("frees its dues where the bank would not take the file, and lets the data go with it", async () => {
  begin(1);
  giveAccount();
  const { context, actor, businessId } = world;
  const picks = [pick(due())];
  // Too far ahead for the bank.
  preparePayment(context, actor, businessId, {
    picks,
    date: "2026-09-01",
    cents: due().unpaidCents,
    confirmed: ["fund 1"],
  });
  await settle();
  expect([states(), paidByBank()]).toEqual([`owed ${due().cents}`, 0]);
  expect(payments()[0]?.messages.map((each) => each.state)).toEqual(["cancelled", "refused"]);
});
it.each(["CUT_AFTER", "CUT_BEFORE", "HTTP_503", "BAD_BODY", "HTTP_500_AFTER"])(
  "is taken once whatever becomes of the first answer: %s",
  async (fault) => {
    begin(1);
    giveAccount();
    outside.setRules(
      ["super", "bank"].map((service) => ({
        service,
        operation: service === "super" ? "batch" : "upload",
        fault,
        uses: 1,
      })),
    );
    pay();
    await settle();
    await settle();
    const count = (table: string) =>
      (outside.db.prepare(`SELECT COUNT(*) AS n FROM ${table}`).get() as { n: number }).n;
    expect([states(), count("super_batch"), count("bank_file")]).toEqual([`sent ${due().cents}`, 1, 1]);
  },
);

it("waits for a second person where the business wants one, and is let go with a reason", async () => {
  begin(1);
  giveAccount();
  const { context, actor, businessId } = world;
  context.store.db.update(business).set({ fourEyes: true }).run();
  const id = pay();
  await settle();
  expect(states()).toBe(`prepared ${due().cents}`);
  expect(() => releasePayment(context, actor, businessId, id)).toThrow(/two pairs of eyes/);
  letGo(context, actor, businessId, id, "Wrong day");
  expect(states()).toBe(`owed ${due().cents}`);
  const next = pay();
  releasePayment(context, { ...actor, userId: actor.userId + 1 }, businessId, next);
  await settle();
  expect(states()).toBe(`sent ${due().cents}`);
  expect(() => letGo(context, actor, businessId, next, "Too late")).toThrow(/on its way/);
});

it("pays all of Inland Revenue's kinds under one reference, from the schedule of the business", async () => {
  begin(2, smallWorldNz);
  const { context, actor, businessId } = world;
  savePayee(context, actor, businessId, {
    receiver: "inlandRevenue",
    name: "Inland Revenue",
    bsb: "",
    account: "01-0902-0068389-000",
    reference: "139000315",
  });
  const owed = readDues(context, businessId);
  expect(new Set(owed.map((each) => each.dueDate)).size).toBe(1);
  const picks = owed.map((each) => pick(each));
  const plan = planPayment(context, businessId, picks);
  expect(plan.lines.map((each) => [each.name, each.reference, each.cents])).toEqual([
    ["Inland Revenue", "139000315", owed.reduce((sum, each) => sum + each.cents, 0)],
  ]);
  preparePayment(context, actor, businessId, {
    picks,
    date: plan.earliest,
    cents: plan.cents,
    confirmed: ["inlandRevenue"],
  });
  await settle();
  expect(readDues(context, businessId).every((each) => each.parts.every((part) => part.state === "received"))).toBe(
    true,
  );
});

it("passes deductions on to whom the pay element names, each under its own name and account", async () => {
  world = smallWorld(2);
  const { context, actor, businessId, personIds } = world;
  services.tell(world);
  const named = context.store.prepared<[string, string]>("UPDATE pay_element SET paid_to = ? WHERE code = ?");
  named.run("Bakers United 4711", "UNION");
  const runId = openUsual(world);
  const run = readRun(context, actor, runId);
  const rows = run.rows.map((row) => ({
    payId: row.payId,
    lines: [
      ...row.lines,
      { elementId: world.element("UNION"), amount: "12.50" },
      { elementId: world.element("DED"), amount: "3.00" },
    ],
  }));
  saveRows(context, actor, runId, { version: run.version, rows });
  signRun(world, runId);
  move("2026-07-03");
  const view = due("deduction");
  // A deduction that names nobody is kept by the business: nothing is passed on.
  expect([view.words, view.cents, view.people, view.dueDate]).toEqual([
    "Deducted for Bakers United 4711",
    2_500,
    personIds.length,
    "2026-08-07",
  ]);
  const order = { picks: [{ ...pick(view), payee: view.payee }] };
  expect(planPayment(context, businessId, order.picks).faults[0]?.text).toMatch(/no account to pay Bakers United/);
  savePayee(context, actor, businessId, {
    ...clearing,
    receiver: `deduction ${view.payee}`,
    name: "Bakers United",
    reference: "4711",
  });
  const plan = planPayment(context, businessId, order.picks);
  preparePayment(context, actor, businessId, {
    ...order,
    date: plan.earliest,
    cents: plan.cents,
    confirmed: [plan.lines[0]?.receiver ?? ""],
  });
  await settle();
  expect(states("deduction")).toBe("received 2500");
  expect(
    trialBalance(context, businessId, "2026-07-01", "2026-07-31").find((each) => each.code === "2300")?.closing,
  ).toBe(-600);
});

it.each([
  ["directEntry", ".aba"],
  ["csv", "-payments.csv"],
  ["pain001", "-payments.xml"],
] as const)("wages and dues go to the bank as it takes them: %s", async (file, ending) => {
  const asTheBankTakesIt = (people: number) => {
    const made = smallWorld(people);
    const { db } = made.context.store;
    const { bank: known } = db.select().from(business).get() as typeof business.$inferSelect;
    db.update(business)
      .set({ bank: { ...known, file } })
      .run();
    return made;
  };
  begin(3, asTheBankTakesIt, "2026-07-01");
  giveAccount();
  const { context, actor } = world;
  const runId = context.store.db.select().from(payRun).get()?.id ?? 0;
  sendRun(context, actor, runId, ["paymentFile"]);
  pay();
  await settle();
  move("2026-07-02");
  await settle();
  const names = context.store.db
    .select()
    .from(document)
    .all()
    .map((each) => each.fileName);
  expect(names.filter((name) => name.endsWith(ending))).toHaveLength(2);
  // What the bank holds is what was signed off, to each account; and the dues.
  const [wages, dues] = outside.db
    .prepare(
      "SELECT f.credit AS credit, GROUP_CONCAT(DISTINCT l.state) AS states FROM bank_file f JOIN bank_line l ON l.file = f.id GROUP BY f.id ORDER BY f.credit DESC",
    )
    .all() as { credit: number; states: string }[];
  const net = context.store
    .prepared<[number], { cents: number }>(
      "SELECT SUM(cents) AS cents FROM payment p JOIN outbox o ON o.id = p.outbox_id WHERE o.run_id = ? AND p.state = 'paid'",
    )
    .get(runId)?.cents;
  expect([wages?.credit, wages?.states, dues?.states]).toEqual([net, "PAID", "PAID"]);
  expect(dues?.credit).toBe(due().cents);
});

it("killed at any write while wages and dues are sent and answered, it comes to the same after a start", async () => {
  const far = async (at: number) => {
    begin(1, smallWorld, "2026-07-01");
    giveAccount();
    const { context, actor } = world;
    sendRun(context, actor, context.store.db.select().from(payRun).get()?.id ?? 0, ["paymentFile"]);
    pay();
    const wasCut = at > 0 && (await killedAt(context, at, settle));
    await settle();
    for (const day of ["2026-07-02", "2026-07-03", "2026-07-06", "2026-07-07"]) {
      move(day);
      await settle();
    }
    const states = context.store.db
      .select()
      .from(outbox)
      .all()
      .map(({ channel, state }) => `${channel} ${state}`);
    return {
      wasCut,
      ended: [states.sort(), statesOf(world, "super"), heldByFunds(), paidByBank(), unbalanced(context.store)],
    };
  };
  const { ended } = await far(0);
  expect(ended[1]).toMatch(/^allocated/);
  for (let [at, goesOn] = [1, true]; goesOn; at += Math.ceil(at / 9)) {
    await afresh();
    const killed = await far(at);
    goesOn = killed.wasCut;
    expect([at, killed.ended]).toEqual([at, ended]);
  }
}, 120_000);
