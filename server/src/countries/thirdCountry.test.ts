/**
 * A made-up country XX with one flat tax of a fifth and no filing goes through a payday of the real store. It is the
 * shortest description of what a country has to say; nothing of it is shipped.
 */
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import type { NewBusiness } from "@zesty/contract/business";
import { newBusiness } from "@zesty/contract/business";
import type { NewPerson } from "@zesty/contract/people";
import type { RowContext } from "@zesty/core/au/pay/row";
import { calendars } from "@zesty/core/calendar/holidayWindows";
import { countries } from "@zesty/core/countries/countries";
import type { Country } from "@zesty/core/countries/country";
import { kindsOf } from "@zesty/core/countries/leave";
import { timeRules } from "@zesty/core/countries/time";
import { worksOn } from "@zesty/core/countries/workingDays";
import { balanced, poster } from "@zesty/core/documents/posting";
import type { RowBase, SheetLine } from "@zesty/core/pay/row";
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { moneyText, toCents } from "@zesty/core/quantity/units";
import { type Figure, figure } from "@zesty/core/working/figure";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { readLineOfTime } from "../afterwards/lineOfTime.ts";
import { importBusiness } from "../carry/importBusiness.ts";
import { readDesk } from "../desk/readDesk.ts";
import { slipOf } from "../documents/slip.ts";
import type { CountryHere } from "../ground/countryHere.ts";
import { readLeave } from "../leave/readLeave.ts";
import { askForLeave } from "../leave/requests.ts";
import { listPeople, readPerson } from "../people/readPeople.ts";
import { createPerson } from "../people/savePerson.ts";
import { readReadiness } from "../readiness/readReadiness.ts";
import { personFactsBase } from "../row/rowFacts.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { createBusiness } from "../setup/createBusiness.ts";
import { signOffPlan } from "../signOff/plan.ts";
import { signOff } from "../signOff/signOff.ts";
import { unbalanced } from "../store/invariants.ts";
import { exported } from "../testing/exported.ts";
import { emptyWorld } from "../testing/smallWorld.ts";
import { saveDays } from "../time/days.ts";
import { readWeek } from "../time/readWeek.ts";
import { readYearProof } from "../year/proof.ts";

interface FlatPay {
  country: "XX";
  lines: [];
  gross: Figure;
  withheld: Figure;
  net: Figure;
}
interface FlatInput {
  country: "XX";
  amounts: string[];
}
type FlatContext = RowBase & Pick<RowContext, "facts"> & { country: "XX" };

const flat: Country<FlatContext, FlatInput, FlatPay, { context: FlatContext; input: FlatInput; worked: FlatPay }> = {
  code: "XX",
  amendsEarlierYears: false,
  longOwedYear: () => null,
  withoutGuarantee: (context) => context,
  accruing: () => null,
  extras: () => null,
  leaveMoved: () => ({}),
  superable: () => null,
  treatment: () => ({ reported: null, counts: [], doubts: [], chosen: false }),
  payrollYear: (payday) => ({ from: `${payday.slice(0, 4)}-01-01`, to: `${payday.slice(0, 4)}-12-31`, name: "year" }),
  missingTables: () => [],
  workOutRow: (context, lines) => {
    const amountOf = (line: SheetLine) =>
      line.amount ?? moneyText(decimal(line.hours ?? "0").times(context.facts.hourlyRate ?? "0"));
    const input: FlatInput = { country: "XX", amounts: lines.map(amountOf) };
    return { context, input, worked: flat.workOut(input, null as never) };
  },
  workOut: ({ amounts }) => {
    const gross = figure("Gross", sum(amounts.map(decimal)), "money");
    const withheld = figure("Flat tax", gross.value.times(20).div(100).cutTo(0), "money", () => ({ parts: [gross] }));
    const net = figure("Net", gross.value.minus(withheld.value), "money", () => ({ parts: [gross, withheld] }));
    return { country: "XX", lines: [], gross, withheld, net };
  },
  examine: () => [],
  figures: ({ gross, withheld, net }) => ({
    ...{ hours: "0.0000", beforeTax: "0.00", afterTax: "0.00", reimbursements: "0.00", super: "0.00", leave: {} },
    ...{ gross: moneyText(gross.value), taxable: moneyText(gross.value), cost: moneyText(gross.value) },
    ...{ withheld: moneyText(withheld.value), net: moneyText(net.value), employerCosts: [], lines: [] },
  }),
  named: ({ gross, withheld, net }) => new Map(Object.entries({ gross, withheld, net })),
  facts: ({ gross, withheld }) => [
    { code: "gross", cents: toCents(gross.value) },
    { code: "withheld", cents: toCents(withheld.value) },
  ],
};

