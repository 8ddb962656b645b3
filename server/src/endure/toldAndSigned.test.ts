/**
 * Whatever is signed, sent, corrected, taken back, refused and made again, in any order: once all of it is sent, the
 * agency holds what was signed, and the bank paid it. Read from what the stand-ins took, with a reader of their own.
 */
import { addDays } from "@zesty/core/calendar/dates";
import { type Decimal, decimal, sum, zero } from "@zesty/core/quantity/decimal";
import { centsText } from "@zesty/core/quantity/units";
import fc from "fast-check";
import { afterAll, afterEach, beforeAll, describe, expect, it } from "vitest";
import { readFiling } from "../../../standins/src/filingReader.ts";
import type { PayeeRecord } from "../../../standins/src/payEventReader.ts";
import { makeCorrection } from "../afterwards/correction.ts";
import { readCorrectable } from "../afterwards/readCorrectable.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { findRun } from "../ground/findRun.ts";
import { ProblemError } from "../ground/problem.ts";
import { replaceEvent } from "../outbox/replaceEvent.ts";
import { sendAgain, sendRun } from "../outbox/sendRun.ts";
import { discardRun } from "../runs/discardRun.ts";
import { movePayday } from "../runs/movePayday.ts";
import { openOutsideCycle } from "../runs/outsideCycle.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { nextPeriodOf } from "../setup/nextPeriod.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { unbalanced } from "../store/invariants.ts";
import { payCycle, payRun } from "../store/schema.ts";
import { endWhole } from "../testing/endWhole.ts";
import { type Outside, settleOutbox, startOutside } from "../testing/outside.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";

let outside: Outside;
let world: SmallWorld;
beforeAll(async () => {
  outside = await startOutside();
});
afterEach(() => endWhole(world));
afterAll(() => outside.close());

const channels = ["payEvent", "employmentInformation", "employeeDetails", "paymentFile"] as const;
const runs = () => world.context.store.db.select().from(payRun).all();
const today = () => todayAt(world.context, world.businessId);
const all = <Row>(sql: string, ...values: unknown[]) =>
  world.context.store.prepared<unknown[], Row>(sql).all(...values);

/** Lets everything pass that waits, on a day that is not before the payday. */
async function send(runId: number): Promise<void> {
  const { payday } = findRun(world.context, runId);
  if (payday > today()) outside.move(world, payday);
  sendRun(world.context, world.actor, runId, channels);
  await pass();
}
/** of a life: its day goes forward, and so does the time of that day */
let minute = 0;
async function pass(): Promise<void> {
  for (const _ of [1, 2]) {
    minute += 3;
    outside.held.setClock(new Date(Date.parse(`${today()}T02:00:00Z`) + minute * 60_000).toISOString());
    await settleOutbox(world);
  }
}

