/** Sets up a business of the demo and its people, by the same use cases as a bookkeeper. */

import type { KiwiSaverFacts, NewPersonNz } from "@zesty/contract/nz/people";
import { plainKiwiSaver } from "@zesty/contract/nz/plainKiwiSaver";
import type { NewPerson } from "@zesty/contract/people";
import type { Application } from "../app/application.ts";
import type { Actor } from "../ground/context.ts";
import { createPerson, saveSection } from "../people/savePerson.ts";
import { addAccount, addCentre, addCost, addTopUp, enrolInTopUp } from "../setup/costs.ts";
import { addCycle, createBusiness } from "../setup/createBusiness.ts";
import { addElement } from "../setup/elements.ts";
import { addFund } from "../setup/funds.ts";
import { readBusiness } from "../setup/readBusiness.ts";
import type { SeedPerson, SeedPersonNz, Story } from "./story.ts";

/** A business as it was made: what its story is played on. */
export interface Made {
  story: Story;
  businessId: number;
  personIds: Map<string, number>;
}

/** One transaction a business: two hundred people are not waited for one by one. */
export const makeBusiness = (application: Application, actor: Actor, story: Story): Made =>
  application.context.store.transaction(() => makeAll(application, actor, story));

function makeAll({ context }: Application, actor: Actor, story: Story): Made {
  const businessId = createBusiness(context, actor, story.business);
  for (const cycle of story.cycles) addCycle(context, actor, businessId, cycle);
  const none = { leave: null, allowance: null, deduction: null, taxable: null, superable: null, account: null };
  for (const element of story.elements) addElement(context, actor, businessId, { ...none, ...element });
  if (story.country !== "NZ") for (const fund of story.funds) addFund(context, actor, businessId, fund);
  for (const account of story.accounts) addAccount(context, actor, businessId, account);
  for (const centre of story.costCentres) addCentre(context, actor, businessId, centre);
  for (const cost of story.costs) addCost(context, actor, businessId, cost);
  const setUp = readBusiness(context, businessId);
  const people =
    story.country === "NZ"
      ? story.people.map((seed) => personNzOf(seed, setUp))
      : story.people.map((seed) => personOf(seed, setUp));
  const personIds = new Map(people.map((each) => [each.payrollId, createPerson(context, actor, businessId, each)]));
  for (const { payrollId, startDate, time } of story.people as readonly (SeedPerson | SeedPersonNz)[]) {
    const id = personIds.get(payrollId);
    if (time && id !== undefined)
      saveSection(context, actor, id, "time", { from: startDate, settings: {}, flags: {}, ...time });
  }
  if (story.country === "NZ") return { story, businessId, personIds };
  for (const { people, enrolledFrom, ...scheme } of story.topUps) {
    const id = addTopUp(context, actor, businessId, scheme);
    const enrolled = people.flatMap((payrollId) => personIds.get(payrollId) ?? []);
    enrolInTopUp(context, actor, businessId, id, { personIds: enrolled, from: enrolledFrom });
  }
  return { story, businessId, personIds };
}

type SetUp = ReturnType<typeof readBusiness>;

/** The employment terms of a seed, also when they are recorded anew after a raise. */
export function employmentOf(
  seed: Pick<SeedPerson, "basis" | "classification" | "weeklyHours"> & Partial<SeedPerson>,
  setUp: SetUp,
): NewPerson["employment"] {
  const centre = (code: string | null) => setUp.costCentres.find((each) => each.code === code)?.id ?? null;
  return {
    cycleId: (setUp.cycles.find((each) => each.name === seed.cycle) ?? setUp.cycles[0])?.id ?? 0,
    basis: seed.basis as NewPerson["employment"]["basis"],
    classification: seed.classification,
    weeklyHours: seed.weeklyHours,
    hourlyRate: seed.hourlyRate ?? null,
    minimumRate: seed.minimumRate ?? null,
    placeId: setUp.places[0]?.id ?? null,
    costCentreId: centre(seed.costCentre ?? null),
    salary: seed.salary ?? null,
    workPattern: seed.workPattern ?? null,
    costSplit: seed.split?.map((part) => ({ costCentreId: centre(part.code) ?? 0, percent: part.percent })) ?? null,
  };
}

