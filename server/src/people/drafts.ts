/** A row of a sheet of new people as a new person's facts: what is blank is left to be asked for, never guessed. */

import type { BusinessView } from "@zesty/contract/business";
import type { NewPerson } from "@zesty/contract/people";
import type { KiwiSaverFacts, NewPersonNz } from "@zesty/contract/peopleNz";
import { plainKiwiSaver } from "@zesty/contract/plainKiwiSaver";
import type { Cycle } from "@zesty/core/calendar/payPeriods";
import type { CountryCode } from "@zesty/core/countries/countries";
import type { PersonMark } from "@zesty/core/hoursSheet/peopleSheet";
import { usualOfPeriod } from "@zesty/core/pay/usualOfPeriod";

export type Values = Readonly<Record<string, string>>;
/** Facts as the contract checks them: not yet checked. */
export interface Draft {
  person: object;
  marks: PersonMark[];
}

const isPermanent = (basis: string | undefined): boolean => basis === "full-time" || basis === "part-time";
const isOffered = ({ retired }: { retired: boolean }): boolean => !retired;
const fold = (text: string) => text.trim().toLowerCase();

/** Finds what a cell names among the things of the business; a mark where it names none of them. */
function named<Thing>(
  values: Values,
  marks: PersonMark[],
  column: string,
  title: string,
  things: readonly Thing[],
  namesOf: (thing: Thing) => readonly string[],
): Thing | null {
  const text = values[column];
  if (text === undefined) return null;
  const found = things.find((thing) => namesOf(thing).some((name) => fold(name) === fold(text)));
  if (!found)
    marks.push({
      kind: "stop",
      column,
      text: `${title}: there is no “${text}” here. Known are ${things.map((thing) => namesOf(thing)[0]).join(", ") || "none yet"}; add it in Set-up first.`,
    });
  return found ?? null;
}

/** @param payrollId taken where the row has none */
export function draftOf(country: CountryCode, values: Values, setUp: BusinessView, payrollId: string): Draft {
  const marks: PersonMark[] = [];
  const cycles = setUp.cycles.filter(isOffered);
  const cycle =
    named(values, marks, "cycle", "Pay cycle", cycles, (each) => [each.name, each.cycle]) ??
    (cycles.length === 1 ? cycles[0] : undefined);
  if (!cycle && values.cycle === undefined)
    marks.push({
      kind: "stop",
      column: "cycle",
      text: `Pay cycle is missing: ${cycles.length === 0 ? "add one in Set-up first" : `choose ${cycles.map((each) => each.name).join(" or ")}`}.`,
    });
  const place = named(values, marks, "place", "Place of work", setUp.places.filter(isOffered), (each) => [
    each.name,
    each.state,
  ]);
  const centre = named(values, marks, "costCentre", "Cost centre", setUp.costCentres.filter(isOffered), (each) => [
    each.code,
    each.name,
  ]);
  if (values.hourlyRate !== undefined && values.salary !== undefined)
    marks.push({
      kind: "stop",
      column: "salary",
      text: "A salary or an hourly rate: take one out. The rate follows from the salary.",
    });
  if (values.hourlyRate === undefined && values.salary === undefined)
    marks.push({
      kind: "query",
      column: "hourlyRate",
      text: "Neither a rate nor a salary: nothing can be paid by the hour until there is one.",
    });
  const weeklyHours = values.weeklyHours ?? "0";
  if (isPermanent(values.basis) && values.weeklyHours === undefined)
    marks.push({
      kind: "stop",
      column: "weeklyHours",
      text: "Hours a week are missing: leave and usual pay follow from them.",
    });
  const address = ["street", "suburb", "postcode"].some((name) => values[name] !== undefined)
    ? {
        line1: values.street ?? "",
        suburb: values.suburb ?? "",
        state: country === "AU" ? (values.state ?? "").toUpperCase() : "",
        postcode: values.postcode ?? "",
      }
    : null;
  const common = {
    payrollId: values.payrollId ?? payrollId,
    details: {
      familyName: values.familyName ?? "",
      givenName: values.givenName ?? "",
      birthDate: values.birthDate ?? "",
      email: values.email ?? null,
      phone: values.phone ?? null,
      address,
      startDate: values.startDate ?? "",
      endDate: null,
      payslipMessage: null,
      privateNotes: null,
    },
    employment: {
      cycleId: cycle?.id ?? 0,
      basis: values.basis ?? "",
      classification: values.classification ?? null,
      weeklyHours,
      hourlyRate: values.hourlyRate ?? null,
      salary: values.salary ?? null,
      minimumRate: null,
      placeId: place?.id ?? setUp.places.find(isOffered)?.id ?? null,
      costCentreId: centre?.id ?? null,
    },
    ...(values.account === undefined
      ? {}
      : {
          bank: {
            parts: [
              {
                bsb: values.bsb ?? "",
                account: values.account,
                title:
                  values.accountTitle ?? `${values.givenName ?? ""} ${values.familyName ?? ""}`.trim().slice(0, 32),
                kind: "rest",
                value: "",
              },
            ],
          },
        }),
    ...(cycle && isPermanent(values.basis) ? usualPay(values, weeklyHours, cycle.cycle as Cycle, setUp) : {}),
  };
  return {
    person: { ...common, ...(country === "AU" ? ofAustralia(values, setUp, marks) : ofNewZealand(values)) },
    marks,
  };
}

