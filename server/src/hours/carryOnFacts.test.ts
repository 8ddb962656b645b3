/** What is said of an agreement before what is said of it for a day to come: what was changed does not end there. */
import { afterEach, beforeEach, expect, it } from "vitest";
import { audit } from "../store/schema.ts";
import { type SmallWorld, smallWorld } from "../testing/smallWorld.ts";
import { listAgreements, saidOf, saveAgreementFacts } from "./agreements.ts";

let world: SmallWorld;
beforeEach(() => {
  world = smallWorld(1);
});
afterEach(() => world.end());
const code = "MA000004";
const said = (day: string) => saidOf(world.context, world.businessId, code, day);
const say = (from: string, levels: Record<string, string>, settings: object = {}) =>
  saveAgreementFacts(world.context, world.actor, world.businessId, code, {
    ...{ from, source: `Guide of ${from}` },
    ...{ settings: settings as never, rates: { classifications: levels, allowances: {} } },
  });

it("goes on into what holds the same, and leaves what says otherwise", () => {
  const [setting] =
    listAgreements(world.context, world.businessId).find((each) => each.code === code)?.rules.settings ?? [];
  const key = setting?.key ?? "";
  const other = setting?.type === "boolean" ? true : setting?.type === "choice" ? setting.choices?.at(-1) : "5";
  say("2026-06-01", { 1: "26.55", 2: "27.16" });
  say("2026-07-01", { 1: "27.50", 2: "27.16" });
  say("2026-08-01", { 1: "27.50", 2: "28.00" });
  expect(listAgreements(world.context, world.businessId).find((each) => each.code === code)?.later).toEqual([
    "2026-08-01",
  ]);
  // An answer that nobody gave before, one dollar that July left as it was, one that it did not.
  say("2026-06-15", { 1: "26.60", 2: "27.20" }, { [key]: other });
  expect(said("2026-06-10").settings[key]).not.toEqual(other);
  expect(
    ["2026-06-20", "2026-07-10", "2026-08-10"].map((day) => [said(day).settings[key], said(day).rates.classifications]),
  ).toEqual([
    [other, { 1: "26.60", 2: "27.20" }],
    [other, { 1: "27.50", 2: "27.20" }],
    [other, { 1: "27.50", 2: "28.00" }],
  ]);
  expect(said("2026-07-10").source).toBe("Guide of 2026-07-01");
  const words = world.context.store.db.select().from(audit).all().at(-1)?.what;
  expect(words).toBe(`said what holds of ${code} from 2026-06-15, and from 2026-07-01, and from 2026-08-01`);
  // Said once more, nothing goes anywhere.
  const before = world.context.store.prepared<[]>("SELECT COUNT(*) FROM agreement_facts").pluck().get() as number;
  say("2026-06-15", { 1: "26.60", 2: "27.20" }, { [key]: other });
  expect(world.context.store.prepared<[]>("SELECT COUNT(*) FROM agreement_facts").pluck().get()).toBe(before + 1);
});

it("a dollar that is taken out is taken out of what holds the same", () => {
  say("2026-06-01", { 1: "26.55", 2: "27.16" });
  say("2026-07-01", { 1: "26.55", 2: "28.00" });
  say("2026-06-15", {});
  expect(said("2026-07-10").rates.classifications).toEqual({ 2: "28.00" });
});
