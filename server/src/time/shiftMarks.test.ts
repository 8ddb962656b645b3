/** Marks of a shift through a run: what is paid, what is added to a balance, and that it goes with what made it. */
import { shipped } from "@zesty/contract/agreementRules";
import { addDays } from "@zesty/core/calendar/dates";
import { afterEach, expect, it } from "vitest";
import { loadAgreementRules } from "../hours/agreements.ts";
import { saveSection } from "../people/savePerson.ts";
import { addPlace } from "../setup/lists.ts";
import { readBusiness } from "../setup/readBusiness.ts";
import { leaveBalances } from "../store/sums.ts";
import { smallWorld } from "../testing/smallWorld.ts";
import { begin, employment, open, put, row, shown, signed, terms, texts, who, world } from "../testing/timeMakers.ts";

afterEach(() => world.end());

/** Paid by the hour at a place with a holiday of its own on Wednesday, 24 June. */
function atFair(agreement: string, given: boolean): void {
  begin(smallWorld(1));
  const shop = { name: "Fair ground", state: "NSW", district: null, days: "24/6/2026 Fair Day" };
  addPlace(world.context, world.actor, world.businessId, shop);
  const places = readBusiness(world.context, world.businessId).places;
  const placeId = places.find((each) => each.name === shop.name)?.id ?? null;
  const week = { weeklyHours: "38", workPattern: ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"] };
  const own = employment({ ...week, basis: "full-time", hourlyRate: "40", placeId });
  saveSection(world.context, world.actor, who(), "employment", own);
  if (given) {
    const restaurant = shipped().find((each) => each.code === "MA000119");
    const own = { ...restaurant, code: agreement, dayInLieu: [{}] };
    loadAgreementRules(world.context, world.actor, world.businessId, own);
  }
  saveSection(world.context, world.actor, who(), "time", terms(agreement, null));
}
const inLieu = () => leaveBalances(world.context.store, [who()]).get(who())?.get("timeInLieu") ?? 0;

it("a public holiday for a day in lieu is paid as any other day, and as many hours are owed", () => {
  atFair("OWN-LIEU", true);
  const runId = open();
  put({ "2026-06-23": "9-17 b30", "2026-06-24": "9-17 b30 lieu" });
  expect(shown(runId)).toEqual(["Ordinary 15", "Time in lieu earned 7.5"]);
  expect(row(runId).row.figures?.gross).toBe("600.00");
  expect(texts(runId).join()).not.toContain("Fair Day");
  expect(texts(runId).join()).toContain("7.5 h of a public holiday are worked for as much time off later");
  // Taken back before the run is signed: nothing is owed.
  put({ "2026-06-24": "9-17 b30" });
  expect(shown(runId).join()).not.toContain("lieu");
  put({ "2026-06-24": "9-17 b30 lieu" });
  signed(runId);
  expect(inLieu()).toBe(7_5000);
});
it("of an agreement that does not give it the holiday is paid as one, and asked about", () => {
  atFair("MA000119", false);
  const runId = open();
  put({ "2026-06-24": "9-17 b30 lieu" });
  expect(shown(runId)).toEqual(["Public holiday 7.5"]);
  // 7.5 × 40.00 × 225 %
  expect(row(runId).row.figures?.gross).toBe("675.00");
  expect(texts(runId).join()).toContain("A public holiday worked for a day in lieu on 24 June 2026");
});
it("a cancelled visit and a contact from afar are paid, and accrue leave, as hours of the day", () => {
  atFair("MA000100", false);
  const runId = open();
  const settings = { stream: "homeCare" };
  saveSection(world.context, world.actor, who(), "time", terms("MA000100", null, { settings }));
  put({ "2026-06-22": "9-11 cancelled", "2026-06-23": "19:30-19:40 remote" });
  expect(shown(runId).slice(0, 1)).toEqual(["Ordinary 10.6"]);
  const why = row(runId).row.lines[0]?.time?.why.join("; ");
  expect(why).toMatch(/cancelled by the client.*from afar.*a contact from afar is paid as 1 h/);
  signed(runId);
  // Three hours, and 7.6 of Fair Day, at four weeks a year.
  expect(leaveBalances(world.context.store, [who()]).get(who())?.get("annual")).toBe(20_0000 + 8154);
});
it.each<[string, string | undefined, string, RegExp | null]>([
  ["nobody has answered", undefined, "4", /has a fifth week of annual leave\. Answer it/],
  ["yes, and four weeks are given", "yes", "4", /and 4 weeks a year are given/],
  ["yes, and they are given", "yes", "5", null],
  ["no", "no", "4", null],
])("a shift worker's fifth week of leave: %s", (_what, fifthWeek, weeksPerYear, said) => {
  atFair("MA000010", false);
  const settings = { shiftworker: true, ...(fifthWeek ? { fifthWeek } : {}) };
  saveSection(world.context, world.actor, who(), "time", terms("MA000010", null, { settings }));
  const entitlements = [{ kind: "annual", weeksPerYear }];
  saveSection(world.context, world.actor, who(), "leave", { from: "2026-06-01", entitlements });
  const runId = open();
  put({ "2026-06-22": "9-17 b30" });
  const asked = texts(runId).filter((each) => each.includes("fifth week"));
  if (said) expect(asked.join()).toMatch(said);
  else expect(asked).toEqual([]);
});

it("of who records exceptions only a day that holds nothing but a cancelled visit is asked about", () => {
  atFair("MA000100", false);
  const change = { use: "exceptions" as const, settings: { stream: "homeCare" } };
  saveSection(world.context, world.actor, who(), "time", terms("MA000100", null, change));
  const runId = open();
  put({ "2026-06-22": "9-11 cancelled" });
  expect(texts(runId).join()).toContain("Mon 22 holds nothing but 2 h that were cancelled, of 7.6 h as usual");
  put({ "2026-06-22": "9-11 cancelled, 11-17 b24" });
  expect(texts(runId).join()).not.toContain("that were cancelled");
});

it("hours averaged over a fortnight accrue leave as they are ordinary: a long week makes up for a short one", () => {
  atFair("MA000100", false);
  const week = { basis: "part-time", weeklyHours: "38", hourlyRate: "40", workPattern: null };
  saveSection(world.context, world.actor, who(), "employment", employment(week));
  saveSection(world.context, world.actor, who(), "time", terms("MA000100", null, { settings: { stream: "homeCare" } }));
  const annual = () => leaveBalances(world.context.store, [who()]).get(who())?.get("annual") ?? 0;
  const days = (from: string, texts: string[]) =>
    put(Object.fromEntries(texts.map((text, at) => [addDays(from, at), text])));
  const before = annual();
  for (const [monday, texts] of [
    ["2026-06-22", Array(5).fill("9-18:30 b30")],
    ["2026-06-29", Array(4).fill("9-17:15 b30")],
  ] as const) {
    const runId = open();
    days(monday, texts);
    signed(runId);
  }
  // 45 and 31 hours: 76 × 4 ÷ 52, each pay to the ten-thousandth.
  expect(annual() - before).toBe(3_4615 + 2_3846);
});
