/** What each lane of a person's line of time holds: its table, and a row of it in words. */

import type { BankPart } from "@zesty/contract/bank";
import { dateWords } from "@zesty/core/calendar/dates";
import { usualTimesText } from "@zesty/core/hours/usualTimes";
import type { SheetLine } from "@zesty/core/pay/row";
import { decimal } from "@zesty/core/quantity/decimal";
import { centsText, dollars, fromE4 } from "@zesty/core/quantity/units";
import { eq, getTableName } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { lastThree, places } from "../store/crypt.ts";
import {
  bankSplit,
  costCentre,
  employmentTerms,
  fund,
  payCycle,
  payElement,
  type person,
  place,
  timeTerms,
  usualPay,
} from "../store/schema.ts";

/** Label and text; null leaves the fact out. */
export type Fact = [string, string | null];
export interface Lane {
  section: string;
  title: string;
  /** a table of dated rows of people */
  table: typeof employmentTerms;
  facts: (row: never) => Fact[];
  /** whether a fact says nothing without its label: hours of which pay, weeks of which leave */
  named: boolean;
}

export const lane = <Row>(
  section: string,
  title: string,
  table: { $inferSelect: Row },
  facts: (row: Row) => Fact[],
  named = false,
): Lane => ({
  section,
  title,
  table: table as unknown as Lane["table"],
  facts: facts as Lane["facts"],
  named,
});

export const amount = (cents: number | null): string | null =>
  cents === null ? null : dollars(decimal(centsText(cents)));
const useWords = { all: "every hour recorded", exceptions: "exceptions", record: "for the record only" } as const;
const plain = (e4: number): string => fromE4(e4).toString();
/** Cents at least. */
const rate = (e4: number): string => (e4 % 100 === 0 ? fromE4(e4).toFixed(2) : plain(e4));
export const said = (yes: boolean, words: string, other: string | null = null): string | null => (yes ? words : other);

export function lanesOf(context: Context, who: typeof person.$inferSelect): Lane[] {
  const { country } = findBusiness(context, who.businessId);
  const names = namesOf(context, who.businessId);
  return [
    lane("employment", "Employment and rate", employmentTerms, (row) => [
      [
        "Rate",
        row.salaryCents !== null
          ? `${amount(row.salaryCents)} a year`
          : row.hourlyRateE4 === null
            ? "no rate"
            : `$${rate(row.hourlyRateE4)} an hour`,
      ],
      ["Hours a week", `${plain(row.weeklyHoursE4)} h a week`],
      ["Basis", row.basis],
      ["Pay cycle", names.cycles.get(row.cycleId) ?? null],
      ["Classification", row.classification],
      ["Minimum", row.minimumRateE4 === null ? null : `$${rate(row.minimumRateE4)}`],
      ["Place", names.places.get(row.placeId ?? 0) ?? null],
      [
        "Cost centre",
        row.costSplit?.map((each) => `${names.centres.get(each.costCentreId)} ${each.percent} %`).join(", ") ??
          names.centres.get(row.costCentreId ?? 0) ??
          null,
      ],
      ["Weekdays", row.roster ? null : (row.workPattern?.join(" · ") ?? null)],
      ["Roster", row.roster?.weeks.map((week) => week.join(" · ")).join(", then ") ?? null],
      ["Wages go to account", row.wagesAccount],
      ["Costs", row.ownCosts?.map(({ code, percent }) => `${code} ${percent} %`).join(", ") ?? null],
    ]),
    lane("time", "Agreement", timeTerms, (row) => [
      ["Agreement", row.agreement ?? "none"],
      ["Level", row.classification],
      ["Hours", useWords[row.use]],
      ["Leads", row.leads ? `leads ${row.leads}` : null],
      ["Averaging begins on", row.averagingFrom && dateWords(row.averagingFrom)],
      ["Usual times", usualTimesText(row.usualTimes)],
      ["Availability", usualTimesText(row.availability)],
    ]),
    ...context.country(country).people.lanes(context, who, names),
    lane("bank", "Bank accounts", bankSplit, (row) =>
      (JSON.parse(context.store.crypt.open(row.parts, places.bankParts(who.id))) as BankPart[]).map(
        (part, at): Fact => [
          `Account ${at + 1}`,
          `${lastThree(part.account)}${part.kind === "rest" ? "" : part.kind === "percent" ? ` ${part.value} %` : ` $${part.value}`}`,
        ],
      ),
    ),
    lane(
      "usualPay",
      "Usual pay",
      usualPay,
      (row) => row.lines.map((line): Fact => [names.elements.get(line.elementId) ?? "", lineWords(line)]),
      true,
    ),
  ];
}

const lineWords = (line: SheetLine): string =>
  line.terms?.percentOfGross
    ? `${line.terms.percentOfGross} % of gross`
    : line.amount !== undefined
      ? `$${line.amount}`
      : line.hours !== undefined
        ? `${line.hours} h`
        : (line.units ?? "");

/** The last three of a number that is kept encrypted. */
export const shown = ({ store }: Context, sealed: string | null, at: string): string | null =>
  sealed === null ? null : lastThree(store.crypt.open(sealed, at));

export type Names = ReturnType<typeof namesOf>;

/** Names of what dated rows point to; read when they are asked for, since who only wants a lane's table wants none. */
function namesOf({ store: { db } }: Context, businessId: number) {
  const known = new Map<string, Map<number, string>>();
  const named = (table: typeof payCycle): Map<number, string> => {
    const name = getTableName(table);
    const rows = known.get(name) ?? byId(db.select().from(table).where(eq(table.businessId, businessId)).all());
    known.set(name, rows);
    return rows;
  };
  const byId = (rows: readonly { id: number; name: string }[]) => new Map(rows.map((row) => [row.id, row.name]));
  return {
    get cycles() {
      return named(payCycle);
    },
    get funds() {
      return named(fund as never);
    },
    get places() {
      return named(place as never);
    },
    get centres() {
      return named(costCentre as never);
    },
    get elements() {
      return named(payElement as never);
    },
  };
}
