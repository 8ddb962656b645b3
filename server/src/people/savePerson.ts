/** Makes a person, and saves one section of a person's facts. Dated sections append; nothing is overwritten. */
import type {
  BankPart,
  Details,
  Employment,
  Entitlement,
  FringeBenefit,
  NewPerson,
  OpeningYear,
  Section,
  Super,
  Tax,
  UsualLine,
} from "@zesty/contract/people";
import type { NewPersonNz, SectionNz } from "@zesty/contract/peopleNz";
import type { TimeTerms } from "@zesty/contract/time";
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { centsOf, fromE4, toE4 } from "@zesty/core/quantity/units";
import { fringeBenefitRules } from "@zesty/core/rulebook/au/fringeBenefitRules";
import { and, eq } from "drizzle-orm";
import type { Actor, Context } from "../context.ts";
import { cannot, notFound } from "../http/problem.ts";
import { record } from "../store/audit.ts";
import { places } from "../store/crypt.ts";
import { datedRecords } from "../store/dated.ts";
import {
  bankSplit,
  costCentre,
  employmentTerms,
  fringeBenefit,
  fund,
  leaveEntry,
  leaveTerms,
  payCycle,
  payElement,
  person,
  place,
  superChoice,
  taxDeclaration,
  usualPay,
} from "../store/schema.ts";
import { writeTimeTerms } from "../time/timeTerms.ts";
import { demandYearOpen } from "../year/closed.ts";
import { demandNumberOfNobodyElse } from "./numberOfAnother.ts";
import { writeOpeningYear } from "./openingYears.ts";
import { usualFollows } from "./usualFollows.ts";
import { type SectionValuesNz, writersNz } from "./writersNz.ts";

/** What each section carries, as the contract has checked it. */
export interface SectionValues extends SectionValuesNz {
  details: Details;
  employment: Employment & { from?: string };
  tax: Tax & { from?: string };
  super: Super & { from?: string };
  bank: { from?: string; parts: BankPart[] };
  leave: {
    from?: string;
    entitlements: Entitlement[];
    loadingPercent?: string | null;
    opening?: { kind: string; hours: string }[];
  };
  usualPay: { from?: string; lines: UsualLine[] };
  fringeBenefits: FringeBenefit;
  openingYear: OpeningYear;
  time: TimeTerms & { from?: string };
}

export function createPerson(
  context: Context,
  actor: Actor,
  businessId: number,
  wanted: NewPerson | NewPersonNz,
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
    demandDates(wanted.details);
    const { id } = db
      .insert(person)
      .values({ businessId, payrollId: wanted.payrollId, ...wanted.details })
      .returning({ id: person.id })
      .get();
    const from = wanted.details.startDate;
    writers.employment(context, id, businessId, from, wanted.employment);
    if ("tax" in wanted && wanted.tax) writers.tax(context, id, businessId, from, wanted.tax);
    if ("super" in wanted && wanted.super) writers.super(context, id, businessId, from, wanted.super);
    if ("taxCode" in wanted && wanted.taxCode) writers.taxCode(context, id, businessId, from, wanted.taxCode);
    if ("kiwiSaver" in wanted && wanted.kiwiSaver) writers.kiwiSaver(context, id, businessId, from, wanted.kiwiSaver);
    if ("orders" in wanted && wanted.orders) writers.orders(context, id, businessId, from, wanted.orders);
    if ("holidays" in wanted && wanted.holidays) writers.holidays(context, id, businessId, from, wanted.holidays);
    if ("earlier" in wanted && wanted.earlier) writers.earlier(context, id, businessId, from, wanted.earlier);
    if (wanted.bank) writers.bank(context, id, businessId, from, wanted.bank);
    if ("leave" in wanted && wanted.leave) writers.leave(context, id, businessId, from, wanted.leave);
    if (wanted.usualPay) writers.usualPay(context, id, businessId, from, wanted.usualPay);
    const about = `${wanted.details.givenName} ${wanted.details.familyName}`;
    record(context.store, { at: context.clock.now(), userId: actor.userId, businessId, what: "added person", about });
    return id;
  });
}

export function saveSection<S extends Section | SectionNz>(
  context: Context,
  actor: Actor,
  personId: number,
  section: S,
  values: SectionValues[S],
): void {
  const { db } = context.store;
  context.store.transaction(() => {
    const found = db.select().from(person).where(eq(person.id, personId)).get();
    if (!found) throw notFound("person");
    const from = "from" in values && values.from ? values.from : context.clock.today();
    const write = writers[section] as Writer<SectionValues[S]>;
    write(context, personId, found.businessId, from, values);
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: found.businessId,
      what: `changed ${section} from ${section === "details" ? "now" : from}`,
      about: `${found.givenName} ${found.familyName}`,
    });
  });
}

type Writer<T> = (context: Context, personId: number, businessId: number, from: string, values: T) => void;

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

