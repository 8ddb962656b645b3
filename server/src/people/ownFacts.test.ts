/** Facts of people that a business keeps for itself: named in the set-up, written on the person, taken with the people. */
import exceljs from "exceljs";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { peopleBook } from "../putIn/peopleBook.ts";
import { addOwnField, changeEntry } from "../setup/lists.ts";
import { readBusiness } from "../setup/readBusiness.ts";
import { type SmallWorld, smallWorld } from "../testing/smallWorld.ts";
import { readPerson } from "./readPeople.ts";
import { saveSection } from "./savePerson.ts";

let world: SmallWorld;
beforeEach(() => {
  world = smallWorld(1);
  add({ name: "Shirt", kind: "choice", choices: ["S", "M", "L"] });
  add({ name: "Locker", kind: "number", choices: [] });
  add({ name: "First aid course", kind: "date", choices: [] });
});
afterEach(() => world.end());

const add = (field: Parameters<typeof addOwnField>[3]) =>
  addOwnField(world.context, world.actor, world.businessId, field);
const write = (values: Record<string, string>) =>
  saveSection(world.context, world.actor, world.personIds[0] ?? 0, "ownFacts", { values });
const read = () => readPerson(world.context, world.personIds[0] ?? 0).ownFacts.map(({ name, value }) => [name, value]);

describe("facts of one's own", () => {
  it("are written, read, and taken with the people as what they are", async () => {
    write({ 1: "M", 2: "17", 3: "" });
    expect(read()).toEqual([
      ["Shirt", "M"],
      ["Locker", "17"],
      ["First aid course", ""],
    ]);
    expect(readBusiness(world.context, world.businessId).ownFields.map((each) => each.usedBy)).toEqual([1, 1, 0]);
    const book = new exceljs.Workbook();
    await book.xlsx.load((await peopleBook(world.context, world.actor, world.businessId)) as never);
    expect(book.getWorksheet("Own facts")?.getRow(2).values).toEqual([undefined, "E0", "Alex Sample0", "M", 17, ""]);
  });
  it("are retired without losing what was written", () => {
    write({ 1: "L" });
    for (const [entry, name] of [
      [1, "Shirt"],
      [2, "Locker"],
    ] as const)
      changeEntry(world.context, world.actor, world.businessId, "own-fields", entry, {
        name,
        choices: ["S", "L"],
        retired: true,
      });
    expect(read()).toEqual([
      ["Shirt", "L"],
      ["First aid course", ""],
    ]);
  });
  it.each<[string, () => void, RegExp]>([
    ["a choice that is none", () => write({ 1: "XL" }), /Shirt is one of S, M, L/],
    ["words for a number", () => write({ 2: "by the door" }), /Locker is a number/],
    ["a day that is none", () => write({ 3: "2026-02-30" }), /First aid course is a day/],
    ["a fact that is not kept", () => write({ 9: "x" }), /keeps no such fact/],
    ["a name twice", () => add({ name: "Shirt", kind: "text", choices: [] }), /called Shirt already/],
  ])("refuse %s", (_what, act, why) => {
    write({ 1: "S" });
    expect(act).toThrow(why);
    expect(read()[0]).toEqual(["Shirt", "S"]);
  });
});
