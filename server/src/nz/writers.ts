/** Saves what New Zealand law asks to be known of a person. Dated sections append; nothing is overwritten. */
import type {
  EarlierFacts,
  HolidayFactsRecord,
  KiwiSaverFacts,
  OrdersFacts,
  TaxCodeFacts,
} from "@zesty/contract/nz/people";
import { dateWords, type IsoDate } from "@zesty/core/calendar/dates";
import { decimal } from "@zesty/core/quantity/decimal";
import { centsOf, toE4 } from "@zesty/core/quantity/units";
import { holidayRules } from "@zesty/core/rulebook/nz/holidayRules";
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { demandNumberOfNobodyElse } from "../people/numberOfAnother.ts";
import type { Writer } from "../people/peopleOfCountry.ts";
import { places } from "../store/crypt.ts";
import { datedRecordsNz } from "../store/dated.ts";
import { holidayTerms, kiwiSaver, leaveEntry, pastEarnings, payOrders, taxCode } from "../store/schema.ts";
import { spanFault } from "./earlierSpans.ts";
import { firstPaidDays } from "./ledger.ts";

export interface SectionValuesNz {
  taxCode: TaxCodeFacts & { from?: string };
  kiwiSaver: KiwiSaverFacts & { from?: string };
  orders: OrdersFacts & { from?: string };
  holidays: HolidayFactsRecord & { from?: string };
  earlier: { pays: EarlierFacts[] };
}

export const writersNz: { [S in keyof SectionValuesNz]: Writer<SectionValuesNz[S]> } = {
  taxCode: (context, personId, businessId, from, values) => {
    const { irdNumber: typed, from: _from, ...rest } = values;
    const kept = datedRecordsNz(context.store.db, [personId], from).taxCode.get(personId)?.irdNumber ?? null;
    const digits = typed?.replace(/[\s-]/g, "");
    if (digits) demandNumberOfNobodyElse(context, personId, businessId, "irdNumber", digits);
    const irdNumber = digits ? context.store.crypt.seal(digits, places.irdNumber(personId)) : kept;
    if (!irdNumber && !values.code.startsWith("ND")) {
      const text = "Without an IRD number the tax code is ND. Record the number, or choose ND.";
      throw cannot("ird-missing", text, { errors: [{ path: "irdNumber", text }] });
    }
    if (values.code.startsWith("STC") && !values.specialRate) {
      const text = "A tailored certificate (STC) has a rate. Type it as the certificate has it.";
      throw cannot("rate-missing", text, { errors: [{ path: "specialRate", text }] });
    }
    context.store.db
      .insert(taxCode)
      .values({ ...rest, personId, from, irdNumber })
      .run();
  },
  kiwiSaver: (context, personId, _businessId, from, values) => {
    const { from: _from, ...rest } = values;
    context.store.db
      .insert(kiwiSaver)
      .values({ ...rest, personId, from })
      .run();
  },
  orders: (context, personId, _businessId, from, { childSupport, orders }) => {
    context.store.db.insert(payOrders).values({ personId, from, childSupport, orders }).run();
  },
  holidays: (context, personId, businessId, from, { agreedWeek, opening, openingOn, ...values }) => {
    for (const [at, { kind, units }] of (opening ?? []).entries())
      if (kind === "annual" && decimal(units).abs().gt(most.openingWeeks)) {
        const text = `${units} weeks are more than a year of holidays. Are they days, or hours?`;
        throw cannot("opening-too-much", text, { errors: [{ path: `opening.${at}.units`, text }] });
      }
    const { from: _from, ...rest } = values;
    demandLikely(context, personId, businessId, [from, todayAt(context, businessId)].sort().at(-1) ?? from, values);
    context.store.db
      .insert(holidayTerms)
      .values({ ...rest, personId, from, agreedWeekCents: agreedWeek ? centsOf(agreedWeek) : null })
      .run();
    for (const { kind, units } of opening ?? [])
      context.store.db
        .insert(leaveEntry)
        .values({
          personId,
          kind,
          // Entitlements that arose before this day are in the balance already.
          date: openingOn ?? todayAt(context, businessId),
          amountE4: toE4(decimal(units)),
          why: "opening",
        })
        .run();
  },
  // Earnings from before this program are no facts of ours: the list is kept as it was last typed.
  earlier: (context, personId, _businessId, _from, { pays }) => {
    const { db } = context.store;
    const firstPaid = firstPaidDays(context, [personId]).get(personId);
    pays.forEach((pay, at) => {
      const text = spanFault(pay, pays.slice(0, at), firstPaid);
      if (text) throw cannot("earlier-span", text, { errors: [{ path: `pays.${at}.end`, text }] });
    });
    db.delete(pastEarnings).where(eq(pastEarnings.personId, personId)).run();
    for (const each of pays)
      db.insert(pastEarnings)
        .values({
          personId,
          start: each.start,
          end: each.end,
          grossCents: centsOf(each.gross),
          irregularCents: centsOf(each.irregular),
          days: each.days,
          advanceCents: centsOf(each.advance ?? "0"),
        })
        .run();
  },
};

