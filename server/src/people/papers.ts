/** Papers that people are owed: what a page shows about today, what the desk says, and that one was handed over. */
import type { GiveSeveral, PaperView } from "@zesty/contract/papers";
import { addDays, dateWords } from "@zesty/core/calendar/dates";
import type { CountryCode } from "@zesty/core/countries/countries";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { cannot, conflict } from "../ground/problem.ts";
import { paperGiven } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import type { PaperOf } from "./paperOf.ts";

/** What was owed longer ago and nobody recorded was given before this program kept it. */
const daysBack = 30;
const daysAhead = 30;
/** A person's page shows what comes within a year. */
const daysShown = 366;

type Of = readonly { id: number; country: CountryCode }[];

/** What was found last for the desk: nothing of it changes as long as nobody writes. */
const known = new WeakMap<Context["store"], { asOf: string; papers: PaperOf[] }>();

export function papersAbout(context: Context, owners: Of, day: string, ahead: number = daysAhead): PaperOf[] {
  const asOf = JSON.stringify([owners.map((each) => each.id), day, ahead, context.store.stamp()]);
  const kept = known.get(context.store);
  if (kept?.asOf === asOf) return kept.papers;
  const papers = context.countries.flatMap((country) => {
    const own = owners.filter((each) => each.country === country.code).map((each) => each.id);
    if (own.length === 0) return [];
    return country.people.papers?.(context, own, addDays(day, -daysBack), addDays(day, ahead)) ?? [];
  });
  known.set(context.store, { asOf, papers });
  return papers;
}

/** What is owed to people of a business about today, given or not. */
export const papersOfBusiness = (context: Context, businessId: number, ahead = daysAhead): PaperOf[] =>
  papersAbout(context, [findBusiness(context, businessId)], todayAt(context, businessId), ahead);

export const papersOfPerson = (context: Context, personId: number, businessId: number): PaperView[] =>
  papersOfBusiness(context, businessId, daysShown)
    .filter((each) => each.personId === personId)
    .map(({ code, on, words, law, givenOn }) => ({
      code,
      on,
      words,
      law,
      ...(givenOn === undefined ? {} : { givenOn }),
    }));

/** All of them or none: one that is not owed, or was given already, is named. */
export function givePapers(
  context: Context,
  actor: Actor,
  businessId: number,
  { papers, givenOn }: GiveSeveral,
): { given: number } {
  const refused = (path: string, text: string) => cannot("paper", text, { errors: [{ path, text }] });
  if (givenOn > todayAt(context, businessId))
    throw refused("givenOn", "That day has not come yet: record it once the paper is handed over.");
  const known = new Map(
    papersOfBusiness(context, businessId, daysShown).map((each) => [`${each.personId} ${each.code} ${each.on}`, each]),
  );
  context.store.transaction(() => {
    const at = context.clock.now();
    for (const { personId, code, on } of papers) {
      const owed = known.get(`${personId} ${code} ${on}`);
      if (!owed || owed.givenOn === undefined)
        throw refused("papers", "No such paper is owed on that day. Look at the page anew.");
      if (owed.givenOn !== null)
        throw conflict("paper-given", `${owed.name} was given it on ${dateWords(owed.givenOn)} already.`);
      context.store.db.insert(paperGiven).values({ personId, code, on, givenOn, userId: actor.userId, at }).run();
    }
    const [first] = papers;
    record(context.store, {
      ...{ at, userId: actor.userId, businessId, what: "recorded that papers were given" },
      about:
        papers.length === 1
          ? `person ${first?.personId}: ${first?.code}, owed ${first?.on}`
          : `${papers.length} papers`,
    });
  });
  return { given: papers.length };
}
