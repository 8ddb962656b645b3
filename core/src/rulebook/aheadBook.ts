/** Rule books for looking ahead: tables that are not known yet go on as they were last; a row that would be otherwise. */
import { addDays, type IsoDate } from "../calendar/dates.ts";
import { MissingRow, type Row, type RuleBook, type Table } from "./ruleBook.ts";

/**
 * Beyond its last row a table goes on with that row.
 * @param told each table that went on, with the first day that is not known
 */
export function goingOn(rules: RuleBook, told: (table: Table<unknown>, unknownFrom: IsoDate) => void): RuleBook {
  const find = <Figures>(wanted: Table<Figures>, date: IsoDate): Row<Figures> | undefined => {
    const found = rules.find(wanted, date);
    if (found) return found;
    const ends = wanted.rows.map((row) => row.to).filter((to) => to < date);
    let last = ends.sort().at(-1);
    if (last === undefined) return undefined;
    // What the practice loaded may reach further than what is shipped: from there on row by row.
    for (let next = rules.find(wanted, addDays(last, 1)); next && next.to < date; ) {
      last = next.to;
      next = rules.find(wanted, addDays(last, 1));
    }
    told(wanted as Table<unknown>, last);
    return rules.find(wanted, last);
  };
  return makeBook(rules.version, find);
}

/** The same book, with a table's figures changed from a day on. */
export function withFigures<Own>(
  rules: RuleBook,
  changed: Table<Own>,
  from: IsoDate,
  change: (figures: Own) => Own,
): RuleBook {
  const known = new Map<object, Row<Own>>();
  const find = <Figures>(wanted: Table<Figures>, date: IsoDate): Row<Figures> | undefined => {
    const found = rules.find(wanted, date);
    if (!found || date < from || wanted.name !== changed.name) return found;
    const own = found as unknown as Row<Own>;
    const made = known.get(own) ?? { ...own, figures: change(own.figures) };
    known.set(own, made);
    return made as unknown as Row<Figures>;
  };
  return makeBook(`${rules.version}, ${changed.name} otherwise from ${from}`, find);
}

const makeBook = (version: string, find: RuleBook["find"]): RuleBook => ({
  ...{ version, find },
  row: (wanted, date) => {
    const found = find(wanted, date);
    if (!found) throw new MissingRow(wanted.name, date);
    return found;
  },
});
