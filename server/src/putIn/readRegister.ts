/** The register of an earlier system, as it was pasted: headings that are known, amounts, and whom each line names. */
import {
  type BesideField,
  type BesideHeading,
  type BesideMeans,
  besideFields,
  besideFigures,
  besideNames,
} from "@zesty/contract/beside";
import { headingKey } from "@zesty/core/hoursSheet/table";
import { decimal } from "@zesty/core/quantity/decimal";
import { cannot } from "../ground/problem.ts";
import { demandFaultless, pastedLines, whoIsNamed } from "../sheets/pastedLines.ts";

/** What headings say in every country, as they are compared. */
const known: Partial<Record<BesideField, readonly string[]>> = {
  payrollId: ["payrollid", "id", "employeeid", "employeecode", "employeeno", "employeenumber", "code", "empid"],
  name: ["name", "employee", "employeename", "person", "fullname"],
  familyName: ["familyname", "surname", "lastname"],
  givenName: ["givenname", "firstname", "givennames"],
  hours: ["hours", "totalhours", "hrs"],
  gross: ["gross", "grosspay", "grosswages", "grossearnings", "totalgross", "earnings", "totalearnings", "wages"],
  afterTax: ["deductions", "aftertax", "aftertaxdeductions", "posttaxdeductions"],
  net: ["net", "netpay", "netwages", "takehome", "takehomepay"],
  line: [
    "line",
    "payline",
    "payitem",
    "item",
    "payelement",
    "paytype",
    "payrate",
    "payrateitem",
    "component",
    "description",
  ],
  amount: ["amount", "value", "dollars", "linetotal"],
};

export interface RegisterLine {
  personId: number;
  figures: Partial<Record<BesideField, string>>;
  /** dollars by code of our pay elements */
  pays: Record<string, string>;
}
export interface Register {
  headings: BesideHeading[];
  lines: RegisterLine[];
  /** lines that name nobody */
  strangers: string[];
}

interface Who {
  id: number;
  payrollId: string;
  givenName: string;
  familyName: string;
}

const within = <T extends string>(list: readonly T[], word: string): word is T => list.includes(word as T);

export interface Vocabulary {
  /** what a country's programs call things */
  own: Readonly<Record<string, readonly string[]>>;
  /** what was said of other headings and pay lines */
  meanings: Readonly<Record<string, string>>;
  /** our pay elements, whose names may stand over a column */
  elements: readonly { code: string; name: string }[];
}

export function readRegister(text: string, people: readonly Who[], words: Vocabulary): Register {
  const { lines, faults } = pastedLines(text, "headings");
  demandFaultless("register", faults);
  const { titles, rows } = aPersonALine(lines, words);
  if (rows.length === 0) throw refused("The register has no line under its headings. Paste it with its headings.");
  const headings = titles.map(
    (title, at): BesideHeading => ({
      title,
      means: meaningOf(title, words),
      samples: rows.flatMap((row) => (row[at] ? [row[at] ?? ""] : [])).slice(0, 3),
    }),
  );
  const place = (field: BesideField): number => headings.findIndex((each) => each.means === field);
  const twice = [...besideNames, ...besideFigures].find(
    (field) => headings.filter((each) => each.means === field).length > 1,
  );
  if (twice)
    throw refused(
      `Two columns say the same: ${headings
        .filter((each) => each.means === twice)
        .map((each) => each.title)
        .join(" and ")}. Say what one of them means.`,
    );
  if (place("payrollId") === -1 && place("name") === -1 && place("familyName") === -1)
    throw refused("No column says who is paid. Say which one holds names or payroll IDs.", headings);
  const wrong: string[] = [];
  const strangers: string[] = [];
  const found = new Map<number, RegisterLine>();
  const named = whoIsNamed(people, { severalLines: true });
  rows.forEach((row, at) => {
    const cell = (field: BesideField) => (place(field) === -1 ? "" : (row[place(field)] ?? ""));
    const full = cell("name") || `${cell("givenName")} ${cell("familyName")}`.trim();
    const who = [cell("payrollId"), full]
      .filter(Boolean)
      .map((each) => named(each, at + 2))
      .find((each) => typeof each !== "string");
    // A line of sums names nobody.
    if (full === "" && cell("payrollId") === "") return;
    if (!who || typeof who === "string") {
      if (!/^(all|total|totals|sum)$/i.test(full)) strangers.push(full || cell("payrollId"));
      return;
    }
    const line = found.get(who.id) ?? { personId: who.id, figures: {}, pays: {} };
    found.set(who.id, line);
    for (const [place, { title, means }] of headings.entries()) {
      const code = means?.startsWith("pay ") ? means.slice(4) : null;
      const isFigure = means !== null && within(besideFigures, means);
      if (code === null && !isFigure) continue;
      const typed = row[place] ?? "";
      const amount = amountOf(typed);
      if (amount === null)
        wrong.push(`Line ${at + 2}: “${typed}” under ${title} is not an amount. Write it as 1234.50.`);
      else if (code !== null)
        line.pays[code] = decimal(line.pays[code] ?? "0")
          .plus(amount)
          .toString();
      else if (isFigure)
        line.figures[means] = decimal(line.figures[means] ?? "0")
          .plus(amount)
          .toString();
    }
  });
  demandFaultless("register", wrong);
  return { headings, lines: [...found.values()], strangers: [...new Set(strangers)] };
}

