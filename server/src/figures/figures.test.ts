/** Figures against SQL over the facts, after a take-back too; spans that make no sense; what somebody may not see. */
import { dimensions, sumColumn } from "@zesty/contract/figureDimensions";
import type { Question } from "@zesty/contract/figures";
import { afterEach, describe, expect, it } from "vitest";
import { putContractorsIn } from "../au/contractors.ts";
import type { Actor } from "../ground/context.ts";
import { askForLeave } from "../leave/requests.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { addCentre } from "../setup/costs.ts";
import { addElement } from "../setup/elements.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { unbalanced } from "../store/invariants.ts";
import { atOnce, stopsAt } from "../store/steps.ts";
import { record } from "../store/trail.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { answerSteps, paysBehind, whatCanBeAsked } from "./answer.ts";
import { answerBook, answerCsv } from "./files.ts";
import { foldSteps } from "./fold.ts";
import { monthsBetween } from "./report.ts";
import { reports } from "./reports.ts";

let world: SmallWorld;
afterEach(() => world.end());
const asked = (change: Partial<Question> = {}): Question => ({
  ...{ what: "cost", businesses: [world.businessId], from: "2026-06", to: "2026-08", rows: "month", columns: null },
  ...change,
});
const ask = (change: Partial<Question> = {}, actor: Actor = world.actor) =>
  atOnce(answerSteps(world.context, actor, asked(change)));
const sql = (text: string) => world.context.store.sqlite.prepare(text).pluck().get() as number;
const cents = (text: string | null | undefined) => Math.round(Number(text ?? "0") * 100);
const total = (change: Partial<Question>) => {
  const { totals, rows } = ask(change);
  return cents(totals ? totals.at(-1) : rows[0]?.cells.at(-1));
};

describe.each([
  ["Australia", smallWorld],
  ["New Zealand", smallWorldNz],
])("%s", (_country, make) => {
  it("adds up to the facts, however it is laid out, and so it does after a run was taken back", () => {
    world = make(3);
    signRun(world, openUsual(world));
    const second = openUsual(world);
    const { rows, version } = readRun(world.context, world.actor, second);
    const lines = [{ elementId: world.element("ORD"), hours: "20" }];
    saveRows(world.context, world.actor, second, { version, rows: [{ payId: rows[0]?.payId ?? 0, lines }] });
    signRun(world, second);
    const facts = (code: string) => sql(`SELECT SUM(cents) FROM pay_fact WHERE code = '${code}'`);
    const expenses = () => cents(ask({ what: "cost" }).totals?.at(-1) ?? ask({ what: "cost" }).rows[0]?.cells[0]);
    const check = () => {
      for (const by of ["month", "person", "place", "state", "business", "quarter", "payrollYear"] as const) {
        expect(total({ what: "wages", rows: by }), by).toBe(facts("gross"));
        expect(total({ what: "withheld", rows: by }), by).toBe(facts("withheld"));
        expect(total({ what: "net", rows: by }), by).toBe(facts("net"));
      }
      expect(total({ what: "wages", rows: "element", columns: "month" })).toBe(facts("gross"));
      expect(total({ what: "cost", rows: "person", columns: "element" })).toBe(expenses());
      // What the pays cost is what was posted as their expense: all that is not owed on or paid out.
      const owed = "'2100', '2200', '2300', '2400', '2110', '2120'";
      expect(expenses()).toBe(
        sql(`SELECT SUM(debit_cents - credit_cents) FROM journal_line WHERE account NOT IN (${owed})`),
      );
    };
    check();
    expect(unbalanced(world.context.store)).toEqual([]);
    takeBack(world.context, world.actor, second, "wrong hours");
    expect(unbalanced(world.context.store)).toEqual([]);
    check();
    world.context.store.sqlite.exec("UPDATE figure_sum SET cents = cents + 100 WHERE code = 'gross' AND person_id = 1");
    expect(unbalanced(world.context.store)).toEqual(["The kept figures of person 1 are not the sum of the pays."]);
  });
  it("every question is answered in each of its layouts, drawn or not, as a file too; nothing is asked twice the same", async () => {
    world = make(2);
    signRun(world, openUsual(world));
    for (const { code, rows, columns, country } of reports) {
      const view = whatCanBeAsked(world.context, world.actor, [world.businessId]).find((each) => each.code === code);
      if (!view) {
        expect(country).not.toBeNull();
        continue;
      }
      for (const by of rows)
        for (const across of columns.filter((each) => each !== by)) {
          const answer = ask({ what: code, rows: by, columns: across });
          expect(answer.title, code).toContain("Example");
          for (const row of answer.rows)
            expect(row.cells.length, `${code} ${by} ${across}`).toBe(answer.columns.length);
          if (answer.opens && answer.rows[0])
            expect(
              paysBehind(world.context, world.actor, answer.question, { row: answer.rows[0].key, column: sumColumn })
                .pays,
            ).toBeDefined();
        }
    }
    const answer = ask({ what: "hours", rows: "person" });
    expect(answerCsv(answer).toString("utf8").split("\r\n")[1]).toMatch(/^"Sample0, Alex",\d/);
    expect((await answerBook(answer)).length).toBeGreaterThan(4000);
  });
});