type Did = () => unknown;
/** What may be done next; what is not allowed just now is refused by a sentence. */
function acts(which: number): Record<string, Did> {
  const { context, actor, businessId, cycleId, personIds } = world;
  const open = runs().filter((each) => each.state === "open");
  const signed = runs().filter((each) => each.state === "signedOff");
  const some = <Row>(rows: readonly Row[]): Row | undefined => rows[which % Math.max(rows.length, 1)];
  const correct = (into: "next" | "own") => {
    const pay = some(
      all<{ id: number }>(
        `SELECT s.pay_id AS id FROM signed_pay s JOIN pay_run r ON r.id = s.run_id
         WHERE s.kind = 'pay' AND r.state NOT IN ('open', 'takenBack') ORDER BY s.id DESC LIMIT 9`,
      ),
    );
    if (!pay) return;
    const [first, ...rest] = readCorrectable(context, pay.id).lines;
    if (!first?.hours) return;
    const hours = decimal(first.hours)
      .plus((which % 7) - 3)
      .toString();
    makeCorrection(context, actor, { payId: pay.id, lines: [{ ...first, hours }, ...rest], into, recoverPerPay: "40" });
  };
  const type = (runId: number, line: { elementId: number; hours?: string; amount?: string }) => {
    const { version, rows } = readRun(context, actor, runId);
    const row = some(rows);
    if (row) saveRows(context, actor, runId, { version, rows: [{ payId: row.payId, lines: [line] }] });
  };
  return {
    open: () => open.some((each) => each.kind === "cycle") || openUsual(world),
    sign: () => open[0] && signRun(world, open[0].id),
    signLast: () => open.at(-1) && signRun(world, open.at(-1)?.id ?? 0),
    send: () => signed[0] && send(signed[0].id),
    sendLast: () => signed.at(-1) && send(signed.at(-1)?.id ?? 0),
    hours: () => open[0] && type(open[0].id, { elementId: world.element("ORD"), hours: String(20 + (which % 20)) }),
    correctNext: () => correct("next"),
    correctOwn: () => correct("own"),
    outside: () => {
      const cycle = context.store.db.select().from(payCycle).all()[0];
      if (!cycle) return;
      const runId = openOutsideCycle(context, actor, businessId, {
        ...{ cycleId, periodStart: nextPeriodOf(context, cycle).start, payday: addDays(today(), which % 4) },
        ...{ reason: "Forgotten", personIds: [personIds[which % personIds.length] ?? 0] },
      });
      type(runId, { elementId: world.element("BONUS"), amount: "250.00" });
    },
    move: () => {
      const run = some(open);
      if (!run) return;
      const { version } = readRun(context, actor, run.id);
      movePayday(context, actor, run.id, { payday: addDays(run.payday, (which % 5) - 1), version });
    },
    takeBack: () => takeBack(context, actor, some(signed)?.id ?? 0, "A reason"),
    discard: () => discardRun(context, actor, open.at(-1)?.id ?? 0),
    replace: async () => {
      const run = runs().findLast((each) => each.state === "sent" || each.state === "settled");
      if (run) replaceEvent(context, actor, run.id, { reason: "It was wrong" });
      await pass();
    },
    refused: async () => {
      const [service, operation, fault] =
        world.element("BONUS") && findCountry() === "AU"
          ? ["au-tax", "submit", "REJECT_PAYEE"]
          : ["nz-tax", "file", "REJECT_LINE"];
      outside.held.setRules([{ service, operation, fault, match: { payrollId: "E0" }, uses: 1 }]);
      if (signed[0]) await send(signed[0].id);
      outside.held.setRules([]);
    },
    // The money of the first person comes back, as from an account that is closed for a while.
    returned: async () => {
      const account = findCountry() === "AU" ? "10000000" : "01-0902-0068389-000";
      outside.held.db.prepare("INSERT OR REPLACE INTO bank_account VALUES (?, 'closed')").run(account);
      if (signed[0]) await send(signed[0].id);
      outside.held.db.exec("DELETE FROM bank_account");
    },
    again: async () => {
      const run = some(runs());
      const channel = all<{ channel: (typeof channels)[number] }>(
        "SELECT channel FROM outbox WHERE run_id = ? AND channel <> 'payslip' ORDER BY id DESC",
        run?.id ?? 0,
      )[0];
      if (run && channel) sendAgain(world.context, actor, run.id, channel.channel);
      await pass();
    },
    days: () => outside.move(world, addDays(today(), 1 + (which % 4))),
  };
}
const findCountry = () => all<{ country: string }>("SELECT country FROM business")[0]?.country;
const names = Object.keys({
  ...{ open: 0, sign: 0, signLast: 0, send: 0, sendLast: 0, hours: 0, correctNext: 0, correctOwn: 0, outside: 0 },
  ...{ move: 0, takeBack: 0, returned: 0, discard: 0, replace: 0, refused: 0, again: 0, days: 0 },
});
/** What moves a payday on is done more often. */
const bag = [...names, ..."open sign send open sign send sendLast days".split(" ")];

