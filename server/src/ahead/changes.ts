/** What would be otherwise, done for real: each sentence as the act that it would be, within a dry run. */
import type { AheadChange } from "@zesty/contract/ahead";
import { dateWords } from "@zesty/core/calendar/dates";
import { decimal } from "@zesty/core/quantity/decimal";
import type { RuleBook } from "@zesty/core/rulebook/ruleBook";
import { casesOf } from "../afterwards/raise.ts";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, ProblemError } from "../ground/problem.ts";
import { employmentOf } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { datedRecords, newest } from "../store/dated.ts";
import { person, timeTerms } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import type { AheadOfCountry } from "./aheadOfCountry.ts";
import { ofHours } from "./ofHours.ts";
import { addLike } from "./oneMore.ts";

type Who = typeof person.$inferSelect;

/** Somebody of the business, or who would be: known by `key`, which is an id or a name of ours. */
export interface AheadWho {
  key: string;
  name: string;
  /** whose facts they begin with */
  like: Who;
  /** null: here already */
  change: AheadChange | null;
}

export function everybody(context: Context, businessId: number, changes: readonly AheadChange[]): AheadWho[] {
  const people = rowsOf(context.store.sqlite, person, "WHERE t.business_id = ? ORDER BY t.id", businessId);
  const here = people.map(
    (who): AheadWho => ({
      ...{ key: String(who.id), name: `${who.givenName} ${who.familyName}`, like: who, change: null },
    }),
  );
  const more = changes.flatMap((change, at) => {
    const like = people.find((each) => each.id === change.people[0]);
    if (change.kind !== "more" || !change.on || !like) return [];
    return Array.from({ length: Number(change.value) }, (_, count): AheadWho => {
      const name = `One more like ${like.givenName} ${like.familyName}${count === 0 ? "" : `, ${count + 1}`}`;
      return { key: `more ${at} ${count}`, name, like, change };
    });
  });
  return [...here, ...more];
}

/** @throws where a sentence cannot be true of this business */
export function demandPossible(
  context: Context,
  businessId: number,
  changes: readonly AheadChange[],
  today: string,
): void {
  const people = new Map(
    rowsOf(context.store.sqlite, person, "WHERE t.business_id = ?", businessId).map((who) => [who.id, who]),
  );
  changes.forEach((change, at) => {
    const refuse = (field: string, text: string) =>
      cannot("ahead", text, { errors: [{ path: `changes.${at}.${field}`, text }] });
    if (change.from < today)
      throw refuse("from", `${dateWords(change.from)} is past. What if looks ahead: choose today or a later day.`);
    if (change.people.some((id) => !people.has(id)))
      throw refuse("people", "Somebody who is chosen does not work here. Load the page again.");
    const gone = change.people.map((id) => people.get(id)).find((who) => who?.endDate && who.endDate < change.from);
    if (gone && change.kind !== "more")
      throw refuse(
        "people",
        `${gone.givenName} ${gone.familyName} has left by ${dateWords(change.from)}. Take the name out, or choose an earlier day.`,
      );
    if (change.kind === "rates" && decimal(change.value).isZero())
      throw refuse("value", "A raise of nothing changes nothing.");
    if (change.kind === "rates" && change.by === "percent" && decimal(change.value).lte(-100))
      throw refuse("value", "Rates cannot fall by all that they are.");
    if (["hours", "level", "leaves"].includes(change.kind) && change.people.length === 0)
      throw refuse("people", "Nobody is chosen: say of whom.");
    if (change.kind === "more" && change.people.length !== 1)
      throw refuse("people", "Choose one person whom the new one is like: their facts are taken.");
  });
}

export const rulesWith = (country: AheadOfCountry, rules: RuleBook, changes: readonly AheadChange[]): RuleBook =>
  changes
    .filter((each) => each.on && each.kind === "contribution")
    .reduce((book, { value, from }) => country.contribution.at(book, value, from), rules);

/**
 * Does what is changed for these people, and makes those who are not here yet.
 * @returns ids by key; what could not be done is told
 */
