/** Dues of an Australian employer: super to funds with its data, PAYG withholding to the tax office. */

import { isAbn } from "@zesty/core/au/abn";
import { isAccountNumber, isBsb } from "@zesty/core/au/bankAccount";
import {
  type Contribution,
  ContributionFault,
  contributionFaults,
  contributionRows,
} from "@zesty/core/au/documents/contributionsFile";
import { costOfLateness } from "@zesty/core/au/superLate";
import { isBusinessDayAu, rollForwardAu } from "@zesty/core/calendar/businessDays";
import { addDays, type IsoDate } from "@zesty/core/calendar/dates";
import { decimal } from "@zesty/core/quantity/decimal";
import { splitCents } from "@zesty/core/quantity/split";
import { toCents } from "@zesty/core/quantity/units";
import { superLateRules } from "@zesty/core/rulebook/au/superLateRules";
import { MissingRow } from "@zesty/core/rulebook/ruleBook";
import { stringify } from "csv-stringify/sync";
import { eq, inArray } from "drizzle-orm";
import type { Contributed, DuesOfCountry, OpenPart } from "../dues/duesOfCountry.ts";
import type { Context } from "../ground/context.ts";
import { places } from "../store/crypt.ts";
import { datedRecords } from "../store/dated.ts";
import { fund, person, superChoice } from "../store/schema.ts";
import { paymentFileAu } from "./paymentFile.ts";

/** Days that a clearing house needs to carry money and data to a fund, with one to spare. Common practice, no source. */
const routeDays = 3;

function businessDaysBefore(date: IsoDate, days: number): IsoDate {
  let day = date;
  for (let left = days; left > 0; ) {
    day = addDays(day, -1);
    if (isBusinessDayAu(day)) left -= 1;
  }
  return day;
}

export const duesAu: DuesOfCountry = {
  receivers: [
    { receiver: "clearingHouse", title: "Clearing house for super", kinds: ["super"] },
    { receiver: "taxOffice", title: "Tax office, PAYG withholding", kinds: ["withholding"] },
  ],
  accountFault: (bsb, account) =>
    isBsb(bsb) && isAccountNumber(account) ? null : "Give a BSB of six digits, and an account number of at most nine.",
  accountOf: (kind, postings) =>
    kind === "super"
      ? postings.superPayable
      : kind === "deduction"
        ? postings.deductionsPayable
        : postings.withholdingPayable,
  bankDay: rollForwardAu,
  sendBy: (kind, due) => (kind === "super" ? businessDaysBefore(due, routeDays) : null),
  file: (context, of, lines) =>
    paymentFileAu(
      context,
      of,
      "dues",
      lines.map(({ name: title, ...line }) => ({ ...line, title })),
    ),
  data(context, { owner, on, from, fileId }, contributed) {
    if (!isAbn(owner.abn))
      return {
        missing: [{ text: `${owner.name} has no ABN, and contributions are told under one.`, mend: "/set-up" }],
      };
    const members = membersOf(context, contributed);
    if ("missing" in members) return members;
    const { contact, legalName: name, abn } = owner;
    const party = { abn, name };
    try {
      const rows = contributionRows({
        ...{ fileId, date: on, serviceAddress: "ZESTYLEDGER", employer: party, from },
        sender: { ...party, contact: contact.name, email: contact.email, phone: contact.phone },
        contributions: members.contributions,
      });
      const [fault] = contributionFaults(rows);
      const who = fault && members.contributions[fault.line - 4]?.member;
      if (fault)
        return {
          missing: [
            {
              text: `${who ? `${who.givenName} ${who.familyName}: ` : ""}${fault.text}`,
              mend: who ? "/people" : "/set-up",
            },
          ],
        };
      return { bytes: Buffer.from(stringify(rows, { record_delimiter: "windows" })) };
    } catch (error) {
      if (!(error instanceof ContributionFault)) throw error;
      return { missing: [{ text: error.message, mend: "/set-up" }] };
    }
  },
  late(context, { kind, due, open }) {
    if (kind !== "super") return null;
    const laws = orUnknown(() => byLaw(context, open()));
    if (!laws) return null;
    return (received) =>
      orUnknown(() => {
        const costs = laws.flatMap((law) => costOfLateness({ ...law, due, received }, context.rules) ?? []);
        const last = costs.at(-1);
        if (!last) return null;
        return {
          ...{ law: last.law, days: last.days, doubtful: costs.some((each) => each.doubtful) },
          cents: costs.reduce((sum, each) => sum + toCents(each.cost.value), 0),
          rule: costs.map((each) => each.cost.working().rule ?? "").join(" "),
        };
      });
  },
};

/** What is not there, together by the law of its payday: its sum, and of how many people. */
function byLaw(context: Context, open: readonly OpenPart[]) {
  const lawOf = new Map<IsoDate, string>();
  const laws = new Map<string, { payday: IsoDate; cents: number; who: Set<number> }>();
  for (const { payday, personId, cents } of open) {
    const law = lawOf.get(payday) ?? context.rules.row(superLateRules, payday).figures.law;
    lawOf.set(payday, law);
    const of = laws.get(law) ?? { payday, cents: 0, who: new Set() };
    laws.set(law, of);
    of.cents += cents;
    of.who.add(personId);
  }
  return [...laws.values()].map(({ payday, cents, who }) => ({ payday, cents, people: who.size }));
}

