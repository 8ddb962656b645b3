/** What a closed year does not take, writer by writer, and that the year beside it takes it; summaries of a year. */
import { eq } from "drizzle-orm";
import { afterEach, describe, expect, it } from "vitest";
import { yearSummaryDefinition } from "../documents/yearSummaryPdf.ts";
import { sendAgain } from "../outbox/sendRun.ts";
import { saveSection } from "../people/savePerson.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { outbox, payment, yearClose } from "../store/schema.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { readElementSheet } from "../year/elementSheet.ts";
import { yearSummaries, yearSummary, yearsOfPerson } from "../year/summary.ts";

let world: SmallWorld;
afterEach(() => world.end());

const close = (yearStart: string) =>
  world.context.store.db
    .insert(yearClose)
    .values({
      businessId: world.businessId,
      yearStart,
      closed: true,
      userId: world.actor.userId,
      at: "2026-07-01T01:00",
    })
    .run();
const opening = {
  ...{ carried: false, gross: "100", withheld: "0", superEarnings: "0", guarantee: "0", reportable: "0" },
  ...{ extras: "0", extrasWithheld: "0", terminationTaxable: "0", parts: [] },
  ...{ previousBmsId: null, previousPayrollId: null },
};

describe("a closed year of Australia", () => {
  it.each<[string, string, (run: number) => unknown]>([
    ["a run taken back", "2026-07-01", (run) => takeBack(world.context, world.actor, run, "twice")],
    ["an event made again", "2026-07-01", (run) => sendAgain(world.context, world.actor, run, "payEvent")],
    [
      "an opening figure",
      "2026-07-01",
      () =>
        saveSection(world.context, world.actor, world.personIds[0] ?? 0, "openingYear", {
          ...opening,
          yearStart: "2026-07-01",
        }),
    ],
    [
      "fringe benefits of the year that ended in it",
      "2025-07-01",
      () =>
        saveSection(world.context, world.actor, world.personIds[0] ?? 0, "fringeBenefits", {
          ...{ yearEnd: "2026-03-31", taxable: "3000", exempt: "0" },
        }),
    ],
  ])("does not take %s", (_what, yearStart, write) => {
    world = smallWorld(1);
    const run = signRun(world, openUsual(world));
    close(yearStart);
    expect(() => write(run)).toThrow("was closed by Kim Example on 1 July 2026. Open it again");
  });
  it("leaves the year beside it alone", () => {
    world = smallWorld(1);
    close("2025-07-01");
    expect(takeBack(world.context, world.actor, signRun(world, openUsual(world)), "twice")).toBeGreaterThan(0);
  });
});

it("a closed year of New Zealand takes no amended filing, and payslips may go again", () => {
  world = smallWorldNz(1);
  const run = signRun(world, openUsual(world));
  world.context.store.db.update(outbox).set({ state: "accepted" }).where(eq(outbox.runId, run)).run();
  close("2026-04-01");
  expect(() => sendAgain(world.context, world.actor, run, "employmentInformation")).toThrow(
    "The payroll year to 31 March 2027 of Example Kayaks was closed",
  );
  sendAgain(world.context, world.actor, run, "payslip");
});

describe.each([
  ["Australia", smallWorld, "2026-07-01", "ABN 63000000011"],
  ["New Zealand", smallWorldNz, "2026-04-01", "IRD number 139000315"],
] as const)("year summaries of %s", (country, make, from, registration) => {
  it("say what was signed and what the agency knows of it, for everybody who is reported", () => {
    world = make(2);
    const runs = [0, 1].map(() => signRun(world, openUsual(world)));
    world.context.store.db.update(outbox).set({ state: "accepted" }).run();
    world.context.store.db.update(payment).set({ state: "paid" }).run();
    const [id = 0] = world.personIds;
    const summary = yearSummary(world.context, world.actor, id, from);
    const gross = country === "Australia" ? "2394.00" : "4800.00";
    expect(summary.employer.registration).toBe(registration);
    expect(summary.blocks[0]?.rows[0]).toEqual(["Gross", gross]);
    expect(summary.standing).toMatch(country === "Australia" ? /is not final yet/ : /payday by payday, the last time/);
    expect(JSON.stringify(yearSummaryDefinition(summary))).toContain(gross.replace(/^(\d)/, "$1,"));
    expect(yearSummaries(world.context, world.actor, world.businessId, undefined)).toHaveLength(2);
    expect(yearsOfPerson(world.context, id, country === "Australia" ? "AU" : "NZ").map((each) => each.from)).toEqual([
      from,
    ]);
    expect(() => yearSummary(world.context, world.actor, 999, from)).toThrow("no such year summary");
    expect(runs).toHaveLength(2);
  });
  it("stand beside a sheet of the elements that carried it, paid ones first", () => {
    world = make(2);
    signRun(world, openUsual(world));
    const { lines } = readElementSheet(world.context, world.businessId, "2026-07-02");
    expect(lines[0]).toMatchObject({ code: "ORD", people: 2, cents: country === "Australia" ? 239_400 : 480_000 });
    expect(lines.findIndex((line) => line.people === 0)).toBe(lines.filter((line) => line.people > 0).length);
    expect(lines.every((line) => line.counts.length === 3)).toBe(true);
  });
});

it("a contractor paid super only has no summary", () => {
  world = smallWorld(2);
  const [first = 0] = world.personIds;
  saveSection(
    world.context,
    world.actor,
    first,
    "employment",
    plainTerms(world, { from: "2026-01-01", basis: "contractor" }),
  );
  signRun(world, openUsual(world));
  expect(yearSummaries(world.context, world.actor, world.businessId, undefined)).toHaveLength(1);
});
