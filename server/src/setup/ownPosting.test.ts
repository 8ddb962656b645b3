/** A person's own account of wages and own per cents of costs, in both countries' books. */
import { afterEach, expect, it } from "vitest";
import { listJournals, readJournal } from "../books/readBooks.ts";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { addAccount, addCost } from "./costs.ts";

let world: SmallWorld;
afterEach(() => world.end());

const employ = (change: object) => {
  const id = world.personIds[0] ?? 0;
  const { from: _from, ...rest } = readPerson(world.context, id).employment;
  saveSection(world.context, world.actor, id, "employment", { ...rest, from: "2026-06-01", ...change });
};
function accounts() {
  for (const [code, name] of [
    ["6900", "Directors' wages"],
    ["6300", "Cover"],
    ["2500", "Set aside"],
  ] as const)
    addAccount(world.context, world.actor, world.businessId, { code, name });
}
const debits = (runId: number) => {
  const journal = listJournals(world.context, world.businessId).find((each) => each.runId === runId);
  const found: Record<string, number> = {};
  for (const { account, debitCents } of readJournal(world.context, journal?.id ?? 0).entries)
    if (debitCents > 0) found[account] = (found[account] ?? 0) + debitCents;
  return found;
};

it.each([
  ["Australia", smallWorld, 119_700],
  ["New Zealand", smallWorldNz, 240_000],
])("%s: wages of one person go to an account of their own, everybody else's where they went", (_where, make, cents) => {
  world = make(2);
  accounts();
  const before = signRun(world, openUsual(world));
  employ({ wagesAccount: "6900" });
  const after = debits(signRun(world, openUsual(world)));
  expect(after["6900"]).toBe(cents);
  const usual = debits(before);
  const wages = Object.keys(usual).find((account) => usual[account] === 2 * cents) ?? "";
  expect(after[wages]).toBe(cents);
});

it.each([
  ["Australia", smallWorld, ["29.93", "119.70"], 2993],
  ["New Zealand", smallWorldNz, ["60.00", "240.00"], 6000],
])("%s: a cost has a per cent of the person's own, or none for the person", (_where, make, [usual, own], cents) => {
  world = make(3);
  accounts();
  const posted = { expense: "6300", payable: "2500" };
  const cost = {
    from: "2026-06-01",
    code: "WC",
    name: "Cover",
    percent: "2.5",
    of: "gross",
    placeId: null,
    ...posted,
  } as const;
  addCost(world.context, world.actor, world.businessId, cost);
  const costsOfRun = () =>
    readRun(world.context, world.actor, runId).rows.map((row) => row.figures?.employerCosts[0]?.amount ?? "none");
  const runId = openUsual(world);
  expect(costsOfRun()).toEqual([usual, usual, usual]);
  employ({ ownCosts: [{ code: "WC", percent: "10" }] });
  expect(costsOfRun()[0]).toBe(own);
  employ({ ownCosts: [{ code: "WC", percent: "0" }] });
  expect(costsOfRun()[0]).toBe("none");
  expect(debits(signRun(world, runId))["6300"]).toBe(2 * cents);
});

it.each([
  [{ wagesAccount: "9999" }, "There is no account 9999"],
  [{ ownCosts: [{ code: "XX", percent: "1" }] }, "No cost XX is set aside here"],
])("%o is refused, and nothing is changed", (change, words) => {
  world = smallWorld(1);
  const before = readPerson(world.context, world.personIds[0] ?? 0).employment;
  expect(() => employ(change)).toThrow(words);
  expect(readPerson(world.context, world.personIds[0] ?? 0).employment).toEqual(before);
});
