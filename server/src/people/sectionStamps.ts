/** What stands in each section of a person, so that the slower one of two people does not save over the other. */
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import type { Who } from "../ground/findRun.ts";
import { notFound } from "../ground/problem.ts";
import { stampOf } from "../http/seen.ts";
import { person } from "../store/schema.ts";
import { lanesOf } from "./lanes.ts";

export function stampsOf(context: Context, who: Who): Record<string, string> {
  const { emergency, contract, qualifications, ownFacts, ...details } = who;
  const dated = lanesOf(context, who).map(({ section, table }) => [
    section,
    context.store.db.select().from(table).where(eq(table.personId, who.id)).all(),
  ]);
  const all = { details, emergency, contract, qualifications, ownFacts, ...Object.fromEntries(dated) };
  return Object.fromEntries(Object.entries(all).map(([section, value]) => [section, stampOf(value)]));
}

export function sectionStamp(context: Context, personId: number, section: string): string | undefined {
  const who = context.store.db.select().from(person).where(eq(person.id, personId)).get();
  if (!who) throw notFound("person");
  return stampsOf(context, who)[section];
}
