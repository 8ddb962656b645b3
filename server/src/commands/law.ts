/** `law`: rules that stand beside a pay, from the command line, JSON Lines in, JSON Lines out. */
import { check } from "@zesty/contract/fields";
import { type LawCase, lawCases } from "@zesty/contract/law";
import { longServiceLeave } from "@zesty/core/au/longServiceLeave";
import { superCeiling } from "@zesty/core/au/superCeiling";
import { superCharge } from "@zesty/core/au/superCharge";
import { superDueDate } from "@zesty/core/au/superGuarantee";
import { moneyText } from "@zesty/core/quantity/units";
import { longServiceRules } from "@zesty/core/rulebook/au/longServiceRules";
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

const isKnown = (what: unknown): what is LawCase["what"] => typeof what === "string" && Object.hasOwn(lawCases, what);

function result(asked: LawCase): object {
  const { id } = asked;
  if (asked.what === "superCharge") {
    const { days, ...figures } = superCharge(asked);
    const money = Object.entries(figures).map(([name, each]) => [name, moneyText(each.value)]);
    return { id, ok: true, days, ...(Object.fromEntries(money) as object) };
  }
  if (asked.what === "longService") return longService(asked);
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
