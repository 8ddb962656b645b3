/**
 * What is missing of each business, in a line. A line is kept until something of its business is written: every change
 * leaves an entry on the trail, and every answer from outside is kept as it came; what came after the last look says
 * whose line is worked out anew.
 */
import type { ReadinessLine } from "@zesty/contract/readiness";
import { officeZone } from "../ground/clock.ts";
import type { Actor, Context } from "../ground/context.ts";
import { maySee } from "../ground/rights.ts";
import { business } from "../store/schema.ts";
import { eachOf, type Steps } from "../store/steps.ts";
import { readReadiness } from "./readReadiness.ts";

interface Kept {
  /** another day or another rule book, and nothing of it holds */
  under: string;
  lastEntry: number;
  lastAnswer: number;
  lines: Map<number, ReadinessLine>;
}
const kept = new WeakMap<Context["store"], Kept>();

/** The kept lines that still hold. */
function holding(context: Context): Map<number, ReadinessLine> {
  const { store } = context;
  // A day begins at each business's own midnight.
  const zones = store.prepared<[], { zone: string }>("SELECT DISTINCT time_zone AS zone FROM business").all();
  const days = zones.map(({ zone }) => context.clock.today(zone));
  const under = [context.clock.today(officeZone), ...days, context.rules.version].join(" ");
  const { lastEntry, lastAnswer } = store
    .prepared<[], { lastEntry: number; lastAnswer: number }>(
      `SELECT (SELECT coalesce(MAX(id), 0) FROM audit) AS lastEntry,
         (SELECT coalesce(MAX(id), 0) FROM outbox_answer) AS lastAnswer`,
    )
    .get() ?? { lastEntry: 0, lastAnswer: 0 };
  const before = kept.get(store);
  const lines = before?.under === under ? before.lines : new Map<number, ReadinessLine>();
  if (lines.size > 0 && before)
    for (const { id } of store
      .prepared<[number, number], { id: number | null }>(
        `SELECT business_id AS id FROM audit WHERE id > ? UNION
         SELECT o.business_id FROM outbox_answer a JOIN outbox o ON o.id = a.outbox_id WHERE a.id > ?`,
      )
      .all(before.lastEntry, before.lastAnswer))
      if (id !== null) lines.delete(id);
  kept.set(store, { under, lastEntry, lastAnswer, lines });
  return lines;
}

/** One line for each business that the user may see; what is left to do first. */
export function* readinessLines(context: Context, actor: Actor): Steps<ReadinessLine[]> {
  const lines = holding(context);
  const seen = context.store.db
    .select({ id: business.id })
    .from(business)
    .all()
    .filter((each) => maySee(context, actor, each.id));
  const found = yield* eachOf("businesses", seen, ({ id }) => {
    const line = lines.get(id) ?? lineOf(context, id);
    lines.set(id, line);
    return line;
  });
  return found.sort((a, b) => b.stops - a.stops || b.missing - a.missing || a.name.localeCompare(b.name));
}

function lineOf(context: Context, businessId: number): ReadinessLine {
  const { name, country, parts } = readReadiness(context, businessId);
  const missing = parts.flatMap((part) => part.missing);
  const stops = missing.filter((each) => each.stops);
  return {
    ...{ businessId, name, country, missing: missing.length, stops: stops.length },
    parts: parts.map((part) => ({ key: part.key, missing: part.missing.length })),
    first: stops.map((each) => each.from ?? "9999").sort()[0] ?? null,
  };
}
