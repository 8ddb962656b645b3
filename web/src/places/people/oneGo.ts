/** One new person on one page: which columns of a sheet of people stand together, and in which words their choices are. */

import type { CountryCode } from "@zesty/core/countries/countries";
import { peopleColumnsIn } from "@zesty/core/countries/peopleColumns";
import type { PersonCells, PersonColumn } from "@zesty/core/hoursSheet/peopleSheet";

interface Part {
  key: string;
  title: string;
  names: readonly string[];
  about?: string;
}
export interface OneGoPart extends Omit<Part, "names"> {
  columns: readonly PersonColumn[];
}

const parts = (saving: string): readonly Part[] => [
  { key: "who", title: "Who", names: ["givenName", "familyName", "birthDate", "startDate", "payrollId"] },
  {
    ...{ key: "work", title: "Work and pay" },
    names: ["basis", "cycle", "weeklyHours", "hourlyRate", "salary", "classification", "place", "costCentre"],
  },
  { key: "hours", title: "Hours", names: ["timesheet", "agreement", "level"] },
  {
    ...{ key: "tax", title: "Tax" },
    names: ["fileNumber", "threshold", "studyLoan", "residency", "homeCountry", "irdNumber", "taxCode"],
  },
  {
    ...{ key: "saving", title: saving },
    names: ["fund", "memberNumber", "kiwiSaver", "kiwiSaverRate", "withPay"],
  },
  { key: "bank", title: "Paid into", names: ["bsb", "account", "accountTitle"] },
  { key: "reach", title: "Where to reach them", names: ["email", "phone", "street", "suburb", "state", "postcode"] },
  {
    ...{ key: "leave", title: "Leave so far" },
    names: ["annualLeave", "personalLeave", "annualWeeks", "sickDays", "alternativeDays"],
    about: "From an earlier system, on the day they are added. Empty where they begin with nothing.",
  },
];

const permanent = (basis: string | undefined): boolean => basis === "full-time" || basis === "part-time";

/** What is asked only where something else was said. */
const askedWhere: Record<string, (cells: PersonCells) => boolean> = {
  homeCountry: ({ residency }) => residency === "working-holiday",
  level: ({ agreement }) => Boolean(agreement),
  withPay: ({ basis }) => !permanent(basis),
  kiwiSaverRate: ({ kiwiSaver }) => kiwiSaver === "member" || kiwiSaver === "new",
  threshold: ({ basis }) => basis !== "contractor",
  studyLoan: ({ basis }) => basis !== "contractor",
};

/** One of one is not asked, nor one of none. */
const isChoice = (name: string, choices: readonly unknown[] | undefined): boolean =>
  choices === undefined || choices.length > (["cycle", "place"].includes(name) ? 1 : 0);

/** @param saving what is put aside, as a title @param choices columns that are chosen from the set-up */
export function partsOf(
  country: CountryCode,
  saving: string,
  cells: PersonCells,
  choices: Readonly<Record<string, readonly unknown[]>>,
): OneGoPart[] {
  const columns = new Map(peopleColumnsIn(country).map((each) => [each.name, each]));
  return parts(saving).flatMap(({ names, ...part }) => {
    const own = names.flatMap((name) => {
      const column = columns.get(name);
      const isAsked = (askedWhere[name]?.(cells) ?? true) && isChoice(name, choices[name]);
      return column && isAsked ? [column] : [];
    });
    const isOut = part.key === "leave" && cells.basis === "contractor";
    return own.length === 0 || isOut ? [] : [{ ...part, columns: own }];
  });
}

/** What was typed and is not asked any more is not sent. */
export const askedCells = (cells: PersonCells, shown: readonly OneGoPart[]): PersonCells => {
  const names = new Set([...shown.flatMap((part) => part.columns.map((each) => each.name)), "cycle"]);
  return Object.fromEntries(Object.entries(cells).filter(([name, text]) => names.has(name) && text.trim() !== ""));
};

/** Words of choices; `blank` where nothing is chosen. */
export const choiceWordsOf: Record<string, Record<string, string>> = {
  residency: { blank: "resident", foreign: "foreign resident", "working-holiday": "working holiday maker" },
  place: { blank: "the first of Set-up" },
  timesheet: {
    blank: "typed in the run",
    all: "a timesheet: every hour",
    exceptions: "a timesheet: what differs from the week",
    record: "a timesheet for the record: usual pay is paid",
  },
  kiwiSaver: {
    blank: "not known yet: marked until it is",
    new: "new to it: enrolled on starting",
    member: "is a member already",
    exempt: "exempt: under 18, from 65 on, or not living here",
    "opted-out": "opted out",
  },
};

/** Numbers of the tax office, accounts and birth dates are kept in nobody's browser. */
export const isSecret = ({ path }: PersonColumn): boolean => /fileNumber|irdNumber|bank\.parts|birthDate/.test(path);
