/** Long service leave by State and Territory: the main rules of each Act, in outline. */
import type { StateAu } from "../../calendar/states.ts";
import { table } from "../ruleBook.ts";

export const longServiceReasons = [
  "resignation",
  "necessity",
  "redundancy",
  "performance",
  "misconduct",
  "retirement",
  "death",
] as const;
export type LongServiceReason = (typeof longServiceReasons)[number];

/** Averages of weekly ordinary hours, by the weeks that they look back; the whole of the service is nought. */
export type HoursWindow = 52 | 104 | 156 | 260 | 0;

export interface LongServiceRule {
  /** as it is shown and as balances accrue */
  weeksPerYear: string;
  /** exactly: so many weeks for so many years, or one for so many calendar days */
  weeks: number;
  inYears: number;
  inDays: number;
  /** leave may be taken after so many years, and more of it after each so many; nought: at once */
  afterYears: number;
  thenEvery: number;
  /** paid out on leaving from so many years on, before `afterYears` */
  proRataYears: number;
  /** for these reasons */
  proRataFor: LongServiceReason[];
  /** on leaving later: to the day, or completed years alone */
  completedYearsOnly: boolean;
  /** dismissed for serious misconduct later, only full blocks are paid */
  misconductLosesRest: boolean;
  /** weeks of an unpaid absence that count as service, and whether unpaid illness does */
  unpaidWeeksCounted: number;
  illnessCounts: boolean;
  /** the week where hours varied is the greatest of these averages */
  windows: HoursWindow[];
  /** casuals: hours of leave are all ordinary hours divided by so many; nought: by the week as others */
  casualHoursDividedBy: number;
}

export type LongServiceRules = Record<StateAu, LongServiceRule>;

const thirteen = { weeksPerYear: "0.8667", weeks: 13, inYears: 15, inDays: 0, afterYears: 10, thenEvery: 5 };
const plain = {
  ...{ completedYearsOnly: false, misconductLosesRest: false, unpaidWeeksCounted: 0, illnessCounts: false },
  casualHoursDividedBy: 0,
};

export const longServiceRules = table<LongServiceRules>("longServiceRules", "Long service leave", "AU", [
  {
    from: "2024-07-01",
    to: "2027-06-30",
    figures: {
      ACT: {
        ...{ ...thirteen, ...plain, afterYears: 7, thenEvery: 1, proRataYears: 5 },
        proRataFor: ["necessity", "redundancy", "performance", "retirement", "death"],
        windows: [52],
      },
      NSW: {
        ...{ ...thirteen, ...plain, proRataYears: 5, illnessCounts: true },
        proRataFor: ["necessity", "redundancy", "performance", "death"],
        windows: [52, 260],
      },
      NT: {
        ...{ ...thirteen, ...plain, weeksPerYear: "1.3", inYears: 10, proRataYears: 7, misconductLosesRest: true },
        proRataFor: ["necessity", "redundancy", "performance", "retirement", "death"],
        windows: [52],
      },
      QLD: {
        ...{ ...thirteen, ...plain, proRataYears: 7, casualHoursDividedBy: 60 },
        proRataFor: ["necessity", "redundancy", "death"],
        windows: [0],
      },
      SA: {
        ...{ ...thirteen, ...plain, weeksPerYear: "1.3", inYears: 10, thenEvery: 1, proRataYears: 7 },
        ...{ completedYearsOnly: true, illnessCounts: true, misconductLosesRest: true },
        proRataFor: ["resignation", "necessity", "redundancy", "performance", "retirement", "death"],
        windows: [156],
      },
      TAS: {
        ...{ ...thirteen, ...plain, proRataYears: 7, misconductLosesRest: true },
        proRataFor: ["necessity", "redundancy", "performance", "retirement", "death"],
        windows: [52],
      },
      VIC: {
        ...{ ...thirteen, ...plain, inYears: 0, inDays: 420, afterYears: 7, thenEvery: 0, proRataYears: 7 },
        ...{ unpaidWeeksCounted: 52, illnessCounts: true },
        proRataFor: ["resignation", "necessity", "redundancy", "performance", "misconduct", "retirement", "death"],
        windows: [52, 260, 0],
      },
      WA: {
        ...{ ...thirteen, ...plain, proRataYears: 7, misconductLosesRest: true },
        proRataFor: ["resignation", "necessity", "redundancy", "performance", "retirement", "death"],
        windows: [0],
      },
    },
    source: {
      title: "Long service leave Acts of the States and Territories",
      section: "Entitlement and payment on leaving, in outline",
      seen: "from memory",
    },
    standing: "remembered",
    note: "In outline: portable schemes and agreements of some industries have their own rules. Misconduct after the first block (60 to 85 % sure by State), averages of hours (65 to 85 %) and unpaid illness (70 to 80 %) are less sure than the rest.",
  },
]);
