/** Pays of Australia: what a row knows, what signing off makes of it, and the file of the bank. */

import type { DirectEntryPayment } from "@zesty/core/au/documents/directEntry";
import { payRunJournal } from "@zesty/core/au/documents/journal";
import { withholdingDueDate } from "@zesty/core/au/withholdingDue";
import { rollForwardAu } from "@zesty/core/calendar/businessDays";
import type { StateAu } from "@zesty/core/calendar/listedHolidays";
import { savingOf } from "@zesty/core/hours/saving";
import { fromE4, hoursText, toCents } from "@zesty/core/quantity/units";
import { agreedLoading } from "../hours/agreements.ts";
import { paidToYoung } from "../hours/paidWeeks.ts";
import { recordedHours } from "../hours/recordedHours.ts";
import { weeksOfYoung } from "../hours/youngWeeks.ts";
import { serviceTakenOver } from "../people/serviceCountsFrom.ts";
import type { PaysOfCountry } from "../row/paysOfCountry.ts";
import type { NetPayment } from "../row/prepared.ts";
import { personAu, personFacts, topUpsOn } from "../row/rowFacts.ts";
import { hoursInPeriod, paidBefore } from "../runs/earlierInPeriod.ts";
import { placeOfWork, workState } from "../setup/places.ts";
import { datedRecords } from "../store/dated.ts";
import { leaveBalances, takenSinceAnniversary } from "../store/sums.ts";
import { finalLinesAu } from "./finalLines.ts";
import { endingAu, paymentFileAu } from "./paymentFile.ts";
import { peopleWithSuperDue, signedPartsAu } from "./signedParts.ts";

const isDirectEntry = (payment: NetPayment): payment is DirectEntryPayment => "bsb" in payment;

export const paysAu: PaysOfCountry = {
  rows(context, { run, cycle, people, records, funds, centres, ratesOf }) {
    const ids = people.map((each) => each.id);
    const balances = leaveBalances(context.store, ids);
    const granted = takenSinceAnniversary(context.store, people, run.payday);
    const placesKnown = new Map<number | null, { state: StateAu; districtSaid: boolean }>();
    const placeOf = (placeId: number | null) => {
      const known = placesKnown.get(placeId) ?? {
        state: workState(context, run.businessId, placeId),
        districtSaid: placeOfWork(context, run.businessId, placeId).district !== null,
      };
      placesKnown.set(placeId, known);
      return known;
    };
    // A run of its own pays what is left over, not a period: the top-up belongs to the cycle.
    const topUps = run.kind === "cycle" ? topUpsOn(context, run, cycle) : new Map<number, never>();
    const weeks = run.kind === "cycle" ? weeksOfYoung(context, run, people) : new Map<number, never>();
    const loadingOf = agreedLoading(context, run.businessId, ids, run.periodStart);
    const before = paidBefore(context, run, ids);
    const inPeriod = hoursInPeriod(context, run, ids);
    const paidYoung = paidToYoung(context, run, people);
    // Service is looked at in a last pay alone.
    const left = people.filter((each) => each.endDate !== null).map((each) => each.id);
    const takenOver = left.length > 0 ? serviceTakenOver(context, left) : new Map<number, never>();
    const hoursOn = recordedHours(context, ids, run);
    return {
      paidBefore: (id) => before.get(id) ?? null,
      context: (who, base) =>
        Object.assign(base, {
          country: "AU" as const,
          person: personAu(who, records),
          facts: {
            ...personFacts(who, records, funds, centres, placeOf, ratesOf(who.id), loadingOf),
            recordedHours: hoursOn(who.id, {
              approved: records.terms.get(who.id)?.salaryCents == null,
              nights: false,
              saving: savingOf(
                records.leave.get(who.id)?.entitlements ?? null,
                records.terms.get(who.id)?.basis === "casual",
              ),
            }),
            serviceFrom: takenOver.get(who.id) ?? who.startDate,
          },
          balances: Object.fromEntries(
            [...(balances.get(who.id) ?? [])].map(([kind, e4]) => [kind, hoursText(fromE4(e4))]),
          ),
          takenThisYear: granted.get(who.id) ?? {},
          weeks: weeks.get(who.id),
          inPeriod: inPeriod.get(who.id),
          paidYoung: paidYoung.get(who.id),
          topUp: topUps.get(who.id) ?? null,
        }),
    };
  },
  closedIn: () => new Map(),
  signing(context, loaded, ids, leaveTaken) {
    const run = {
      ...{ context, loaded, owner: loaded.owner, leaveTaken },
      balances: leaveBalances(context.store, ids),
      paidBefore: peopleWithSuperDue(context, loaded.run.businessId),
    };
    return (row, worked, yearAfter, payments) => {
      if (worked.country !== "AU") throw new Error("A pay of another country stands in an Australian run.");
      return signedPartsAu(run, row, worked, yearAfter, payments.filter(isDirectEntry));
    };
  },
  payment: ({ bsb, account, title, text }, { cents, payday, isNew }) => ({
    ...{ bsb, account, cents, title, isNew },
    reference: text ?? `PAY ${payday}`,
  }),
  numbersOn(context, { rows, records }, day) {
    const ids = rows.map((row) => row.person.id);
    for (const [id, now] of datedRecords(context.store.db, ids, day).tax) {
      const then = records.tax.get(id);
      const { fileNumber, numberStatus, pendingSince } = now;
      if (then) records.tax.set(id, { ...then, fileNumber, numberStatus, pendingSince });
    }
  },
  journal: (pays, postings) =>
    payRunJournal(
      pays.flatMap(({ worked, ...pay }) => (worked.country === "AU" ? [{ ...pay, worked }] : [])),
      postings,
    ),
  runDues: (context, { run, owner }, pays) =>
    pays.length === 0
      ? []
      : [
          {
            ...{ kind: "withholding", personId: null, fundId: null },
            cents: pays.reduce((total, each) => total + toCents(each.worked.withheld.value), 0),
            due: withholdingDueDate(run.payday, owner.withholder, context.rules),
          },
        ],
  paymentFile: {
    ending: endingAu,
    bankDay: rollForwardAu,
    bytes: (context, of, payments) => paymentFileAu(context, of, "wages", payments.filter(isDirectEntry)),
  },
  finalLines: finalLinesAu,
};
