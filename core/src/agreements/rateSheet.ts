/**
 * A sheet of levels and allowances as it is copied from a pay guide: one a line, a name or a key, and its dollars; a week's
 * beside an hour's, or a week's alone. What cannot be placed, and what looks wrong beside what holds now, is said.
 * The hour is a thirty-eighth of the week, to the cent (common practice of the pay guides).
 */
import { type Decimal, decimal } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import { tidied } from "../quantity/tidied.ts";
import { rateText } from "../quantity/units.ts";
import type { AgreementRules } from "./agreementRules.ts";

export interface RateSheet {
  /** dollars an hour, by key of the level */
  levels: Record<string, string>;
  /** dollars a unit, by id of the allowance */
  allowances: Record<string, string>;
  /** what to look at before it is saved, a sentence each */
  notes: string[];
}

const hoursOfWeek = 38;
/** Above this an amount is of a week: no hour is paid so much. */
const weekFrom = 300;
const asWord = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9.]+/g, " ")
    .trim();

/** Where a line belongs: a level or an allowance by its key, its name, or "level 3". */
function placed(rules: AgreementRules, name: string): { of: "levels" | "allowances"; key: string } | null {
  const wanted = asWord(name);
  const bare = wanted.replace(/^(level|grade|classification)\s+/, "");
  const level =
    rules.classifications.find(({ key, title }) => [asWord(key), asWord(title)].includes(wanted)) ??
    rules.classifications.find(({ key }) => asWord(key) === bare) ??
    rules.classifications.find(({ title }) => asWord(title).startsWith(`${wanted} `) && wanted.length > 3);
  if (level) return { of: "levels", key: level.key };
  const amount = [...rules.additions, ...rules.allowances].find(({ id }) => asWord(id.replaceAll("-", " ")) === wanted);
  return amount ? { of: "allowances", key: amount.id } : null;
}

/** The hour's dollars of the figures of a line; null where they do not belong together. */
function hourOf(figures: readonly Decimal[]): { hour: Decimal; derived: boolean } | null {
  const [week, hour] = figures.length === 2 ? [...figures].sort((a, b) => (a.gt(b) ? -1 : 1)) : [figures[0], undefined];
  if (!week) return null;
  if (hour === undefined)
    return week.gte(weekFrom)
      ? { hour: halfUpToCent(week.div(hoursOfWeek)), derived: true }
      : { hour: week, derived: false };
  const gap = week.div(hoursOfWeek).minus(hour);
  return (gap.lt(0) ? gap.times(-1) : gap).lte("0.05") ? { hour, derived: false } : null;
}

/** @param now dollars an hour that hold today, by level; null where nobody knows them */
export function readRateSheet(text: string, rules: AgreementRules, now: (level: string) => Decimal | null): RateSheet {
  const sheet: RateSheet = { levels: {}, allowances: {}, notes: [] };
  const say = (words: string) => void sheet.notes.push(words);
  for (const line of text.split("\n").map((each) => each.trim())) {
    const cells = line.split(/\t|\s{2,}|;/).map((each) => each.trim());
    const tail = cells.length === 1 ? /^(.*?)\s+(\$?[\d,.]+)$/.exec(line) : null;
    const [name = "", ...rest] = tail ? [tail[1] ?? "", tail[2] ?? ""] : cells;
    const figures = rest.map(tidied).filter((each) => /^\d+(\.\d+)?$/.test(each));
    // A heading has no figures.
    if (line === "" || figures.length === 0) continue;
    const at = placed(rules, name);
    if (!at) {
      say(`“${name}” is no level or allowance of this agreement: left out.`);
      continue;
    }
    const found = at.of === "levels" ? hourOf(figures.slice(0, 2).map((each) => decimal(each))) : null;
    if (at.of === "levels" && !found) {
      say(`“${name}”: ${figures.join(" and ")} are not a week and its hour. Give one of them.`);
      continue;
    }
    if (sheet[at.of][at.key] !== undefined) say(`“${name}” stands twice: the later line counts.`);
    const value = found ? found.hour : decimal(figures.at(-1) ?? "0");
    sheet[at.of][at.key] = value.toString();
    if (found?.derived) say(`“${name}” is of a week: ${rateText(value)} an hour.`);
  }
  if (Object.keys(sheet.levels).length > 0) look(sheet, rules, now, say);
  return sheet;
}

/** What looks wrong: a level left out, less than now, far more than now, a higher level below a lower one. */
function look(
  { levels }: RateSheet,
  rules: AgreementRules,
  now: (level: string) => Decimal | null,
  say: (words: string) => void,
): void {
  let below: { title: string; rate: Decimal; now: Decimal } | null = null;
  let unchanged = 0;
  const missing: string[] = [];
  for (const { key, title, shareOf } of rules.classifications) {
    const text = levels[key];
    const known = now(key);
    if (text === undefined) {
      if (!shareOf) missing.push(title);
      continue;
    }
    const rate = decimal(text);
    if (known && rate.eq(known)) unchanged += 1;
    if (known && rate.lt(known)) say(`${title}: ${rateText(rate)} is less than ${rateText(known)} now.`);
    if (known && rate.gt(known.times("1.12")))
      say(`${title}: ${rateText(rate)} is more than an eighth above ${rateText(known)} now.`);
    // Levels that stand in order today stand in order tomorrow.
    if (below && known?.gte(below.now) && rate.lt(below.rate))
      say(`${title} has less than ${below.title}: are two columns or lines swapped?`);
    if (known) below = { title, rate, now: known };
  }
  if (missing.length > 0) say(`Left as it was: ${missing.join(", ")}.`);
  if (unchanged > 0 && unchanged === Object.keys(levels).length)
    say("Every level has the dollars that hold now: is it last year's guide?");
}