const demandOwn = (
  context: Context,
  table: typeof payCycle | typeof place | typeof costCentre | typeof fund,
  id: number | null,
  businessId: number,
  path: string,
  words: string,
) => {
  if (id === null) return;
  const row = context.store.db.select({ businessId: table.businessId }).from(table).where(eq(table.id, id)).get();
  if (row?.businessId !== businessId)
    throw cannot("unknown-choice", `This ${words} does not belong to the business.`, {
      errors: [{ path, text: `Choose a ${words} of this business.` }],
    });
};

function demandDates(details: Details): void {
  if (details.endDate && details.endDate < details.startDate) {
    const text = "The last day is before the start date.";
    throw cannot("dates", text, { errors: [{ path: "endDate", text }] });
  }
  if (details.birthDate >= details.startDate) {
    const text = "The birth date is not before the start date.";
    throw cannot("dates", text, { errors: [{ path: "birthDate", text }] });
  }
}

const writers: { [S in Section | SectionNz]: Writer<SectionValues[S]> } = {
  ...writersNz,
  details: (context, personId, _businessId, _from, values) => {
    demandDates(values);
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
    const weekly = decimal(values.weeklyHours);
    // A salary gives the rate: the year has 52 weeks of the agreed hours.
    const rateOfSalary =
      values.salary && weekly.gt(0) ? toE4(decimal(values.salary).div(52).div(weekly).toDecimalPlaces(4)) : null;
    if (rateOfSalary !== null && values.hourlyRate !== null && toE4(decimal(values.hourlyRate)) !== rateOfSalary) {
      const text = `The salary comes to $${fromE4(rateOfSalary).toString()} an hour, not $${values.hourlyRate}. Empty one of the two.`;
      throw cannot("rate-and-salary", text, { errors: [{ path: "hourlyRate", text }] });
    }
    const was = datedRecords(context.store.db, [personId], from).terms.get(personId);
    const is = context.store.db
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
      })
      .returning()
      .get();
    usualFollows(context, personId, was, is);
  },
  tax: (context, personId, businessId, from, values) => {
    const kept = datedRecords(context.store.db, [personId], "9999-12-31").tax.get(personId)?.fileNumber ?? null;
    const typed = values.fileNumber?.replace(/\s/g, "");
    if (values.numberStatus === "given" && !typed && !kept) {
      const text = "Tax file number is missing. Type it, or choose “applied for” or “not given”.";
      throw cannot("number-missing", text, { errors: [{ path: "fileNumber", text }] });
    }
    if (typed && values.numberStatus === "given")
      demandNumberOfNobodyElse(context, personId, businessId, "fileNumber", typed);
    const { fileNumber: _typed, offsetsPerYear, extraPerPay, from: _from, ...rest } = values;
    context.store.db
      .insert(taxDeclaration)
      .values({
        ...rest,
        personId,
        from,
        fileNumber:
          values.numberStatus === "given"
            ? typed
              ? context.store.crypt.seal(typed, places.taxNumber(personId))
              : kept
            : null,
        offsetsPerYearCents: offsetsPerYear ? centsOf(offsetsPerYear) : null,
        extraPerPayCents: extraPerPay ? centsOf(extraPerPay) : null,
      })
      .run();
  },
  super: (context, personId, businessId, from, values) => {
    demandOwn(context, fund, values.fundId, businessId, "fundId", "fund");
    values.shares?.forEach((share, at) => {
      demandOwn(context, fund, share.fundId, businessId, `shares.${at}.fundId`, "fund");
    });
    if (sum((values.shares ?? []).map((share) => decimal(share.percent))).gt(100)) {
      const text = "The shares come to more than 100 %. What is left goes to the fund above.";
      throw cannot("fund-shares", text, { errors: [{ path: "shares", text }] });
    }
    const { from: _from, ...rest } = values;
    context.store.db
      .insert(superChoice)
      .values({ ...rest, personId, from })
      .run();
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
    context.store.db
      .insert(leaveTerms)
      .values({ personId, from, entitlements: values.entitlements, loadingPercent: values.loadingPercent ?? null })
      .run();
    for (const { kind, hours } of values.opening ?? [])
      context.store.db
        .insert(leaveEntry)
        .values({ personId, kind, date: from, amountE4: toE4(decimal(hours)), why: "opening" })
        .run();
  },
  fringeBenefits: (context, personId, businessId, _from, values) => {
    // The year that ends in March is reported with the payroll year that it ends in.
    demandYearOpen(context, businessId, values.yearEnd);
    if (!context.rules.find(fringeBenefitRules, values.yearEnd)) {
      const text = `The rule book has no fringe benefits rules for the year ended ${values.yearEnd}.`;
      throw cannot("no-rules", text, { errors: [{ path: "yearEnd", text }] });
    }
    const { yearEnd, taxable, exempt } = values;
    context.store.db
      .insert(fringeBenefit)
      .values({ personId, yearEnd, taxableCents: centsOf(taxable), exemptCents: centsOf(exempt) })
      .run();
  },
  time: writeTimeTerms,
  openingYear: (context, personId, businessId, _from, values) => {
    demandYearOpen(context, businessId, values.yearStart);
    writeOpeningYear(context, personId, values);
  },
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
