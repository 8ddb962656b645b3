/** Makes a person, and saves one section of a person's facts. Dated sections append; nothing is overwritten. */

import type { FringeBenefit } from "@zesty/contract/au/fringeBenefits";
import type { OpeningYear } from "@zesty/contract/au/openingYear";
import type { Super, Tax } from "@zesty/contract/au/taxAndSuper";
import type { BankPart } from "@zesty/contract/bank";
import type { Emergency, Qualification } from "@zesty/contract/besidePay";
import type { NewPersonNz, SectionNz } from "@zesty/contract/nz/people";
import { faultOfOwn, type OwnFacts } from "@zesty/contract/ownFacts";
import type { Details, Employment, NewPerson, Section, UsualLine } from "@zesty/contract/people";
import type { TimeTerms } from "@zesty/contract/time";
import type { ContractDates } from "@zesty/core/calendar/contractDays";
import type { LeaveEntitlement } from "@zesty/core/leave/accrual";
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { centsOf, fromE4, toE4 } from "@zesty/core/quantity/units";
import { and, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { writeTimeTerms } from "../hours/timeTerms.ts";
import { places } from "../store/crypt.ts";
import {
  bankSplit,
  costCentre,
  employmentTerms,
  leaveEntry,
  leaveTerms,
  ownField,
  payCycle,
  payElement,
  person,
  place,
  usualPay,
} from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { carryOn } from "./carryOn.ts";
import { demandOwn } from "./demandOwn.ts";
import { demandPosting } from "./demandPosting.ts";
import { lanesOf } from "./lanes.ts";
import { demandDates } from "./oddDates.ts";
import type { Writer, Writers } from "./peopleOfCountry.ts";
import { rosterOf } from "./rosterOf.ts";
import { serviceCountsFrom } from "./serviceCountsFrom.ts";
import { sinceSigned } from "./sinceSigned.ts";

/** What each section carries, as the contract has checked it. */
export interface SectionValues {
  details: Details;
  employment: Employment & { from?: string };
  tax: Tax & { from?: string };
  super: Super & { from?: string };
  bank: { from?: string; parts: BankPart[] };
  leave: {
    from?: string;
    entitlements: LeaveEntitlement[];
    loadingPercent?: string | null;
    countsFrom?: string | null | undefined;
    opening?: { kind: string; hours: string }[];
  };
  usualPay: { from?: string; lines: UsualLine[] };
  fringeBenefits: FringeBenefit;
  openingYear: OpeningYear;
  time: TimeTerms & { from?: string };
  emergency: { contact: Emergency | null };
  contract: ContractDates;
  qualifications: { list: Qualification[] };
  ownFacts: OwnFacts;
}

/** @param addedAt the same moment for all who are added together */
export function createPerson(
  context: Context,
  actor: Actor,
  businessId: number,
  wanted: NewPerson | NewPersonNz,
  addedAt = context.clock.now(),
): number {
  const { db } = context.store;
  return context.store.transaction(() => {
    const taken = db
      .select({ id: person.id })
      .from(person)
      .where(and(eq(person.businessId, businessId), eq(person.payrollId, wanted.payrollId)))
      .get();
    if (taken) {
      const text = `Payroll ID ${wanted.payrollId} belongs to somebody else here. Choose another; an ID is never used twice.`;
      throw cannot("payroll-id-taken", text, { errors: [{ path: "payrollId", text }] });
    }
    demandDates(context, businessId, wanted.details);
    const { id } = db
      .insert(person)
      .values({ businessId, payrollId: wanted.payrollId, ...wanted.details, addedAt })
      .returning({ id: person.id })
      .get();
    const from = wanted.details.startDate;
    const all = writersIn(context, businessId);
    // What leave and usual pay say hangs on the terms of the employment.
    for (const section of ["employment", ...Object.keys(wanted).filter((each) => each !== "employment")]) {
      const values = wanted[section as keyof typeof wanted];
      if (values && section !== "details" && section in all)
        all[section]?.(context, id, businessId, from, values as never);
    }
    const about = `${wanted.details.givenName} ${wanted.details.familyName}`;
    record(context.store, { at: context.clock.now(), userId: actor.userId, businessId, what: "added person", about });
    return id;
  });
}

/**
 * @param tell is given what the change means to pays that are signed off since
 * @returns the days of later facts on record that the change went on into
 */
export function saveSection<S extends Section | SectionNz>(
  context: Context,
  actor: Actor,
  personId: number,
  section: S,
  values: SectionValues[S],
  tell?: (sentence: string) => void,
): string[] {
  const { db } = context.store;
  const found = db.select().from(person).where(eq(person.id, personId)).get();
  if (!found) throw notFound("person");
  return context.withLeaveLaidAnew(actor, found.businessId, personId, () => {
    const asked = "from" in values && values.from ? values.from : todayAt(context, found.businessId);
    // Nothing holds of somebody before the start: what is said for an earlier day counts from it.
    const from = asked < found.startDate ? found.startDate : asked;
    const write = writersIn(context, found.businessId)[section];
    if (!write) throw notFound("section");
    const carried = sinceSigned(
      context,
      found,
      section,
      from,
      () => {
        write(context, personId, found.businessId, from, values as never);
        const lane = undated.includes(section)
          ? undefined
          : lanesOf(context, found).find((each) => each.section === section);
        return lane ? carryOn(context, personId, lane) : [];
      },
      tell,
    );
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: found.businessId,
      what: [`changed ${section} from ${undated.includes(section) ? "now" : from}`, ...carried].join(", and from "),
      about: `${found.givenName} ${found.familyName}`,
    });
    return carried;
  });
}

