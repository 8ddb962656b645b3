/** The lists of the set-up on a real store: changed and retired, with what they touch; what is in use is not retired. */

import type { NewBusiness } from "@zesty/contract/business";
import { newFund } from "@zesty/contract/business";
import { check } from "@zesty/contract/fields";
import { addDays } from "@zesty/core/calendar/dates";
import { nextPeriod } from "@zesty/core/calendar/payPeriods";
import { isBankDay, paydayByRule } from "@zesty/core/countries/workingDays";
import { eq } from "drizzle-orm";
import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { readDesk } from "../desk/readDesk.ts";
import { listPeople } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { employerCost } from "../store/schema.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { chartCsv, takeChartIn } from "./chartCsv.ts";
import { addCentre } from "./costs.ts";
import { addCycle, createBusiness } from "./createBusiness.ts";
import { addFund } from "./funds.ts";
import { addPlace, changeEntry } from "./lists.ts";
import { readBusiness } from "./readBusiness.ts";

let world: SmallWorld;
beforeEach(() => {
  world = smallWorld(2);
});
afterEach(() => world.end());

const view = () => readBusiness(world.context, world.businessId);
const change = (...[list, entry, wanted]: [Parameters<typeof changeEntry>[3], number, object]) =>
  changeEntry(world.context, world.actor, world.businessId, list, entry, wanted as never);
const fundFacts = { kind: "apra", name: "S", abn: "89000000019", usi: "89000000019001" };
const weekly = { name: "Weekly", paydayOffset: 4, closedDays: "ask", retired: false };

const noDays = { district: null, days: "" };
const shop = { name: "The shop", state: "QLD", ...noDays };

