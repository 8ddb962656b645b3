/**
 * A New Zealand payslip as data. No law asks for one with every pay today; this one carries what the wages and time
 * record (Employment Relations Act 2000, s 130) and the holiday and leave record (Holidays Act 2003, s 81) need to show.
 */

import { dateWords, type IsoDate } from "../../calendar/dates.ts";
import { alikeAsOne, leftNote, type PayslipLine, toReceiver } from "../../documents/slip.ts";
import { type Decimal, decimal } from "../../quantity/decimal.ts";
import { centsText, counted, moneyText, rateText } from "../../quantity/units.ts";
import type { Working } from "../../working/figure.ts";
import { leaveUnitNz, leaveWordsNz } from "../pay/elements.ts";
import { shownLinesNz, unitOf } from "../pay/snapshot.ts";
import type { WorkedPayNz } from "../pay/worked.ts";

export interface PayslipNz {
  country: "NZ";
  employer: { name: string; ird: string; address?: string | undefined };
  employee: { name: string; payrollId: string; classification: string | null; taxCode: string };
  period: { start: IsoDate; end: IsoDate };
  payday: IsoDate;
  earnings: PayslipLine[];
  reimbursements: PayslipLine[];
  deductions: PayslipLine[];
  gross: string;
  /** PAYE with the earners' levy */
  withheld: string;
  net: string;
  kiwiSaver: { name: string; amount: string; yearToDate: string }[];
  paidTo: { title: string; account: string; amount: string }[];
  leave: { kind: string; unit: "weeks" | "days"; taken: string; balance: string }[];
  /** the balances are true on this day, this pay included */
  leaveAsAt: IsoDate;
  yearToDate: { gross: string; withheld: string; net: string };
  message: string | null;
}

export interface PayslipFactsNz {
  employer: PayslipNz["employer"];
  employee: PayslipNz["employee"];
  period: PayslipNz["period"];
  payday: IsoDate;
  worked: WorkedPayNz;
  /** sums of the year from 1 April with this pay, by fact code */
  yearToDate: ReadonlyMap<string, number>;
  paidTo: PayslipNz["paidTo"];
  /** balances after this pay by kind */
  balances: Record<string, Decimal>;
  taken: Record<string, Decimal>;
  kiwiSaverRate: string | null;
  /** who each deduction is paid to, by code of the pay element */
  receivers?: ReadonlyMap<string, string>;
  message: string | null;
}

const violenceLeave = "familyViolence";

/** "at average weekly earnings": which side of the comparison a holiday was paid by. */
function basisOf(working: Working): string | null {
  const rate = working.parts?.[0];
  if (rate?.label === "Rate of annual holidays")
    return rate.rule?.includes("average") ? "average weekly earnings" : "ordinary weekly pay";
  if (working.rule?.startsWith("Daily pay varies")) return "average daily pay";
  return working.rule?.startsWith("Relevant daily pay") ? "relevant daily pay" : null;
}

export function payslipNz(facts: PayslipFactsNz): PayslipNz {
  const { worked, yearToDate } = facts;
  const sum = (code: string) => centsText(yearToDate.get(code) ?? 0);
  const shown = alikeAsOne(shownLinesNz(worked).filter((each) => !each.amount.value.isZero()));
  const lines = (sides: readonly string[]): PayslipLine[] =>
    shown
      .filter((each) => sides.includes(each.side))
      .map(({ name, code, amount, line }) => {
        const basis = line?.units === undefined ? null : basisOf(amount.working());
        const hidden = line?.leave === violenceLeave;
        const units = line?.units === undefined ? "" : `, ${counted(decimal(line.units).toString(), unitOf(line))}`;
        const rate =
          line?.rate === undefined
            ? null
            : decimal(line.rate)
                .times(line.percent ?? "100")
                .div(100);
        return {
          // Confidential (s 72I): a slip can be seen at home.
          name: hidden
            ? `Paid leave${units}`
            : `${name}${toReceiver(facts.receivers?.get(code))}${leftNote(line?.upTo, amount.value)}${units}${basis ? ` at ${basis}` : ""}${line?.corrects ? `, correction of ${dateWords(line.corrects)}` : ""}`,
          hours: line?.hours === undefined || line.rate === undefined ? null : decimal(line.hours).toFixed(2),
          rate: rate === null ? null : rateText(rate),
          amount: moneyText(amount.value),
          yearToDate: sum(`line:${code}`),
        };
      });
  const deduction = (name: string, amount: Decimal, code: string): PayslipLine[] =>
    amount.isZero() ? [] : [{ name, hours: null, rate: null, amount: moneyText(amount), yearToDate: sum(code) }];
  const { parts, kiwiSaver } = worked;
  const part = (name: string, amount: Decimal, code: string) =>
    amount.isZero() ? [] : [{ name, amount: moneyText(amount), yearToDate: sum(code) }];
  return {
    country: "NZ",
    employer: facts.employer,
    employee: facts.employee,
    period: facts.period,
    payday: facts.payday,
    earnings: lines(["earnings", "extra"]),
    reimbursements: lines(["reimbursement"]),
    deductions: [
      ...deduction("PAYE with ACC levy", worked.withheld.value, "withheld"),
      ...deduction("Child support", parts.childSupport.value, "childSupport"),
      ...deduction("Student loan", parts.studentLoan.value, "studentLoan"),
      ...deduction("Student loan, ordered by Inland Revenue", parts.slcir.value, "slcir"),
      ...deduction("Student loan, chosen", parts.slbor.value, "slbor"),
      ...deduction(
        `KiwiSaver${facts.kiwiSaverRate ? ` ${facts.kiwiSaverRate} %` : ""}`,
        kiwiSaver.employee.value,
        "kiwiSaver",
      ),
      ...lines(["deduction", "donation"]),
    ],
    gross: moneyText(worked.gross.value),
    withheld: moneyText(worked.withheld.value),
    net: moneyText(worked.net.value),
    kiwiSaver: [
      ...part("From the employer", kiwiSaver.employerGross.value, "kiwiSaverEmployer"),
      ...part("its tax (ESCT)", kiwiSaver.esct.value, "esct"),
      ...part("to your scheme", kiwiSaver.employerNet.value, "kiwiSaverNet"),
    ],
    paidTo: facts.paidTo,
    leave: Object.entries(facts.balances)
      .filter(([kind]) => kind !== violenceLeave)
      .map(([kind, balance]) => ({
        kind: leaveWordsNz(kind),
        unit: leaveUnitNz(kind),
        taken: (facts.taken[kind] ?? decimal(0)).toDecimalPlaces(2).toString(),
        balance: balance.toDecimalPlaces(2).toString(),
      })),
    leaveAsAt: facts.period.end,
    yearToDate: { gross: sum("gross"), withheld: sum("withheld"), net: sum("net") },
    message: facts.message,
  };
}
