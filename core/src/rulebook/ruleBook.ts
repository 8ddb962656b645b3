/**
 * The rule book: dated tables with source and standing. A payday picks the row; formulas hold no rates.
 */
import type { IsoDate } from "../calendar/dates.ts";

/**
 * How far a row can be relied on. published: somebody laid it beside its publication; remembered: the figures are those
 * of the publication as it is remembered, and nobody has laid them beside it; derived: worked out from other figures;
 * unsure: it may be wrong.
 */
export const standings = ["published", "remembered", "derived", "unsure"] as const;
export type Standing = (typeof standings)[number];
/** Standings that a pay says of itself; that nearly all is remembered stands in the rule book, and in each working. */
export const isDoubtful = (standing: Standing): boolean => standing === "derived" || standing === "unsure";

export interface Source {
  title: string;
  section: string;
  /** the day somebody last set it beside its source; "from memory" until somebody has */
  seen: string;
}

export interface Row<Figures> {
  /** both days included, as publications write them */
  from: IsoDate;
  to: IsoDate;
  figures: Figures;
  source: Source;
  standing: Standing;
  /** the derivation, or what is doubted */
  note?: string;
}

export interface Table<Figures> {
  name: string;
  title: string;
  country: "AU" | "NZ";
  rows: readonly Row<Figures>[];
}

export function table<Figures>(
  name: string,
  title: string,
  country: "AU" | "NZ",
  rows: readonly Row<Figures>[],
): Table<Figures> {
  return { name, title, country, rows };
}

/** A table has no row for a date. The first stage of a pay looks for this and makes a stop mark of it. */
export class MissingRow extends Error {
  readonly tableName: string;
  readonly date: IsoDate;
  constructor(tableName: string, date: IsoDate) {
    super(`The rule book has no row of ${tableName} for ${date}.`);
    this.tableName = tableName;
    this.date = date;
  }
}

export interface RuleBook {
  /** changes whenever a figure changes; kept with each signed-off pay */
  version: string;
  find<Figures>(table: Table<Figures>, date: IsoDate): Row<Figures> | undefined;
  /** throws MissingRow when there is none */
  row<Figures>(table: Table<Figures>, date: IsoDate): Row<Figures>;
}

/**
 * @param version name of this edition
 * @param loaded rows that the practice loaded, by table name; a loaded row is taken before a shipped one
 */
export function makeRuleBook(version: string, loaded: Record<string, readonly Row<unknown>[]> = {}): RuleBook {
  const look = (wanted: Table<unknown>, date: IsoDate) => {
    const covers = (row: Row<unknown>) => row.from <= date && date <= row.to;
    return loaded[wanted.name]?.find(covers) ?? wanted.rows.find(covers);
  };
  // Every pay of a run asks the same tables for the same few days.
  const known = new Map<object, Map<IsoDate, Row<unknown> | undefined>>();
  const find = <Figures>(wanted: Table<Figures>, date: IsoDate): Row<Figures> | undefined => {
    const days = known.get(wanted) ?? new Map<IsoDate, Row<unknown> | undefined>();
    if (days.size === 0) known.set(wanted, days);
    if (!days.has(date)) days.set(date, look(wanted as Table<unknown>, date));
    return days.get(date) as Row<Figures> | undefined;
  };
  return {
    version,
    find,
    row: (wanted, date) => {
      const found = find(wanted, date);
      if (!found) throw new MissingRow(wanted.name, date);
      return found;
    },
  };
}

/** The part of a row that a working shows. */
export function sourceNote(from: { name: string }, row: Row<unknown>) {
  return {
    table: from.name,
    title: row.source.title,
    section: row.source.section,
    standing: row.standing,
    from: row.from,
    to: row.to,
    ...(row.note ? { note: row.note } : {}),
  };
}