describe("payslips and contractors", () => {
  it("a payslip is had once it was mailed, opened or goes on paper; what contractors were paid stands by itself", () => {
    world = smallWorld(5);
    const { context, personIds } = world;
    const [mailed, opened, printed, , contractor] = personIds as [number, number, number, number, number];
    const runId = signRun(world, openUsual(world));
    const run = (text: string) => context.store.sqlite.exec(text);
    run(`UPDATE outbox SET state = 'accepted' WHERE channel = 'payslip' AND pay_id =
      (SELECT id FROM pay WHERE run_id = ${runId} AND person_id = ${mailed})`);
    run(`INSERT INTO staff_link (user_id, person_id, opened_at) VALUES (1, ${opened}, '2026-07-01')`);
    record(context.store, {
      ...{ at: context.clock.now(), userId: 1, businessId: world.businessId, what: "looked at the own payslip" },
      about: "2026-07-02",
    });
    run(`UPDATE person SET payslip_by = 'print' WHERE id = ${printed}`);
    const { rows, totals } = ask({ what: "payslips", rows: "person" });
    expect(rows.map((row) => [row.key, ...row.cells].map(Number))).toEqual(
      expect.arrayContaining([
        [mailed, 1, 1, 0, 0, 0],
        [opened, 1, 0, 1, 0, 0],
        [printed, 1, 0, 0, 1, 0],
      ]),
    );
    expect(totals).toEqual(["5", "1", "1", "1", "2"]);
    expect(ask({ what: "contractors", rows: "person" }).notes).toEqual([
      "No contractor was paid through payroll in these months.",
    ]);
    run(`UPDATE employment_terms SET basis = 'contractor' WHERE person_id = ${contractor}`);
    const paid = ask({ what: "contractors", rows: "person" });
    expect(paid.rows.map((row) => [row.key, row.cells[0]])).toEqual([[String(contractor), "1197.00"]]);
    expect(ask({ what: "contractors", rows: "month" }).rows.map((row) => row.key)).toEqual(["2026-07"]);
  });
});

