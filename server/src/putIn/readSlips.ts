/**
 * Payslips of an earlier system, as the text of their pages: whose each page is, and its lines with the amount of this
 * pay. Every program draws its own slip; so what is read is what all of them have: a name, lines, and columns whose
 * headings say which amounts are of this pay and which of the year.
 */
import type { PdfCell, PdfPage } from "../sheets/readPdf.ts";

export interface SlipLine {
  name: string;
  line: string;
  amount: string;
}

interface Who {
  givenName: string;
  familyName: string;
}

const plain = (text: string): string =>
  text
    .normalize("NFD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();

const isMoney = (text: string): boolean => /^[-−(]?\s*\$?\s*-?(\d{1,3}(,\d{3})+|\d{1,9})\.\d{2}\)?-?$/.test(text);
const isNumber = (text: string): boolean => /^[-−(]?\$?-?[\d,]+(\.\d+)?\)?%?$/.test(text);
const ofThisPay = /^(this pay|this period|this pay period|current|amount|amounts|total|pay amount|value|\$)$/i;
const ofTheYear = /year to date|^ytd\b|\bytd$|^this year|^year$/i;

/** Where this pay's amounts end, by the headings above a line; null where they name no amounts; undefined: no headings. */
type Column = number | null | undefined;

/** A line without any number says what stands beneath it. */
function columnOf(line: readonly PdfCell[]): Column {
  if (line.length < 2 || line.some((cell) => isNumber(cell.text))) return undefined;
  return line.find((cell) => ofThisPay.test(cell.text) && !ofTheYear.test(cell.text))?.to ?? null;
}

/** Amounts stand under the end of their heading, within so many places. */
const beside = 2.2;

function amountIn(numbers: readonly PdfCell[], column: Column): PdfCell | null {
  const amounts = numbers.filter((cell) => isMoney(cell.text));
  if (column === null || amounts.length === 0) return null;
  if (column === undefined) return amounts.length === 1 ? (amounts[0] ?? null) : null;
  const [nearest] = [...amounts].sort((a, b) => Math.abs(a.to - column) - Math.abs(b.to - column));
  return nearest && Math.abs(nearest.to - column) <= beside ? nearest : null;
}

/**
 * "Super guarantee, Wattle & Wire Super, member WW40580" is called by what stands before the first comma, "KiwiSaver 3.5 %"
 * without its rate; "Ordinary at 125 %" is a name of its own.
 */
const called = (text: string): string =>
  (text.split(/[,:(]/)[0] ?? "")
    .trim()
    .replace(/(?<!\bat)\s+\d+(\.\d+)?\s*%$/, "")
    .slice(0, 60);

const isDate = (text: string): boolean =>
  /^\d{1,2} \p{L}{3,9}\.? \d{4}$/u.test(text) || /^\d{1,4}[/.-]\d{1,2}[/.-]\d{1,4}$/.test(text);
const isUnit = (text: string): boolean => /^(h|hrs?|hours?|days?|weeks?|units?|@|x|×|%|AUD|NZD)$/i.test(text);

/** What an amount is called: what is written before it, where sections stand side by side the nearer. */
function nameOf(before: readonly PdfCell[]): string | null {
  const words = before.filter(({ text }) => !isNumber(text) && !isDate(text) && !isUnit(text));
  const name = called(words.at(-1)?.text ?? "");
  // Further in, what holds a digit is an account or a reference.
  return !/\p{L}{2}/u.test(name) || (words.length > 1 && /\d/.test(name)) ? null : name;
}

function linesOf(page: PdfPage): Omit<SlipLine, "name">[] {
  let column: Column;
  const found: Omit<SlipLine, "name">[] = [];
  for (const line of page) {
    const headings = columnOf(line);
    if (headings !== undefined) column = headings;
    if (headings !== undefined || !line[0] || isNumber(line[0].text)) continue;
    const amount = amountIn(
      line.filter((cell) => isNumber(cell.text)),
      column,
    );
    const name = amount && nameOf(line.slice(0, line.indexOf(amount)));
    if (amount && name) found.push({ line: name, amount: amount.text.replace(/[\s$]/g, "").replace("−", "-") });
  }
  return found;
}

/** Who of these is named on a page, either way round, from above. */
function namedOn(page: PdfPage, people: readonly Who[]): string[] {
  const said = page.map((line) => ` ${plain(line.map((cell) => cell.text).join(" "))} `);
  return said.flatMap((line) =>
    people.flatMap(({ givenName, familyName }) => {
      const [given, family] = [plain(givenName), plain(familyName)];
      const isNamed = line.includes(` ${given} ${family} `) || line.includes(` ${family} ${given} `);
      return isNamed ? [`${givenName} ${familyName}`] : [];
    }),
  );
}

/** Whose each page is: who stands on many, as the contact of the business does, gives way to who stands on few. */
function whoseEach(pages: readonly PdfPage[], people: readonly Who[]): (string | null)[] {
  const named = pages.map((page) => [...new Set(namedOn(page, people))]);
  const on = new Map<string, number>();
  for (const name of named.flat()) on.set(name, (on.get(name) ?? 0) + 1);
  return named.map((names) =>
    names.reduce<string | null>(
      (best, name) => (best === null || (on.get(name) ?? 0) < (on.get(best) ?? 0) ? name : best),
      null,
    ),
  );
}

const isSum = ({ line }: Pick<SlipLine, "line">): boolean => /^(net|gross|total (gross|earnings))\b/i.test(line);

/**
 * @returns a line for each line of pay. A page that names nobody goes on with the one before, unless it has sums of its
 * own: then it is somebody's whom nobody knows here, and stands under its number
 */
export function readSlips(pages: readonly PdfPage[], people: readonly Who[]): SlipLine[] {
  let whose: string | null = null;
  let isSummed = false;
  const names = new Set(people.flatMap((each) => [plain(`${each.givenName} ${each.familyName}`)]));
  const owners = whoseEach(pages, people);
  return pages.flatMap((page, at) => {
    const lines = linesOf(page).filter(({ line }) => !names.has(plain(line)));
    const hasSums = lines.some(isSum);
    const named = owners[at] ?? null;
    if (named !== null && named !== whose) isSummed = false;
    whose = named ?? (isSummed && hasSums ? null : whose);
    isSummed ||= hasSums;
    const name = whose ?? `page ${at + 1}`;
    return lines.map((line) => ({ name, ...line }));
  });
}