declare module "../people/savePerson.ts" {
  interface SectionValues extends SectionValuesNz {}
}

/** House convention: nobody is given, or has saved up, more than this; days or hours were given as weeks. */
const most = { annualWeeks: 12, sickDays: 60, openingWeeks: 52 } as const;

/** @throws where an agreement would give less than the law or more than anybody has, or service would count from a day after the start */
function demandLikely(
  context: Context,
  personId: number,
  businessId: number,
  /** these terms hold on from their first day, so under the law of now */
  on: IsoDate,
  {
    annualWeeks,
    sickDays,
    countsFrom,
    anniversaryFrom,
    sickFrom,
  }: Pick<HolidayFactsRecord, "annualWeeks" | "sickDays" | "countsFrom" | "anniversaryFrom" | "sickFrom">,
): void {
  const refuse = (path: string, text: string) => cannot("agreed-leave", text, { errors: [{ path, text }] });
  const rules = context.rules.find(holidayRules, on)?.figures;
  if (rules && annualWeeks && decimal(annualWeeks).lt(rules.annualWeeks))
    throw refuse("annualWeeks", `The law gives ${rules.annualWeeks} weeks a year. Type more, or leave it empty.`);
  if (annualWeeks && decimal(annualWeeks).gt(most.annualWeeks))
    throw refuse("annualWeeks", `${annualWeeks} weeks a year are more than anybody has. Days are divided by five.`);
  if (sickDays && decimal(sickDays).gt(most.sickDays))
    throw refuse("sickDays", `${sickDays} days a year are more than anybody has. Are they hours?`);
  if (rules && sickDays && decimal(sickDays).lt(rules.sick.days))
    throw refuse("sickDays", `The law gives ${rules.sick.days} days a year. Type more, or leave it empty.`);
  const start = context.store
    .prepared<[number], { start: string }>("SELECT start_date AS start FROM person WHERE id = ?")
    .get(personId)?.start;
  if (countsFrom && start && countsFrom > start)
    throw refuse("countsFrom", `Service counts from the first day here at the latest, ${dateWords(start)}.`);
  if (!anniversaryFrom && !sickFrom) return;
  const firstPaid = firstPaidDays(context, [personId]).get(personId) ?? todayAt(context, businessId);
  if (sickFrom && (sickFrom > firstPaid || (start && sickFrom <= (countsFrom ?? start))))
    throw refuse(
      "sickFrom",
      `This is for the time before this program: a day after the first one here, and not after ${dateWords(firstPaid)}.`,
    );
  if (!anniversaryFrom) return;
  if (start && anniversaryFrom <= (countsFrom ?? start))
    throw refuse(
      "anniversaryFrom",
      "Twelve months run from the first day by themselves. Leave it empty, or type a later day.",
    );
  if (anniversaryFrom > firstPaid)
    throw refuse(
      "anniversaryFrom",
      "This is for the time before this program. What moves the anniversary from then on is unpaid leave or a closedown: record that.",
    );
}