/** Names of pay lines that a register has at most: more of them are no names. */
const mostPayLines = 120;

/**
 * A register with a line for each line of pay is turned: each of their pay lines becomes a column, and a person's amounts
 * stand in as many rows as before, each under its own.
 */
function aPersonALine(lines: readonly string[][], words: Vocabulary): { titles: string[]; rows: string[][] } {
  const [titles = [], ...rows] = lines;
  const means = titles.map((title) => meaningOf(title, words));
  const [line, amount] = [means.indexOf("line"), means.indexOf("amount")];
  if (line === -1 || amount === -1) return { titles, rows };
  const names = means.flatMap((each, at) => (each !== null && within(besideNames, each) ? [at] : []));
  const payLines = [...new Set(rows.map((row) => row[line] ?? ""))].filter(Boolean);
  if (payLines.length > mostPayLines)
    throw refused(`Under ${titles[line]} stand ${payLines.length} names: that are no lines of pay. Say what it means.`);
  return {
    titles: [...names.map((at) => titles[at] ?? ""), ...payLines],
    rows: rows.map((row) => [
      ...names.map((at) => row[at] ?? ""),
      ...payLines.map((name) => (row[line] === name ? (row[amount] ?? "") : "")),
    ]),
  };
}

export function meaningOf(title: string, { own, meanings, elements }: Vocabulary): BesideMeans | null {
  const key = headingKey(title);
  const said = meanings[title] ?? meanings[key];
  const isOurs = !said?.startsWith("pay ") || elements.some(({ code }) => said === `pay ${code}`);
  if (said !== undefined && isOurs) return said as BesideMeans;
  const element = elements.find(({ code, name }) => headingKey(name) === key || code.toLowerCase() === key);
  if (element) return `pay ${element.code}`;
  return besideFields.find((field) => own[field]?.includes(key) || known[field]?.includes(key)) ?? null;
}

/** An amount as registers write it: a sign before or behind, brackets, and dollars; deductions may be negative. */
function amountOf(cell: string): string | null {
  const text = cell
    .trim()
    .replace(/^\((.*)\)$/, "-$1")
    .replace(/\$/g, "")
    .replace(/^(.*)-$/, "-$1");
  if (text === "" || text === "-" || text === "–") return "0";
  return /^-?(\d{1,3}(,\d{3})+|\d{1,9})(\.\d{1,4})?$/.test(text) ? decimal(text.replaceAll(",", "")).toString() : null;
}

const refused = (text: string, headings?: BesideHeading[]) =>
  cannot("register", text, {
    errors: [
      { path: "text", text: headings ? `${text} Headings: ${headings.map((each) => each.title).join(", ")}.` : text },
    ],
  });
