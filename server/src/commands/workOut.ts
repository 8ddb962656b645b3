/** `work-out`: the core from the command line, JSON Lines in, JSON Lines out. Loads neither Express nor the store. */
import { check } from "@zesty/contract/fields";
import { type WorkOutCaseNz, workOutCaseNz } from "@zesty/contract/nz/workOut";
import { type WorkOutCase, workOutCase } from "@zesty/contract/workOut";
import { examinePay, missingTables } from "@zesty/core/au/checks/examine";
import { workOut } from "@zesty/core/au/pay/workOut";
import type { Mark } from "@zesty/core/checks/mark";
import { snapshotOf } from "@zesty/core/countries/countries";
import { sentenceOf } from "@zesty/core/countries/marks";
import { examinePayNz, missingTablesNz } from "@zesty/core/nz/checks/examine";
import type { WorkedPayNz } from "@zesty/core/nz/pay/worked";
import { workOutNz } from "@zesty/core/nz/pay/workOut";
import { hoursText, moneyText } from "@zesty/core/quantity/units";
import { shippedRuleBook as rules } from "@zesty/core/rulebook/shippedRuleBook";
import type { Figure, Working } from "@zesty/core/working/figure";
import { answerLines, refused } from "./jsonLines.ts";

const withWorking = process.argv.includes("--working");
const money = (figure: Figure) => moneyText(figure.value);
const moneys = (figures: Record<string, Figure | undefined>): Record<string, string> =>
  Object.fromEntries(Object.entries(figures).flatMap(([name, figure]) => (figure ? [[name, money(figure)]] : [])));

function resultNz({ id, ...input }: WorkOutCaseNz): object {
  const worked = workOutNz(input, rules);
  const { parts, kiwiSaver, holidayPayWithPay } = worked;
  const notNil = (figure: Figure) => (figure.value.isZero() ? undefined : figure);
  return {
    id,
    ok: true,
    gross: money(worked.gross),
    taxable: money(worked.taxable),
    net: money(worked.net),
    withheld: money(worked.withheld),
    parts: moneys({
      incomeTax: parts.incomeTax,
      accLevy: parts.accLevy,
      extraPay: notNil(parts.extraPay),
      givingCredit: notNil(parts.givingCredit),
      studentLoan: input.person.taxCode.toUpperCase().includes("SL") ? parts.studentLoan : undefined,
      childSupport: input.person.childSupport ? parts.childSupport : undefined,
    }),
    deductions: moneys({ afterTax: worked.afterTax }),
    ...(input.person.kiwiSaver ? { kiwiSaver: moneys({ ...kiwiSaver }) } : {}),
    ...(holidayPayWithPay ? { holidayPayWithPay: money(holidayPayWithPay) } : {}),
    marks: examinePayNz({ input, worked }, rules).map(spoken),
    ...(withWorking ? { working: workingsNz(worked) } : {}),
  };
}

const spoken = (mark: Mark) => ({ kind: mark.kind, code: mark.code, text: sentenceOf(mark) });

const workingsNz = (worked: WorkedPayNz): Record<string, Working> =>
  Object.fromEntries(
    Object.entries({
      gross: worked.gross,
      taxable: worked.taxable,
      withheld: worked.withheld,
      net: worked.net,
      ...worked.parts,
      ...worked.kiwiSaver,
      ...(worked.holidayPayWithPay ? { holidayPayWithPay: worked.holidayPayWithPay } : {}),
    }).map(([name, each]) => [name, each.working()]),
  );

function result({ id, ...input }: WorkOutCase): object {
  const worked = workOut(input, rules);
  const has = (...elements: string[]) => input.lines.some((line) => elements.includes(line.element));
  const leaving = has("etp", "redundancy");
  const { lumpSums, etp } = worked;
  return {
    id,
    ok: true,
    gross: money(worked.gross),
    taxable: money(worked.taxable),
    net: money(worked.net),
    withheld: money(worked.withheld),
    parts: moneys({
      regular: worked.parts.regular,
      studyLoan: input.person.tax.studyLoan ? worked.parts.studyLoan : undefined,
      bonus:
        has("bonus", "backPay", "commission") || !worked.parts.bonus.value.isZero() ? worked.parts.bonus : undefined,
      unusedLeave: has("unusedLeave") ? worked.parts.unusedLeave : undefined,
      etp: leaving ? worked.parts.etp : undefined,
      returnToWork: has("returnToWork") ? worked.parts.returnToWork : undefined,
    }),
    deductions: moneys({ ...worked.deductions }),
    super: moneys({
      base: worked.super.base,
      guarantee: worked.super.guarantee,
      sacrificed: worked.super.sacrificed,
      reportable: worked.super.reportable,
    }),
    ...(Object.keys(lumpSums).length > 0 ? { lumpSums: moneys(lumpSums) } : {}),
    ...(etp && leaving ? { etp: moneys({ taxable: etp.taxable, withheld: etp.withheld }) } : {}),
    leave: Object.fromEntries(Object.entries(worked.leave).map(([kind, hours]) => [kind, hoursText(hours.value)])),
    marks: examinePay({ input, worked }, rules).map(spoken),
    ...(withWorking ? { working: snapshotOf(worked).workings } : {}),
  };
}

function answerAu(id: unknown, raw: unknown): object {
  const checked = check(workOutCase, raw);
  if ("errors" in checked) return refused(id, checked.errors);
  const missing = missingTables(checked.value.payday, rules);
  if (missing.length > 0)
    return refused(
      id,
      missing.map((mark) => ({ path: "payday", text: sentenceOf(mark) })),
    );
  return result(checked.value);
}

function answerNz(id: unknown, raw: unknown): object {
  const checked = check(workOutCaseNz, raw);
  if ("errors" in checked) return refused(id, checked.errors);
  const missing = missingTablesNz(checked.value.payday, rules);
  if (missing.length > 0)
    return refused(
      id,
      missing.map((mark) => ({ path: "payday", text: sentenceOf(mark) })),
    );
  return resultNz(checked.value);
}

const answers: Record<string, typeof answerAu> = { AU: answerAu, NZ: answerNz };

/** A case that names no country, or none that is known, is told so by the first one's check. */
await answerLines((raw, id) => {
  const code = String((raw as { country?: unknown } | null)?.country);
  return (Object.hasOwn(answers, code) ? (answers[code] ?? answerAu) : answerAu)(id, raw);
});
