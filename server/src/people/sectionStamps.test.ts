/** Two people with one section open: the slower one's form shows what stood before, and is not saved over the other's. */
import type { Employment } from "@zesty/contract/people";
import type { Request } from "express";
import { afterEach, describe, expect, it } from "vitest";
import { listAgreements, saveAgreementFacts } from "../hours/agreements.ts";
import { demandSeen } from "../http/seen.ts";
import { addPlace, changeEntry } from "../setup/lists.ts";
import { readBusiness, saveBusinessFacts } from "../setup/readBusiness.ts";
import { type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { readPerson } from "./readPeople.ts";
import { type SectionValues, saveSection } from "./savePerson.ts";
import { sectionStamp } from "./sectionStamps.ts";

let world: SmallWorld;
afterEach(() => world.end());
const who = () => world.personIds[0] ?? 0;
const view = () => readPerson(world.context, who());
const save = <S extends keyof SectionValues>(section: S, values: SectionValues[S]) =>
  saveSection(world.context, world.actor, who(), section, values);
const demand = (section: string, seen?: string) =>
  demandSeen({ header: () => seen } as unknown as Request, () => sectionStamp(world.context, who(), section));
/** The sections that another writing made others. */
const changedBy = (write: () => void): string[] => {
  const before = view().stamps;
  write();
  const after = view().stamps;
  return Object.keys(after).filter((section) => before[section] !== after[section]);
};
const employed = (change: Partial<Employment>) => {
  const { from: _from, ...terms } = view().employment;
  save("employment", { ...terms, ...change, from: "2026-07-01" });
};

describe("a section that two people have open", () => {
  it("is another one after each writing to it, and none beside it", () => {
    world = smallWorld(1);
    const { details } = view();
    expect(Object.keys(view().stamps)).toEqual(expect.arrayContaining(["details", "tax", "super", "bank", "leave"]));
    expect(changedBy(() => undefined)).toEqual([]);
    expect(changedBy(() => employed({ classification: "Baker" }))).toEqual(["employment"]);
    expect(changedBy(() => save("details", { ...details, phone: "0400 000 001" }))).toEqual(["details"]);
    expect(changedBy(() => save("emergency", { contact: { name: "Kim", relation: "sister", phone: "1" } }))).toEqual([
      "emergency",
    ]);
    const account = { bsb: "990-100", account: "12345678", title: "Alex", kind: "rest" as const, value: "" };
    expect(changedBy(() => save("bank", { parts: [account] }))).toEqual(["bank"]);
  });
  it("is not written over by who was slower, and saved where nobody was asked", () => {
    world = smallWorld(1);
    const seen = view().stamps.employment;
    employed({ hourlyRate: "35" });
    expect(() => demand("employment", seen)).toThrow(/This was changed since you opened it/);
    demand("employment", view().stamps.employment);
    demand("tax", view().stamps.tax);
    demand("employment");
  });
  it("in New Zealand too, with the sections of its law", () => {
    world = smallWorldNz(1);
    expect(Object.keys(view().stamps)).toEqual(expect.arrayContaining(["taxCode", "kiwiSaver", "orders", "holidays"]));
    const seen = view().stamps.employment;
    expect(changedBy(() => employed({ hourlyRate: "35" }))).toContain("employment");
    expect(() => demand("employment", seen)).toThrow(/nothing was saved/);
  });
});

describe("what else two people may have open", () => {
  const business = () => readBusiness(world.context, world.businessId);
  const award = () => listAgreements(world.context, world.businessId).find(({ code }) => code === "MA000004")?.stamp;
  it("facts of the business, and what it said of an agreement, from whatever day", () => {
    world = smallWorld(1);
    const before = [business().stamp, award()];
    const entries = business().entryStamps;
    addPlace(world.context, world.actor, world.businessId, { name: "Second", state: "VIC", district: null, days: "" });
    expect([business().stamp, award()]).toEqual(before);
    expect(business().entryStamps).toMatchObject(entries);
    const [fund] = business().funds;
    if (!fund) throw new Error("There is no fund.");
    const { usedBy: _used, id, ...facts } = fund;
    changeEntry(world.context, world.actor, world.businessId, "funds", id, { ...facts, name: "Other Super" });
    const now = business().entryStamps;
    expect(Object.keys(entries).filter((key) => now[key] !== entries[key])).toEqual([`funds/${id}`]);
    saveBusinessFacts(world.context, world.actor, world.businessId, {
      ...business().facts,
      legalName: "Other Pty Ltd",
      bank: null,
    } as never);
    saveAgreementFacts(world.context, world.actor, world.businessId, "MA000004", {
      ...{ from: "2027-07-01", settings: {}, source: "Pay guide" },
      rates: { classifications: { "1": "27.50" }, allowances: {} },
    });
    expect(business().stamp).not.toBe(before[0]);
    expect(award()).not.toBe(before[1]);
  });
});
