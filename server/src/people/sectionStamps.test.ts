/** Two people with one section open: the slower one's form shows what stood before, and is not saved over the other's. */
import type { Employment } from "@zesty/contract/people";
import { afterEach, describe, expect, it } from "vitest";
import { type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { readPerson } from "./readPeople.ts";
import { type SectionValues, saveSection } from "./savePerson.ts";
import { demandStamp } from "./sectionStamps.ts";

let world: SmallWorld;
afterEach(() => world.end());
const who = () => world.personIds[0] ?? 0;
const view = () => readPerson(world.context, who());
const save = <S extends keyof SectionValues>(section: S, values: SectionValues[S]) =>
  saveSection(world.context, world.actor, who(), section, values);
const demand = (section: string, seen?: string) => demandStamp(world.context, who(), section, seen);
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
    expect(
      changedBy(() => save("emergency", { contact: { name: "Kim", relation: "sister", phone: "1" } })),
    ).toEqual(["emergency"]);
    const account = { bsb: "990-100", account: "12345678", title: "Alex", kind: "rest" as const, value: "" };
    expect(changedBy(() => save("bank", { parts: [account] }))).toEqual(["bank"]);
  });
  it("is not written over by who was slower, and saved where nobody was asked", () => {
    world = smallWorld(1);
    const seen = view().stamps.employment;
    employed({ hourlyRate: "35" });
    expect(() => demand("employment", seen)).toThrow(/Somebody else has changed this section since you opened it/);
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