describe("wages for payroll tax", () => {
  it("say the tax of a month, one business or several as a group, and that no rates are known where none are", () => {
    world = smallWorld(2);
    saveSection(world.context, world.actor, world.personIds[0] ?? 0, "employment", {
      ...{ from: "2020-01-06", cycleId: world.cycleId, basis: "full-time", classification: null, weeklyHours: "38" },
      ...{ hourlyRate: "3000", minimumRate: null, placeId: null, costCentreId: null },
    });
    signRun(world, openUsual(world));
    const of = { what: "stateWages", rows: "state", columns: null, from: "2026-07", to: "2026-07" } as const;
    expect(ask(of).notes.join()).toContain("no rates of payroll tax for this month");
    const { rules } = world.context;
    const find: typeof rules.find = (table, date) =>
      rules.find(table, table.name === "payrollTaxRules" ? "2026-06-30" : date);
    Object.defineProperty(world.context, "rules", { value: { ...rules, find } });
    const { columns, rows, totals } = ask(of);
    expect(columns.map((each) => each.title)).toEqual([
      "Wages",
      "Exempt",
      "Super",
      "Fringe benefits",
      "Taxable wages",
      "Deducted",
      "Tax of the month, alone",
    ]);
    const [wages = 0, , , , both = 0, deducted, tax] = rows[0]?.cells.map(Number) ?? [];
    expect([rows[0]?.key, wages]).toEqual(["VIC", 115_197]);
    // Of 1.4 million a year nothing has fallen yet: a twelfth of a million is deducted, and 4.85 % is due on the rest.
    expect([deducted, tax]).toEqual([83_333.33, Math.round((both - 1_000_000 / 12) * 4.85) / 100]);
    expect(totals).toBeNull();
  });
  it("leave out what is exempt, take in fringe benefits, and say with dollars what only a person can judge", () => {
    world = smallWorld(2);
    const { context, actor, businessId } = world;
    const [first = 0, second = 0] = world.personIds;
    const runId = openUsual(world);
    const none = { leave: null, allowance: null, deduction: null, taxable: null, superable: null, account: null };
    const add = (code: string, change: object) =>
      addElement(context, actor, businessId, {
        ...{ ...none, code, name: code, element: "leaveTaken", entry: "hours", percent: "100", ...change },
      } as Parameters<typeof addElement>[3]);
    const parental = add("PASSED", { leave: "governmentParental" });
    const own = add("OURS", { leave: "parental" });
    const kilometres = add("DRIVEN", { element: "allowance", entry: "amount", allowance: "CD" });
    const lines = [
      ...[
        { elementId: parental, hours: "20" },
        { elementId: own, hours: "10" },
        { elementId: kilometres, amount: "85" },
      ],
    ];
    const { rows, version } = readRun(context, actor, runId);
    saveRows(context, actor, runId, { version, rows: [{ payId: rows[0]?.payId ?? 0, lines }] });
    signRun(world, runId);
    const benefit = (personId: number, yearEnd: string, taxable: string, exempt = "0") =>
      saveSection(context, actor, personId, "fringeBenefits", { yearEnd, taxable, exempt });
    benefit(first, "2026-03-31", "9000");
    benefit(first, "2026-03-31", "3000", "1000");
    benefit(second, "2027-03-31", "1200");
    putContractorsIn(context, actor, businessId, {
      ...{ from: "2026-07-01", text: ",Drake Painting,5500.00,500.00,2585.00", apply: true },
    });
    const of = (from: string, to: string, by: Question["rows"] = "state") =>
      ask({ what: "stateWages", rows: by, columns: null, from, to });
    const month = of("2026-07", "2026-07");
    const [wages = 0, exempt, fund = 0, fringe, all] = month.rows[0]?.cells.map(Number) ?? [];
    // 20 hours passed on at the person's rate, and 85.00 for kilometres; a twelfth of 4,000 × 1.8868.
    expect([exempt, fringe]).toEqual([20 * 31.5 + 85, 628.93]);
    expect(all).toBeCloseTo(wages - (exempt ?? 0) + fund + 628.93, 2);
    expect(month.notes.join(" ")).toMatch(
      /\$315\.00 of paid parental leave is in it.*\$5,000\.00 without GST went to a contractor on the list/,
    );
    // The yearly return goes by the fringe benefits year that ended in it: 1,200 × 1.8868.
    expect(of("2026-07", "2027-06").rows[0]?.cells[3]).toBe("2264.16");
    expect(of("2026-04", "2026-06").rows.map((row) => row.cells)).toEqual([
      ["0.00", "0.00", "0.00", "1886.80", "1886.80"],
    ]);
    expect(of("2026-07", "2026-09", "month").rows.map((row) => row.cells[3])).toEqual(["628.93", "628.94", "628.93"]);
    expect(of("2026-07", "2026-07", "person").rows.map((row) => row.cells[3])).toEqual(
      expect.arrayContaining(["628.93", "0.00"]),
    );
  });
});

