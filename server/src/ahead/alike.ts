/** Whether the pays of two periods come out alike, and what is due when: asked for every person and payday, answered once. */
import type { AheadChange } from "@zesty/contract/ahead";
import { addDays } from "@zesty/core/calendar/dates";
import type { Context } from "../ground/context.ts";
import type { Owner } from "../row/countryRows.ts";
import type { DueEntry } from "../row/prepared.ts";
import { changeDays } from "./changeDays.ts";
import type { AheadWho } from "./changes.ts";
import type { PeriodAhead } from "./periods.ts";

export interface Alike {
  /** no day lies between them on which something changes for the person, and the same rules count */
  between(from: PeriodAhead, to: PeriodAhead, who: Pick<AheadWho, "key" | "like" | "change">): boolean;
  dueDay(kind: DueEntry["kind"], payday: string): string;
}

/** The last day that a pay of the period looks at. */
export const lastDayOf = ({ end, payday }: PeriodAhead): string => (end > payday ? end : payday);

/** A period begins at most so many days before its payday. */
const longest = 100;

export function alike(
  context: Context,
  owner: Owner,
  span: { from: string; to: string },
  changes: readonly AheadChange[],
): Alike {
  const { rules } = context;
  const country = context.country(owner.country).ahead;
  const facts = changeDays(context, owner.id, addDays(span.from, -longest), addDays(span.to, longest));
  const changed = changes.flatMap((each) => [each.from, addDays(each.from, 1)]);
  const days = new Map<string, readonly string[]>();
  const moved = new Map<string, boolean>();
  const dues = new Map<string, string>();
  const known = <T>(of: Map<string, T>, name: string, make: () => T): T => {
    const found = of.get(name) ?? make();
    of.set(name, found);
    return found;
  };
  const rulesMoved = (from: PeriodAhead, to: PeriodAhead): boolean =>
    known(moved, `${from.start} ${from.payday} ${to.start} ${to.payday}`, () =>
      (["start", "payday"] as const).some((day) =>
        country.tables.some((table) => rules.find(table, to[day]) !== rules.find(table, from[day])),
      ),
    );
  return {
    between(from, to, { key, like, change }) {
      const own = known(days, key, () => [
        ...[...facts.all, ...facts.of(like.id), ...changed],
        ...(change ? [change.from] : []),
      ]);
      const last = lastDayOf(to);
      return !own.some((day) => day > from.start && day <= last) && !rulesMoved(from, to);
    },
    dueDay: (kind, payday) => known(dues, `${kind} ${payday}`, () => country.dueDay(kind, payday, owner, rules)),
  };
}