function usualPay(values: Values, weeklyHours: string, cycle: Cycle, setUp: BusinessView): Pick<NewPerson, "usualPay"> {
  const usual = usualOfPeriod({ salary: values.salary ?? "", weeklyHours }, cycle);
  const entry = usual && "amount" in usual ? "amount" : "hours";
  const element = setUp.elements.find(
    (each) => each.element === "ordinary" && each.entry === entry && Number(each.percent) === 100 && !each.retired,
  );
  return usual && element ? { usualPay: { lines: [{ elementId: element.id, ...usual }] } } : {};
}

function ofAustralia(values: Values, setUp: BusinessView, marks: PersonMark[]): object {
  const number = fold(values.fileNumber ?? "");
  const status =
    number === "" ? null : /^(pending|applied)/.test(number) ? "pending" : number === "none" ? "none" : "given";
  if (status !== null && values.threshold === undefined)
    marks.push({
      kind: "query",
      column: "threshold",
      text: "Tax-free threshold is blank: taken as not claimed, so more tax is withheld. Type yes where it is claimed here.",
    });
  const fund = named(values, marks, "fund", "Super fund", setUp.funds.filter(isOffered), (each) => [
    each.name,
    each.usi,
  ]);
  const opening = [
    { kind: "annual", hours: values.annualLeave },
    { kind: "personal", hours: values.personalLeave },
  ].filter((each) => each.hours !== undefined);
  return {
    ...(status === null
      ? {}
      : {
          tax: {
            numberStatus: status,
            ...(status === "given" ? { fileNumber: values.fileNumber } : {}),
            pendingSince: status === "pending" ? values.startDate : null,
            residency: values.residency ?? "resident",
            taxFreeThreshold: values.threshold === "yes",
            studyLoan: values.studyLoan === "yes",
            medicare: "levy",
            medicareDependants: null,
            offsetsPerYear: null,
            extraPerPay: null,
            ...(values.homeCountry === undefined ? {} : { homeCountry: values.homeCountry }),
          },
        }),
    ...(fund
      ? { super: { fundId: fund.id, memberNumber: values.memberNumber ?? null, guarantee: true, agreedPercent: null } }
      : {}),
    ...(isPermanent(values.basis) || opening.length > 0
      ? {
          leave: {
            entitlements: isPermanent(values.basis) ? setUp.standardLeave : [],
            opening,
          },
        }
      : {}),
  };
}

const kiwiSaverOf = (choice: string, rate: string | undefined): KiwiSaverFacts => ({
  ...plainKiwiSaver,
  status: choice === "exempt" ? "not-member" : choice === "opted-out" ? "opted-out" : "member",
  joined: choice === "new" || choice === "opted-out" ? "automatic" : "existing",
  employeeRate: rate ?? null,
});

function ofNewZealand(values: Values): Partial<NewPersonNz> {
  const opening = [
    { kind: "annual", units: values.annualWeeks ?? "" },
    { kind: "sick", units: values.sickDays ?? "" },
    { kind: "alternative", units: values.alternativeDays ?? "" },
  ].filter((each) => each.units !== "");
  return {
    ...(values.taxCode === undefined
      ? {}
      : {
          taxCode: {
            code: values.taxCode,
            ...(values.irdNumber === undefined ? {} : { irdNumber: values.irdNumber }),
            specialRate: null,
            until: null,
            slcir: null,
            slbor: null,
            lowerMinimum: false,
          },
        }),
    ...(values.kiwiSaver === undefined ? {} : { kiwiSaver: kiwiSaverOf(values.kiwiSaver, values.kiwiSaverRate) }),
    holidays: {
      withPay: values.withPay === "yes" && !isPermanent(values.basis),
      varies: values.basis === "casual",
      agreedWeek: null,
      averageOnlyUntil: null,
      keepsAnniversary: false,
      ...(opening.length > 0 ? { opening } : {}),
    },
  };
}
