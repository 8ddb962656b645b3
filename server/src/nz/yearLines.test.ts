/** The list of New Zealand's year: requirements 8, 12, 13, 16, 25 and 27 of its end, from memory. */
import { eq } from "drizzle-orm";
import { afterEach, expect, it } from "vitest";
import { business, person, taxCode, yearSum } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorldNz } from "../testing/smallWorld.ts";
import { yearLines } from "./yearLines.ts";

let world: SmallWorld;
afterEach(() => world.end());
const year = { from: "2026-04-01", to: "2027-03-31" };
const db = () => world.context.store.db;
const line = (item: string) => yearLines(world.context, world.businessId, year).find((each) => each.item === item);
/** A year of so many dollars for the person at a place. */
const earned = (at: number, dollars: number, more: Record<string, number> = {}) => {
  for (const [code, value] of Object.entries({ taxable: dollars, ...more }))
    db()
      .insert(yearSum)
      .values({ personId: world.personIds[at] ?? 0, yearStart: year.from, code, cents: value * 100 })
      .run();
};
const code = (at: number, text: string) =>
  db()
    .update(taxCode)
    .set({ code: text })
    .where(eq(taxCode.personId, world.personIds[at] ?? 0))
    .run();

it.each([
  ["M", 12_000, false],
  ["ND", 40_000, true],
  ["ME", 24_000, false],
  ["ME", 23_990, true],
  ["ME SL", 70_000, false],
  ["ME", 70_010, true],
  ["SB", 15_600, false],
  ["SB SL", 15_610, true],
  ["SH", 78_100, false],
  ["SA", 400_000, false],
])("code %s with %i a year is looked at: %s", (text, dollars, asked) => {
  world = smallWorldNz(1);
  code(0, text);
  earned(0, dollars);
  expect(line("codes")?.text.includes("Alex Sample0")).toBe(asked);
});

it("names who turns 16, 18 or 65 in the year that begins, and whose wage is below the adult one", () => {
  world = smallWorldNz(3);
  expect(line("turning")).toMatchObject({ proved: true, done: true });
  const born = (at: number, day: string) =>
    db()
      .update(person)
      .set({ birthDate: day })
      .where(eq(person.id, world.personIds[at] ?? 0))
      .run();
  born(0, "2009-04-01");
  born(1, "1962-03-31");
  born(2, "2009-03-31");
  db()
    .update(taxCode)
    .set({ lowerMinimum: true })
    .where(eq(taxCode.personId, world.personIds[0] ?? 0))
    .run();
  expect(line("turning")?.text).toBe(
    "Ages that change KiwiSaver or the least wage are looked at: Alex Sample0 is 18 on 1 April 2027, paid a starting-out or training wage",
  );
  born(1, "1962-04-01");
  expect(line("turning")?.text).toContain("Alex Sample1 is 65 on 1 April 2027");
});

it("sums what the levy goes by: liable, above the most that counts, and free of it", () => {
  world = smallWorldNz(2);
  earned(0, 200_000);
  earned(1, 60_000, { notLeviable: 10_000 });
  expect(line("levy")?.text).toBe(
    "For the ACC: $250,000.00 liable for the levy, $43,359.00 of it above the most that counts of a person; $10,000.00 not liable",
  );
});

it("compares how often PAYE is paid over with what was withheld in the year", () => {
  world = smallWorldNz(1);
  earned(0, 900_000, { withheld: 499_999, esct: 1 });
  expect(line("size")).toMatchObject({ done: false, link: "/set-up" });
  db()
    .update(business)
    .set({ filing: { large: true, paymentFile: "csv" } })
    .run();
  expect(line("size")).toMatchObject({ done: true, link: null });
  expect(line("size")?.text).toContain("$500,000.00: from 1 April 2027 they are paid twice a month");
});

it("reads the year of real pays", () => {
  world = smallWorldNz(1);
  signRun(world, openUsual(world));
  expect(line("levy")?.text).toContain("$2,400.00 liable");
});

it("says nothing of the levy, and has the size ticked by hand, where the rule book has no table of the year", () => {
  world = smallWorldNz(1);
  const lines = yearLines(world.context, world.businessId, { from: "2028-04-01", to: "2029-03-31" });
  expect(lines.map((each) => each.item)).not.toContain("levy");
  expect(lines.find((each) => each.item === "size")).toMatchObject({ proved: false, done: false, link: "/set-up" });
});