async function play(steps: readonly (readonly [string, number])[]): Promise<void> {
  for (const [name, which] of steps)
    try {
      await acts(which)[name]?.();
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
    }
  // All that is open is signed where it can be, and all of it is sent, the earliest payday first.
  for (const run of runs().filter((each) => each.state === "open"))
    try {
      signRun(world, run.id);
    } catch {
      discardRun(world.context, world.actor, run.id);
    }
  const waiting = runs().filter((each) => each.state === "signedOff");
  for (const run of waiting.sort((a, b) => a.payday.localeCompare(b.payday))) await send(run.id);
  for (const { id } of all<{ id: number }>(
    `SELECT run_id AS id FROM outbox o WHERE channel = 'paymentFile' AND state = 'partial'
       AND id = (SELECT MAX(id) FROM outbox WHERE run_id = o.run_id AND channel = 'paymentFile')`,
  )) {
    sendAgain(world.context, world.actor, id, "paymentFile");
    await send(id);
  }
}

type Figures = { gross: string; taxable: string; withheld: string; super: string; kiwiSaver?: string; net: string };
const signedPays = () =>
  all<{ payday: string; personId: number; payrollId: string; figures: string }>(
    `SELECT r.payday AS payday, s.person_id AS personId, p.payroll_id AS payrollId, json_extract(s.snapshot, '$.figures') AS figures
     FROM signed_pay s JOIN pay_run r ON r.id = s.run_id JOIN person p ON p.id = s.person_id
     WHERE s.kind = 'pay' AND r.state <> 'takenBack'`,
  ).map((row) => ({ ...row, figures: JSON.parse(row.figures) as Figures }));
const toldOpen = () =>
  new Set(
    all<{ id: number }>("SELECT person_id AS id FROM answer_item WHERE open = 1 AND severity = 'error'").map(
      (each) => each.id,
    ),
  );
const plus = (sums: Map<string, Decimal[]>, key: string, amounts: (string | undefined)[]) =>
  sums.set(
    key,
    amounts.map((each, at) => (sums.get(key)?.[at] ?? zero).plus(each || "0")),
  );
const asText = (sums: Map<string, Decimal[]>) =>
  Object.fromEntries([...sums].map(([key, each]) => [key, each.map((amount) => amount.toFixed(2)).join(" ")]));

/** Each net pay lies with the bank once: what it holds but for the business's own account; unless a file was refused. */
function demandPaid(): void {
  const stuck = all(
    `SELECT 1 FROM outbox o WHERE o.channel = 'paymentFile' AND o.state NOT IN ('accepted', 'partial', 'cancelled')
       AND o.id = (SELECT MAX(id) FROM outbox WHERE run_id = o.run_id AND channel = 'paymentFile')`,
  );
  if (stuck.length > 0) return;
  const net = sum(signedPays().map(({ figures }) => (decimal(figures.net).isNegative() ? zero : decimal(figures.net))));
  const [held] = outside.held.db
    .prepare(
      "SELECT coalesce(SUM(cents), 0) AS cents FROM bank_line WHERE state <> 'RETURNED' AND account <> '55120038'",
    )
    .all() as { cents: number }[];
  expect(
    decimal(held?.cents ?? 0)
      .div(100)
      .toFixed(2),
  ).toBe(net.toFixed(2));
}
/** What is owed to an agency and to funds is what was taken and set aside. */
const owed = (kinds: string) =>
  centsText(
    all<{ cents: number | null }>(`SELECT SUM(amount_cents) AS cents FROM due WHERE kind IN (${kinds})`)[0]?.cents ?? 0,
  );
const signedOf = (name: "withheld" | "super") =>
  sum(signedPays().map(({ figures }) => decimal(figures[name]))).toFixed(2);