describe("lists of the set-up", () => {
  it("say who uses each entry, and are renamed in place", () => {
    expect(view().cycles[0]).toMatchObject({ usedBy: 2, retired: false });
    expect(view().funds[0]).toMatchObject({ usedBy: 2 });
    change("funds", view().funds[0]?.id ?? 0, { ...fundFacts, name: "Renamed Super", retired: false });
    expect(view().funds.map((each) => each.name)).toEqual(["Renamed Super"]);
    addPlace(world.context, world.actor, world.businessId, { name: "The shed", state: "TAS", ...noDays });
    const shed = view().places.find((each) => each.name === "The shed");
    expect(shed).toMatchObject({ usedBy: 0, state: "TAS" });
    change("places", shed?.id ?? 0, { name: "The old shed", state: "QLD", ...noDays, retired: true });
    expect(view().places.find((each) => each.id === shed?.id)).toMatchObject({ state: "QLD", retired: true });
  });
  it("a cycle that everybody has left is retired once its last days are paid", () => {
    const { context, actor, businessId, cycleId, personIds } = world;
    addCycle(context, actor, businessId, {
      ...{ name: "Fortnightly", cycle: "fortnightly", firstPeriodStart: "2026-07-06", paydayOffset: 3 },
    });
    const cycle = view().cycles.at(-1)?.id ?? 0;
    for (const id of personIds)
      saveSection(context, actor, id, "employment", plainTerms(world, { cycleId: cycle, from: "2026-06-24" }));
    const retire = () => change("cycles", cycleId, { ...weekly, retired: true });
    expect(retire).toThrow(/Alex Sample\d is paid by Weekly until 23 June 2026, and no run has paid that yet/);
    signRun(world, openUsual(world));
    retire();
    expect(view().cycles.find((each) => each.id === cycleId)?.retired).toBe(true);
  });
  it("hold self-managed funds by service address and account, and one default", () => {
    const own = check(newFund, {
      ...{ kind: "selfManaged", name: "Sample Family Fund", abn: "24 000 000 500", usi: "junk" },
      ...{ serviceAddress: "smsfdata01", bsb: "990-200", account: "55120040", isDefault: true },
    });
    if ("errors" in own) throw new Error(own.errors[0]?.text);
    expect(own.value).toMatchObject({ usi: "", employerNumber: null });
    const { context, actor, businessId } = world;
    addFund(context, actor, businessId, own.value);
    const listed = { ...fundFacts, name: "Example Super", isDefault: true, retired: false };
    change("funds", view().funds.find((each) => each.name === "Example Super")?.id ?? 0, listed);
    expect(view().funds.map((each) => [each.kind, each.isDefault, each.account])).toEqual([
      ["apra", true, null],
      ["selfManaged", false, "55120040"],
    ]);
  });
  it.each<[string, object, RegExp]>([
    ["a USI", { usi: "" }, /USI/],
    [
      "a service address",
      { kind: "selfManaged", serviceAddress: "", bsb: "990-200", account: "1234" },
      /service address/,
    ],
    [
      "one that is no mail",
      { kind: "selfManaged", serviceAddress: "a@b", bsb: "990-200", account: "1234" },
      /service address/,
    ],
    ["a BSB", { kind: "selfManaged", serviceAddress: "x1", bsb: "99", account: "1234" }, /BSB of the fund/],
  ])("want %s of a fund", (_what, values, why) => {
    const checked = check(newFund, { ...fundFacts, ...values });
    expect("errors" in checked && checked.errors[0]?.text).toMatch(why);
  });
  it.each<[string, () => void, RegExp]>([
    [
      "a cycle that people are paid by",
      () => change("cycles", world.cycleId, { ...weekly, retired: true }),
      /Weekly is used by 2 people/,
    ],
    [
      "a fund that people have chosen",
      () => change("funds", view().funds[0]?.id ?? 0, { name: "S", abn: "89000000019", usi: "1", retired: true }),
      /used by 2 people/,
    ],
    [
      "an account that is posted to",
      () => change("accounts", view().accounts.find((each) => each.usedBy > 0)?.id ?? 0, { name: "W", retired: true }),
      /is used by \d+ posting/,
    ],
    [
      "a region that is none",
      () => addPlace(world.context, world.actor, world.businessId, { name: "X", state: "Utopia", ...noDays }),
      /none of ACT/,
    ],
    [
      "a district of another State",
      () => addPlace(world.context, world.actor, world.businessId, { ...shop, district: "Hobart" }),
      /“Hobart” is no district of QLD/,
    ],
    [
      "a day without its year",
      () => addPlace(world.context, world.actor, world.businessId, { ...shop, days: "28/8 Show Day" }),
      /does not begin with a date with its year/,
    ],
    [
      "a name twice",
      () =>
        addPlace(world.context, world.actor, world.businessId, {
          ...{ name: view().places[0]?.name ?? "", state: "VIC", ...noDays },
        }),
      /called .* already/,
    ],
    [
      "what is of another business",
      () => change("places", 999, { name: "X", state: "VIC", ...noDays, retired: false }),
      /no such place of work/,
    ],
  ])("refuse %s", (_what, work, says) => {
    expect(work).toThrow(says);
  });
  it("retire what nobody uses: a cycle leaves the desk", () => {
    addCycle(world.context, world.actor, world.businessId, {
      name: "Monthly",
      cycle: "monthly",
      firstPeriodStart: "2026-07-01",
      paydayOffset: 0,
    });
    addCentre(world.context, world.actor, world.businessId, { code: "SHED", name: "Shed" });
    const monthly = view().cycles.find((each) => each.name === "Monthly")?.id ?? 0;
    const lanes = () => JSON.stringify(readDesk(world.context, world.actor));
    expect(lanes()).toContain("Monthly");
    change("cycles", monthly, { ...weekly, name: "Monthly", retired: true });
    expect(lanes()).not.toContain("Monthly");
    const centre = view().costCentres.find((each) => each.code === "SHED")?.id ?? 0;
    change("cost-centres", centre, { name: "Shed", retired: true });
    expect(view().costCentres.find((each) => each.id === centre)?.retired).toBe(true);
  });
  it("move the payday of the next run by offset and by the rule for days without banks", () => {
    // Periods end on Sundays; six days later is a Saturday.
    change("cycles", world.cycleId, { ...weekly, paydayOffset: 6, closedDays: "before" });
    expect(view().cycles[0]?.next.payday).toBe("2026-07-03");
    change("cycles", world.cycleId, { ...weekly, paydayOffset: 6, closedDays: "after" });
    const runId = openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
    expect(readRun(world.context, world.actor, runId).payday).toBe("2026-07-06");
  });
});