function usualOf(seed: Pick<SeedPerson, "payrollId" | "usual">, setUp: SetUp) {
  const elements = new Map(setUp.elements.map((each) => [each.code, each.id]));
  return seed.usual.map(({ code, ...line }) => {
    const elementId = elements.get(code);
    if (elementId === undefined)
      throw new Error(`${seed.payrollId} uses the pay element ${code}, which the business does not have.`);
    return { elementId, ...line };
  });
}

function personNzOf(seed: SeedPersonNz, setUp: SetUp): NewPersonNz {
  return {
    payrollId: seed.payrollId,
    details: {
      familyName: seed.family,
      givenName: seed.given,
      birthDate: seed.birthDate,
      email: seed.email,
      phone: null,
      address: { line1: seed.street, suburb: seed.town, state: "", postcode: seed.postcode },
      startDate: seed.startDate,
      endDate: null,
      payslipMessage: null,
      privateNotes: null,
    },
    employment: employmentOf(seed, setUp),
    taxCode: { specialRate: null, until: null, slcir: null, slbor: null, lowerMinimum: false, ...seed.taxCode },
    ...(seed.kiwiSaver ? { kiwiSaver: kiwiSaverOf(seed.kiwiSaver) } : {}),
    ...(seed.orders ? { orders: seed.orders } : {}),
    holidays: {
      withPay: false,
      varies: false,
      agreedWeek: null,
      averageOnlyUntil: null,
      keepsAnniversary: false,
      ...seed.holidays,
    },
    ...(seed.earlier ? { earlier: { pays: seed.earlier } } : {}),
    bank: {
      parts: [{ bsb: "", account: seed.account, title: `${seed.given} ${seed.family}`, kind: "rest", value: "" }],
    },
    usualPay: { lines: usualOf(seed, setUp) },
  };
}

export const kiwiSaverOf = (seed: NonNullable<SeedPersonNz["kiwiSaver"]>): KiwiSaverFacts => ({
  ...plainKiwiSaver,
  ...seed,
});

function personOf(seed: SeedPerson, setUp: SetUp): NewPerson {
  const fundId = (name: string) => setUp.funds.find((each) => each.name === name)?.id ?? 0;
  const accrues = seed.basis === "full-time" || seed.basis === "part-time";
  return {
    payrollId: seed.payrollId,
    details: {
      familyName: seed.family,
      givenName: seed.given,
      birthDate: seed.birthDate,
      email: seed.email,
      phone: null,
      address: { line1: seed.street, suburb: seed.suburb, state: seed.state, postcode: seed.postcode },
      startDate: seed.startDate,
      endDate: null,
      payslipMessage: null,
      privateNotes: null,
    },
    employment: employmentOf(seed, setUp),
    tax: {
      numberStatus: seed.tax.numberStatus ?? "given",
      fileNumber: seed.tax.fileNumber,
      pendingSince: seed.tax.pendingSince ?? null,
      residency: seed.tax.residency ?? "resident",
      homeCountry: seed.tax.homeCountry ?? null,
      taxFreeThreshold: seed.tax.taxFreeThreshold,
      studyLoan: seed.tax.studyLoan,
      medicare: "levy",
      medicareDependants: seed.tax.medicareDependants ?? null,
      offsetsPerYear: null,
      extraPerPay: null,
    },
    super: {
      fundId: fundId(seed.fund),
      memberNumber: seed.memberNumber,
      guarantee: true,
      agreedPercent: seed.agreedPercent ?? null,
      anyAge: seed.anyAge ?? false,
      shares: seed.shares?.map(({ fund, ...share }) => ({ ...share, fundId: fundId(fund) })) ?? null,
    },
    bank: {
      parts: [{ bsb: seed.bsb, account: seed.account, title: `${seed.given} ${seed.family}`, kind: "rest", value: "" }],
    },
    leave: {
      entitlements: [
        ...(accrues
          ? [
              { kind: "annual", weeksPerYear: "4" },
              { kind: "personal", weeksPerYear: "2" },
            ]
          : []),
        ...(seed.longService ? [{ kind: "long-service", weeksPerYear: seed.longService }] : []),
      ],
      loadingPercent: seed.loading ?? null,
      opening: Object.entries(seed.opening).map(([kind, hours]) => ({ kind, hours })),
    },
    usualPay: { lines: usualOf(seed, setUp) },
  };
}
