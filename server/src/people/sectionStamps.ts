/**
 * What stands in each section of a person, as a short text that is another one after anybody wrote to it: two people may
 * have one section open, and the form of the slower one shows what stood before.
 */
import { createHash } from "node:crypto";
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import type { Who } from "../ground/findRun.ts";
import { conflict, notFound } from "../ground/problem.ts";
import { person } from "../store/schema.ts";
import { lanesOf } from "./lanes.ts";

const shortOf = (value: unknown): string =>
  createHash("sha256").update(JSON.stringify(value)).digest("base64url").slice(0, 16);

export function stampsOf(context: Context, who: Who): Record<string, string> {
  const { emergency, contract, qualifications, ownFacts, ...details } = who;
  const dated = lanesOf(context, who).map(({ section, table }) => [
    section,
    context.store.db.select().from(table).where(eq(table.personId, who.id)).all(),
  ]);
  const all = { details, emergency, contract, qualifications, ownFacts, ...Object.fromEntries(dated) };
  return Object.fromEntries(Object.entries(all).map(([section, value]) => [section, shortOf(value)]));
}

/** @throws where the section is another one than was seen; unasked where nobody says what was seen */
export function demandStamp(context: Context, personId: number, section: string, seen: string | undefined): void {
  if (seen === undefined) return;
  const who = context.store.db.select().from(person).where(eq(person.id, personId)).get();
  if (!who) throw notFound("person");
  if (stampsOf(context, who)[section] === seen) return;
  throw conflict(
    "changed-meanwhile",
    "Somebody else has changed this section since you opened it, and nothing was saved. Cancel, look at what stands there now, and make your change anew.",
  );
}