type SharedSection =
  | "details"
  | "employment"
  | "bank"
  | "leave"
  | "time"
  | "usualPay"
  | "emergency"
  | "contract"
  | "qualifications"
  | "ownFacts";

/** Every section of a person's facts in the country of the business, with what writes it. */
const writersIn = (context: Context, businessId: number): Writers => ({
  ...(writers as Writers),
  ...context.country(findBusiness(context, businessId).country).people.writers,
});

/** A split over cost centres is of this business and comes to 100 %. */
function demandSplit(
  context: Context,
  split: readonly { costCentreId: number; percent: string }[],
  businessId: number,
): void {
  split.forEach((part, at) => {
    demandOwn(context, costCentre, part.costCentreId, businessId, `costSplit.${at}.costCentreId`, "cost centre");
  });
  const total = sum(split.map((part) => decimal(part.percent)));
  if (split.length > 0 && !total.eq(100)) {
    const text = `The split over cost centres comes to ${total.toString()} %, not 100 %.`;
    throw cannot("cost-split", text, { errors: [{ path: "costSplit", text }] });
  }
}

/** Not dated: what it is now is what is looked up when it is needed. */
const undated = ["details", "emergency", "contract", "qualifications", "ownFacts"];

const writers: { [S in SharedSection]: Writer<SectionValues[S]> } = {
  details: (context, personId, businessId, _from, values) => {
    demandDates(context, businessId, values);
    // The last day is set by recording a departure, which gives the reason and the final pay with it.
    const { endDate: _endDate, ...rest } = values;
    context.store.db.update(person).set(rest).where(eq(person.id, personId)).run();
  },
  employment: (context, personId, businessId, from, values) => {
    demandOwn(context, payCycle, values.cycleId, businessId, "cycleId", "pay cycle");
    demandOwn(context, place, values.placeId, businessId, "placeId", "place");
    demandOwn(context, costCentre, values.costCentreId, businessId, "costCentreId", "cost centre");
    const e4 = (text: string | null) => (text === null ? null : toE4(decimal(text)));
    demandSplit(context, values.costSplit ?? [], businessId);
    demandPosting(context, values, businessId);
    const weekly = decimal(values.weeklyHours);
    // A salary gives the rate: the year has 52 weeks of the agreed hours.
    const rateOfSalary =
      values.salary && weekly.gt(0) ? toE4(decimal(values.salary).div(52).div(weekly).toDecimalPlaces(4)) : null;
    if (rateOfSalary !== null && values.hourlyRate !== null && toE4(decimal(values.hourlyRate)) !== rateOfSalary) {
      const text = `The salary comes to $${fromE4(rateOfSalary).toString()} an hour, not $${values.hourlyRate}. Empty one of the two.`;
      throw cannot("rate-and-salary", text, { errors: [{ path: "hourlyRate", text }] });
    }
    context.store.db
      .insert(employmentTerms)
      .values({
        personId,
        from,
        cycleId: values.cycleId,
        basis: values.basis,
        classification: values.classification,
        weeklyHoursE4: toE4(decimal(values.weeklyHours)),
        hourlyRateE4: rateOfSalary ?? e4(values.hourlyRate),
        minimumRateE4: e4(values.minimumRate),
        placeId: values.placeId,
        costCentreId: values.costCentreId,
        costSplit: values.costSplit ?? null,
        salaryCents: values.salary ? centsOf(values.salary) : null,
        workPattern: values.workPattern ?? null,
        roster: rosterOf(values),
        wagesAccount: values.wagesAccount ?? null,
        ownCosts: values.ownCosts?.length ? values.ownCosts : null,
      })
      .run();
  },
  emergency: (context, personId, _businessId, _from, { contact }) => {
    context.store.db.update(person).set({ emergency: contact }).where(eq(person.id, personId)).run();
  },
  contract: (context, personId, _businessId, _from, { fixedUntil, signedOn, renewed, probationUntil }) => {
    const contract = fixedUntil || probationUntil ? { fixedUntil, signedOn, renewed, probationUntil } : null;
    context.store.db.update(person).set({ contract }).where(eq(person.id, personId)).run();
  },
  ownFacts: (context, personId, businessId, _from, { values }) => {
    const { db } = context.store;
    const fields = new Map(
      db
        .select()
        .from(ownField)
        .where(eq(ownField.businessId, businessId))
        .all()
        .map((row) => [String(row.id), row]),
    );
    const said = Object.entries(values).filter(([, value]) => value !== "");
    for (const [id, value] of said) {
      const field = fields.get(id);
      const text = field ? faultOfOwn(field, value) : "This business keeps no such fact. Load the page again.";
      if (text) throw cannot("own-fact", text, { errors: [{ path: `values.${id}`, text }] });
    }
    db.update(person)
      .set({ ownFacts: Object.fromEntries(said) })
      .where(eq(person.id, personId))
      .run();
  },
  qualifications: (context, personId, _businessId, _from, { list }) => {
    context.store.db.update(person).set({ qualifications: list }).where(eq(person.id, personId)).run();
  },
  bank: (context, personId, _businessId, from, values) => {
    const rests = values.parts.filter((part) => part.kind === "rest").length;
    if (rests !== 1) {
      const text = "Exactly one account takes the rest of the net pay.";
      throw cannot("bank-rest", text, { errors: [{ path: "parts", text }] });
    }
    values.parts.forEach((part, at) => {
      if (part.kind !== "rest" && !/^\d{1,8}(\.\d{1,2})?$/.test(part.value)) {
        const text = `Account ${at + 1} needs ${part.kind === "percent" ? "a per cent" : "an amount"}, as 250.00.`;
        throw cannot("bank-value", text, { errors: [{ path: `parts.${at}.value`, text }] });
      }
    });
    context.store.db
      .insert(bankSplit)
      .values({
        personId,
        from,
        parts: context.store.crypt.seal(JSON.stringify(values.parts), places.bankParts(personId)),
        count: values.parts.length,
      })
      .run();
  },
  leave: (context, personId, _businessId, from, values) => {
    const { entitlements, loadingPercent = null } = values;
    const countsFrom = serviceCountsFrom(context, personId, values.countsFrom);
    context.store.db.insert(leaveTerms).values({ personId, from, entitlements, loadingPercent, countsFrom }).run();
    for (const { kind, hours } of values.opening ?? [])
      context.store.db
        .insert(leaveEntry)
        .values({ personId, kind, date: from, amountE4: toE4(decimal(hours)), why: "opening" })
        .run();
  },
  time: writeTimeTerms,
  usualPay: (context, personId, businessId, from, values) => {
    const own = new Set(
      context.store.db
        .select({ id: payElement.id })
        .from(payElement)
        .where(eq(payElement.businessId, businessId))
        .all()
        .map((row) => row.id),
    );
    if (values.lines.some((line) => !own.has(line.elementId)))
      throw cannot("unknown-choice", "A line uses a pay element of another business.");
    context.store.db.insert(usualPay).values({ personId, from, lines: values.lines }).run();
  },
};
