/** The payroll year of New Zealand: what Inland Revenue took, payday by payday, against facts, ledger, bank and dues. */
import { addDays } from "@zesty/core/calendar/dates";
import { dollars, fromCents } from "@zesty/core/quantity/units";
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { peopleByRevenueKey } from "../outbox/revenueKeys.ts";
import { person } from "../store/schema.ts";
import { reportsTaken } from "../year/reportsTaken.ts";
import { add, byHand, type CheckLine, type Reported, type YearOfCountry } from "../year/yearOfCountry.ts";
import { esctRates } from "./esctRates.ts";
import { filedLines } from "./filedLines.ts";
import { summariesNz } from "./summaries.ts";
import { yearLines } from "./yearLines.ts";

/** The newest filing of each payday that was taken: it holds the whole payday. */
function filingsTaken(context: Context, businessId: number, from: string, to: string): Reported {
  const { db } = context.store;
  const people = db.select({ id: person.id }).from(person).where(eq(person.businessId, businessId)).all();
  const keys = peopleByRevenueKey(
    context,
    people.map((each) => each.id),
  );
  const found: Reported = { said: new Map(), on: new Map(), madeAt: new Map(), final: new Set() };
  const paydays = new Set<string>();
  for (const { payday, refused, document } of reportsTaken(context, "employmentInformation", businessId, from, to)) {
    if (paydays.has(payday)) continue;
    paydays.add(payday);
    for (const { ird, name, amounts } of filedLines(document().bytes)) {
      const id = keys.get(ird) ?? keys.get(name);
      if (id === undefined || refused.has(id)) continue;
      if (payday > (found.on.get(id) ?? "")) found.on.set(id, payday);
      for (const [column, cents] of amounts) add(found.said, id, column, "reported", cents);
    }
  }
  return found;
}

const filed = ["facts", "reported", "ledger", "owed"] as const;

/** Done when everybody who the employer contributes for has a rate fixed for the new year. */
function esctLine(context: Context, businessId: number, from: string): CheckLine {
  const { rows, year } = esctRates(context, businessId, from);
  const open = rows.filter((row) => row.fixed === null).length;
  const words =
    open === 0
      ? `The ESCT rates of the ${year} are fixed`
      : `ESCT rates of the ${year} to look at and fix: ${open} ${open === 1 ? "person" : "people"}`;
  return { item: "esct", text: words, link: `/year/esct?from=${from}`, proved: true, done: open === 0 };
}

export const yearOfNewZealand: YearOfCountry = {
  columns: [
    { name: "gross", title: "Gross", voices: ["facts", "reported", "ledger"] },
    { name: "tax", title: "PAYE", voices: filed },
    { name: "loan", title: "Student loan", voices: filed },
    { name: "support", title: "Child support", voices: filed },
    { name: "kiwiSaver", title: "KiwiSaver", voices: filed },
    { name: "esct", title: "ESCT", voices: filed },
    { name: "net", title: "Net pay", voices: ["facts", "ledger", "bank"] },
  ],
  ofFact: (code) => {
    const column: Record<string, string> = {
      ...{
        gross: "gross",
        withheld: "tax",
        studentLoan: "loan",
        slcir: "loan",
        slbor: "loan",
        childSupport: "support",
      },
      ...{ kiwiSaver: "kiwiSaver", kiwiSaverNet: "kiwiSaver", esct: "esct", net: "net" },
    };
    return column[code] === undefined ? [] : [column[code]];
  },
  ofPosting: {
    PAYE: "tax",
    "Student loan": "loan",
    "Student loan, ordered": "loan",
    "Student loan, chosen": "loan",
    "Child support": "support",
    "KiwiSaver, employee": "kiwiSaver",
    "KiwiSaver, employer after tax": "kiwiSaver",
    ESCT: "esct",
    "Net pay": "net",
  },
  ownCost: ["KiwiSaver, employer"],
  ofDue: { paye: "tax", studentLoan: "loan", childSupport: "support", kiwiSaver: "kiwiSaver", esct: "esct" },
  channel: "employmentInformation",
  final: null,
  noFinal: "In New Zealand every payday is filed by itself: no year is declared final.",
  summaries: summariesNz,
  beside: () => new Map(),
  checksOf: (context, businessId, { year, totals }) => [
    ...yearLines(context, businessId, year),
    esctLine(context, businessId, addDays(year.to, 1)),
    byHand(
      "agency",
      `Inland Revenue's own account of the year agrees: PAYE comes to ${dollars(fromCents(totals.tax?.facts ?? 0))}`,
    ),
    byHand("leave", "Leave liability on the last day is noted for the books", "/time/leave-worth"),
  ],
  reported: filingsTaken,
};
