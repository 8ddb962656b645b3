/** A person's facts on a real store: dated, never overwritten, faults at their fields. */

import { check } from "@zesty/contract/fields";
import { newPerson, sections } from "@zesty/contract/people";
import { eq } from "drizzle-orm";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { readDesk } from "../desk/readDesk.ts";
import type { ProblemError } from "../ground/problem.ts";
import { listRuns, readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { datedRecords } from "../store/dated.ts";
import { audit, employmentTerms, person } from "../store/schema.ts";
import { readyRun, type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { listPeople, readPerson, revealSecret } from "./readPeople.ts";
import { saveSection } from "./savePerson.ts";

let world: SmallWorld;
let id: number;
beforeEach(() => {
  world = smallWorld(1);
  id = world.personIds[0] ?? 0;
});
afterEach(() => world.end());

const thrown = (work: () => void): ProblemError["problem"] => {
  try {
    work();
  } catch (error) {
    return (error as ProblemError).problem;
  }
  throw new Error("It went through.");
};
const employment = () => {
  const { from: _from, ...rest } = readPerson(world.context, id).employment;
  return rest;
};

describe("dated facts", () => {
  it("append: a rate from a later day leaves the earlier one as it was", () => {
    const { context, actor } = world;
    saveSection(context, actor, id, "employment", { ...employment(), from: "2026-07-06", hourlyRate: "33.25" });
    const rate = (date: string) => datedRecords(context.store.db, [id], date).terms.get(id)?.hourlyRateE4;
    expect([rate("2026-07-05"), rate("2026-07-06")]).toEqual([315_000, 332_500]);
    expect(context.store.db.select().from(employmentTerms).where(eq(employmentTerms.personId, id)).all()).toHaveLength(
      2,
    );
  });
  it("a person is read as on another day: what is coming, and what was, each as it holds then", () => {
    const { context, actor } = world;
    const by = { agreement: "MA000004", use: "all" as const, settings: {}, flags: {} };
    saveSection(context, actor, id, "employment", { ...employment(), from: "2026-08-03", hourlyRate: "33.25" });
    saveSection(context, actor, id, "time", { ...by, from: "2026-06-01", classification: "1" });
    saveSection(context, actor, id, "time", { ...by, from: "2026-08-03", classification: "4" });
    const read = (on?: string) => {
      const found = readPerson(context, id, on);
      return [found.employment.hourlyRate, found.time?.classification];
    };
    expect([read(), read("2026-09-01"), read("2026-05-01"), read("1999-01-01")]).toEqual([
      ["31.50", "1"],
      ["33.25", "4"],
      ["31.50", undefined],
      ["31.50", undefined],
    ]);
    expect(listPeople(context, world.businessId)[0]?.rate).toBe("31.50");
  });
  it("two changes from one day: the later one counts", () => {
    const { context, actor } = world;
    for (const hourlyRate of ["32", "34"])
      saveSection(context, actor, id, "employment", { ...employment(), from: "2026-07-01", hourlyRate });
    expect(readPerson(context, id).employment.hourlyRate).toBe("34.00");
  });
  it("of pay follow the day worked: a raise reaches the period that it falls into, and cuts it where it falls within", () => {
    const { context, actor } = world;
    const { runId } = readyRun(world);
    // Worked from 22 to 28 June, paid on 2 July.
    const row = () => readRun(context, actor, runId).rows[0];
    const raise = (from: string, hourlyRate: string) =>
      saveSection(context, actor, id, "employment", { ...employment(), from, hourlyRate });
    raise("2026-06-29", "50");
    expect(row()?.figures?.gross).toBe("1197.00");
    raise("2026-06-22", "40");
    expect(row()?.figures?.gross).toBe("1520.00");
    expect(row()?.marks.map((mark) => mark.code)).not.toContain("rateChanged");
    raise("2026-06-25", "42");
    // Three days at 40, two at 42: 22.8 × 40 + 15.2 × 42.
    expect(row()?.figures?.gross).toBe("1550.40");
    expect(row()?.marks.map((mark) => mark.code)).not.toContain("rateChanged");
    // Hours that are typed say no day: which rate is theirs is asked.
    const { payId = 0, version = 0 } = row() ?? {};
    const cells = [
      {
        elementId: world.element("ORD"),
        was: null,
        is: { source: "typed" as const, line: { elementId: world.element("ORD"), hours: "40" } },
      },
    ];
    saveRows(context, actor, runId, { version, rows: [{ payId, cells }] });
    expect(row()?.marks.find((mark) => mark.code === "rateChanged")?.text).toContain(
      "from $40.00 to $42.00 on 25 June",
    );
  });
});

describe("secrets", () => {
  it("show three characters, and the asking is recorded", () => {
    const { context, actor } = world;
    expect(readPerson(context, id).tax.fileNumberShown).toBe("••• 782");
    expect(JSON.stringify(readPerson(context, id))).not.toContain("123456782");
    expect(revealSecret(context, actor, id, "tax")).toBe("123456782");
    expect(revealSecret(context, actor, id, "bank")).toContain("990-100 10000000");
    expect(
      context.store.db
        .select()
        .from(audit)
        .all()
        .map((each) => each.what),
    ).toContain("looked at the tax file number");
  });
  it("a number left empty stays; one that is not given goes", () => {
    const { context, actor } = world;
    const { fileNumberShown: _shown, from: _from, ...tax } = readPerson(context, id).tax;
    saveSection(context, actor, id, "tax", { ...tax, studyLoan: true });
    expect(readPerson(context, id).tax.fileNumberShown).toBe("••• 782");
    saveSection(context, actor, id, "tax", { ...tax, numberStatus: "none" });
    expect(readPerson(context, id).tax.fileNumberShown).toBeNull();
    expect(
      thrown(() => saveSection(context, actor, id, "tax", { ...tax, numberStatus: "given" })).errors?.[0]?.path,
    ).toBe("fileNumber");
  });
});

describe("a tax number of somebody else here", () => {
  const numbers = [
    ["Australia", smallWorld, "tax", "fileNumber", "123456782"],
    ["New Zealand", smallWorldNz, "taxCode", "irdNumber", "139000013"],
  ] as const;
  it.each(numbers)(
    "%s: refused, naming them, until the payroll year after they left: who comes back is employed again",
    async (_country, make, section, field, number) => {
      await world.end();
      world = make(2);
      const { context, actor } = world;
      const [one = 0, two = 0] = world.personIds;
      const shown = readPerson(context, two);
      const kept = section === "tax" ? shown.tax : shown.nz?.taxCode;
      const {
        fileNumberShown: _,
        irdShown: __,
        from: ___,
        ...values
      } = { fileNumberShown: 0, irdShown: 0, ...kept } as never as { from: string } & Record<string, unknown>;
      const save = () => saveSection(context, actor, two, section, { ...values, [field]: number } as never);
      expect(thrown(save).errors).toEqual([
        { path: field, text: expect.stringContaining("Alex Sample0 has this number") },
      ]);
      const left = (endDate: string) =>
        context.store.db.update(person).set({ endDate }).where(eq(person.id, one)).run();
      left("2026-07-02");
      context.clock.moveTo("2026-07-20");
      expect(thrown(save).errors?.[0]?.text).toBe(
        "Alex Sample0, who left on 2 July 2026, has this number. Employ them again on their page (Departure), so that their year stays one.",
      );
      left("2026-03-31");
      save();
      // A second record that is there already is not in the way of its own changes.
      left("2026-07-02");
      save();
    },
  );
});

describe("faults name the field, and nothing is half-written", () => {
  const details = () => readPerson(world.context, id).details;
  it.each([
    ["endDate", { endDate: "2019-01-01" }],
    ["birthDate", { birthDate: "2021-01-01" }],
  ])("%s", (path, change) => {
    const before = details();
    expect(
      thrown(() => saveSection(world.context, world.actor, id, "details", { ...details(), ...change })).errors?.[0]
        ?.path,
    ).toBe(path);
    expect(details()).toEqual(before);
  });
  it("bank accounts: one takes the rest, the others have a value", () => {
    const part = { bsb: "990-100", account: "1234", title: "A", kind: "amount" as const, value: "10" };
    expect(thrown(() => saveSection(world.context, world.actor, id, "bank", { parts: [part] })).code).toBe("bank-rest");
    expect(
      thrown(() =>
        saveSection(world.context, world.actor, id, "bank", {
          parts: [
            { ...part, value: "x" },
            { ...part, kind: "rest" },
          ],
        }),
      ).errors?.[0]?.path,
    ).toBe("parts.0.value");
  });
  it("choices of another business", () => {
    expect(
      thrown(() => saveSection(world.context, world.actor, id, "employment", { ...employment(), cycleId: 999 })).code,
    ).toBe("unknown-choice");
    expect(
      thrown(() =>
        saveSection(world.context, world.actor, id, "super", {
          fundId: 999,
          memberNumber: null,
          guarantee: true,
          agreedPercent: null,
        }),
      ).code,
    ).toBe("unknown-choice");
    expect(
      thrown(() => saveSection(world.context, world.actor, id, "usualPay", { lines: [{ elementId: 999, hours: "1" }] }))
        .code,
    ).toBe("unknown-choice");
  });
  const faultOf = (section: keyof typeof sections, values: object) => {
    const checked = check(sections[section] as never, values);
    return "errors" in checked ? checked.errors.map((each) => `${each.path}: ${each.text}`) : [];
  };
  it.each<[keyof typeof sections, object, string]>([
    [
      "tax",
      { numberStatus: "given", fileNumber: "123456789" },
      "fileNumber: Tax file number does not pass the check of a tax file number. Compare its digits.",
    ],
    ["employment", { hourlyRate: "-3" }, "hourlyRate: Hourly rate is not an hourly rate. Write it as 28.45."],
    [
      "employment",
      { basis: "boss" },
      "basis: Basis must be one of [full-time, part-time, casual, labour-hire, contractor].",
    ],
    ["details", { email: "not one" }, "email: E-mail is not an e-mail address."],
    [
      "details",
      { address: { line1: "1", suburb: "S", state: "VIC", postcode: "33" } },
      "address.postcode: Postcode has four digits.",
    ],
    ["bank", { parts: [] }, "parts: Accounts needs at least 1 entry."],
    [
      "bank",
      { parts: [{ bsb: "12", account: "1", title: "A", kind: "rest" }] },
      "parts.0.bsb: BSB is not a BSB. It has six digits, as 123-456.",
    ],
    ["super", { agreedPercent: "abc" }, "agreedPercent: Agreed per cent is not a per cent. Write it as 12 or 7.6923."],
    [
      "usualPay",
      { lines: [{ elementId: 1, hours: "-1" }] },
      "lines.0: Hours cannot be below nought here. To take something back, correct the pay that it was in.",
    ],
    ["leave", { entitlements: [], surprise: 1 }, "surprise: Surprise is not a known field."],
  ])("%s %o", (section, values, expected) => expect(faultOf(section, values)).toContain(expected));
  it("a new person needs the least and says what is missing", () => {
    const checked = check(newPerson, { payrollId: "", details: {}, employment: {} });
    expect("errors" in checked && checked.errors.map((each) => each.path)).toEqual(
      expect.arrayContaining(["payrollId", "details.familyName", "employment.cycleId"]),
    );
  });
});

describe("what is missing stays visible", () => {
  it("in the list, on the page and on the desk", () => {
    const { context, actor } = world;
    saveSection(context, actor, id, "super", {
      fundId: null,
      memberNumber: null,
      guarantee: true,
      agreedPercent: null,
    });
    saveSection(context, actor, id, "details", { ...readPerson(context, id).details, address: null, email: null });
    const texts = ["Super fund", "Home address", "E-mail"];
    expect(listPeople(context, world.businessId)[0]?.missing.map((each) => each.text)).toEqual(texts);
    expect(readPerson(context, id).missing.map((each) => each.text)).toEqual(texts);
    readyRun(world);
    expect(listRuns(context, world.businessId)[0]?.segments[1]).toBe("now");
    expect(readDesk(context, actor).toDo.map((each) => each.kind)).toContain("check");
  });
  it("the desk offers the next run when none is open, and shows the paydays ahead", () => {
    const desk = readDesk(world.context, world.actor);
    expect(desk.toDo[0]).toMatchObject({ kind: "open", date: "2026-07-02" });
    expect(desk.lanes[0]?.paydays.map((each) => each.payday)).toEqual([
      "2026-07-02",
      "2026-07-09",
      "2026-07-16",
      "2026-07-23",
      "2026-07-30",
    ]);
  });
});
