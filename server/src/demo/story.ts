/** What a story of the demo says: a business, its people, and what happens on which day. The files are made to be changed. */
import type { NewBusiness, NewBusinessNz, NewElement } from "@zesty/contract/business";
import type { NewCost, NewTopUp } from "@zesty/contract/costs";
import type { NewDeparture } from "@zesty/contract/departures";
import type { AnswerLeave, AskLeave } from "@zesty/contract/leave";
import type { NewClosedown } from "@zesty/contract/nz/closedowns";
import type {
  EarlierFacts,
  HolidayFactsRecord,
  KiwiSaverFacts,
  OrdersFacts,
  TaxCodeFacts,
} from "@zesty/contract/nz/people";
import type { NewPerson } from "@zesty/contract/people";
import type { TimeTerms } from "@zesty/contract/time";
import type { DeductionTerms } from "@zesty/core/pay/row";

/** Hours or dollars by code of the pay element; weeks or days of leave with their hours behind a stroke, "0.4/16". */
export type Typed = Record<string, string>;

/** By which agreement somebody is paid, from the first day of work or a later one. */
export type SeedTime = Pick<TimeTerms, "agreement" | "classification" | "use"> & { from?: string };
/** Days as they are typed in the week, by day name; "mon2" is of the second week of a fortnight. */
export type TypedDays = Record<string, string>;

export interface SeedPerson {
  payrollId: string;
  given: string;
  family: string;
  birthDate: string;
  startDate: string;
  basis: string;
  classification: string;
  hourlyRate?: string;
  salary?: string;
  minimumRate?: string;
  weeklyHours: string;
  workPattern?: string[];
  cycle?: string;
  tax: {
    fileNumber?: string;
    numberStatus?: "pending";
    pendingSince?: string;
    taxFreeThreshold: boolean;
    studyLoan: boolean;
    medicareDependants?: number;
    /** a resident where nothing is said */
    residency?: NonNullable<NewPerson["tax"]>["residency"];
    homeCountry?: string;
  };
  fund: string;
  memberNumber: string;
  agreedPercent?: string;
  anyAge?: boolean;
  shares?: { fund: string; memberNumber: string; percent: string }[];
  opening: Record<string, string>;
  /** weeks a year of long service leave; left out where none is kept */
  longService?: string;
  /** per cent of loading on annual leave */
  loading?: string;
  usual: { code: string; hours?: string; amount?: string; terms?: DeductionTerms }[];
  time?: SeedTime;
  email: string;
  street: string;
  state: string;
  postcode: string;
  suburb: string;
  bsb: string;
  account: string;
  costCentre: string | null;
  split?: { code: string; percent: string }[];
}

export interface SeedPersonNz {
  payrollId: string;
  given: string;
  family: string;
  birthDate: string;
  startDate: string;
  basis: string;
  classification: string;
  hourlyRate?: string;
  salary?: string;
  weeklyHours: string;
  workPattern?: string[];
  cycle?: string;
  taxCode: Pick<TaxCodeFacts, "code" | "irdNumber"> & Partial<TaxCodeFacts>;
  kiwiSaver?: Pick<KiwiSaverFacts, "status" | "joined" | "employeeRate"> & Partial<KiwiSaverFacts>;
  orders?: OrdersFacts;
  holidays: Partial<HolidayFactsRecord>;
  earlier?: EarlierFacts[];
  usual: SeedPerson["usual"];
  time?: SeedTime;
  email: string;
  street: string;
  town: string;
  postcode: string;
  account: string;
}

export interface StoryRun {
  cycle: string;
  payday: string;
  hours?: Record<string, Typed>;
  /** the record of time of the period, by person */
  time?: Record<string, TypedDays>;
  /** people whose days are approved; everybody when left out */
  approved?: string[];
  closedown?: NewClosedown;
  /** paid, but its filing left for the bookkeeper to send */
  keepUnfiled?: boolean;
}

/** Leave asked for on a day of the story, and what was answered; without an answer it waits. */
export type SeedLeave = { do: "leave"; kind: string; first: string; last: string } & Partial<
  Pick<AskLeave, "hoursADay" | "inAdvance" | "note"> & AnswerLeave
>;

export type StoryEvent = { on: string; who: string } & (
  | { do: "raise"; hourlyRate: string }
  | { do: "wageDecision"; from: string; minimumRate: string }
  | { do: "newFund"; from: string; fund: string }
  | { do: "moved"; street: string; suburb: string; state: string; postcode: string }
  | { do: "closeAccount" }
  | { do: "openAccount" }
  | { do: "kiwiSaver"; from: string; employeeRate: string }
  | { do: "fringeBenefits"; yearEnd: string; taxable: string; exempt: string }
  | SeedLeave
  | ({ do: "departure" } & Pick<NewDeparture, "lastDay" | "reason" | "pay"> & Partial<NewDeparture>)
);

/** The end of a payroll year: closed with its lines ticked, or opened again to amend a payday and closed once more. */
export interface YearEvent {
  on: string;
  from: string;
  amend?: { payday: string; reason: string };
}

interface StoryBase {
  cycles: NewBusiness["cycle"][];
  elements: NewElement[];
  accounts: { code: string; name: string }[];
  costCentres: { code: string; name: string }[];
  costs: NewCost[];
  /** past paydays, signed off, sent and settled */
  runs: StoryRun[];
  events: StoryEvent[];
  years?: YearEvent[];
  /** the run that is open on the demo's day */
  openRun: Omit<StoryRun, "payday">;
}

export interface StoryAu extends StoryBase {
  country?: "AU";
  business: NewBusiness;
  topUps: (NewTopUp & { people: string[]; enrolledFrom: string })[];
  funds: { name: string; abn: string; usi: string }[];
  people: SeedPerson[];
}
export interface StoryNz extends StoryBase {
  country: "NZ";
  business: NewBusinessNz;
  people: SeedPersonNz[];
}
export type Story = StoryAu | StoryNz;
