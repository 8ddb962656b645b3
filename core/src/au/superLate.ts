/**
 * What super that a fund has too late costs, were it received on a day: an estimate, beside the super itself.
 * Set by: Superannuation Guarantee (Administration) Act 1992, from memory. Paydays to 30 June 2026: nominal interest on the
 * shortfall from the quarter's first day to the later of lodging the statement and its due day, and an amount a person.
 * Later paydays: notional earnings and the uplift on them (superCharge.ts); no reduction of the uplift is reckoned with.
 * Example: $3,000.00 of three people for the quarter to 30 June 2026, received 10 August: 10 % of 150 days to 28 August,
 * 123.29, and 3 × 20: 183.29.
 */

import { addDays, addMonths, daysBetween, type IsoDate } from "../calendar/dates.ts";
import { superQuarterAu } from "../calendar/payrollYear.ts";
import { decimal, hundred } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import { dollars, fromCents, moneyText } from "../quantity/units.ts";
import { generalInterestCharge, superLateRules } from "../rulebook/au/superLateRules.ts";
import { isDoubtful, type RuleBook } from "../rulebook/ruleBook.ts";
import { type Figure, figure } from "../working/figure.ts";
import { superCharge } from "./superCharge.ts";

export interface LateContribution {
  cents: number;
  people: number;
  payday: IsoDate;
  due: IsoDate;
  /** when the fund has it, or would */
  received: IsoDate;
}

export interface CostOfLateness {
  law: "quarter" | "payday";
  days: number;
  cost: Figure;
  /** a figure of the rule book that it stands on is not sure */
  doubtful: boolean;
}

/** Interest by the year for each quarter that the span touches. */
function ratesBetween(rules: RuleBook, from: IsoDate, to: IsoDate) {
  const rates: { from: IsoDate; percent: string; doubtful: boolean }[] = [];
  for (let day = from; day <= to; day = addDays(superQuarterAu(day).to, 1)) {
    const row = rules.row(generalInterestCharge, day);
    rates.push({ from: day, percent: row.figures.percent, doubtful: isDoubtful(row.standing) });
  }
  return rates;
}

/** @returns nothing where it is not late @throws MissingRow where the rule book has no rate of a day */
export function costOfLateness(late: LateContribution, rules: RuleBook): CostOfLateness | null {
  const days = daysBetween(late.due, late.received);
  if (days <= 0) return null;
  const row = rules.row(superLateRules, late.payday);
  const shortfall = fromCents(late.cents);
  if (row.figures.law === "quarter") {
    const { interestPercent, perPerson, statementDay } = row.figures;
    const quarter = superQuarterAu(late.payday);
    const statement = `${addMonths(`${quarter.to.slice(0, 7)}-01`, 2).slice(0, 8)}${statementDay}`;
    const end = late.received > statement ? late.received : statement;
    const counted = daysBetween(quarter.from, end) + 1;
    const interest = halfUpToCent(shortfall.times(interestPercent).times(decimal(counted)).div(hundred).div(365));
    const people = decimal(perPerson).times(decimal(late.people));
    return {
      ...{ law: "quarter", days, doubtful: isDoubtful(row.standing) },
      cost: figure("Cost of lateness", interest.plus(people), "money", () => ({
        rule: `Nominal interest of ${interestPercent} % for ${counted === 1 ? "1 day" : `${counted} days`}, and ${dollars(decimal(perPerson))} a person. Overtime counts in the statement, and is not reckoned with here.`,
        formula: `${moneyText(shortfall)} × ${interestPercent} % × ${counted} ÷ 365 + ${late.people} × ${perPerson}`,
      })),
    };
  }
  const rates = ratesBetween(rules, addDays(late.due, 1), late.received);
  const { notionalEarnings, uplift } = superCharge({
    ...{ shortfall: moneyText(shortfall), due: late.due, received: late.received, assessed: null, rates },
    upliftPercent: row.figures.upliftPercent,
  });
  return {
    ...{ law: "payday", days },
    doubtful: isDoubtful(row.standing) || rates.some((each) => each.doubtful),
    cost: figure("Cost of lateness", notionalEarnings.value.plus(uplift.value), "money", () => ({
      rule: "Notional earnings until the fund has it, and the uplift on them where it is received before an assessment",
      parts: [notionalEarnings, uplift],
    })),
  };
}