/** A rate that the rule book does not have yet leaves the cost unsaid: what is owed is shown all the same. */
function orUnknown<T>(work: () => T): T | null {
  try {
    return work();
  } catch (error) {
    if (error instanceof MissingRow) return null;
    throw error;
  }
}

/** Each member as the fund is told of them, with the contribution by its kinds. */
function membersOf(
  context: Context,
  contributed: readonly Contributed[],
): { contributions: Contribution[] } | { missing: { text: string; mend: string }[] } {
  const { db, crypt } = context.store;
  const ids = [...new Set(contributed.map((each) => each.personId))];
  const people = new Map(
    db
      .select()
      .from(person)
      .where(inArray(person.id, ids))
      .all()
      .map((row) => [row.id, row]),
  );
  const businessId = [...people.values()][0]?.businessId ?? 0;
  const funds = new Map(
    db
      .select()
      .from(fund)
      .where(eq(fund.businessId, businessId))
      .all()
      .map((row) => [row.id, row]),
  );
  const choices = db
    .select()
    .from(superChoice)
    .where(inArray(superChoice.personId, ids))
    .orderBy(superChoice.from, superChoice.id)
    .all();
  const { tax } = datedRecords(db, ids, "9999-12-31");
  const numberOf = (personId: number, fundId: number): string | null => {
    const own = choices.findLast(
      (each) =>
        each.personId === personId && (each.fundId === fundId || each.shares?.some((share) => share.fundId === fundId)),
    );
    return (own?.shares?.find((share) => share.fundId === fundId)?.memberNumber || own?.memberNumber) ?? null;
  };
  const missing: { text: string; mend: string }[] = [];
  const contributions = contributed.flatMap(
    ({ line, personId, fundId, payday, cents, reference, paymentCents }): Contribution[] => {
      const who = people.get(personId);
      const to = funds.get(fundId);
      if (!who || !to)
        throw new Error(`A contribution is of nobody, or for no fund: person ${personId}, fund ${fundId}.`);
      if (!who.address) {
        missing.push({
          text: `${who.givenName} ${who.familyName} has no address, and a fund wants one.`,
          mend: `/people/${personId}`,
        });
        return [];
      }
      const declared = tax.get(personId);
      const given = declared?.numberStatus === "given" && declared.fileNumber;
      const [guarantee = 0, voluntary = 0, sacrificed = 0, personal = 0] = splitCents(
        cents,
        kindsOf(context, personId, payday),
      );
      return [
        {
          fund: {
            ...{ abn: to.abn, name: to.name, usi: to.kind === "selfManaged" ? null : to.usi },
            ...{
              serviceAddress: to.serviceAddress,
              bsb: to.bsb,
              account: to.account,
              employerNumber: to.employerNumber,
            },
          },
          ...{ line, reference, paymentCents, period: periodOf(context, personId, fundId, payday) },
          member: {
            taxFileNumber: given ? crypt.open(given, places.taxNumber(personId)) : null,
            ...{ familyName: who.familyName, givenName: who.givenName, birthDate: who.birthDate, address: who.address },
            ...{
              email: who.email,
              phone: who.phone,
              memberNumber: numberOf(personId, fundId),
              payrollId: who.payrollId,
            },
            ...{ startDate: who.startDate, endDate: who.endDate },
          },
          ...{ guarantee, voluntary, sacrificed, personal },
        },
      ];
    },
  );
  return missing.length > 0 ? { missing } : { contributions };
}

/** Weights of guarantee, agreed extra, sacrifice and the person's own, as the pays of that payday say. */
function kindsOf({ store }: Context, personId: number, payday: IsoDate) {
  const rows = store
    .prepared<[number, string], { code: string; cents: number }>(
      `SELECT code, SUM(cents) AS cents FROM pay_fact WHERE person_id = ? AND payday = ?
         AND code IN ('guarantee', 'reportable', 'sacrificed', 'member') GROUP BY code`,
    )
    .all(personId, payday);
  const of = (code: string) => rows.find((row) => row.code === code)?.cents ?? 0;
  return [of("guarantee"), of("reportable") - of("sacrificed"), of("sacrificed"), of("member")].map((cents) =>
    decimal(Math.max(cents, 0)),
  );
}

function periodOf(
  { store }: Context,
  personId: number,
  fundId: number,
  payday: IsoDate,
): { start: IsoDate; end: IsoDate } {
  const found = store
    .prepared<[number, number, string], { start: string; end: string }>(
      `SELECT r.period_start AS start, r.period_end AS end FROM due d JOIN pay_run r ON r.id = d.run_id
       WHERE d.person_id = ? AND d.fund_id = ? AND d.payday = ? AND d.kind = 'super' ORDER BY d.id DESC LIMIT 1`,
    )
    .get(personId, fundId, payday);
  return found ?? { start: payday, end: payday };
}
