/** What the days of the record decide beside hours: dates of leave, the rate of a long holiday, weeks of the young. */
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { leaveHistory } from "../leave/readLeave.ts";
import { saveSection } from "../people/savePerson.ts";
import { payCycle, person } from "../store/schema.ts";
import { smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import {
  approve,
  begin,
  casual,
  employment,
  open,
  row,
  signed,
  terms,
  type,
  who,
  world,
} from "../testing/timeMakers.ts";

afterEach(() => world.end());

const taken = () =>
  leaveHistory(world.context, world.actor, world.businessId, who())
    .filter((each) => each.why === "taken")
    .map((each) => `${each.date} ${each.kind} ${each.amount}`)
    .sort();
const days = (...dates: string[]) => Object.fromEntries(dates.map((date) => [date, "al"]));

describe("leave in the ledger", () => {
  it("is dated by its days: one entry a stretch, late days by their own date", () => {
    begin(smallWorld(1));
    type(days("2026-06-22", "2026-06-26"));
    approve(["2026-06-22", "2026-06-26"]);
    signed(open());
    expect(taken()).toEqual(["2026-06-22 annual -7.6", "2026-06-26 annual -7.6"]);
  });
  it("of unpaid leave by the day on which it ended", () => {
    begin(smallWorldNz(1));
    const dates = ["2026-06-15", "2026-06-16", "2026-06-17"];
    type(Object.fromEntries(dates.map((date) => [date, "unpaid"])));
    approve(dates);
    signed(open());
    expect(taken()).toEqual(["2026-06-17 unpaid -0.6"]);
  });
});

describe("New Zealand, a holiday over two pays", () => {
  const over = ["2026-06-25", "2026-06-26", "2026-06-29", "2026-06-30"];
  const holidayLine = (runId: number) =>
    row(runId).row.figures?.lines.find((line) => line.name === "Annual holidays, weeks");
  const raised = () => ({
    ...employment({ basis: "full-time", weeklyHours: "40", hourlyRate: "36" }),
    from: "2026-06-29",
  });
  it("keeps the rate of its first day, though there was a raise between", () => {
    begin(smallWorldNz(1));
    type(days(...over));
    approve(over);
    signed(open());
    saveSection(world.context, world.actor, who(), "employment", {
      ...raised(),
      workPattern: ["8", "8", "8", "8", "8", "0", "0"],
    });
    const next = open();
    // Two days are 0.4 of a week at the average of 1,250; 40 × $36 is for holidays that begin after the raise.
    expect(holidayLine(next)?.amount).toBe("500.00");
    type(days("2026-07-08"));
    type({ "2026-06-29": "8", "2026-06-30": "8" });
    approve(["2026-06-29", "2026-06-30", "2026-07-08"]);
    expect(holidayLine(next)?.amount).toBe("288.00");
  });
});

describe("Australia, somebody under 18", () => {
  it("has super for the weeks over 30 hours, though the fortnight is paid as one", () => {
    casual();
    const { db } = world.context.store;
    db.update(person).set({ birthDate: "2009-01-05" }).where(eq(person.id, who())).run();
    db.update(payCycle).set({ cycle: "fortnightly" }).where(eq(payCycle.id, world.cycleId)).run();
    saveSection(world.context, world.actor, who(), "employment", employment({ hourlyRate: "20" }));
    saveSection(world.context, world.actor, who(), "time", terms(null, null));
    const first = ["2026-06-22", "2026-06-23", "2026-06-24", "2026-06-25", "2026-06-26"];
    const second = ["2026-06-29", "2026-06-30"];
    type(Object.fromEntries([...first.map((date) => [date, "7"]), ...second.map((date) => [date, "10"])]));
    approve([...first, ...second]);
    const { figures } = row(open()).row;
    // 35 and 20 hours at $20: 12 % of 700.
    expect([figures?.gross, figures?.super]).toEqual(["1100.00", "84.00"]);
  });
});