/** Lives begin in a year, or three weeks before its end. */
function live(made: SmallWorld, early: { day: string; first: string } | null): void {
  world = made;
  minute = 0;
  outside.forget();
  outside.tell(world);
  const { sqlite } = world.context.store;
  if (early) sqlite.prepare("UPDATE pay_cycle SET first_period_start = ?").run(early.first);
  if (early) sqlite.prepare("INSERT OR REPLACE INTO setting (name, value) VALUES ('day', ?)").run(early.day);
  outside.move(world, today());
}
/** The payroll year of a payday, by its last calendar year. */
const yearOf = (payday: string, begins: string) => Number(payday.slice(0, 4)) + (payday.slice(5) >= begins ? 1 : 0);
const lists = fc.array(fc.tuple(fc.constantFrom(...bag), fc.nat(60)), { minLength: 15, maxLength: 45 });
const times = { numRuns: 5, endOnFailure: true };

describe("once all is sent", () => {
  it("the agency holds the year that was signed, or it is told of whom not (Australia)", {
    timeout: 90_000,
  }, async () => {
    await fc.assert(
      fc.asyncProperty(lists, fc.boolean(), async (steps, early) => {
        live(smallWorld(2), early ? { day: "2026-06-09", first: "2026-06-01" } : null);
        for (const [at, id] of world.personIds.entries())
          world.context.store.sqlite
            .prepare("UPDATE person SET family_name = ? WHERE id = ?")
            .run(`Sample ${"ab"[at]}`, id);
        await play(steps);
        expect(unbalanced(world.context.store)).toEqual([]);
        demandPaid();
        expect([owed("'withholding'"), owed("'super'")]).toEqual([signedOf("withheld"), signedOf("super")]);
        const told = toldOpen();
        const due = new Map<string, Decimal[]>();
        for (const { payday, personId, payrollId, figures } of signedPays())
          if (!told.has(personId))
            plus(due, `${payrollId} ${yearOf(payday, "07-01")}`, [figures.gross, figures.withheld, figures.super]);
        const held = new Map<string, Decimal[]>();
        for (const row of outside.held.db.prepare("SELECT year, record FROM payee").all() as {
          year: string;
          record: string;
        }[]) {
          const { payrollId, incomes, super: contributions } = JSON.parse(row.record) as PayeeRecord;
          const key = `${payrollId} ${Number(row.year) + 1}`;
          if (!due.has(key)) continue;
          for (const income of incomes)
            plus(held, key, [
              sum(
                [income.gross, income.overtime, income.bonus, ...income.paidLeave.map((each) => each.amount)].map(
                  (each) => decimal(each || "0"),
                ),
              ).toString(),
              income.withheld,
              contributions.find((each) => each.type === "L")?.amount,
            ]);
        }
        expect(asText(held)).toEqual(asText(due));
        await endWhole(world);
      }),
      times,
    );
    world = smallWorld(1);
  });
  it("Inland Revenue holds the paydays that were signed, each once (New Zealand)", { timeout: 90_000 }, async () => {
    await fc.assert(
      fc.asyncProperty(lists, fc.boolean(), async (steps, early) => {
        live(smallWorldNz(2), early ? { day: "2026-03-10", first: "2026-03-02" } : null);
        await play(steps);
        expect(unbalanced(world.context.store)).toEqual([]);
        demandPaid();
        const [due, held] = [new Map<string, Decimal[]>(), new Map<string, Decimal[]>()];
        for (const { payday, figures } of signedPays())
          plus(due, String(yearOf(payday, "04-01")), [figures.taxable, figures.withheld, figures.kiwiSaver]);
        for (const { payday, bytes } of outside.held.db
          .prepare("SELECT payday, bytes FROM filing WHERE state <> 'REPLACED'")
          .all() as {
          payday: string;
          bytes: Buffer;
        }[])
          for (const line of readFiling(bytes).lines) {
            plus(held, String(yearOf(payday, "04-01")), [line.gross, line.paye, line.ks_deduction]);
            plus(held, String(yearOf(payday, "04-01")), [line.gross_adjustment, line.paye_adjustment, "0"]);
          }
        const cents = new Map([...due].map(([key, each]) => [key, each.map((amount) => amount.times(100))]));
        expect(asText(held)).toEqual(asText(cents));
        await endWhole(world);
      }),
      times,
    );
    world = smallWorldNz(1);
  });
});
