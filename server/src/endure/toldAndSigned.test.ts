/**
 * Whatever is typed, signed, sent, corrected, taken back, refused and made again, in any order: once all of it is sent, the
 * agency holds what was signed, each part under its name, the bank paid it, the books say it, and what is owed of it stands
 * with whom it is owed to. Read from what the stand-ins took, with a reader of their own.
 */
import { isIrd } from "@zesty/core/nz/irdNumber";
import fc from "fast-check";
import { afterAll, afterEach, beforeAll, expect, it } from "vitest";
import { readFiling } from "../../../standins/src/filingReader.ts";
import type { PayeeRecord } from "../../../standins/src/payEventReader.ts";
import { readSpan } from "../books/readSpan.ts";
import { readDues } from "../dues/readDues.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { saveSection } from "../people/savePerson.ts";
import { addElement } from "../setup/elements.ts";
import { unbalanced } from "../store/invariants.ts";
import { endWhole } from "../testing/endWhole.ts";
import { type Outside, startOutside } from "../testing/outside.ts";
import { bagOfActs, type Life, paydayActs } from "../testing/paydayActs.ts";
import { plainTerms, type SmallWorld, smallWorld, smallWorldNz, validFrom } from "../testing/smallWorld.ts";

let outside: Outside;
let world: SmallWorld;
beforeAll(async () => {
  outside = await startOutside();
});
afterEach(() => endWhole(world));
afterAll(() => outside.close());

const all = <Row>(sql: string) => world.context.store.prepared<unknown[], Row>(sql).all() as Row[];
const inCents = (amount: string | undefined) => Math.round(Number(amount || 0) * 100);
/** Sums by name, without those that come to nothing. */
function sums() {
  const held: Record<string, number> = {};
  return {
    held,
    put(name: string, cents: number) {
      held[name] = (held[name] ?? 0) + cents;
      if (held[name] === 0) delete held[name];
    },
  };
}

/** Lives begin in a year, or three weeks before its end; the first person has something of everything. */
function live(country: "AU" | "NZ", early: boolean, other: "employee" | "contractor"): Life {
  world = country === "AU" ? smallWorld(2) : smallWorldNz(2);
  const { context, actor, businessId, personIds } = world;
  const { sqlite } = context.store;
  outside.forget();
  outside.tell(world);
  const [day, first] = country === "AU" ? ["2026-06-09", "2026-06-01"] : ["2026-03-10", "2026-03-02"];
  if (early) sqlite.prepare("UPDATE pay_cycle SET first_period_start = ?").run(first);
  if (early) sqlite.prepare("INSERT OR REPLACE INTO setting (name, value) VALUES ('day', ?)").run(day);
  outside.move(world, todayAt(context, businessId));
  for (const [at, id] of personIds.entries())
    sqlite.prepare("UPDATE person SET family_name = ? WHERE id = ?").run(`Sample ${"ab"[at]}`, id);
  const none = { percent: "100", leave: null, allowance: null, deduction: null, taxable: null, superable: null };
  const more = {
    AU: [
      { code: "CHILD", name: "Child support", element: "deductionAfterTax", deduction: "D" },
      { code: "SALO", name: "Packaging", element: "salarySacrificeOther" },
      { code: "OWN", name: "Own super", element: "memberContribution" },
      { code: "CENTS", name: "Car", element: "allowance", allowance: "CD" },
      { code: "DIR", name: "Director", element: "directorFee" },
    ],
    NZ: [],
  }[country];
  for (const each of more)
    addElement(context, actor, businessId, {
      ...none,
      entry: "amount",
      account: null,
      unitRate: null,
      ...each,
    } as never);
  sqlite.exec(
    `UPDATE pay_element SET paid_to = 'For ' || code
     WHERE element IN ('deductionAfterTax', 'salarySacrificeOther', 'payrollGiving')`,
  );
  const ids = new Map(sqlite.prepare("SELECT code, id FROM pay_element").raw().all() as [string, number][]);
  const element = (code: string) => ids.get(code) ?? 0;
  const usual = {
    AU: { ORD: "38", SACS: "100.00", UNION: "11.00", TOOL: "15.00", CHILD: "70.00" },
    NZ: { ORD: "80", GIVE: "10.00", DED: "11.00", ALLOW: "15.00" },
  }[country];
  const lines = Object.entries(usual).map(([code, said]) => ({
    ...{ elementId: element(code) },
    ...(code === "ORD" ? { hours: said } : { amount: said }),
  }));
  const say = (section: "usualPay" | "taxCode" | "orders", values: object) =>
    saveSection(context, actor, personIds[0] ?? 0, section, { from: "2026-01-05", ...values } as never);
  say("usualPay", { lines });
  // The other one may be a contractor, who stands in no event.
  if (other === "contractor")
    saveSection(context, actor, personIds[1] ?? 0, "employment", {
      ...plainTerms(world, { from: "2026-01-05", basis: "contractor" }),
      weeklyHours: "0",
    });
  if (country === "NZ") {
    say("taxCode", { code: "M SL", irdNumber: irds[0], ...noRates, slcir: "5", lowerMinimum: false });
    const courts = { kind: "court", name: "Court A", amount: "30", served: "2026-01-05", total: "70" };
    const fines = { kind: "fine", name: "Fines B", percentOfNet: "5", served: "2026-01-06" };
    say("orders", { childSupport: { amount: "60.00", protectedPercent: null }, orders: [courts, fines] });
  }
  return { world, outside, country, element };
}
const irds = validFrom(139_000_013, 2, isIrd);
const noRates = { specialRate: null, until: null, slbor: null };

