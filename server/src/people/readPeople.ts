/** Reads people for the list and for a person's page. Secrets show their last three characters only. */

import type { BankPart } from "@zesty/contract/bank";
import type { Employment, PersonSummary, PersonView } from "@zesty/contract/people";
import type { PaySnapshot } from "@zesty/core/pay/snapshot";
import { centsText, fromE4, hoursText } from "@zesty/core/quantity/units";
import { and, asc, desc, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import type { Who } from "../ground/findRun.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { readTimeTerms } from "../hours/timeTerms.ts";
import { workPlace } from "../setup/places.ts";
import { lastThree, places } from "../store/crypt.ts";
import { type DatedRecords, datedRecords, datedRecordsNz } from "../store/dated.ts";
import { type employmentTerms, leaveEntry, ownField, person, signedPay } from "../store/schema.ts";
import { brokenAmong } from "../store/seals.ts";
import { leaveBalances } from "../store/sums.ts";
import { record } from "../store/trail.ts";
import { readFringeBenefits } from "./fringeBenefits.ts";
import { readOpeningYears } from "./openingYears.ts";
import { papersOfPerson } from "./papers.ts";
import { askedForChange, cycleNames, peopleOf } from "./peopleOf.ts";
import { photoOf } from "./photo.ts";
import { earlierEmployments, readDeparture } from "./readDeparture.ts";
import { stampsOf } from "./sectionStamps.ts";
import { serviceTakenOver } from "./serviceCountsFrom.ts";
import { whyStays } from "./whyStays.ts";

const rateText = (e4: number | null) => (e4 === null ? null : trimmed(fromE4(e4).toFixed(4)));
const trimmed = (text: string) => text.replace(/(\.\d\d)0+$/, "$1");
const hoursShown = (e4: number) => fromE4(e4).toString();

/** A row of terms in the writing of the form. */
export const employmentOf = (terms: Omit<typeof employmentTerms.$inferSelect, "id">): Employment => ({
  cycleId: terms.cycleId,
  basis: terms.basis as Employment["basis"],
  classification: terms.classification,
  weeklyHours: hoursShown(terms.weeklyHoursE4),
  hourlyRate: rateText(terms.hourlyRateE4),
  minimumRate: rateText(terms.minimumRateE4),
  placeId: terms.placeId,
  costCentreId: terms.costCentreId,
  costSplit: terms.costSplit,
  salary: terms.salaryCents === null ? null : centsText(terms.salaryCents),
  workPattern: terms.workPattern,
  roster: terms.roster && { from: terms.roster.from, weeks: terms.roster.weeks.map((week) => [...week]) },
  wagesAccount: terms.wagesAccount,
  ownCosts: terms.ownCosts,
});

export function listPeople(context: Context, businessId: number): PersonSummary[] {
  const { db } = context.store;
  const people = peopleOf(db, businessId);
  const ids = people.map((each) => each.id);
  const now = datedRecords(db, ids, todayAt(context, businessId));
  // What is recorded for a day to come is not missing.
  const known = datedRecords(db, ids, "9999-12-31");
  const country = context.country(findBusiness(context, businessId).country).people;
  const missingOf = country.missing(context, ids, known);
  const waiting = askedForChange(db, businessId);
  const cycles = cycleNames(db, businessId);
  return people.map((each) => {
    const terms = now.terms.get(each.id) ?? known.terms.get(each.id);
    return {
      id: each.id,
      payrollId: each.payrollId,
      name: `${each.givenName} ${each.familyName}`,
      basis: terms?.basis ?? "",
      cycle: cycles.get(terms?.cycleId ?? 0) ?? "",
      rate: rateText(terms?.hourlyRateE4 ?? null),
      startDate: each.startDate,
      endDate: each.endDate,
      missing: [
        ...missingOf(each),
        ...(waiting.has(each.id) ? [{ section: "staff", text: "Bank account to look at" }] : []),
      ],
    };
  });
}

export const businessOfPerson = (context: Context, personId: number): number => {
  const row = context.store.db
    .select({ businessId: person.businessId })
    .from(person)
    .where(eq(person.id, personId))
    .get();
  if (!row) throw notFound("person");
  return row.businessId;
};

/** What holds today; of somebody who is yet to start, what will hold then. What is coming stands on the line of time. */
export const heldOn = (
  context: Context,
  { businessId, startDate }: Pick<typeof person.$inferSelect, "businessId" | "startDate">,
): string => {
  const today = todayAt(context, businessId);
  return startDate > today ? startDate : today;
};

/** @param asked facts with dates as they hold on another day: what a form that counts from it opens with */
export function readPerson(context: Context, personId: number, asked?: string): PersonView {
  const { db } = context.store;
  const who = db.select().from(person).where(eq(person.id, personId)).get();
  if (!who) throw notFound("person");
  const owner = findBusiness(context, who.businessId);
  const country = context.country(owner.country).people;
  const day = asked === undefined ? heldOn(context, who) : asked < who.startDate ? who.startDate : asked;
  const records = datedRecords(db, [personId], day);
  // What is recorded for a day to come is not missing.
  const known = datedRecords(db, [personId], "9999-12-31");
  const terms = records.terms.get(personId) ?? known.terms.get(personId);
  const takenOver = serviceTakenOver(context, [personId]).get(personId) ?? null;
  if (!terms) throw new Error(`Person ${personId} has no employment terms.`);
  const entries = db
    .select()
    .from(leaveEntry)
    .where(eq(leaveEntry.personId, personId))
    .orderBy(desc(leaveEntry.id))
    .limit(40)
    .all();
  const pays = db
    .select()
    .from(signedPay)
    .where(and(eq(signedPay.personId, personId), eq(signedPay.kind, "pay")))
    .orderBy(desc(signedPay.id))
    .limit(30)
    .all();
  const runOf = new Map(pays.map((each) => [each.id, each.runId]));
  const { id, businessId, payrollId, emergency, contract, qualifications, ownFacts, addedAt: _, ...details } = who;
  const state = workPlace(context, who.businessId, terms.placeId);
  return {
    id,
    businessId,
    payrollId,
    stays: whyStays(context, personId),
    stamps: stampsOf(context, who),
    broken: brokenAmong(context.store, {
      pay: pays.map((each) => each.id),
      leave: entries.filter((each) => each.signedPayId === null).map((each) => each.id),
      laterLeave: entries.filter((each) => each.signedPayId !== null && each.reason !== null).map((each) => each.id),
    }),
    details,
    photo: photoOf(context, personId),
    emergency,
    contract,
    qualifications: qualifications ?? [],
    ownFacts: ownFactsOf(context, businessId, ownFacts ?? {}),
    employment: { from: terms.from, ...employmentOf(terms) },
    tax: taxOf(context, who, records),
    super: superOf(who, records),
    bank: bankOf(context, who, records),
    leave: {
      from: records.leave.get(personId)?.from ?? who.startDate,
      entitlements: records.leave.get(personId)?.entitlements ?? [],
      loadingPercent: records.leave.get(personId)?.loadingPercent ?? null,
      countsFrom: takenOver,
      balances: [...(leaveBalances(context.store, [personId]).get(personId) ?? [])].map(([kind, e4]) => ({
        kind,
        hours: hoursText(fromE4(e4)),
      })),
      entries: entries.map((entry) => ({
        date: entry.date,
        kind: entry.kind,
        why: entry.why,
        hours: hoursText(fromE4(entry.amountE4)),
        runId: entry.signedPayId === null ? null : (runOf.get(entry.signedPayId) ?? null),
      })),
    },
    usualPay: {
      from: records.usual.get(personId)?.from ?? who.startDate,
      lines: records.usual.get(personId)?.lines ?? [],
    },
    pays: pays.map(paidOf),
    missing: country.missing(context, [personId], known)(who),
    country: owner.country,
    nz: country.view(context, who, records, day),
    fringeBenefits: readFringeBenefits(context, personId),
    openingYears: readOpeningYears(context, personId),
    time: readTimeTerms(context, personId, day),
    departure: readDeparture(context, personId),
    earlier: earlierEmployments(context, personId),
    state,
    longService:
      country.longService?.(
        context,
        personId,
        {
          basis: terms.basis,
          ...{ countsFrom: takenOver ?? who.startDate, endDate: who.endDate },
        },
        state,
        day,
      ) ?? null,
    papers: papersOfPerson(context, who.id, who.businessId),
  };
}

function taxOf({ store: { crypt } }: Context, who: Who, records: DatedRecords): PersonView["tax"] {
  const tax = records.tax.get(who.id);
  return {
    from: tax?.from ?? who.startDate,
    numberStatus: tax?.numberStatus ?? "none",
    fileNumberShown: tax?.fileNumber ? lastThree(crypt.open(tax.fileNumber, places.taxNumber(who.id))) : null,
    pendingSince: tax?.pendingSince ?? null,
    residency: (tax?.residency ?? "resident") as PersonView["tax"]["residency"],
    taxFreeThreshold: tax?.taxFreeThreshold ?? false,
    studyLoan: tax?.studyLoan ?? false,
    income: tax?.income ?? null,
    homeCountry: tax?.homeCountry ?? null,
    employerRegistered: tax?.employerRegistered ?? true,
    variationPercent: tax?.variationPercent ?? null,
    medicare: (tax?.medicare ?? "levy") as PersonView["tax"]["medicare"],
    medicareDependants: tax?.medicareDependants ?? null,
    offsetsPerYear: tax?.offsetsPerYearCents ? centsText(tax.offsetsPerYearCents) : null,
    extraPerPay: tax?.extraPerPayCents ? centsText(tax.extraPerPayCents) : null,
  };
}

function superOf(who: Who, records: DatedRecords): PersonView["super"] {
  const fund = records.super.get(who.id);
  return {
    from: fund?.from ?? who.startDate,
    fundId: fund?.fundId ?? null,
    memberNumber: fund?.memberNumber ?? null,
    guarantee: fund?.guarantee ?? true,
    agreedPercent: fund?.agreedPercent ?? null,
    anyAge: fund?.anyAge ?? false,
    shares: fund?.shares ?? null,
    how: fund?.how ?? null,
    askedOn: fund?.askedOn ?? null,
  };
}

function bankOf({ store: { crypt } }: Context, who: Who, records: DatedRecords): PersonView["bank"] {
  const bank = records.bank.get(who.id);
  const parts = bank ? (JSON.parse(crypt.open(bank.parts, places.bankParts(who.id))) as BankPart[]) : [];
  return {
    from: bank?.from ?? who.startDate,
    parts: parts.map((part) => ({
      title: part.title,
      shown: `${part.bsb} ${lastThree(part.account)}`.trim(),
      kind: part.kind,
      value: part.value,
      ...(part.text ? { text: part.text } : {}),
    })),
  };
}

function paidOf({ runId, payId, payday, snapshot }: typeof signedPay.$inferSelect): PersonView["pays"][number] {
  const { gross, withheld, super: owed, net } = (snapshot as PaySnapshot).figures;
  return { runId, payId, payday, gross, withheld, super: owed, net };
}

/** A secret in full, to be looked at on purpose; the asking is recorded. */
export function revealSecret(context: Context, actor: Actor, personId: number, what: "tax" | "bank"): string {
  const { db, crypt } = context.store;
  const records = datedRecords(db, [personId], "9999-12-31");
  const taxNumber =
    records.tax.get(personId)?.fileNumber ??
    datedRecordsNz(db, [personId], "9999-12-31").taxCode.get(personId)?.irdNumber;
  const sealed = what === "tax" ? taxNumber : records.bank.get(personId)?.parts;
  if (!sealed) throw cannot("nothing-kept", "There is nothing to show.");
  record(context.store, {
    at: context.clock.now(),
    userId: actor.userId,
    businessId: businessOfPerson(context, personId),
    what: `looked at ${what === "bank" ? "the bank accounts" : records.tax.has(personId) ? "the tax file number" : "the IRD number"}`,
    about: `person ${personId}`,
  });
  const place =
    what === "bank"
      ? places.bankParts(personId)
      : records.tax.get(personId)?.fileNumber
        ? places.taxNumber(personId)
        : places.irdNumber(personId);
  const open = crypt.open(sealed, place);
  if (what === "tax") return open;
  return (JSON.parse(open) as BankPart[])
    .map((part) => `${part.title}: ${`${part.bsb} ${part.account}`.trim()}`)
    .join("; ");
}

/** What the business keeps of people for itself: a retired fact only where something was written. */
const ownFactsOf = ({ store: { db } }: Context, businessId: number, values: Record<string, string>) =>
  db
    .select()
    .from(ownField)
    .where(eq(ownField.businessId, businessId))
    .orderBy(asc(ownField.id))
    .all()
    .map(({ businessId: _, retired, ...field }) => ({ ...field, retired, value: values[field.id] ?? "" }))
    .filter(({ retired, value }) => !retired || value !== "")
    .map(({ retired: _, ...field }) => field);
