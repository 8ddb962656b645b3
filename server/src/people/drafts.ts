/** A row of a sheet of new people as a new person's facts: what is blank is left to be asked for, never guessed. */

import type { BusinessView } from "@zesty/contract/business";
import type { NewPerson } from "@zesty/contract/people";
import type { Cycle } from "@zesty/core/calendar/payPeriods";
import type { PersonMark } from "@zesty/core/hoursSheet/peopleSheet";
import { usualOfPeriod } from "@zesty/core/pay/usualOfPeriod";
import type { PeopleOfCountry, Values } from "./peopleOfCountry.ts";

/** Facts as the contract checks them: not yet checked. */
export interface Draft {
  person: object;
  marks: PersonMark[];
}

export const isPermanent = (basis: string | undefined): boolean => basis === "full-time" || basis === "part-time";
export const isOffered = ({ retired }: { retired: boolean }): boolean => !retired;
export const fold = (text: string) => text.trim().toLowerCase();

/** Finds what a cell names among the things of the business; a mark where it names none of them. */
export function named<Thing>(
  values: Values,
  marks: PersonMark[],
  column: string,
  title: string,
  things: readonly Thing[],
  namesOf: (thing: Thing) => readonly string[],
): Thing | null {
  const text = values[column];
  if (text === undefined) return null;
  const fits = things.filter((thing) => namesOf(thing).some((name) => fold(name) === fold(text)));
  // What it is called comes before what else it may be known by: a State has several places.
  const found =
    fits.find((thing) => fold(namesOf(thing)[0] ?? "") === fold(text)) ?? (fits.length === 1 ? fits[0] : null);
  const known = (those: readonly Thing[]) => those.map((thing) => namesOf(thing)[0]).join(", ") || "none yet";
  if (!found)
    marks.push({
      kind: "stop",
      column,
      text:
        fits.length > 1
          ? `${title}: “${text}” is more than one here: ${known(fits)}. Write which.`
          : `${title}: there is no “${text}” here. Known are ${known(things)}; add it in Set-up first.`,
    });
  return found ?? null;
}

/** Cells that are kept with another one, and would be lost without it: each is told, and by what it is kept. */
export function toldIfLost(
  values: Values,
  marks: PersonMark[],
  columns: Readonly<Record<string, string>>,
  isKept: boolean,
  how: string,
): void {
  if (isKept) return;
  for (const [column, title] of Object.entries(columns))
    if (values[column] !== undefined) marks.push({ kind: "query", column, text: `${title} is not kept: ${how}` });
}

/** An agreement that people of the business may be paid by. */
export interface KnownAgreement {
  code: string;
  title: string;
  levels: readonly { key: string; title: string }[];
}

/** @param payrollId taken where the row has none */
export function draftOf(
  country: PeopleOfCountry,
  values: Values,
  setUp: BusinessView,
  agreements: readonly KnownAgreement[],
  payrollId: string,
): Draft {
  const marks: PersonMark[] = [];
  const cycle = cycleOf(values, setUp, marks);
  const place = placeOf(values, setUp, marks);
  const centre = named(values, marks, "costCentre", "Cost centre", setUp.costCentres.filter(isOffered), (each) => [
    each.code,
    each.name,
  ]);
  askForPay(values, marks);
  const weeklyHours = values.weeklyHours ?? "0";
  const common = {
    payrollId: values.payrollId ?? payrollId,
    details: detailsOf(values, country),
    employment: {
      cycleId: cycle?.id ?? 0,
      basis: values.basis ?? "",
      classification: values.classification ?? null,
      weeklyHours,
      hourlyRate: values.hourlyRate ?? null,
      salary: values.salary ?? null,
      minimumRate: null,
      placeId: place?.id ?? null,
      costCentreId: centre?.id ?? null,
    },
    ...accountOf(values),
    ...timeOf(values, marks, agreements),
    ...(cycle && isPermanent(values.basis) ? usualPay(values, weeklyHours, cycle.cycle as Cycle, setUp) : {}),
  };
  return {
    person: { ...common, ...country.draft(values, setUp, marks) },
    marks,
  };
}

/** The cycle that is named, or the only one there is. */
function cycleOf(values: Values, setUp: BusinessView, marks: PersonMark[]) {
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
  return cycle;
}

/** The place that is named, or the only one there is: which of several is never guessed, since holidays go by it. */
function placeOf(values: Values, setUp: BusinessView, marks: PersonMark[]) {
  const places = setUp.places.filter(isOffered);
  const place = named(values, marks, "place", "Place of work", places, (each) => [each.name, each.state]);
  if (place || values.place !== undefined) return place;
  if (places.length > 1)
    marks.push({
      kind: "query",
      column: "place",
      text: `Place of work is not said: public holidays go by where the business itself is until then. Known are ${places.map((each) => each.name).join(", ")}.`,
    });
  return places.length === 1 ? places[0] : null;
}

/** What the first pay cannot do without. */
function askForPay(values: Values, marks: PersonMark[]): void {
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
  if (isPermanent(values.basis) && values.weeklyHours === undefined)
    marks.push({
      kind: "stop",
      column: "weeklyHours",
      text: "Hours a week are missing: leave and usual pay follow from them.",
    });
  if (values.account === undefined && (values.bsb !== undefined || values.accountTitle !== undefined))
    marks.push({ kind: "stop", column: "account", text: "The account itself is missing. Type it, or empty the rest." });
}

function detailsOf(values: Values, country: PeopleOfCountry) {
  const address = ["street", "suburb", "postcode"].some((name) => values[name] !== undefined)
    ? {
        line1: values.street ?? "",
        suburb: values.suburb ?? "",
        state: country.hasState ? (values.state ?? "").toUpperCase() : "",
        postcode: values.postcode ?? "",
      }
    : null;
  return {
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
  };
}

const accountOf = (values: Values): object =>
  values.account === undefined
    ? {}
    : {
        bank: {
          parts: [
            {
              bsb: values.bsb ?? "",
              account: values.account,
              title: values.accountTitle ?? `${values.givenName ?? ""} ${values.familyName ?? ""}`.trim().slice(0, 32),
              kind: "rest",
              value: "",
            },
          ],
        },
      };

/** How hours come in, and by what they are paid; nothing where nobody says so. */
function timeOf(values: Values, marks: PersonMark[], agreements: readonly KnownAgreement[]): object {
  const agreement = named(values, marks, "agreement", "Agreement", agreements, (each) => [each.title, each.code]);
  if (values.level !== undefined && values.agreement === undefined)
    marks.push({
      kind: "stop",
      column: "level",
      text: "A level belongs to an agreement. Name it, or empty the level.",
    });
  const level = agreement
    ? named(values, marks, "level", `Level of ${agreement.title}`, agreement.levels, (each) => [each.title, each.key])
    : null;
  if (!agreement && values.timesheet === undefined) return {};
  const use = values.timesheet ?? (isPermanent(values.basis) ? "exceptions" : "all");
  return { time: { agreement: agreement?.code ?? null, classification: level?.key ?? null, use } };
}

function usualPay(values: Values, weeklyHours: string, cycle: Cycle, setUp: BusinessView): Pick<NewPerson, "usualPay"> {
  const usual = usualOfPeriod({ salary: values.salary ?? "", weeklyHours }, cycle);
  const entry = usual && "amount" in usual ? "amount" : "hours";
  const element = setUp.elements.find(
    (each) => each.element === "ordinary" && each.entry === entry && Number(each.percent) === 100 && !each.retired,
  );
  return usual && element ? { usualPay: { lines: [{ elementId: element.id, ...usual }] } } : {};
}