/** What Australia's server says that a country without filing and leave need not say anew. */
const asAustralia = (au: CountryHere): CountryHere => ({
  ...au,
  code: "XX" as never,
  setUp: {
    ...au.setUp,
    newBusiness,
    row: (context, wanted, bmsId) => ({ ...au.setUp.row(context, wanted, bmsId), country: "XX" as never }),
    elements: [{ code: "ORD", name: "Work", element: "ordinary", entry: "hours" }],
  },
  people: { ...au.people, missing: () => () => [] },
  leave: { ...au.leave, arising: () => null },
  pays: {
    ...au.pays,
    rows: (_context, { records, centres, ratesOf }) => ({
      paidBefore: () => null,
      context: (who, base) =>
        ({
          ...base,
          country: "XX",
          balances: {},
          facts: personFactsBase(who, records, centres, ratesOf(who.id)),
        }) as never,
    }),
    signing: () => (row) => ({ leave: [], dues: [], slip: { employee: { name: row.row.person.givenName } } as never }),
    journal: (pays, accounts) =>
      balanced(
        pays.flatMap(({ payId, worked }) => {
          const { lines, post } = poster(payId);
          post(accounts.wages, toCents(worked.gross.value), "Work", null);
          post(accounts.withholdingPayable, -toCents(worked.withheld.value), "Flat tax", null);
          post(accounts.netPayClearing, -toCents(worked.net.value), "Net pay", null);
          return lines;
        }),
      ),
    runDues: () => [],
  },
  lodging: {
    ...au.lodging,
    declaration: (name) => `What ${name} pays is right.`,
    lodged: "pays",
    plan: () => ({ payEvent: null, filing: null }),
    leavers: () => [],
    make: () => () => {},
    again: {},
  },
  desk: { told: () => [], waiting: () => [] },
});

const { context: real, actor, end } = emptyWorld();
const xx = asAustralia(real.country("AU"));
const context = { ...real, country: (code: string) => (code === "XX" ? xx : real.country(code)) };
/** The country's value, and its line in each table that pages read without the value. */
const lines: [tables: object, line: unknown][] = [
  [countries, flat],
  [kindsOf, kindsOf.AU],
  [timeRules, timeRules.AU],
  [worksOn, worksOn.AU],
  [calendars, calendars.AU],
];
beforeAll(() => {
  for (const [tables, line] of lines) Object.assign(tables, { XX: line });
});
afterAll(async () => {
  for (const [tables] of lines) delete (tables as Record<string, unknown>).XX;
  await end();
});

const business = {
  country: "XX",
  ...{ name: "Flatland Mill", legalName: "Flatland Mill", abn: "63000000011", state: "VIC" },
  ...{ timeZone: "Australia/Melbourne", bank: null },
  contact: { name: "Kim Example", phone: "0400000000", email: "kim@example.org" },
  cycle: { name: "Weekly", cycle: "weekly", firstPeriodStart: "2026-06-22", paydayOffset: 4 },
} as unknown as NewBusiness;
const details = {
  ...{ familyName: "Square", givenName: "A", birthDate: "1990-02-03", email: null, phone: null, address: null },
  ...{ startDate: "2020-01-06", endDate: null, payslipMessage: null, privateNotes: null },
};