describe("leave as announced", () => {
  it("stands beside the leave of the Act in force, by the hours of the pays; of 8 % with each pay nothing but money", () => {
    world = smallWorldNz(1);
    const { context, actor } = world;
    const runId = openUsual(world);
    const { rows, version } = readRun(context, actor, runId);
    const lines = [
      { elementId: world.element("ORD"), hours: "80" },
      { elementId: world.element("OT15"), hours: "4" },
    ];
    saveRows(context, actor, runId, { version, rows: [{ payId: rows[0]?.payId ?? 0, lines }] });
    signRun(world, runId);
    const of = { what: "leaveAnnounced", rows: "person", columns: null, from: "2026-07", to: "2026-07" } as const;
    // 120 h + 80 × 4 ÷ 52; 96 h + 80 × 10 ÷ 260; 12.5 % of (2,400 + 180) × 4 ÷ 84.
    expect(ask(of).rows[0]?.cells).toEqual(["3.00", "120.00", "126.15", "12.00", "96.00", "99.08", "15.36"]);
    askForLeave(context, actor, world.businessId, {
      ...{ personId: world.personIds[0] ?? 0, kind: "annual", first: "2026-06-29", last: "2026-07-03" },
      ...{ hoursADay: null, inAdvance: false, note: null, approve: { belowNought: false } },
    });
    signRun(world, openUsual(world));
    // A week taken, and hours of leave bring leave: 126.15 + 6.15 − 40.
    expect(ask(of).rows[0]?.cells.slice(0, 3)).toEqual(["2.00", "80.00", "92.31"]);
    world.end();
    const holidays = {
      withPay: true,
      varies: false,
      agreedWeek: null,
      averageOnlyUntil: null,
      keepsAnniversary: false,
    };
    world = smallWorldNz(1, { holidays });
    signRun(world, openUsual(world));
    expect(ask(of).rows[0]?.cells).toEqual(["0.00", "0.00", "0.00", "0.00", "0.00", "0.00", "300.00"]);
    expect(ask({ ...of, from: "2030-01", to: "2030-03" }).notes.join()).toContain("nothing announced");
  });
});

describe("the kept sums", () => {
  it("that were stopped half-way come to the same, wherever it was", () => {
    world = smallWorld(70);
    signRun(world, openUsual(world));
    signRun(world, openUsual(world));
    const sums = () =>
      sql("SELECT group_concat(month || person_id || part || code || cents || hours_e4) FROM figure_sum");
    const first = foldSteps(world.context);
    first.next();
    expect(sql("SELECT COUNT(*) FROM figure_fold")).toBe(0);
    const half = sums();
    atOnce(foldSteps(world.context));
    const whole = sums();
    expect(whole).not.toBe(half);
    atOnce(foldSteps(world.context));
    expect(sums()).toBe(whole);
    world.context.store.sqlite.exec("DELETE FROM figure_sum; DELETE FROM figure_fold");
    atOnce(stopsAt(foldSteps(world.context), () => true));
    expect(sql("SELECT COUNT(*) FROM figure_fold")).toBe(0);
    atOnce(foldSteps(world.context));
    expect(sums()).toBe(whole);
  });
});

