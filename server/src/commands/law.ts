/** `law`: rules that stand beside a pay, from the command line, JSON Lines in, JSON Lines out. */
import { check } from "@zesty/contract/fields";
import { type LawCase, lawCases } from "@zesty/contract/law";
import { longServiceLeave } from "@zesty/core/au/longServiceLeave";
import { payrollTax } from "@zesty/core/au/payrollTax";
import { superCeiling } from "@zesty/core/au/superCeiling";
import { superCharge } from "@zesty/core/au/superCharge";
import { superDueDate } from "@zesty/core/au/superGuarantee";
import { calendarYears } from "@zesty/core/calendar/holidayWindows";
import { holidaysWithClass, placesOf } from "@zesty/core/calendar/placeDays";
import { clockText } from "@zesty/core/calendar/wallClock";
import { sum } from "@zesty/core/quantity/decimal";
import { moneyText } from "@zesty/core/quantity/units";
import { longServiceRules } from "@zesty/core/rulebook/au/longServiceRules";
import { payrollTaxRules } from "@zesty/core/rulebook/au/payrollTaxRules";
import { superGuaranteeRules } from "@zesty/core/rulebook/au/superGuaranteeRules";
import { shippedRuleBook as rules } from "@zesty/core/rulebook/shippedRuleBook";
import { answerLines, refused } from "./jsonLines.ts";

const windows = { last52Weeks: 52, last104Weeks: 104, last156Weeks: 156, last260Weeks: 260, wholeService: 0 } as const;

function longService({ id, hours, ...given }: Extract<LawCase, { what: "longService" }>): object {
  const row = rules.find(longServiceRules, given.lastDay);
  const rule = row?.figures[given.state];
  if (!rule) return refused(id, [{ path: "lastDay", text: "No table of long service leave is known for that day." }]);
  const averages = Object.entries(windows).flatMap(([name, weeks]) => {
    const known = hours[name as keyof typeof windows];
    return known === undefined ? [] : [[weeks, known] as const];
  });
  const found = longServiceLeave(rule, {
    ...given,
    hours:
      hours.constant !== undefined
        ? { constant: hours.constant }
        : hours.ordinaryInAll !== undefined
          ? { inAll: hours.ordinaryInAll }
          : { averages: Object.fromEntries(averages) },
  });
  if ("missing" in found) return refused(id, [{ path: "hours", text: found.missing }]);
  const { countedDays, weeks, hoursAWeek, payable, pay, why } = found;
  return {
    ...{ id, ok: true, countedDays, weeks: weeks.toFixed(5), hoursAWeek: hoursAWeek.toDecimalPlaces(5).toString() },
    ...{ payable, pay: moneyText(pay), why },
  };
}

function placeHolidays({ id, country, place, from, to }: Extract<LawCase, { what: "placeHolidays" }>): object {
  const places = placesOf(country);
  if (!places.includes(place))
    return refused(id, [
      { path: "place", text: `“${place}” is no place that is known. Known are ${places.join(", ")}.` },
    ]);
  if (to < from) return refused(id, [{ path: "to", text: `To lies before from, ${from}. Give a later day.` }]);
  const [first, last] = calendarYears;
  if (Number(from.slice(0, 4)) < first || Number(to.slice(0, 4)) > last)
    return refused(id, [{ path: "from", text: `The calendar runs from ${first} to ${last}. Ask for days in it.` }]);
  const days = holidaysWithClass(country, place, from, to).map(({ date, name, class: of, from: start, to: end }) => ({
    ...{ date, name, class: of },
    ...(start === undefined || end === undefined
      ? {}
      : { from: clockText(start), to: end === 24 * 60 ? "24:00" : clockText(end) }),
  }));
  return { id, ok: true, days };
}

function payrollTaxOf({ id, year, wages, groupWages }: Extract<LawCase, { what: "payrollTax" }>): object {
  const from = `${year.slice(0, 4)}-07-01`;
  const row =
    Number(year.slice(5)) === (Number(year.slice(2, 4)) + 1) % 100 ? rules.find(payrollTaxRules, from) : undefined;
  if (!row)
    return refused(id, [
      { path: "year", text: `No table of payroll tax is known for ${year}. Load it, or ask for 2025-26.` },
    ]);
  const found = Object.entries(payrollTax(row.figures, wages, groupWages));
  return {
    ...{ id, ok: true },
    states: Object.fromEntries(
      found.map(([state, each]) => [state, { deduction: moneyText(each.deduction), tax: moneyText(each.tax) }]),
    ),
    total: moneyText(sum(found.map(([, each]) => each.tax))),
  };
}

const isKnown = (what: unknown): what is LawCase["what"] => typeof what === "string" && Object.hasOwn(lawCases, what);

function result(asked: LawCase): object {
  const { id } = asked;
  if (asked.what === "superCharge") {
    const { days, ...figures } = superCharge(asked);
    const money = Object.entries(figures).map(([name, each]) => [name, moneyText(each.value)]);
    return { id, ok: true, days, ...(Object.fromEntries(money) as object) };
  }
  if (asked.what === "longService") return longService(asked);
  if (asked.what === "placeHolidays") return placeHolidays(asked);
  if (asked.what === "payrollTax") return payrollTaxOf(asked);
  if (asked.what === "superCeiling") {
    const { ceiling, counted, super: owed } = superCeiling(asked);
    return { id, ok: true, ceiling: moneyText(ceiling), counted: moneyText(counted), super: moneyText(owed) };
  }
  const row = rules.find(superGuaranteeRules, asked.payday);
  if (!row)
    return refused(id, [{ path: "payday", text: `No table of super is known for a payday on ${asked.payday}.` }]);
  return {
    ...{ id, ok: true, law: row.figures.due.method },
    due: superDueDate(asked.payday, asked.newEmployee || asked.newFund, rules),
  };
}

await answerLines((raw, id) => {
  const what = (raw as { what?: unknown } | null)?.what;
  if (!isKnown(what))
    return refused(id, [{ path: "what", text: `What is none of ${Object.keys(lawCases).join(", ")}.` }]);
  const checked = check<LawCase>(lawCases[what] as never, raw);
  return "errors" in checked ? refused(id, checked.errors) : result(checked.value);
});
