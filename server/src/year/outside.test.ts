/** The year against the books, funds and agency: what is put in is compared, and a difference says what it looks like. */
import { centsText } from "@zesty/core/quantity/units";
import { afterEach, describe, expect, it } from "vitest";
import { takeBack } from "../signOff/takeBack.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { readYearAndEnding } from "./ending.ts";
import { putOutsideIn, readOutside } from "./outside.ts";

let world: SmallWorld;
afterEach(() => world.end());

const from = "2026-07-01";
const put = (text: string, apply = true) =>
  putOutsideIn(world.context, world.actor, world.businessId, { from, text, apply });
const lines = () => readOutside(world.context, world.businessId, from).lines;
const line = (wanted: string) => {
  const found = lines().find(({ key, name }) => key === wanted || name === wanted);
  if (!found) throw new Error(`There is no ${wanted}.`);
  return found;
};
const check = () =>
  readYearAndEnding(world.context, world.actor, world.businessId, from).ending.checks.find(
    (each) => each.item === "outside",
  );

describe.each([
  ["Australia", smallWorld, "PAYG withholding"],
  ["New Zealand", smallWorldNz, "PAYE"],
] as const)("a year of %s against what stands outside of it", (_country, make, agency) => {
  it("is ticked by hand where nothing was put in, and proved by what was", () => {
    world = make(2);
    signRun(world, openUsual(world));
    const second = signRun(world, openUsual(world));
    expect(check()).toMatchObject({ proved: false, done: false });
    const debits = lines().filter((each) => each.kind === "account");
    // Every journal balances, so all accounts together come to nothing.
    expect(debits.reduce((total, each) => total + each.ours, 0)).toBe(0);
    for (const each of lines()) expect(each.parts.reduce((total, part) => total + part.cents, 0)).toBe(each.ours);
    const wages = debits.find((each) => each.ours > 0);
    const [one] = wages?.parts ?? [];
    if (!wages || !one) throw new Error("Nothing was posted.");
    const tax = lines().find((each) => each.kind === "payee" && each.name.startsWith(agency));
    const text = (booked: number) =>
      `Code\tAccount\tDebit\tCredit\n${wages.key}\t${wages.name}\t${centsText(booked)}\t\n200\tSales\t\t5,000.00\n${agency}\t${centsText(tax?.ours ?? 0)}`;
    expect(put(text(wages.ours), false)).toMatchObject({ faults: [], others: ["200"] });
    expect(check()).toMatchObject({ proved: false });
    put(text(wages.ours));
    expect(check()).toMatchObject({
      proved: true,
      done: true,
      text: "Books, funds and agency agree, in 2 of their figures",
    });
    put(text(one.cents));
    expect(line(wages.key).hints).toEqual([expect.stringMatching(/^Equal to one entry, perhaps missing there: /)]);
    expect(check()).toMatchObject({ done: false, text: `Books, funds or agency say another figure: ${wages.name}` });
    put(text(wages.ours + one.cents));
    expect(line(wages.key).hints).toEqual([expect.stringMatching(/^As much as one that may stand there twice: /)]);
    put(`${wages.key}\t\t${centsText(wages.ours)}`);
    expect(line(wages.key).hints).toEqual([expect.stringMatching(/^It is the same with the other sign/)]);
    put(`${wages.key}\tnone`);
    expect(line(wages.key).theirs).toBeNull();
    expect(check()?.done).toBe(true);
    // What is taken back is of the year no more, and what was said of it still stands.
    takeBack(world.context, world.actor, second, "Wrong hours");
    expect(line(wages.key).ours).toBe(one.cents);
    expect(check()?.done).toBe(false);
  });
});

describe("figures from outside", () => {
  it.each([
    ["", "No line names an account"],
    ["Sales\t5", "No line names an account"],
    ["Net pay\t", "no amount is given"],
    ["KEY\tten", "ten is no amount"],
    ["KEY\tWages\t5\tx", "x is no amount"],
    ["KEY\t5\nKEY\t6", "Line 2: KEY stands in line 1 already"],
    ['KEY,"5', "quotation mark"],
  ])("%j is refused, and nothing is put in", (text, why) => {
    world = smallWorld(1);
    signRun(world, openUsual(world));
    const [{ key, name } = { key: "", name: "" }] = lines();
    const given = text.replaceAll("KEY", key).replace("Net pay", name);
    expect(put(given, false).faults[0]).toContain(why.replaceAll("KEY", key));
    expect(() => put(given)).toThrow(why.replaceAll("KEY", key));
    expect(readOutside(world.context, world.businessId, from).given).toBeNull();
  });
  it("read minus, brackets and separators", () => {
    world = smallWorldNz(1);
    signRun(world, openUsual(world));
    const { key } = line(lines()[0]?.key ?? "");
    const said = (amount: string) => put(`${key};${amount}`, false).rows[0]?.theirs;
    expect(["1,234.50", "-1234.5", "($1,234.50)", "0", "12;2"].map(said)).toEqual([
      123_450, -123_450, -123_450, 0, 1000,
    ]);
  });
});
