/** Dues without sending: what is refused, paid by hand, reminded of, and what a closed year keeps. */

import type { DueView } from "@zesty/contract/dues";
import ICAL from "ical.js";
import { afterEach, expect, it } from "vitest";
import { dueCalendar } from "../dues/dueCalendar.ts";
import { savePayee } from "../dues/payees.ts";
import { readDues } from "../dues/readDues.ts";
import { readDuePayments } from "../dues/readPayments.ts";
import { remindOfDues, saveRemindDays } from "../dues/remind.ts";
import { places } from "../store/crypt.ts";
import { unbalanced } from "../store/invariants.ts";
import { letter, user, userRight, yearClose } from "../store/schema.ts";
import { clearing, dueOf, giveClearing, payAsSeen, pick, statesOf } from "../testing/dueMakers.ts";
import { openUsual, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { heardOf, payByHand, takeBackByHand } from "./byHand.ts";
import { preparePayment, releasePayment } from "./pay.ts";
import { planPayment, planShown } from "./plan.ts";

let world: SmallWorld;
afterEach(async () => {
  expect(unbalanced(world.context.store)).toEqual([]);
  await world.end();
});
const move = (day: string) => world.context.clock.moveTo(day);
/** A signed payday of 2 July 2026, looked at on the day after. */
function begin(people: number): void {
  world = smallWorld(people);
  signRun(world, openUsual(world));
  move("2026-07-03");
}
const giveAccount = () => giveClearing(world);
const due = (kind = "super") => dueOf(world, kind);
const states = (kind = "super") => statesOf(world, kind);
const pay = () => payAsSeen(world);
const payments = () => readDuePayments(world.context, world.actor, world.businessId);

it.each<[string, () => void, RegExp]>([
  ["without an account", () => pay(), /no account to pay/],
  [
    "on a Saturday",
    () => {
      giveAccount();
      const plan = planPayment(world.context, world.businessId, [pick(due())]);
      preparePayment(world.context, world.actor, world.businessId, {
        picks: [pick(due())],
        date: "2026-07-04",
        cents: plan.cents,
        confirmed: ["fund 1"],
      });
    },
    /Banks do not work on 4 July 2026/,
  ],
  [
    "to an account that nobody looked at",
    () => {
      giveAccount();
      preparePayment(world.context, world.actor, world.businessId, {
        picks: [pick(due())],
        date: "2026-07-03",
        cents: due().cents,
        confirmed: [],
      });
    },
    /first time/,
  ],
  [
    "another sum than was seen",
    () => {
      giveAccount();
      preparePayment(world.context, world.actor, world.businessId, {
        picks: [pick(due())],
        date: "2026-07-03",
        cents: 1,
        confirmed: [],
      });
    },
    /you looked at 0.01/,
  ],
  [
    "of somebody without an address",
    () => {
      giveAccount();
      world.context.store.sqlite.prepare("UPDATE person SET address = NULL").run();
      pay();
    },
    /has no address/,
  ],
  [
    "by hand, on a day to come",
    () =>
      void payByHand(world.context, world.actor, world.businessId, {
        picks: [pick(due())],
        cents: due().cents,
        on: "2026-07-04",
        receipt: "",
      }),
    /has not come yet/,
  ],
  [
    "to no such receiver",
    () => savePayee(world.context, world.actor, world.businessId, { ...clearing, receiver: "somebody" }),
    /no such|such a receiver/,
  ],
])("is not paid %s", (_what, act, words) => {
  begin(1);
  const [before] = [JSON.stringify(due())];
  expect(act).toThrow(words);
  expect(JSON.stringify(due())).toBe(before);
  expect(payments()).toEqual([]);
});

it("is recorded as paid by hand, waits for the fund's receipt, comes back, and is taken back", () => {
  begin(2);
  const { context, actor, businessId } = world;
  const by = (view: DueView, more: object = {}) =>
    payByHand(context, actor, businessId, {
      picks: [pick(view)],
      cents: view.unpaidCents,
      on: "2026-07-03",
      receipt: "R-1",
      ...more,
    });
  const all = due().cents;
  const id = by(due());
  expect(states()).toBe(`sent ${all}`);
  const line = payments()[0]?.remittances[0]?.id ?? 0;
  const heard = (what: "received" | "returned", people?: number[]) =>
    heardOf(context, actor, businessId, id, line, {
      what,
      on: "2026-07-03",
      receipt: "F-2",
      reason: "account closed",
      people,
    });
  heard("received", world.personIds.slice(0, 1));
  expect(states()).toBe(`sent ${all / 2}, received ${all / 2}`);
  heard("returned", world.personIds.slice(1));
  expect(states()).toBe(`returned ${all / 2}, received ${all / 2}`);
  expect(() => heard("returned", world.personIds.slice(1))).toThrow(/known already/);
  takeBackByHand(context, actor, businessId, id, "Typed for another business");
  expect(states()).toBe(`owed ${all / 2}, returned ${all / 2}`);
  // Tax is paid on the day on which it leaves.
  by(due("withholding"));
  expect(states("withholding")).toBe(`received ${due("withholding").cents}`);
  const net = context.store
    .prepared<[], { cents: number }>(
      "SELECT SUM(debit_cents - credit_cents) AS cents FROM journal_line l JOIN journal j ON j.id = l.journal_id WHERE j.kind = 'dues' AND l.account = '2200'",
    )
    .get();
  expect(net?.cents).toBe(0);
});

it("stands in a calendar without its amount, and as cancelled once it is there", () => {
  begin(1);
  const { context, actor, businessId } = world;
  /** Read by an independent reader of RFC 5545. */
  const events = () =>
    new ICAL.Component(ICAL.parse(dueCalendar(context, actor, businessId)))
      .getAllSubcomponents("vevent")
      .map(
        (each) =>
          `${new ICAL.Event(each).startDate.toString()} ${each.getFirstPropertyValue("summary")} ${each.getFirstPropertyValue("status")}`,
      );
  expect(events()).toEqual([
    "2026-07-13 Example Bakery: Super to Example Super CONFIRMED",
    "2026-07-08 Example Bakery: send: Super to Example Super CONFIRMED",
    "2026-08-21 Example Bakery: PAYG withholding to the tax office CONFIRMED",
  ]);
  payByHand(context, actor, businessId, {
    picks: [pick(due("withholding"))],
    cents: due("withholding").cents,
    on: "2026-07-03",
    receipt: "",
  });
  expect(events()[2]).toMatch(/CANCELLED$/);
});

it("is reminded of once a day by letter, some days before it has to leave, and while it is late", async () => {
  begin(1);
  const { context, actor } = world;
  const letters = () =>
    context.store.db
      .select()
      .from(letter)
      .all()
      .filter((each) => each.about.startsWith("dues"));
  expect(await remindOfDues(context)).toBe(0);
  saveRemindDays(context, actor, 2);
  expect(await remindOfDues(context)).toBe(0);
  move("2026-07-06");
  expect([await remindOfDues(context), await remindOfDues(context), letters().length]).toEqual([1, 0, 1]);
  const says = JSON.parse(context.store.crypt.open(letters()[0]?.text ?? "", places.letter(letters()[0]?.id ?? 0)));
  expect(says.text).toMatch(/Example Bakery: Super to Example Super, to leave by 8 July 2026/);
  expect(says.text).not.toMatch(/\d\.\d\d/);
  move("2026-07-20");
  expect([await remindOfDues(context), letters().length]).toEqual([1, 2]);
  saveRemindDays(context, actor, null);
  move("2026-07-21");
  expect(await remindOfDues(context)).toBe(0);
});

it("leaves the books of a closed year as they were closed", () => {
  begin(1);
  const { context, actor, businessId } = world;
  move("2027-07-05");
  context.store.db
    .insert(yearClose)
    .values({ businessId, yearStart: "2026-07-01", closed: true, at: context.clock.now(), userId: actor.userId })
    .run();
  payByHand(context, actor, businessId, {
    picks: [pick(due())],
    cents: due().unpaidCents,
    on: "2027-06-30",
    receipt: "",
  });
  const date = context.store.prepared<[], { date: string }>("SELECT date FROM journal WHERE kind = 'dues'").get()?.date;
  expect(date).toBe("2027-07-05");
});

it("is prepared by who may not authorise, as the page says, and released by who may", () => {
  begin(1);
  giveAccount();
  const { context, actor, businessId } = world;
  const [preparer] = context.store.db
    .insert(user)
    .values({ email: "lou@example.org", name: "Lou", passwordHash: "-", lead: false })
    .returning()
    .all();
  const lou = { userId: preparer?.id ?? 0, name: "Lou", email: "lou@example.org", lead: false };
  context.store.db.insert(userRight).values({ userId: lou.userId, businessId, right: "prepare" }).run();
  const picks = [pick(due())];
  const of = (who: typeof actor) => planShown(context, who, businessId, picks);
  expect([of(actor).fourEyes, of(lou).fourEyes]).toEqual([false, true]);
  const plan = of(lou);
  const order = { picks, date: plan.earliest, cents: plan.cents, confirmed: plan.lines.map((line) => line.receiver) };
  const id = preparePayment(context, lou, businessId, order);
  const [seenByLou] = readDuePayments(context, lou, businessId);
  expect([seenByLou?.released, seenByLou?.mayRelease, payments()[0]?.mayRelease]).toEqual([null, false, true]);
  releasePayment(context, actor, businessId, id);
  expect(payments()[0]?.messages.map((each) => `${each.channel} ${each.state}`)).toEqual([
    ...["contributions queued", "duesPayment prepared"],
  ]);
});

it("costs by the law of each payday where paydays of two laws are due on one day", () => {
  begin(2);
  const { context, businessId, personIds } = world;
  const sqlite = context.store.sqlite;
  const late = (rows: [number, string, number][]) => {
    sqlite.exec("DELETE FROM due_total WHERE due_date = '2026-07-28'");
    for (const [person, payday, cents] of rows)
      sqlite
        .prepare(
          "INSERT INTO due_total (business_id, kind, person_id, fund_id, payday, due_date, run_id, owed_cents) VALUES (?, 'super', ?, 1, ?, '2026-07-28', 1, ?)",
        )
        .run(businessId, person, payday, cents);
    return readDues(context, businessId).find((each) => each.dueDate === "2026-07-28")?.late?.cents ?? 0;
  };
  move("2026-08-10");
  const [one = 0, two = 0] = personIds;
  const quarter: [number, string, number][] = [
    [one, "2026-06-18", 50_000],
    [one, "2026-06-25", 50_000],
    [two, "2026-06-25", 50_000],
  ];
  const payday: [number, string, number][] = [[one, "2026-07-17", 40_000]];
  // By hand: 1,500.00 × 10 % × 150 days ÷ 365 = 61.64, and 20.00 for each of two people.
  expect(late(quarter)).toBe(6_164 + 4_000);
  expect(late([...quarter, ...payday])).toBe(late(quarter) + late(payday));
  late([]);
});