describe("a third country", () => {
  it("goes from a new business to a signed-off payday by what is the same for all", () => {
    const id = createBusiness(context, actor, business);
    const { id: cycleId } = real.store
      .prepared<[number], { id: number }>("SELECT id FROM pay_cycle WHERE business_id = ?")
      .get(id) ?? { id: 0 };
    createPerson(context, actor, id, {
      ...{ payrollId: "1", details },
      employment: {
        ...{ cycleId, basis: "full-time", classification: null, weeklyHours: "38", hourlyRate: "30" },
        ...{ minimumRate: null, placeId: null, costCentreId: null },
      },
    } as NewPerson);
    const runId = openRun(context, actor, id, { cycleId, from: "usual" });
    const { rows, elements, version } = readRun(context, actor, runId);
    const [row] = rows;
    saveRows(context, actor, runId, {
      version,
      rows: [{ payId: row?.payId ?? 0, lines: [{ elementId: elements[0]?.id ?? 0, hours: "37.5" }] }],
    });
    const plan = signOffPlan(context, runId);
    expect([plan.people, plan.declaration, plan.blockers]).toEqual([1, "What Flatland Mill pays is right.", []]);
    signOff(context, actor, runId, readRun(context, actor, runId).version);
    const after = readRun(context, actor, runId);
    expect([after.state, after.rows[0]?.figures?.gross, after.rows[0]?.figures?.net]).toEqual([
      ...["signedOff", "1125.00", "900.00"],
    ]);
    const kept = real.store.prepared<[], { code: string; cents: number; year: string }>(
      "SELECT code, cents, year_start AS year FROM year_sum ORDER BY code",
    );
    expect(kept.all()).toEqual([
      { code: "gross", cents: 112_500, year: "2026-01-01" },
      { code: "withheld", cents: 22_500, year: "2026-01-01" },
    ]);
    const books = real.store.prepared<[], { account: string; cents: number }>(
      "SELECT account, SUM(debit_cents - credit_cents) AS cents FROM journal_line GROUP BY account ORDER BY account",
    );
    expect(books.all().map((each) => each.cents)).toEqual([-22_500, -90_000, 112_500]);
    expect(unbalanced(real.store)).toEqual([]);
  });
  it("is known on every page that is the same for all, and moves house", async () => {
    const { store } = real;
    const one = (sql: string) => store.sqlite.prepare<[], { id: number }>(sql).get()?.id ?? 0;
    const id = one("SELECT id FROM business WHERE country = 'XX'");
    const [personId, runId, payId] = [
      one("SELECT id FROM person"),
      one("SELECT id FROM pay_run"),
      one("SELECT id FROM pay"),
    ];
    expect(readLineOfTime(context, personId).lanes.map((each) => each.section)).toContain("employment");
    expect(listPeople(context, id).map((each) => each.missing)).toEqual([[]]);
    expect(readPerson(context, personId).nz).toBeNull();
    expect(JSON.stringify(readDesk(context, actor))).toContain("Flatland Mill");
    expect(readReadiness(context, id).parts.length).toBeGreaterThan(0);
    expect(slipOf(context, { runId, payId })).toEqual({ employee: { name: "A" } });
    saveDays(context, actor, id, {
      days: [{ personId, date: "2026-07-01", kind: "worked", record: { shifts: [], leave: [], note: "none" } }],
    });
    expect(readWeek(context, actor, id, undefined, "2026-07-01").people.map((each) => each.personId)).toEqual([
      personId,
    ]);
    const asked = askForLeave(context, actor, id, {
      ...{ personId, kind: "annual", first: "2026-08-03", last: "2026-08-03", hoursADay: null, note: null },
      inAdvance: false,
    });
    expect(asked).toBeDefined();
    expect(readLeave(context, actor, id, "2026-08-01", "2026-08-31").requests).toHaveLength(1);
    const passphrase = "six quiet lemons in a row";
    const bytes = await exported(store, id, passphrase, "2026-07-03T00:00:00Z");
    const there = emptyWorld();
    expect(readYearProof(context, id).rows).toHaveLength(1);
    const file = join(there.context.store.folder, "business.zip");
    writeFileSync(file, bytes);
    const done = await importBusiness(there.context.store, file, passphrase, "2026-07-03T00:00:00Z");
    expect([done.business.name, done.people, done.runs]).toEqual(["Flatland Mill", 1, 1]);
    await there.end();
  });
});

describe("the codes", () => {
  it("are asked for nowhere but in a country's own folders", () => {
    const root = join(import.meta.dirname, "../../..");
    const asking = ["core", "contract", "server", "web"]
      .flatMap((room) =>
        readdirSync(join(root, room, "src"), { recursive: true, encoding: "utf8" }).map(
          (file) => `${room}/src/${file}`,
        ),
      )
      .filter((file) => /\.tsx?$/.test(file) && !/\.test\.tsx?$/.test(file))
      .filter((file) => !/\/(au|nz|countries|demo|endure)\//.test(file))
      .filter((file) => /[!=]== "(AU|NZ)"|"(AU|NZ)" [!=]==/.test(readFileSync(join(root, file), "utf8")));
    expect(asking).toEqual([]);
  });
});
