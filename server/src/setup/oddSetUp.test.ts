/** Costs set aside, top-ups, shares to funds, splits over cost centres, loaded tables: from the set-up into pay and books. */
import { minimumWage } from "@zesty/core/rulebook/au/minimumWage";
import { superGuaranteeRules } from "@zesty/core/rulebook/au/superGuaranteeRules";
import { edition } from "@zesty/core/rulebook/shippedRuleBook";
import { eq } from "drizzle-orm";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { listJournals, readJournal } from "../books/readBooks.ts";
import { readDocument } from "../documents/documents.ts";
import { readDues } from "../dues/readDues.ts";
import { confirmRules } from "../newTables/confirmRules.ts";
import { loadRuleRow, planRuleLoad, withdrawRuleRow } from "../newTables/loadRules.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { movePayday } from "../runs/movePayday.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { setTick } from "../runs/ticks.ts";
import { prepareAgain } from "../signOff/prepareAgain.ts";
import { signOff } from "../signOff/signOff.ts";
import { document, due, loadedRow, outbox } from "../store/schema.ts";
import { plainTerms, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { addAccount, addCentre, addCost, addTopUp, enrolInTopUp, readCosts } from "./costs.ts";
import { addElement } from "./elements.ts";
import { addFund } from "./funds.ts";
import { addPlace, changeEntry } from "./lists.ts";
import { readBusiness } from "./readBusiness.ts";
import { loadedRows, ruleTables } from "./ruleTables.ts";

let world: SmallWorld;
beforeEach(() => {
  world = smallWorld(2);
});
afterEach(() => world.end());

const open = () => openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
const read = (runId: number) => readRun(world.context, world.actor, runId);
const first = (runId: number) => read(runId).rows.find((row) => row.personId === world.personIds[0]);
function finish(runId: number): void {
  for (const row of read(runId).rows)
    for (const mark of row.marks)
      if (mark.kind === "query")
        setTick(world.context, world.actor, runId, { payId: row.payId, key: mark.key, on: true });
  signOff(world.context, world.actor, runId, read(runId).version);
}
const entries = (runId: number) => {
  const journal = listJournals(world.context, world.businessId).find((each) => each.runId === runId);
  return readJournal(world.context, journal?.id ?? 0).entries;
};
const save = <S extends Parameters<typeof saveSection>[3]>(section: S, values: Parameters<typeof saveSection<S>>[4]) =>
  saveSection(world.context, world.actor, world.personIds[0] ?? 0, section, values);
const employment = () => {
  const { from: _from, ...rest } = readPerson(world.context, world.personIds[0] ?? 0).employment;
  return rest;
};

describe("costs that the employer sets aside", () => {
  const cost = {
    from: "2026-07-01",
    code: "WC",
    name: "Workers' compensation",
    percent: "2.5",
    of: "gross",
    placeId: null,
  } as const;
  const accounts = () => {
    addAccount(world.context, world.actor, world.businessId, { code: "2500", name: "Set aside" });
    addAccount(world.context, world.actor, world.businessId, { code: "6300", name: "Cover" });
  };
  it("count in the cost of the run and in the books, not in the pay", () => {
    accounts();
    addCost(world.context, world.actor, world.businessId, { ...cost, expense: "6300", payable: "2500" });
    const runId = open();
    // 1,197 gross + 143.64 super + 2.5 % of gross
    expect(first(runId)?.figures).toMatchObject({ net: "996.00", cost: "1370.57" });
    finish(runId);
    const of = (account: string) => entries(runId).find((entry) => entry.account === account);
    // 29.925 → 29.93 a person
    expect([of("6300")?.debitCents, of("2500")?.creditCents]).toEqual([5_986, 5_986]);
  });
  it("end with nought per cent, from a day on", () => {
    accounts();
    const posted = { expense: "6300", payable: "2500" };
    addCost(world.context, world.actor, world.businessId, { ...cost, ...posted });
    addCost(world.context, world.actor, world.businessId, { ...cost, ...posted, from: "2026-07-09", percent: "0" });
    const runId = open();
    expect(first(runId)?.figures?.employerCosts).toHaveLength(1);
    finish(runId);
    expect(first(open())?.figures?.employerCosts).toEqual([]);
  });
  it("of a place count for who works there alone, or by an own per cent; where it is the only place, for everybody", () => {
    accounts();
    const [main] = readBusiness(world.context, world.businessId).places;
    const of = { ...cost, expense: "6300", payable: "2500", placeId: main?.id ?? 0 };
    addCost(world.context, world.actor, world.businessId, of);
    const shown = () =>
      readRun(world.context, world.actor, runId).rows.map((row) =>
        row.figures?.employerCosts.map((each) => each.amount),
      );
    const runId = open();
    expect(shown()).toEqual([["29.93"], ["29.93"]]);
    addPlace(world.context, world.actor, world.businessId, { name: "Yard", state: "VIC", district: null, days: "" });
    const [one = 0, other = 0] = world.personIds;
    const yard = readBusiness(world.context, world.businessId).places.at(-1)?.id ?? 0;
    addCost(world.context, world.actor, world.businessId, { ...of, code: "WC2", percent: "8", placeId: yard });
    const works = (personId: number, placeId: number, ownCosts: { code: string; percent: string }[] = []) =>
      saveSection(world.context, world.actor, personId, "employment", {
        ...plainTerms(world, { from: "2026-01-05", placeId }),
        ownCosts,
      });
    // Two places: whose place is not said has none of it, and that is asked for.
    const asked = () =>
      world.personIds.map((id) =>
        readPerson(world.context, id)
          .missing.map((each) => each.text)
          .filter((text) => text === "Place of work"),
      );
    expect([shown(), asked()]).toEqual([
      [[], []],
      [["Place of work"], ["Place of work"]],
    ]);
    works(one, main?.id ?? 0);
    expect(asked()).toEqual([[], ["Place of work"]]);
    works(other, yard, [{ code: "WC", percent: "1" }]);
    expect(asked()).toEqual([[], []]);
    world.context.factsChanged(world.businessId);
    expect(shown()).toEqual([["29.93"], ["11.97", "95.76"]]);
    expect(() => addCost(world.context, world.actor, world.businessId, { ...of, placeId: 999 })).toThrow(
      "no such place of work",
    );
    works(other, main?.id ?? 0);
    const retire = { name: "Yard", state: "VIC" as const, district: null, days: "", retired: true };
    expect(() => changeEntry(world.context, world.actor, world.businessId, "places", yard, retire)).toThrow(
      "Yard is used by 1 person or cost set aside.",
    );
  });
  it("need accounts of the ledger", () => {
    expect(() =>
      addCost(world.context, world.actor, world.businessId, { ...cost, expense: "9", payable: "8" }),
    ).toThrow("no account 9");
  });
});

describe("a top-up to a guaranteed amount", () => {
  const scheme = {
    name: "Guarantee",
    code: "GUA-TOPUP",
    amount: "2400",
    cycle: "fortnightly",
    from: "2026-07-01",
    to: null,
  } as const;
  it("adds what a pay lacks, by the weeks of the cycle, reported under its own code and without super", () => {
    const id = addTopUp(world.context, world.actor, world.businessId, scheme);
    enrolInTopUp(world.context, world.actor, world.businessId, id, {
      personIds: [world.personIds[0] ?? 0],
      from: "2026-06-22",
    });
    const runId = open();
    // 2,400 a fortnight is 1,200 a week; 1,197 are earned.
    expect(first(runId)?.figures?.lines.at(-1)).toMatchObject({ name: "Guarantee", amount: "3.00" });
    expect(first(runId)?.figures?.super).toBe("143.64");
    expect(read(runId).rows[1]?.figures?.gross).toBe("1197.00");
  });
  it("begins with the period that was named, and ends for who is left out", () => {
    const id = addTopUp(world.context, world.actor, world.businessId, scheme);
    const enrol = (personIds: number[], from: string) =>
      enrolInTopUp(world.context, world.actor, world.businessId, id, { personIds, from });
    enrol(world.personIds, "2026-06-29");
    const runId = open();
    expect(first(runId)?.figures?.gross).toBe("1197.00");
    finish(runId);
    enrol([world.personIds[1] ?? 0], "2026-06-29");
    const next = open();
    expect(read(next).rows.map((row) => row.figures?.gross)).toEqual(["1197.00", "1200.00"]);
    expect(readCosts(world.context, world.businessId).topUps[0]?.people).toHaveLength(1);
  });
});

describe("super", () => {
  it("goes to several funds by their shares, each with its own due date", () => {
    const other = addFund(world.context, world.actor, world.businessId, {
      name: "Other Super",
      abn: "24000000500",
      usi: "24000000500001",
    });
    const { from: _from, ...chosen } = readPerson(world.context, world.personIds[0] ?? 0).super;
    save("super", { ...chosen, from: "2026-06-01", shares: [{ fundId: other, memberNumber: "O1", percent: "25" }] });
    const runId = open();
    finish(runId);
    const rows = world.context.store.db.select().from(due).where(eq(due.runId, runId)).all();
    const own = rows.filter((row) => row.personId === world.personIds[0]).map((row) => row.amountCents);
    // 143.64: a quarter is 35.91
    expect(own.sort((a, b) => b - a)).toEqual([10_773, 3_591]);
    expect(readDues(world.context, world.businessId).filter((each) => each.kind === "super")).toHaveLength(2);
  });
  it("refuses shares of more than the whole", () => {
    const { from: _from, ...chosen } = readPerson(world.context, world.personIds[0] ?? 0).super;
    const share = { fundId: chosen.fundId ?? 0, memberNumber: "X", percent: "60" };
    expect(() => save("super", { ...chosen, shares: [share, share] })).toThrow("more than 100 %");
  });
});

describe("cost centres", () => {
  beforeEach(() => {
    for (const code of ["A", "B"]) addCentre(world.context, world.actor, world.businessId, { code, name: code });
  });
  const ids = () => readBusiness(world.context, world.businessId).costCentres.map((each) => each.id);
  const wages = (runId: number, payId: number) =>
    entries(runId)
      .filter((entry) => entry.account === "6000")
      .flatMap((entry) =>
        entry.parts
          .filter((part) => part.payId === payId)
          .map((part) => [entry.costCentre, part.debitCents - part.creditCents]),
      );
  it("share a person by per cent, to the cent", () => {
    const [a = 0, b = 0] = ids();
    const costSplit = [
      { costCentreId: a, percent: "33.3333" },
      { costCentreId: b, percent: "66.6667" },
    ];
    save("employment", { ...employment(), costSplit, from: "2026-06-01" });
    const runId = open();
    finish(runId);
    expect(wages(runId, first(runId)?.payId ?? 0)).toEqual([
      ["A", 39_900],
      ["B", 79_800],
    ]);
  });
  it("or by rows, with super shared as the earnings are", () => {
    const [a = 0] = ids();
    save("employment", { ...employment(), costCentreId: a, from: "2026-06-01" });
    const runId = open();
    const { payId = 0 } = first(runId) ?? {};
    const ORD = world.element("ORD");
    saveRows(world.context, world.actor, runId, {
      version: read(runId).version,
      rows: [
        {
          payId,
          lines: [
            { elementId: ORD, hours: "28.5" },
            { elementId: ORD, hours: "9.5", costCentre: "B" },
          ],
        },
      ],
    });
    finish(runId);
    // 28.5 × 31.5 and 9.5 × 31.5, half up to the cent
    expect(wages(runId, payId)).toEqual([
      ["A", 89_775],
      ["B", 29_925],
    ]);
    const contributions = entries(runId).filter((entry) => entry.account === "6100" && entry.costCentre === "B");
    expect(contributions[0]?.debitCents).toBe(3_591);
  });
  it("must come to a whole", () => {
    const [a = 0] = ids();
    expect(() => save("employment", { ...employment(), costSplit: [{ costCentreId: a, percent: "90" }] })).toThrow(
      "90 %, not 100 %",
    );
  });
});

describe("fringe benefits", () => {
  it("are grossed up in the pay event of their payroll year, once they are above the limit", () => {
    const years = [
      { yearEnd: "2026-03-31", taxable: "9000", exempt: "0" },
      { yearEnd: "2027-03-31", taxable: "1000", exempt: "0" },
      { yearEnd: "2027-03-31", taxable: "4000", exempt: "0" },
    ];
    for (const year of years) save("fringeBenefits", year);
    expect(readPerson(world.context, world.personIds[0] ?? 0).fringeBenefits).toEqual([
      { ...years[2], taxable: "4000.00", exempt: "0.00", reported: [{ code: "T", amount: "7547.20" }] },
      { ...years[0], taxable: "9000.00", exempt: "0.00", reported: [{ code: "T", amount: "16981.20" }] },
    ]);
    const runId = open();
    finish(runId);
    const documents = world.context.store.db.select().from(document).where(eq(document.runId, runId)).all();
    const event = documents.find((each) => each.kind === "payEvent")?.id ?? 0;
    const xml = readDocument(world.context, event).bytes.toString("utf8");
    expect(xml.match(/<IncomeFringeBenefitsReportable>/g)).toHaveLength(1);
    expect(xml).toMatch(
      /<FringeBenefitsReportableExemptionC>T<\/FringeBenefitsReportableExemptionC>\s*<A>7547.20<\/A>/,
    );
  });
  it("need a year that the rule book knows", () => {
    expect(() => save("fringeBenefits", { yearEnd: "2031-03-31", taxable: "1", exempt: "0" })).toThrow("2031-03-31");
  });
});

describe("a salary", () => {
  it("gives the hourly rate: 52 weeks of the agreed hours", () => {
    save("employment", { ...employment(), hourlyRate: null, salary: "84200", from: "2026-06-01" });
    // 84,200 ÷ 52 ÷ 38 = 42.61133…
    expect(employment().hourlyRate).toBe("42.6113");
  });
  it("and another rate beside it are refused: nobody could say which was meant", () => {
    const both = (hourlyRate: string) => save("employment", { ...employment(), hourlyRate, salary: "84200" });
    expect(() => both("45")).toThrow("comes to $42.6113 an hour, not $45");
    both("42.6113");
    expect(employment().salary).toBe("84200.00");
  });
});

describe("a contractor paid super only", () => {
  it("stands in no pay event and no payment file, and the super is due", () => {
    for (const id of world.personIds) {
      const terms = readPerson(world.context, id);
      const { from: _from, ...rest } = terms.employment;
      saveSection(world.context, world.actor, id, "employment", { ...rest, basis: "contractor", from: "2026-06-01" });
    }
    const CONSUP = addElement(world.context, world.actor, world.businessId, {
      ...{ code: "CONSUP", name: "Contractor super", element: "contractorSuper", entry: "amount", percent: "100" },
      ...{ leave: null, allowance: null, deduction: null, taxable: null, superable: null, account: null },
    });
    const runId = open();
    saveRows(world.context, world.actor, runId, {
      version: read(runId).version,
      rows: read(runId).rows.map((row) => ({ payId: row.payId, lines: [{ elementId: CONSUP, amount: "330" }] })),
    });
    finish(runId);
    const channels = world.context.store.db.select().from(outbox).where(eq(outbox.runId, runId)).all();
    expect(channels.map((row) => row.channel)).toEqual(["payslip", "payslip"]);
    expect(readDues(world.context, world.businessId)[0]?.cents).toBe(66_000);
  });
});

describe("moving the payday", () => {
  it("works the run out by the rates of the new day, and says that the year is another", () => {
    const runId = open();
    expect(first(runId)?.marks.map((mark) => mark.code)).toContain("otherYear");
    const version = read(runId).version;
    movePayday(world.context, world.actor, runId, { payday: "2026-06-30", version });
    const moved = read(runId);
    expect(moved.payday).toBe("2026-06-30");
    // Scale 2 of 2025–26: 0.3227 × 1,197.99 − 180.0385 = 206.55 → 207.
    expect(first(runId)?.figures?.withheld).toBe("207.00");
    expect(first(runId)?.marks.map((mark) => mark.code)).not.toContain("otherYear");
    expect(() => movePayday(world.context, world.actor, runId, { payday: "2026-07-02", version })).toThrow("changed");
    const move = (payday: string) => () =>
      movePayday(world.context, world.actor, runId, { payday, version: read(runId).version });
    expect(move("2062-07-02")).toThrow("Payday 2 July 2062 is far from the period, which ends on 28 June 2026.");
    signRun(world, runId);
    const next = open();
    expect(() =>
      movePayday(world.context, world.actor, next, { payday: "2026-06-29", version: read(next).version }),
    ).toThrow("Payday 29 June 2026 is before the last one, 30 June 2026. Choose 30 June 2026 or later.");
  });
});

describe("a table loaded from a file", () => {
  const last = superGuaranteeRules.rows.at(-1);
  const file = (percent: string, change: object = {}) => ({
    table: "superGuaranteeRules",
    format: "json" as const,
    text: JSON.stringify({
      ...last,
      figures: { ...last?.figures, percent },
      standing: "published",
      source: { title: "A published table", section: "Rate" },
      ...change,
    }),
  });
  it("shows what it changes for whom, and changes nothing yet", () => {
    const runId = open();
    const plan = planRuleLoad(world.context, world.actor, file("12.5"));
    expect(plan.changes.map((each) => [each.name, each.before?.super, each.after?.super])).toEqual([
      ["Alex Sample0", "143.64", "149.63"],
      ["Alex Sample1", "143.64", "149.63"],
    ]);
    expect(plan.rows[0]?.replaces?.standing).toBe("unsure");
    expect(world.context.store.db.select().from(loadedRow).all()).toEqual([]);
    expect(first(runId)?.figures?.super).toBe("143.64");
  });
  it("looks ahead where no run is open, and finds nobody when nothing differs", () => {
    finish(open());
    expect(planRuleLoad(world.context, world.actor, file("12.5")).changes).toHaveLength(2);
    expect(planRuleLoad(world.context, world.actor, file("12")).changes).toEqual([]);
    expect(read(1).state).toBe("signedOff");
  });
  it("counts once it is in force, is named in the version, and goes again; signed pays keep their figures", () => {
    const runId = open();
    finish(runId);
    loadRuleRow(world.context, world.actor, file("12.5"));
    expect(world.context.rules.version).toBe(`${edition}+1`);
    const next = open();
    expect(first(next)?.figures?.super).toBe("149.63");
    expect(first(runId)?.figures?.super).toBe("143.64");
    // A signed pay is worked out again by the rows of its day.
    expect(() => prepareAgain(world.context, runId)).not.toThrow();
    withdrawRuleRow(world.context, world.actor, 1);
    expect(first(next)?.figures?.super).toBe("143.64");
  });
  it("confirmed beside its publication is published from then on, figures as they were, and can be taken back", () => {
    const runId = open();
    const notes = () => first(runId)?.marks.filter((mark) => mark.mend.section === "superGuaranteeRules").length;
    expect(notes()).toBe(1);
    const wanted = { table: "superGuaranteeRules", from: last?.from ?? "", edition: "The Act as compiled, 1 July" };
    confirmRules(world.context, world.actor, wanted);
    expect([first(runId)?.figures?.super, notes()]).toEqual(["143.64", 0]);
    const [row] = ruleTables(loadedRows(world.context)).find((each) => each.name === wanted.table)?.rows ?? [];
    expect([row?.standing, row?.note]).toEqual(["published", null]);
    expect(row?.seen).toBe("2026-07-01 by Kim Example: The Act as compiled, 1 July");
    expect(() => confirmRules(world.context, world.actor, wanted)).toThrow("confirmed already");
    expect(() => confirmRules(world.context, world.actor, { ...wanted, from: "2019-01-01" })).toThrow("not in force");
    withdrawRuleRow(world.context, world.actor, row?.loaded?.id ?? 0);
    expect(notes()).toBe(1);
  });
  it("is refused whole when anything in it is wrong", () => {
    expect(() => planRuleLoad(world.context, world.actor, file("twelve"))).toThrow("figures.percent");
    expect(() => loadRuleRow(world.context, world.actor, { ...file("12"), text: "{" })).toThrow("not JSON");
    expect(() => loadRuleRow(world.context, world.actor, { ...file("12"), table: "nothing" })).toThrow("no table");
    expect(world.context.rules.version).toBe(edition);
  });
  it("loads a set of tables as one: what all of them change together, all in force or none", () => {
    const rows = [
      { table: "superGuaranteeRules", ...JSON.parse(file("12.5").text) },
      {
        ...minimumWage.rows.at(-1),
        table: "minimumWage",
        standing: "published",
        source: { title: "Wage order", section: "4" },
      },
    ];
    const set = (chosen: object[]) => ({ format: "json" as const, text: JSON.stringify(chosen) });
    const plan = planRuleLoad(world.context, world.actor, set(rows));
    expect(plan.rows.map((each) => each.table)).toEqual(["superGuaranteeRules", "minimumWage"]);
    expect(plan.changes.map((each) => each.after?.super)).toEqual(["149.63", "149.63"]);
    const refused = (chosen: object[]) => () => loadRuleRow(world.context, world.actor, set(chosen));
    expect(refused([rows[0]!, { ...rows[1], figures: {} }])).toThrow("Row 2: National minimum wage");
    expect(refused([rows[0]!, rows[0]!])).toThrow("stands twice");
    expect(refused([{ table: "nothing" }])).toThrow("Row 1: The rule book has no table nothing");
    expect(refused([])).toThrow("a JSON list of rows");
    expect(world.context.rules.version).toBe(edition);
    loadRuleRow(world.context, world.actor, set(rows));
    expect(world.context.rules.version).toBe(`${edition}+2.1`);
  });
  it("reads cells of a spreadsheet", () => {
    const row = minimumWage.rows.at(-1);
    const cells = [
      "path,value",
      "from,2026-06-22",
      `to,${row?.to}`,
      "standing,published",
      "source.title,Wage order",
      "source.section,Clause 4",
      ...Object.entries(row?.figures ?? {}).map(
        ([name, value]) => `figures.${name},${name === "hourly" ? "33.00" : value}`,
      ),
    ];
    const runId = open();
    const plan = planRuleLoad(world.context, world.actor, {
      table: "minimumWage",
      format: "csv",
      text: cells.join("\r\n"),
    });
    // Everybody's rate of 31.50 would be below it: a stop each.
    expect(plan.changes.map((each) => each.after?.stops)).toEqual([1, 1]);
    expect(first(runId)?.marks.filter((mark) => mark.kind === "stop")).toEqual([]);
  });
});
