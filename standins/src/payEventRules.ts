/** The agency's rules for a pay event (its own reading; section 3.7 of the formats). Parent errors refuse the message,
 * payee errors refuse that payee only. */
import type { PayEventMessage, PayeeRecord } from "./payEventReader.ts";

export interface Item {
  code: string;
  severity: "ERROR" | "WARNING";
  scope: "MESSAGE" | "PAYEE";
  payrollId?: string;
  path: string;
  text: string;
}

const isDay = (text: string) => /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(Date.parse(`${text}T00:00:00Z`));
const days = (from: string, to: string) =>
  (Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / 86_400_000;
const isAmount = (text: string) => /^\d{1,13}\.\d{2}$/.test(text);
const weighed = (digits: string, weights: number[]) =>
  weights.reduce((total, weight, at) => total + weight * Number(digits[at]), 0);
const abnHolds = (abn: string) =>
  /^\d{11}$/.test(abn) &&
  weighed(String(Number(abn[0]) - 1) + abn.slice(1), [10, 1, 3, 5, 7, 9, 11, 13, 15, 17, 19]) % 89 === 0;
const standIns = ["000000000", "111111111", "333333333", "444444444", "987654321"];
const tfnHolds = (tfn: string) =>
  standIns.includes(tfn) ||
  (/^\d{9}$/.test(tfn) && weighed(tfn, [1, 4, 3, 7, 5, 8, 6, 9, 10]) % 11 === 0) ||
  (/^\d{8}$/.test(tfn) && weighed(tfn, [10, 7, 8, 4, 6, 3, 5, 1]) % 11 === 0);
const postcodes: Record<string, RegExp> = {
  NSW: /^(1|2[0-5]|2[7-9]|26[2-9]|264|265)/,
  ACT: /^(02|26[01]|29)/,
  VIC: /^[38]/,
  QLD: /^[49]/,
  SA: /^5/,
  WA: /^[06]/,
  TAS: /^7/,
  NT: /^0[89]/,
};

/** @param nominated agent numbers that the payer has told the agency of */
export function messageItems(message: PayEventMessage, now: string, nominated: readonly string[] = []): Item[] {
  const items: Item[] = [];
  const add = (code: string, severity: Item["severity"], path: string, text: string) =>
    items.push({ code, severity, scope: "MESSAGE", path, text });
  if (message.version !== "0004" || !["submit", "update"].includes(message.action))
    add("T02", "ERROR", "message", "Version or action is not supported.");
  const { agent } = message;
  if (agent && (!abnHolds(agent.abn) || !/^\d{8}$/.test(agent.number) || !agent.contact))
    add("T03", "ERROR", "intermediary", "The agent's ABN, registered number or contact is missing or fails its check.");
  else if (agent && !nominated.includes(agent.number))
    add("T03", "ERROR", "intermediary", "The payer has not nominated this agent.");
  if (!message.bms || message.bms.length > 200) add("P01", "ERROR", "payer/bmsId", "The BMS identifier is missing.");
  if (message.abn !== "" && message.wpn !== "")
    add("P02", "ERROR", "payer/abn", "The payer has an ABN or a withholding payer number, not both.");
  else if (message.wpn === "" ? !abnHolds(message.abn) : !/^\d{8,9}$/.test(message.wpn))
    add("P02", "ERROR", "payer/abn", "The payer's number fails its check.");
  if (!message.submission) add("P04", "ERROR", "event/submissionId", "The submission ID is missing.");
  if (Date.parse(message.runAt) > Date.parse(now) + 5 * 60_000)
    add("P06", "ERROR", "event/runAt", "The run date and time lies in the future.");
  else if (Date.parse(message.runAt) < Date.parse(now) - 7 * 86_400_000)
    add("P07", "WARNING", "event/runAt", "The run date and time is older than seven days.");
  if (!isDay(message.payDate)) add("P08", "ERROR", "event/payDate", "The pay date is not a date.");
  else {
    const ahead = days(now.slice(0, 10), message.payDate);
    if (message.action === "update" && ahead > 0)
      add("P11", "ERROR", "event/payDate", "The date of an update lies in the future.");
    if (message.action === "submit" && ahead < 0)
      add("P09", "WARNING", "event/payDate", "The event was received after the pay date.");
    if (ahead > 31) add("P10", "ERROR", "event/payDate", "The pay date is more than 31 days ahead.");
  }
  if (message.count !== message.payees.length || message.count < 1)
    add("P12", "ERROR", "event/payeeCount", "The payee record count is wrong.");
  if (message.action === "update") {
    if (message.w1 || message.w2 || message.garnishee || message.childSupport)
      add("P13", "ERROR", "event/w1", "An update carries no payer totals.");
  } else if (
    ![message.w1, message.w2].every(isAmount) ||
    ![message.garnishee, message.childSupport].every((text) => text === "" || isAmount(text))
  )
    add("P13", "ERROR", "event/w1", "Payer totals are missing or not amounts.");
  else if (Number(message.w2) > Number(message.w1)) add("P14", "WARNING", "event/w2", "More is withheld than paid.");
  if (!message.accepted || message.declarations !== 1)
    add(
      "P15",
      "ERROR",
      "declaration",
      "There is to be one declaration, the payer's or the agent's, and it is to be accepted.",
    );
  if (!message.declarer || !isDay(message.declaredOn) || message.declaredOn > now.slice(0, 10))
    add("P16", "ERROR", "declaration", "The declarer is missing, or the declaration is dated in the future.");
  return items;
}

type Add = (code: string, severity: Item["severity"], path: string, text: string) => void;

/** Who somebody is, where they live, and from when to when they are employed. */
function personItems(payee: PayeeRecord, message: PayEventMessage, add: Add): void {
  if (!tfnHolds(payee.tfn)) add("E01", "ERROR", "taxFileNumber", "The tax file number fails its check.");
  if (
    (payee.tfn === "000000000" || payee.tfn === "111111111") &&
    isDay(payee.start) &&
    days(payee.start, message.payDate) > 28
  )
    add("E02", "WARNING", "taxFileNumber", "No tax file number more than 28 days after commencement.");
  if (!payee.payrollId || message.payees.filter((each) => each.payrollId === payee.payrollId).length > 1)
    add("E03", "ERROR", "payrollId", "The payroll ID is missing or used twice.");
  const { previous: before } = payee;
  if (Boolean(before.bms) !== Boolean(before.payrollId))
    add("E04", "ERROR", "previous", "Previous BMS ID and previous payroll ID come together.");
  else if (before.bms && before.bms === message.bms && before.payrollId === payee.payrollId)
    add("E04", "ERROR", "previous", "Previous BMS ID and payroll ID are those of this event.");
  if (!payee.family || !/^[\p{L}' .-]+$/u.test(payee.family) || / {2}/.test(payee.family))
    add("E05", "ERROR", "name", "The family name is missing or holds characters that a name cannot have.");
  if (!isDay(payee.birth) || payee.birth > message.payDate)
    add("E06", "ERROR", "birth", "The birth date is not a real date before the pay date.");
  const { line1, suburb, state, postcode } = payee.address;
  if (!line1 || !suburb || !postcodes[state]) add("E07", "ERROR", "address", "Street, suburb or state is missing.");
  else if (!/^\d{4}$/.test(postcode) || !postcodes[state]?.test(postcode))
    add("E07", "ERROR", "address", `Postcode ${postcode} does not lie in ${state}.`);
  if (!isDay(payee.start) || payee.start > payee.periodEnd)
    add("E08", "ERROR", "employment/start", "The commencement date is not before the end of the period.");
  if (Boolean(payee.end) !== Boolean(payee.cessation) || (payee.end && payee.end < payee.start))
    add("E08", "ERROR", "employment/end", "Cessation date and type come together, not before the commencement.");
  if (payee.cessation && !/^[VIDRFCT]$/.test(payee.cessation))
    add("E08", "ERROR", "employment/end", "The cessation type is not in the list.");
}

/** Kinds of allowances, lump sums and termination payments. */
function kindItems(payee: PayeeRecord, add: Add): void {
  const allowances = payee.incomes.flatMap((each) => each.allowances);
  const lumpSums = payee.incomes.flatMap((each) => each.lumpSums);
  if (allowances.some((each) => (each.type === "OD") !== Boolean(each.detail)))
    add("E17", "ERROR", "allowances", "Allowance OD has a description, the others have none.");
  if (lumpSums.some((each) => !/^[RTBDEW]$/.test(each.type)))
    add("E18", "ERROR", "lumpSums", "A lump sum is of a type that is not in the list.");
  if (lumpSums.some((each) => (each.type === "E") !== /^20\d{2}$/.test(each.detail ?? "")))
    add("E18", "ERROR", "lumpSums", "Lump sum E has a financial year, the others have none.");
  for (const each of payee.incomes.flatMap((one) => one.etp)) {
    if (!/^[ROSPDBNT]$/.test(each.code) || !isDay(each.date) || !each.amounts.every(isAmount))
      add("E19", "ERROR", "etp", "A termination payment lacks its code, its date or an amount.");
    if (!payee.end) add("E19", "WARNING", "etp", "A termination payment without a cessation date.");
  }
}

/** How somebody is employed and taxed, and which incomes that gives. */
function termsItems(payee: PayeeRecord, add: Add): void {
  if (!/^[FPCLVDN]$/.test(payee.basis))
    add("E09", "ERROR", "employment/basis", "The employment basis is not in the list.");
  if (
    !/^(R[TND]|FF|N[AF]|H[RUF]|D[BVZ])[SX][123X][HFX][0-9AX]$/.test(payee.treatment) ||
    (payee.treatment.startsWith("H") && !payee.incomes.some((each) => each.type === "WHM"))
  )
    add("E10", "ERROR", "employment/taxTreatment", "The tax treatment is not a permitted combination.");
  if (payee.periodStart > payee.periodEnd) add("E11", "ERROR", "period", "The period ends before it starts.");
  if (payee.incomes.some((each) => ["WHM", "IAA", "FEI"].includes(each.type) !== /^[a-z]{2}$/.test(each.country)))
    add("E15", "ERROR", "incomeStreams", "Types WHM, IAA and FEI have a country, no other type has one.");
  if (payee.incomes.length === 0 || new Set(payee.incomes.map((each) => each.type)).size < payee.incomes.length)
    add("E16", "ERROR", "incomeStreams", "There is no income stream, or one occurs twice.");
}

const amountsOf = (payee: PayeeRecord) =>
  payee.incomes.flatMap((each) => [
    each.withheld,
    each.gross,
    ...[each.overtime, each.bonus, each.directorFee].filter(Boolean),
  ]);
const listsOf = (payee: PayeeRecord) => [
  ...payee.incomes.flatMap((each) => [each.paidLeave, each.allowances, each.sacrifice, each.lumpSums]),
  payee.deductions,
  payee.super,
  payee.fringeBenefits,
];

function amountItems(payee: PayeeRecord, message: PayEventMessage, add: Add): void {
  const amounts = amountsOf(payee);
  const lists = listsOf(payee);
  if (!amounts.every(isAmount) || !lists.flat().every((each) => isAmount(each.amount)))
    add("E16", "ERROR", "incomeStreams", "An amount is not a decimal of two places.");
  if (payee.fringeBenefits.some((each) => !/^[TX]$/.test(each.type)))
    add("E16", "ERROR", "fringeBenefits", "A fringe benefit is neither taxable nor exempt.");
  if (lists.some((each) => new Set(each.map((one) => `${one.type}${one.detail ?? ""}`)).size < each.length))
    add("E16", "ERROR", "incomeStreams", "A type occurs twice.");
  if (message.payDate >= "2026-07-01" && /^[FPC]$/.test(payee.basis)) {
    const liability = payee.super.find((each) => each.type === "L");
    const earnings = payee.super.find((each) => each.type === "Q");
    if (!liability || !earnings)
      add("E13", "ERROR", "super", "Super liability and qualifying earnings are compulsory from 1 July 2026.");
    else if (
      Math.abs(Number(liability.amount) - Number(earnings.amount) * 0.12) >
      Number(earnings.amount) * 0.0012 + 0.5
    )
      add("E14", "WARNING", "super", "The liability differs from 12 % of qualifying earnings.");
  }
}

/** What the record says against the last one of the year. */
function yearItems(
  payee: PayeeRecord,
  message: PayEventMessage,
  previous: Pick<PayeeRecord, "incomes" | "final"> | undefined,
  add: Add,
): void {
  const sum = (record: Pick<PayeeRecord, "incomes">, of: "withheld" | "gross") =>
    record.incomes.reduce((total, each) => total + Number(each[of]), 0);
  if (previous && (["withheld", "gross"] as const).some((of) => sum(payee, of) < sum(previous, of)))
    add("E20", "WARNING", "incomeStreams", "A year-to-date amount is lower than in the last record.");
  const holdsAmount = [
    ...amountsOf(payee),
    ...listsOf(payee)
      .flat()
      .map((each) => each.amount),
  ].some((each) => Number(each) > 0);
  if (!holdsAmount && !payee.cessation && !payee.final && !previous)
    add("E12", "ERROR", "payee", "The record carries no amount, no cessation, and is not final.");
  if (payee.final && !payee.cessation && message.payDate.slice(5, 7) !== "06")
    add("E21", "WARNING", "final", "The year is final before June, and the employment has not ended.");
  if (previous?.final && !payee.final) add("E21", "WARNING", "final", "The year was final, and is open again.");
}

export function payeeItems(
  payee: PayeeRecord,
  message: PayEventMessage,
  previous: Pick<PayeeRecord, "incomes" | "final"> | undefined,
): Item[] {
  const items: Item[] = [];
  const add: Add = (code, severity, path, text) =>
    void items.push({ code, severity, scope: "PAYEE", payrollId: payee.payrollId, path: `payee/${path}`, text });
  personItems(payee, message, add);
  kindItems(payee, add);
  termsItems(payee, add);
  amountItems(payee, message, add);
  yearItems(payee, message, previous, add);
  return items;
}
