/** What the Holidays Act leaves to evidence that only a person has: asked beside the pay, never guessed. */

import { dollars, inRun, person } from "../../checks/check.ts";
import type { Mark } from "../../checks/mark.ts";
import { decimal, decimalOrZero, hundred } from "../../quantity/decimal.ts";
import { holidayRules } from "../../rulebook/nz/holidayRules.ts";
import type { RuleBook } from "../../rulebook/ruleBook.ts";
import { averageWeeklyEarnings } from "../averageWeeklyEarnings.ts";
import { holidaysAfter } from "../finalHolidayPay.ts";
import { ordinaryWeeklyPay } from "../ordinaryWeeklyPay.ts";
import { leaveKindNz } from "../pay/elements.ts";
import type { PayLineNz } from "../pay/input.ts";
import type { WorkedRowNz } from "../pay/row.ts";

type HolidayCheck = (row: WorkedRowNz, rules: RuleBook) => Mark[];

const isByWeek = ({ element, leave }: PayLineNz): boolean =>
  element === "cashUp" || (leave === "annual" && (element === "leaveTaken" || element === "unusedLeave"));
const takesWeeks = ({ input }: WorkedRowNz): boolean =>
  input.lines.some((line) => isByWeek(line) && !decimalOrZero(line.units).isZero());

/** House convention: a fiftieth of the week is not worth a question. */
const tolerance = "1.02";

/**
 * Regular commission, overtime and allowances belong into ordinary weekly pay (s 8(1)(b)); here they are those of the
 * usual pay. Whether what the last weeks had beyond it is regular, only a person can say.
 */
const regularBeyondUsual: HolidayCheck = (row) => {
  const { holidays, facts } = row.context;
  if (!takesWeeks(row) || holidays.varies || holidays.averageOnly) return [];
  const counted = ordinaryWeeklyPay(holidays).value;
  const usual = counted.plus(decimalOrZero(facts.usualOvertime));
  const lately = ordinaryWeeklyPay({ ...holidays, varies: true, agreedWeek: null }).value;
  const seen = lately.gt(usual) ? lately : usual;
  const paid = averageWeeklyEarnings(holidays).value;
  const greater = paid.gt(counted) ? paid : counted;
  return seen.gt(greater.times(tolerance))
    ? [
        {
          kind: "query",
          code: "regularBeyondUsual",
          facts: { counted: dollars(counted), seen: dollars(seen) },
          mend: person("holidays"),
        },
      ]
    : [];
};

/** Nobody knows on which day weeks that were brought along arose; those from before parental leave are paid otherwise. */
const openingAroundParental: HolidayCheck = (row) =>
  takesWeeks(row) && row.context.facts.openingAroundParental && row.context.holidays.averageWeeks !== undefined
    ? [
        {
          kind: "query",
          code: "openingAroundParental",
          facts: { weeks: decimal(row.context.facts.openingAroundParental).toString() },
          mend: person("holidays"),
        },
      ]
    : [];

/** A week that varies says nothing of which days after the end would have been worked (s 40). */
const holidaysAfterUnknown: HolidayCheck = ({ context, input }) => {
  const { endDate, province } = context.facts;
  const { varies, pattern } = context.holidays;
  const left = input.lines.find((line) => line.element === "unusedLeave" && line.leave === "annual");
  if (endDate === null || !varies || pattern !== null || !left?.units) return [];
  if (input.lines.some((line) => line.element === "unusedLeave" && line.leave === "publicHoliday")) return [];
  const names = holidaysAfter(endDate, left.units, province, context.holidays).map((each) => each.name);
  return names.length === 0
    ? []
    : [{ kind: "query", code: "holidaysAfterUnknown", facts: { names: names.join(", ") }, mend: inRun }];
};

/** 8 % with each pay beyond a year of regular work does not take the four weeks away (s 28(4)). */
const eightPercentEnded: HolidayCheck = ({ context, worked }) => {
  const ended = context.facts.eightPercentEnded;
  return ended && worked.gross.value.gt(0)
    ? [{ kind: "query", code: "eightPercentEnded", facts: { until: ended }, mend: person("holidays") }]
    : [];
};

/** Whoever changes to 8 % with each pay has had neither it nor four weeks for what was earned since the last entitlement. */
const eightPercentBegan: HolidayCheck = ({ context, input, worked }, rules) => {
  const began = context.facts.eightPercentBegan;
  if (!began || !worked.gross.value.gt(0)) return [];
  const { percent } = rules.row(holidayRules, input.payday).figures;
  const owed = decimal(began.gross).times(percent).div(hundred);
  return [
    {
      kind: "query",
      code: "eightPercentBegan",
      facts: { from: began.from, since: began.since, gross: dollars(decimal(began.gross)), owed: dollars(owed) },
      mend: person("holidays"),
    },
  ];
};

const weeksGoBack: HolidayCheck = ({ context }) => {
  const back = context.facts.weeksGoBack;
  return back ? [{ kind: "query", code: "weeksGoBack", facts: back, mend: person("holidays") }] : [];
};

/** Unpaid leave beyond a week moves the anniversary; kinds of it that are continuous employment do not (s 16(2)). */
const unpaidMoves: HolidayCheck = ({ input }) => {
  const weeks = input.lines
    .filter((line) => line.element === "leaveTaken" && leaveKindNz(line.leave)?.moves === true)
    .reduce((total, line) => total.plus(decimalOrZero(line.units)), decimal(0));
  return weeks.gte(1)
    ? [
        {
          kind: "query",
          code: "unpaidMoves",
          facts: { weeks: weeks.toDecimalPlaces(2).toString() },
          mend: person("holidays"),
        },
      ]
    : [];
};

export const holidayChecks: readonly HolidayCheck[] = [
  regularBeyondUsual,
  openingAroundParental,
  holidaysAfterUnknown,
  eightPercentEnded,
  eightPercentBegan,
  weeksGoBack,
  unpaidMoves,
];