export function applyChanges(
  context: Context,
  actor: Actor,
  businessId: number,
  changes: readonly AheadChange[],
  who: readonly AheadWho[],
  told: (change: AheadChange, note: string) => void,
): Map<string, number> {
  const ids = new Map(
    who.map(({ key, like, change }) => [key, change ? addLike(context, actor, like, change) : like.id] as const),
  );
  const here = new Set(who.flatMap((each) => (each.change ? [] : [each.like.id])));
  const toCome = who.flatMap(({ key, change }) => (change ? [{ id: ids.get(key) ?? 0, start: change.from }] : []));
  for (const change of changes.filter((each) => each.on).sort((a, b) => (a.from < b.from ? -1 : 1))) {
    const put = (people: readonly number[], from: string) => {
      if (people.length === 0) return;
      const own = { ...change, from, people: [...people] };
      try {
        acts[change.kind](context, actor, own, businessId, (note) => told(change, note));
      } catch (error) {
        throw ofSentence(error, changes.indexOf(change));
      }
    };
    if (change.people.length > 0)
      put(
        change.people.filter((id) => here.has(id)),
        change.from,
      );
    else {
      put([...here], change.from);
      // What is said of everybody is true of who comes later, from the first day.
      for (const { id, start } of toCome) put([id], start > change.from ? start : change.from);
    }
  }
  return ids;
}

/** What an act refuses stands at the sentence that asks for it. */
const ofSentence = (error: unknown, at: number): unknown =>
  error instanceof ProblemError
    ? cannot("ahead", error.message, { errors: [{ path: `changes.${at}.value`, text: error.message }] })
    : error;

/** Hours a week that are said of who has no usual pay, on a day; null where nothing is. */
export const weeklySaid = (changes: readonly AheadChange[], id: number, day: string): string | null =>
  changes
    .filter((each) => each.on && each.kind === "hours" && each.from <= day && each.people.includes(id))
    .sort((a, b) => (a.from < b.from ? -1 : 1))
    .at(-1)?.value ?? null;

type Act = (
  context: Context,
  actor: Actor,
  change: AheadChange,
  businessId: number,
  told: (note: string) => void,
) => void;

const nameOf = (context: Context, id: number): string => {
  const [who] = rowsOf(context.store.sqlite, person, "WHERE t.id = ?", id);
  return `${who?.givenName} ${who?.familyName}`;
};

const acts: Record<AheadChange["kind"], Act> = {
  rates: (context, actor, { from, by, value, people }, businessId, told) => {
    const wanted = { from, by, value, people, payBack: false };
    for (const [id, { terms, row }] of casesOf(context, businessId, wanted, new Set(people))) {
      if (terms) saveSection(context, actor, id, "employment", terms);
      else if (row.note && row.basis !== "contractor") told(`${row.name}: ${row.note}`);
    }
  },
  hours: (context, actor, { from, value, people }, _businessId, told) => {
    const { terms, usual } = datedRecords(context.store.db, people, from);
    for (const [id, row] of terms) {
      const lines = usual.get(id)?.lines ?? [];
      if (lines.length === 0)
        told(
          `${nameOf(context, id)} has no usual pay: here the hours of late are taken as so many; pays follow what is worked.`,
        );
      const held = employmentOf(row);
      saveSection(context, actor, id, "employment", { ...held, ...ofHours(held, value), from });
      const after = datedRecords(context.store.db, [id], from).usual.get(id)?.lines;
      const isMoved = JSON.stringify(after) !== JSON.stringify(lines) || decimal(held.weeklyHours).eq(value);
      if (lines.length > 0 && !isMoved)
        told(
          `${nameOf(context, id)} is paid usual pay that was typed otherwise than agreed: it stays as it is until it is changed.`,
        );
    }
  },
  level: (context, actor, { from, value, people }, _businessId, told) => {
    const held = newest(context.store.db, timeTerms, people, from);
    for (const id of people) {
      const terms = held.get(id);
      if (!terms?.agreement) {
        told(`${nameOf(context, id)} is paid by no agreement, so no level is changed.`);
        continue;
      }
      const { id: _id, personId: _person, ...rest } = terms;
      saveSection(context, actor, id, "time", { ...rest, classification: value, from });
    }
  },
  leaves: (context, actor, { from, people }, _businessId, told) => {
    told("Taken as a resignation with its notice worked.");
    for (const id of people)
      recordDeparture(context, actor, id, {
        ...{ lastDay: from, reason: "V", noticeWorked: true, misconduct: false, pay: "next" },
      });
  },
  // Its people are made beforehand, and the rule book is another.
  more: () => undefined,
  contribution: () => undefined,
};
