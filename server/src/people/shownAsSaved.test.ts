/** A form opens with what is on record: what a page does not show, the next save of its form would take away in silence. */
import { afterEach, expect, it } from "vitest";
import { readBusiness } from "../setup/readBusiness.ts";
import { type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { readPerson } from "./readPeople.ts";
import { saveSection } from "./savePerson.ts";

let world: SmallWorld;
afterEach(() => world.end());

const days = ["7.6", "7.6", "7.6", "7.6", "7.6", "0", "0"];
/** Every field of every section of each country with a value that is not the one it has when nobody says anything. */
const whole: Record<"AU" | "NZ", (cycleId: number, fundId: number) => Record<string, Record<string, unknown>>> = {
  AU: (cycleId, fundId) => ({
    employment: {
      ...{
        cycleId,
        basis: "part-time",
        classification: "Level 2",
        weeklyHours: "38",
        hourlyRate: "41.50",
        minimumRate: "30.00",
      },
      ...{ workPattern: days, wagesAccount: null, placeId: null, costCentreId: null },
    },
    tax: {
      ...{ numberStatus: "none", residency: "resident", taxFreeThreshold: true, studyLoan: true },
      ...{ medicare: "levy", offsetsPerYear: "260.00", extraPerPay: "12.00" },
      ...{ income: "IAA", homeCountry: "NZ", employerRegistered: false, variationPercent: "12.5" },
    },
    super: {
      fundId,
      memberNumber: "M-7",
      guarantee: true,
      agreedPercent: "15",
      anyAge: true,
      shares: [{ fundId, memberNumber: "M-8", percent: "30" }],
      ...{ how: "stapled", askedOn: "2026-06-03" },
    },
    time: {
      ...{
        agreement: "MA000010",
        classification: "C10",
        use: "exceptions",
        settings: {},
        flags: { leadsOthers: true },
      },
      ...{ leads: 3, averagingFrom: "2026-06-01" },
    },
    leave: { entitlements: [{ kind: "annual", weeksPerYear: "5" }], loadingPercent: "20" },
  }),
  NZ: () => ({
    taxCode: {
      ...{ code: "STC", specialRate: "22", until: "2026-12-31", lowerMinimum: true, loanRate: "6" },
      ...{ slcir: { percent: "3" }, slbor: { amount: "20.00" } },
    },
    kiwiSaver: {
      ...{ status: "suspended", joined: "automatic", employeeRate: "8", employerRate: "4", esctRate: "30" },
      ...{ temporaryUntil: "2026-11-30", suspendedUntil: "2026-12-31", optOutDate: "2026-08-01" },
      ...{ totalRemuneration: true, voluntaryEmployer: true },
    },
    orders: {
      childSupport: { amount: "50.00", protectedPercent: "60" },
      orders: [
        {
          kind: "attachment",
          name: "District Court",
          amount: "30.00",
          served: "2026-05-01",
          until: "2026-12-31",
          total: "900.00",
        },
      ],
    },
    holidays: {
      ...{
        withPay: false,
        varies: true,
        agreedWeek: "900.00",
        averageOnlyFrom: "2026-02-01",
        averageOnlyUntil: "2026-08-01",
      },
      ...{ keepsAnniversary: true, annualWeeks: "5", sickDays: "12", countsFrom: "2018-03-01" },
    },
  }),
};

it.each(["AU", "NZ"] as const)("each fact of a person of %s is shown as it was saved", (country) => {
  world = country === "AU" ? smallWorld(1) : smallWorldNz(1);
  const who = world.personIds[0] ?? 0;
  const fundId = readBusiness(world.context, world.businessId).funds[0]?.id ?? 0;
  for (const [section, values] of Object.entries(whole[country](world.cycleId, fundId))) {
    saveSection(world.context, world.actor, who, section as never, { from: "2026-06-01", ...values } as never);
    const view = readPerson(world.context, who) as unknown as Record<string, Record<string, unknown>>;
    const shown = country === "NZ" ? (view.nz as Record<string, unknown>)[section] : view[section];
    expect(shown, section).toMatchObject({ from: "2026-06-01", ...values });
  }
  const contract = { fixedUntil: "2026-12-31", signedOn: "2026-01-05", renewed: 1, probationUntil: "2026-07-05" };
  saveSection(world.context, world.actor, who, "contract", contract);
  expect(readPerson(world.context, who).contract).toEqual(contract);
});
