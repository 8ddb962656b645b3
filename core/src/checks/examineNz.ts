/** The marks that a New Zealand pay alone can show, with their sentences. */
import { completedYears } from "../calendar/dates.ts";
import type { PayInputNz } from "../pay/payInputNz.ts";
import type { WorkedPayNz } from "../pay/workOutNz.ts";
import { decimal, decimalOrZero, hundred } from "../quantity/decimal.ts";
import { deductionRatesNz } from "../rulebook/nz/deductionRatesNz.ts";
import { tablesNz } from "../rulebook/nz/index.ts";
import { minimumWageNz } from "../rulebook/nz/minimumWageNz.ts";
import type { RuleBook } from "../rulebook/ruleBook.ts";
import { dollars } from "./check.ts";
import type { MarkKind } from "./mark.ts";

export interface MarkNz {
  kind: MarkKind;
  code: string;
  text: string;
}

type CheckNz = (input: PayInputNz, worked: WorkedPayNz, rules: RuleBook) => MarkNz[];

/** Tables that a payday needs and the rule book lacks. */
export const missingTablesNz = (payday: string, rules: RuleBook): { title: string }[] =>
  tablesNz.filter((table) => !rules.find<unknown>(table, payday));

const noHours: CheckNz = ({ lines }, worked) =>
  worked.lines.every((line) => line.amount.value.isZero()) && lines.every((line) => decimalOrZero(line.hours).isZero())
    ? [{ kind: "stop", code: "noHours", text: "No hours or pay in this row." }]
    : [];

const netBelowZero: CheckNz = (_input, { net }) =>
  net.value.isNegative()
    ? [
        {
          kind: "stop",
          code: "netBelowZero",
          text: `Net pay is ${dollars(net.value)}. Deductions are larger than what is left to pay.`,
        },
      ]
    : [];

const noNotification: CheckNz = ({ person }, { gross }) =>
  person.taxCode.trim().toUpperCase() === "ND" && gross.value.gt(0)
    ? [
        {
          kind: "query",
          code: "noNotification",
          text: "No tax code form or IRD number: taxed at the no-notification rate. Ask for them before the next pay.",
        },
      ]
    : [];

const noRate: CheckNz = ({ person }) =>
  person.taxCode.trim().toUpperCase().startsWith("STC") && person.specialRate === undefined
    ? [
        {
          kind: "stop",
          code: "noSpecialRate",
          text: "The rate of the tailored certificate is missing. Type it as the certificate has it.",
        },
      ]
    : [];

/** The lowest rate is the table's; a lower one needs what Inland Revenue granted. */
const kiwiSaverRate: CheckNz = ({ person, payday }, _worked, rules) => {
  const { kiwiSaver: rates } = rules.row(deductionRatesNz, payday).figures;
  const rate = person.kiwiSaver?.employeeRate;
  if (person.kiwiSaver?.status !== "member" || rate === undefined) return [];
  if (rates.employeeRates.some((each) => decimal(each).eq(rate))) return [];
  const temporary = rates.temporaryPercent !== null && decimal(rates.temporaryPercent).eq(rate);
  return [
    {
      kind: temporary ? "query" : "stop",
      code: "kiwiSaverRate",
      text: temporary
        ? `${rate} % is right only with a temporary reduction from Inland Revenue; else it is ${rates.defaultPercent} %.`
        : `${rate} % is no KiwiSaver rate. Choose ${rates.employeeRates.join(", ")} %.`,
    },
  ];
};

const notEnrolled: CheckNz = ({ person, payday }, { gross }) => {
  const age = completedYears(person.birthDate, payday);
  const automatic = !["CAE", "EDW", "NSW", "WT"].includes(person.taxCode.trim().toUpperCase());
  return person.kiwiSaver === undefined && automatic && age >= 18 && age < 65 && gross.value.gt(0)
    ? [
        {
          kind: "query",
          code: "kiwiSaverUnknown",
          text: "No KiwiSaver status is set. A new employee from 18 to 64 is enrolled unless exempt.",
        },
      ]
    : [];
};

/** Holidays Act 2003, s 28: only casuals and fixed terms under a year may have 8 % with each pay. */
const eightPercent: CheckNz = ({ person }) =>
  person.holidayPayWithPay === true && person.basis !== "casual"
    ? [
        {
          kind: "query",
          code: "eightPercent",
          text: "8 % with each pay is lawful only for work so irregular that holidays cannot be taken, or a fixed term under a year.",
        },
      ]
    : [];

const supportCut: CheckNz = ({ person }, { parts }) =>
  person.childSupport && parts.childSupport.value.lt(person.childSupport.amount)
    ? [
        {
          kind: "note",
          code: "childSupportCut",
          text: `Child support is ${dollars(parts.childSupport.value)} instead of ${dollars(decimal(person.childSupport.amount))}: the protected part of net pay stays. File it with reason P.`,
        },
      ]
    : [];

const belowMinimum: CheckNz = ({ lines, person, payday }, _worked, rules) => {
  const { adult, adultAge } = rules.row(minimumWageNz, payday).figures;
  if (completedYears(person.birthDate, payday) < Number(adultAge)) return [];
  const low = lines.find(
    (line) =>
      line.element === "ordinary" &&
      line.rate !== undefined &&
      decimal(line.rate)
        .times(line.percent ?? "100")
        .div(hundred)
        .lt(adult),
  );
  return low
    ? [
        {
          kind: "stop",
          code: "belowMinimum",
          text: `The rate of ${dollars(decimal(low.rate ?? "0"))} an hour is below the adult minimum of ${dollars(decimal(adult))}. Right only at a starting-out or training rate.`,
        },
      ]
    : [];
};

const doubtful: CheckNz = ({ payday }, { gross }, rules) =>
  gross.value.isZero()
    ? []
    : tablesNz.flatMap((table): MarkNz[] => {
        const row = rules.find<unknown>(table, payday);
        return !row || row.standing === "published"
          ? []
          : [
              {
                kind: "note",
                code: "derivedTable",
                text: `Worked out with a table that is ${row.standing}: ${table.title}.`,
              },
            ];
      });

const checks: readonly CheckNz[] = [
  noHours,
  netBelowZero,
  noRate,
  kiwiSaverRate,
  belowMinimum,
  noNotification,
  notEnrolled,
  eightPercent,
  supportCut,
  doubtful,
];
const order = { stop: 0, query: 1, note: 2 } as const;

export const examinePayNz = (input: PayInputNz, worked: WorkedPayNz, rules: RuleBook): MarkNz[] =>
  checks.flatMap((check) => check(input, worked, rules)).sort((a, b) => order[a.kind] - order[b.kind]);