/** Pays that stand, with their facts summed by payroll year and person. */
const standing = "FROM signed_pay s JOIN pay_run r ON r.id = s.run_id WHERE s.kind = 'pay' AND r.state <> 'takenBack'";
const toldOpen = () =>
  new Set(
    all<{ id: number }>("SELECT person_id AS id FROM answer_item WHERE open = 1 AND severity = 'error'").map(
      (each) => each.id,
    ),
  );

/** Each net pay lies with the bank once: what it holds but for the business's own account; unless a file was refused. */
function demandPaid(): void {
  const stuck = all(
    `SELECT 1 FROM outbox o WHERE o.channel = 'paymentFile' AND o.state NOT IN ('accepted', 'partial', 'cancelled')
       AND o.id = (SELECT MAX(id) FROM outbox WHERE run_id = o.run_id AND channel = 'paymentFile')`,
  );
  if (stuck.length > 0) return;
  const net = all<{ net: string }>(`SELECT s.snapshot ->> '$.figures.net' AS net ${standing}`);
  const due = net.reduce((sum, each) => sum + Math.max(0, inCents(each.net)), 0);
  const [held] = outside.held.db
    .prepare(
      "SELECT coalesce(SUM(cents), 0) AS cents FROM bank_line WHERE state <> 'RETURNED' AND account <> '55120038'",
    )
    .all() as { cents: number }[];
  expect(held?.cents).toBe(due);
}

/** The books say what was signed, payday by payday, and so does the agency; what stands as payable is what is owed. */
function demandBooks(): void {
  expect(unbalanced(world.context.store)).toEqual([]);
  const { compared, accounts } = readSpan(world.context, world.businessId, "2026-01-01", "2027-12-31");
  // Sums below nought are told by an update, which has none; what was refused is not with the agency.
  const isTold =
    toldOpen().size === 0 &&
    all(
      `SELECT 1 FROM signed_pay s JOIN pay_run r ON r.id = s.run_id JOIN pay_fact f ON f.signed_pay_id = s.id
       WHERE s.kind = 'pay' AND r.state <> 'takenBack' AND f.code IN ('withheld', 'taxable') GROUP BY s.run_id, f.code
       HAVING SUM(f.cents) < 0
       UNION SELECT 1 FROM outbox o WHERE channel IN ('payEvent', 'employmentInformation')
         AND state IN ('rejected', 'refused')
         AND id = (SELECT MAX(id) FROM outbox WHERE run_id = o.run_id AND channel = o.channel)`,
    ).length === 0;
  for (const { key, differing, sums: said } of compared) {
    expect(differing.filter((each) => each.sums.ledger !== each.sums.signed)).toEqual([]);
    if (isTold && said.lodged !== null) expect([key, said.lodged]).toEqual([key, said.signed]);
  }
  const payable = accounts.filter((each) => ["2100", "2200", "2300"].includes(each.code));
  const owed = readDues(world.context, world.businessId).reduce((sum, each) => sum + each.unpaidCents, 0);
  expect(payable.reduce((sum, each) => sum - each.closing, 0)).toBe(owed);
}