describe("the chart of accounts", () => {
  const take = (text: string) => takeChartIn(world.context, world.actor, world.businessId, text);
  const chart = () => chartCsv(world.context, world.businessId).toString().slice(1);
  it("goes out and comes back as it was; lines add and rename, all or none", () => {
    const before = chart();
    expect(take(before)).toEqual({ added: 0, renamed: 0 });
    expect(take("6000\tWages\n6500\t“Staff, other”")).toEqual({ added: 1, renamed: 1 });
    expect(chart()).toContain("6000,Wages\r\n");
    const kept = chart();
    for (const [text, why] of [
      ["", /No line was given/],
      ["6600,Tools\n6600,Tools", /Line 2: 6600 stands here twice/],
      ["6700,", /Line 1: the name of 6700 is missing/],
      ["=1+1,Sums", /Line 1: “=1\+1” is no code/],
      ['6700,"open', /quotation mark is not closed/],
      [Array.from({ length: 501 }, (_, at) => `9-${at},Account`).join("\n"), /More than 500/],
    ] as const)
      expect(() => take(text)).toThrow(why);
    expect(chart()).toBe(kept);
  });
});

describe("a business set up like another", () => {
  const wanted = (copyFrom: number) => ({
    ...{
      name: "Second Bakery",
      legalName: "Second Bakery Pty Ltd",
      abn: "72000000029",
      state: "VIC",
      bank: null,
      copyFrom,
    },
    ...{ timeZone: "Australia/Melbourne", contact: { name: "Kim", phone: "0400000000", email: "kim@example.org" } },
    cycle: { name: "Weekly", cycle: "weekly", firstPeriodStart: "2026-06-22", paydayOffset: 4 },
  });
  const make = (copyFrom: number) => createBusiness(world.context, world.actor, wanted(copyFrom) as NewBusiness);
  it("has the elements, accounts and funds of the other, and nobody of it", () => {
    expect(() => make(99)).toThrow(/same country that you can see/);
    const id = make(world.businessId);
    const [from, to] = [view(), readBusiness(world.context, id)];
    const plain = <T extends { id: number; usedBy: number }>(all: readonly T[]) =>
      all.map(({ id: _, usedBy: _u, ...rest }) => ({ ...rest, businessId: 0 }));
    for (const list of ["elements", "accounts", "funds", "costCentres"] as const)
      expect(plain(to[list] as never)).toEqual(
        plain((from[list] as { retired: boolean }[]).filter((each) => !each.retired) as never),
      );
    expect(listPeople(world.context, id)).toEqual([]);
  });
  it("has the costs that hold now, and none that counts for one place of several", () => {
    const { context, actor, businessId } = world;
    const [main] = view().places;
    const add = (code: string, from: string, percent: string, placeId: number | null) =>
      context.store.db
        .insert(employerCost)
        .values({
          ...{ businessId, code, name: code, from, percent, placeId },
          of: "gross",
          expense: "1",
          payable: "2",
        })
        .run();
    add("ALL", "2026-01-01", "1", null);
    add("ALL", "2026-07-01", "2", null);
    // It was everybody's once, and is one place's now.
    add("ONE", "2026-01-01", "3", null);
    add("ONE", "2026-07-01", "4", main?.id ?? 0);
    const copied = (id: number) =>
      context.store.db
        .select()
        .from(employerCost)
        .where(eq(employerCost.businessId, id))
        .all()
        .map((row) => [row.code, row.percent, row.placeId]);
    const all = [
      ["ALL", "1", null],
      ["ALL", "2", null],
    ];
    expect(copied(make(businessId))).toEqual([...all, ["ONE", "4", null]]);
    addPlace(context, actor, businessId, { name: "Yard", state: "VIC", district: null, days: "" });
    const another = { ...wanted(businessId), name: "Third Bakery", abn: "93000000037" } as NewBusiness;
    expect(copied(createBusiness(context, actor, another))).toEqual(all);
  });
});

describe("a payday by rule", () => {
  it("is a bank day, the nearest one on its side", () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 700 }), fc.constantFrom("AU", "NZ"), (days, country) => {
        const day = addDays("2026-01-01", days);
        for (const rule of ["before", "after"] as const) {
          const found = paydayByRule(country, day, rule);
          expect(isBankDay(country, found)).toBe(true);
          for (let at = found; at !== day; at = addDays(at, rule === "before" ? 1 : -1))
            if (at !== found) expect(isBankDay(country, at)).toBe(false);
        }
        expect(paydayByRule(country, day, "ask")).toBe(day);
        expect(nextPeriod("weekly", day, 0).payday > day).toBe(true);
      }),
    ));
});
