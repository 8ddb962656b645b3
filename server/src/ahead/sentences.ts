/** A change as a sentence. */
import type { AheadChange } from "@zesty/contract/ahead";
import { dateWords } from "@zesty/core/calendar/dates";
import { decimal } from "@zesty/core/quantity/decimal";
import { dollars } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { person } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";

export function sentenceOf(context: Context, businessId: number, change: AheadChange): string {
  const names = rowsOf(
    context.store.sqlite,
    person,
    "WHERE t.id IN (SELECT value FROM json_each(?)) ORDER BY t.family_name, t.given_name",
    JSON.stringify(change.people),
  ).map((who) => `${who.givenName} ${who.familyName}`);
  const who = names.length === 0 ? "everybody" : names.length > 3 ? `${names.length} people` : listed(names);
  const from = dateWords(change.from);
  const { contribution } = context.country(findBusiness(context, businessId).country).ahead;
  const value = change.value === "" ? decimal(0) : change.kind === "level" ? decimal(0) : decimal(change.value);
  const by = change.by === "percent" ? `${value.abs().toString()} %` : `${dollars(value.abs())} an hour`;
  switch (change.kind) {
    case "rates":
      return `Rates of ${who} ${value.isNegative() ? "fall" : "rise"} by ${by} on ${from}.`;
    case "hours":
      return `${capital(who)} ${names.length === 1 ? "works" : "work"} ${value.toString()} h a week from ${from}.`;
    case "level":
      return `${capital(who)} ${names.length === 1 ? "is" : "are"} at level ${change.value} from ${from}.`;
    case "more":
      return `${change.value} more like ${who}${change.weekly === "" ? "" : `, ${change.weekly} h a week`}, from ${from}.`;
    case "leaves":
      return `${capital(who)} ${names.length === 1 ? "leaves" : "leave"}, last day ${from}.`;
    case "contribution":
      return `${contribution.words} is ${value.toString()} % from ${from}.`;
  }
}

const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? "") : `${names.slice(0, -1).join(", ")} and ${names.at(-1)}`;
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