/** Where a line of an Australian pay is reported, by the trade's own table (Single Touch Payroll, phase 2, from memory). */
const reportedAs: Record<string, string> = {
  ...{ ORD: "gross", BACKPAY: "gross", AL: "leave O", PL: "leave O", BONUS: "bonus", TOOL: "allowance TD" },
  ...{ CENTS: "allowance CD", DIR: "director", SACS: "sacrifice S", SALO: "sacrifice O", UNION: "deduction F" },
  ...{ CHILD: "deduction D" },
};
const untold = ["REIMB", "DED", "OVERPAID", "OWN"];
interface Signed {
  figures: { withheld: string; super: string; lines: { code: string; amount: string }[] };
  input: { person: { basis: string }; lines: { code: string; element: string; reason?: string; etpCode?: string }[] };
}

function demandToldAu(): void {
  const [due, held] = [sums(), sums()];
  const years = new Set<string>();
  const open = toldOpen();
  for (const row of all<{ payday: string; personId: number; code: string; figures: string; input: string }>(
    `SELECT r.payday AS payday, s.person_id AS personId, (SELECT payroll_id FROM person WHERE id = s.person_id) AS code,
       s.snapshot -> '$.figures' AS figures, s.input AS input ${standing}`,
  )) {
    const { figures, input } = { figures: JSON.parse(row.figures), input: JSON.parse(row.input) } as Signed;
    if (open.has(row.personId) || input.person.basis === "contractor") continue;
    const year = Number(row.payday.slice(0, 4)) - (row.payday.slice(5) < "07-01" ? 1 : 0);
    const key = `${row.code} ${year} `;
    years.add(key);
    due.put(`${key}withheld`, inCents(figures.withheld));
    due.put(`${key}super`, inCents(figures.super));
    for (const { code, amount } of figures.lines) {
      // What members give of their own goes to the fund, and is reported by nobody.
      if (code === "OWN") due.put(`${key}super`, -inCents(amount));
      const source = input.lines.find((each) => each.code === code);
      const name =
        { etp: `etp ${source?.etpCode ?? "O"}`, redundancy: "etp R" }[source?.element ?? ""] ??
        (source?.element === "unusedLeave"
          ? source.reason === "redundancy"
            ? "lump R"
            : "leave U"
          : reportedAs[code]);
      if (!untold.includes(code)) due.put(key + (name ?? `unknown ${code}`), inCents(amount));
    }
  }
  for (const row of outside.held.db.prepare("SELECT year, record FROM payee").all() as {
    year: string;
    record: string;
  }[]) {
    const payee = JSON.parse(row.record) as PayeeRecord;
    const key = `${payee.payrollId} ${row.year} `;
    if (!years.has(key)) continue;
    const coded = (name: string, list: readonly { type: string; amount: string }[]) => {
      // What is free of tax of a redundancy payment stands as lump sum D.
      for (const { type, amount } of list)
        held.put(key + (`${name} ${type}` === "lump D" ? "etp R" : `${name} ${type}`), inCents(amount));
    };
    for (const income of payee.incomes) {
      const { gross, overtime, bonus, withheld, directorFee: director } = income;
      for (const [name, amount] of Object.entries({ gross, overtime, bonus, withheld, director }))
        held.put(key + name, inCents(amount));
      coded("leave", income.paidLeave);
      coded("allowance", income.allowances);
      coded("sacrifice", income.sacrifice);
      coded("lump", income.lumpSums);
      for (const { code, amounts } of income.etp) {
        held.put(`${key}etp ${code}`, inCents(amounts[0]) + inCents(amounts[1]));
        held.put(`${key}withheld`, inCents(amounts[2]));
      }
    }
    coded("deduction", payee.deductions);
    for (const { type, amount } of payee.super)
      if (type !== "O" && type !== "Q") held.put(`${key}super`, inCents(amount));
  }
  expect(held.held).toEqual(due.held);
}

