/** Every lane of the line of time in words, both countries; and usual pay that follows the terms it was made from. */

import type { SectionNz } from "@zesty/contract/nz/people";
import type { Employment, Section } from "@zesty/contract/people";
import type { Cycle } from "@zesty/core/calendar/payPeriods";
import { usualOfPeriod } from "@zesty/core/pay/usualOfPeriod";
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { readLineOfTime } from "../afterwards/lineOfTime.ts";
import { readRun } from "../runs/readRun.ts";
import { datedRecords } from "../store/dated.ts";
import { payCycle } from "../store/schema.ts";
import { openUsual, plainTerms, type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { type SectionValues, saveSection } from "./savePerson.ts";

let world: SmallWorld;
afterEach(() => world.end());

const who = () => world.personIds[0] ?? 0;
const from = "2026-08-03";
const save = <S extends Section | SectionNz>(section: S, values: SectionValues[S]) =>
  saveSection(world.context, world.actor, who(), section, values);
const changes = (section: string) =>
  readLineOfTime(world.context, who())
    .lanes.find((each) => each.section === section)
    ?.notches.at(-1)
    ?.changes.map((each) => `${each.what}: ${each.was} → ${each.is}`);
const terms = (change: Partial<Employment> & { from?: string }) => plainTerms(world, { from, ...change });

describe("a lane in Australia", () => {
  it.each<[Section, (world: SmallWorld) => object, string[]]>([
    ["employment", () => terms({ hourlyRate: null, salary: "80000" }), ["Rate: $31.50 an hour → $80,000.00 a year"]],
    [
      "employment",
      () => terms({ basis: "casual", weeklyHours: "0" }),
      ["Hours a week: 38 h a week → 0 h a week", "Basis: full-time → casual"],
    ],
    [
      "employment",
      () => terms({ minimumRate: "28.12", classification: "Grade 2" }),
      ["Classification: null → Grade 2", "Minimum: null → $28.12"],
    ],
    [
      "tax",
      () => ({
        ...{ from, numberStatus: "none", pendingSince: null, residency: "working-holiday", taxFreeThreshold: false },
        ...{ studyLoan: true, medicare: "exempt", medicareDependants: null, offsetsPerYear: "1200", extraPerPay: "20" },
      }),
      [
        "Threshold: threshold claimed → threshold not claimed",
        "Tax file number: ••• 782 → not given",
        "Residency: resident → working holiday",
        "Study loan: no study loan → study loan",
        "Medicare levy: levy → exempt",
        "Offsets a year: null → $1,200.00",
        "More to withhold: null → $20.00",
      ],
    ],
    [
      "super",
      () => ({ from, fundId: null, memberNumber: null, guarantee: false, agreedPercent: "3" }),
      [
        "Fund: Example Super → none",
        "Guarantee: null → no guarantee owed",
        "Agreed: null → 3 %",
        "Member number: M0 → –",
      ],
    ],
    [
      "leave",
      () => ({
        from,
        entitlements: [
          { kind: "annual", weeksPerYear: "5" },
          { kind: "personal", hoursPerYear: "76" },
        ],
        loadingPercent: "17.5",
      }),
      [
        "Annual leave: 4 weeks a year → 5 weeks a year",
        "Personal and carer's leave: 2 weeks a year → 76 h a year",
        "Loading: null → 17.5 %",
      ],
    ],
    [
      "bank",
      () => ({
        from,
        parts: [
          { bsb: "990-102", account: "30000009", title: "A", kind: "amount", value: "50" },
          { bsb: "990-100", account: "10000000", title: "A", kind: "rest", value: "" },
        ],
      }),
      ["Account 1: ••• 000 → ••• 009 $50", "Account 2: ••• 000 10 % → ••• 000"],
    ],
    [
      "usualPay",
      ({ element }) => ({ from, lines: [{ elementId: element("TOOL"), amount: "12" }] }),
      ["Tool allowance: null → $12", "Ordinary: 38 h → –"],
    ],
  ])("%s says what changed", (section, values, expected) => {
    world = smallWorld(1);
    save(section, values(world) as never);
    expect(changes(section)?.sort()).toEqual([...expected].sort());
  });
});

describe("a lane in New Zealand", () => {
  it.each<[SectionNz, object, string[]]>([
    [
      "taxCode",
      { from, code: "S SL", specialRate: null, until: null, slcir: null, slbor: null, lowerMinimum: false },
      ["Tax code: M → S SL"],
    ],
    [
      "kiwiSaver",
      {
        ...{ from, status: "suspended", joined: "existing", employeeRate: "6", employerRate: "4", esctRate: null },
        ...{ temporaryUntil: null, suspendedUntil: "2027-08-02", optOutDate: null, totalRemuneration: false },
      },
      [
        ...["ESCT: 30 % → –", "KiwiSaver: member → suspended", "Own rate: 3.5 % → 6 %", "Employer's rate: null → 4 %"],
        "Suspended until: null → 2 August 2027",
      ],
    ],
    [
      "orders",
      {
        from,
        childSupport: { amount: "80.00", protectedPercent: null },
        orders: [{ kind: "fine", name: "Court", percentOfNet: "5", served: from }],
      },
      ["Child support: null → $80.00 each pay", "Court: null → 5 %"],
    ],
    [
      "holidays",
      { from, withPay: true, varies: true, agreedWeek: "900", averageOnlyUntil: null, keepsAnniversary: false },
      ["Holiday pay: four weeks a year → 8 % with each pay", "Hours: null → hours vary", "Agreed week: null → $900.00"],
    ],
  ])("%s says what changed", (section, values, expected) => {
    world = smallWorldNz(1);
    save(section, values as never);
    expect(changes(section)?.sort()).toEqual([...expected].sort());
  });
});

describe("usual pay follows the terms it was made from", () => {
  const usual = (day = from) => datedRecords(world.context.store.db, [who()], day).usual.get(who())?.lines;
  it.each<[Cycle, string]>([
    ["weekly", "30"],
    ["fortnightly", "60"],
    ["monthly", "130"],
  ])("the hours of a %s pay are %s of a week of thirty", (cycle, hours) => {
    world = smallWorld(1);
    const ORD = world.element("ORD");
    world.context.store.db.update(payCycle).set({ cycle }).where(eq(payCycle.id, world.cycleId)).run();
    const before = usualOfPeriod({ salary: "", weeklyHours: "38" }, cycle) ?? { hours: "" };
    save("usualPay", { from: "2026-01-01", lines: [{ elementId: ORD, ...before }] });
    save("employment", terms({ weeklyHours: "30" }));
    expect(usual()).toEqual([{ elementId: ORD, hours }]);
    expect(usual("2026-08-02")).toEqual([{ elementId: ORD, ...before }]);
  });
  it("and what is no part of it stays: other lines, a change of rate, runs that end before it", () => {
    world = smallWorld(1);
    const [ORD, TOOL] = [world.element("ORD"), world.element("TOOL")];
    const lines = [
      { elementId: TOOL, amount: "38" },
      { elementId: ORD, hours: "38" },
    ];
    save("usualPay", { from: "2026-01-01", lines });
    const { context, actor } = world;
    const runId = openUsual(world);
    save("employment", terms({ hourlyRate: "40" }));
    expect(usual()).toEqual(lines);
    save("employment", terms({ weeklyHours: "20" }));
    expect(usual()).toEqual([lines[0], { elementId: ORD, hours: "20" }]);
    expect(readRun(context, actor, runId).rows[0]?.lines.map((line) => line.hours ?? line.amount)).toEqual([
      "38",
      "38",
    ]);
    save("employment", terms({ hourlyRate: null, salary: "80000", weeklyHours: "20", from: "2026-09-07" }));
    expect(usual("2026-09-07")).toEqual([lines[0], { elementId: ORD, hours: "20" }]);
  });
});