describe("cost centres", () => {
  it("share a pay as it was posted, to the cent, and each figure opens to its pays", () => {
    world = smallWorld(1);
    const [id = 0] = world.personIds;
    const centre = (code: string) => {
      addCentre(world.context, world.actor, world.businessId, { code, name: `Centre ${code}` });
      return sql(`SELECT id FROM cost_centre WHERE code = '${code}'`);
    };
    const [kitchen, floor] = [centre("K"), centre("F")];
    saveSection(world.context, world.actor, id, "employment", {
      ...{ from: "2020-01-06", cycleId: world.cycleId, basis: "full-time", classification: null, weeklyHours: "38" },
      ...{ hourlyRate: "31.5", minimumRate: null, placeId: null, costCentreId: null },
      costSplit: [
        { costCentreId: kitchen, percent: "33.33" },
        { costCentreId: floor, percent: "66.67" },
      ],
    } as never);
    signRun(world, openUsual(world));
    const { rows, totals } = ask({ rows: "costCentre" });
    const posted = (code: string) =>
      sql(`SELECT SUM(debit_cents - credit_cents) FROM journal_line WHERE cost_centre = '${code}'`);
    for (const row of rows) expect(Math.abs(cents(row.cells[0]) - posted(row.key))).toBeLessThanOrEqual(2);
    expect(cents(totals?.[0])).toBe(posted("K") + posted("F"));
    const first = rows[0];
    const { pays } = paysBehind(world.context, world.actor, asked({ rows: "costCentre" }), {
      ...{ row: first?.key ?? "", column: sumColumn },
    });
    expect(pays.map((each) => each.amount)).toEqual([first?.cells[0]]);
  });
  it("what belongs to no cost centre is a column of its own beside the sum of all, and opens to its own pays", () => {
    world = smallWorld(2);
    const [id = 0] = world.personIds;
    addCentre(world.context, world.actor, world.businessId, { code: "K", name: "Kitchen" });
    const costCentreId = sql("SELECT id FROM cost_centre WHERE code = 'K'");
    saveSection(world.context, world.actor, id, "employment", {
      ...{ from: "2020-01-06", cycleId: world.cycleId, basis: "full-time", classification: null, weeklyHours: "38" },
      ...{ hourlyRate: "31.5", minimumRate: null, placeId: null, costCentreId },
    } as never);
    signRun(world, openUsual(world));
    const { columns, rows } = ask({ rows: "month", columns: "costCentre" });
    expect(columns.map((each) => each.title)).toEqual(["Kitchen", "No cost centre", "All"]);
    const none = columns.findIndex((each) => each.key === "");
    expect(new Set(columns.map((each) => each.key)).size).toBe(columns.length);
    expect([columns.at(-1)?.key, none >= 0]).toEqual([sumColumn, true]);
    const row = rows.find((each) => each.cells[none] !== null);
    const sumOf = (column: string) =>
      paysBehind(world.context, world.actor, asked({ rows: "month", columns: "costCentre" }), {
        ...{ row: row?.key ?? "", column },
      }).pays.reduce((sum, each) => sum + cents(each.amount), 0);
    expect(sumOf("")).toBe(cents(row?.cells[none]));
    expect(sumOf(sumColumn)).toBe(cents(row?.cells.at(-1)));
  });
});

describe("what makes no sense", () => {
  it("is named: turned round, too long, laid out by nothing of it, the same twice, of another country, unknown", () => {
    world = smallWorld(1);
    expect(() => ask({ from: "2027-01", to: "2026-01" })).toThrow("Turn them round");
    expect(() => ask({ from: "2000-01" })).toThrow("At most ten years");
    expect(() => ask({ rows: "fund" })).toThrow("Cost is not laid out by fund.");
    expect(() => ask({ columns: "month" })).toThrow("Rows and columns are the same");
    expect(() => ask({ what: "registerNz", rows: "person" })).toThrow("another country");
    expect(() => ask({ what: "secrets" })).toThrow("Choose from the list");
    expect(ask({ from: "2019-01", to: "2019-02" })).toMatchObject({ rows: [], totals: null, drawn: null });
  });
  it("what somebody may not see is not there: another business, rights for who is no lead", () => {
    world = smallWorld(1);
    const stranger: Actor = { ...world.actor, userId: 999, lead: false };
    expect(() => ask({}, stranger)).toThrow();
    expect(() => paysBehind(world.context, stranger, asked(), { row: "2026-06", column: sumColumn })).toThrow();
    expect(whatCanBeAsked(world.context, world.actor, [world.businessId]).map((each) => each.code)).toContain("rights");
  });
  it("months from one to another, both included", () => {
    world = smallWorld(0);
    expect(monthsBetween("2025-11", "2026-02")).toEqual(["2025-11", "2025-12", "2026-01", "2026-02"]);
    expect(monthsBetween("2026-02", "2025-11")).toEqual([]);
    expect(new Set(dimensions).size).toBe(dimensions.length);
  });
});