function demandToldNz(): void {
  const [due, held] = [sums(), sums()];
  const names: Record<string, string> = {
    ...{
      taxable: "gross",
      withheld: "paye",
      studentLoan: "student_loan",
      slcir: "slcir",
      childSupport: "child_support",
    },
    ...{ kiwiSaver: "ks_deduction", kiwiSaverNet: "ks_employer", esct: "esct" },
  };
  for (const { id, code, cents } of all<{ id: number; code: string; cents: number }>(
    `SELECT person_id AS id, code, cents FROM pay_fact WHERE signed_pay_id IN (SELECT s.id ${standing})`,
  ))
    if (names[code]) due.put(`${world.personIds.indexOf(id)} ${names[code]}`, cents);
  for (const { bytes } of outside.held.db.prepare("SELECT bytes FROM filing WHERE state <> 'REPLACED'").all() as {
    bytes: Buffer;
  }[])
    for (const line of readFiling(bytes).lines) {
      const who = irds.indexOf(line.employee_ird ?? "");
      const put = (name: string, field: string, sign = 1) =>
        held.put(`${who} ${name}`, sign * Number(line[field] || 0));
      for (const name of Object.values(names)) put(name, name);
      put("gross", "gross_adjustment");
      put("paye", "paye_adjustment");
      // PAYE is told before the credit for gifts.
      put("paye", "payroll_giving", -1);
    }
  expect(held.held).toEqual(due.held);
}

/** What was taken out of pays for others is owed to them by name. */
function demandOwed(): void {
  const [due, owed] = [sums(), sums()];
  for (const { name, cents } of all<{ name: string; cents: number }>(
    `SELECT e.paid_to AS name, f.cents AS cents FROM pay_fact f JOIN pay_element e ON f.code = 'line:' || e.code
     WHERE e.paid_to IS NOT NULL AND f.signed_pay_id IN (SELECT s.id ${standing})`,
  ))
    due.put(name, cents);
  for (const { name, cents } of all<{ name: string; cents: number }>(
    "SELECT payee AS name, amount_cents AS cents FROM due WHERE kind IN ('deduction', 'giving')",
  ))
    owed.put(name, cents);
  expect(owed.held).toEqual(due.held);
}

/** Who is final is so with the agency, by what was signed; who is not has a reason that is said. */
async function demandFinal({ declareAll, yearOf }: ReturnType<typeof paydayActs>): Promise<void> {
  const today = todayAt(world.context, world.businessId);
  const year = yearOf("2026-06-30");
  if (today < "2026-07-01") outside.move(world, "2026-07-01");
  const { rows, ending } = await declareAll(year);
  for (const { personId, payrollId, differs } of rows) {
    const standing = ending.people[personId];
    // Contractors have no year with the agency.
    if (!standing) continue;
    const { state, words, marks } = standing;
    const record = outside.held.db
      .prepare("SELECT record FROM payee WHERE year = ? AND record LIKE ?")
      .get("2025", `%"payrollId":"${payrollId}"%`) as { record: string } | undefined;
    const isFinal = (JSON.parse(record?.record ?? "{}") as Partial<PayeeRecord>).final ?? false;
    expect([payrollId, state === "final", state === "final" && differs.length > 0]).toEqual([
      payrollId,
      isFinal,
      false,
    ]);
    if (state !== "final")
      expect([words, ...marks.map((each) => each.text), ending.held, ending.busy].join("")).not.toBe("");
  }
}

const lists = fc.array(fc.tuple(fc.constantFrom(...bagOfActs), fc.nat(60)), { minLength: 15, maxLength: 50 });
it.each(["AU", "NZ"] as const)(
  "once all is sent, agency, bank, books and dues hold what was signed, or it is told of whom not: %s",
  { timeout: 900_000 },
  async (country) => {
    await fc.assert(
      fc.asyncProperty(lists, fc.boolean(), fc.boolean(), async (steps, early, second) => {
        const acts = paydayActs(live(country, early, country === "AU" && second ? "contractor" : "employee"));
        await acts.play(steps);
        demandBooks();
        demandPaid();
        demandOwed();
        if (country === "AU") demandToldAu();
        else demandToldNz();
        if (country === "AU" && early) await demandFinal(acts);
        await acts.payAllOver();
        demandBooks();
        await endWhole(world);
      }),
      {
        numRuns: Number(process.env.LIVES ?? 5),
        endOnFailure: true,
      },
    );
    world = smallWorld(1);
  },
);
