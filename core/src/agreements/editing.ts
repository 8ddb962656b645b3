/**
 * An agreement's rules changed sentence by sentence: the numbers and times that stand in an entry as fields, and the set with one
 * of them changed. What the set then says is checked by whoever takes it in, as if it were loaded.
 */
import { decimal } from "../quantity/decimal.ts";
import type { AgreementRules } from "./agreementRules.ts";
import { sentencesOf } from "./sentences.ts";

export interface RuleField {
  /** where it stands in the agreement's rules: "penalties.0.percent.casual" */
  path: string;
  label: string;
  /** as it is typed: hours for minutes, per cents and dollars as they are, times of the clock */
  value: string;
  unit: "hours" | "%" | "$" | "time" | "";
}

/** Keys whose numbers are minutes; people read hours. */
const minuteKeys = new Set([
  ...["minutes", "after", "weeklyMax", "over", "thenEvery", "minimumMinutes", "most", "ifGapFrom", "breakAtLeast"],
  ...["leastMinutes", "besideMinutes", "restMinutes", "wholeDayAfterMinutes", "wholeDayFromMinutes", "ofMinutes"],
]);
const clock = /^([0-2]\d|3[0-5]):[0-5]\d$/;
const plainWords: Record<string, string> = {
  fullTime: "full-time",
  partTime: "part-time",
  percent: "per cent",
  minutes: "hours",
  amount: "dollars",
  percentOfStandardRate: "per cent of the standard rate",
  startsFrom: "started from",
  startsBy: "started by",
  endsFrom: "ended from",
  endsBy: "ended by",
  ageBelow: "under the age of",
  ageFrom: "from the age of",
  timesPerWeek: "times a week",
  weeklyMax: "hours a week",
  weeks: "weeks of the cycle",
  minimumMinutes: "paid at least",
  monthsOfServiceUpTo: "months of service at most",
  thenEvery: "then every",
  timeOffInstead: "time off instead",
  withinMonths: "within months",
  most: "of them on one day at most",
  ifGapFrom: "on a day with a gap of",
  breakAtLeast: "a break of at least",
  maxPerWeek: "times a week at most",
  gaps: "gaps of the day",
  leastMinutes: "paid at least",
  besideMinutes: "work on one side",
  restMinutes: "off around it",
  wholeDayAfterMinutes: "the whole day after",
  wholeDayFromMinutes: "the whole day from",
  ofMinutes: "of a day of",
};

function unitOf(key: string, parents: readonly string[], value: number | string): RuleField["unit"] {
  if (typeof value === "string") return "time";
  if (minuteKeys.has(key) || ((key === "from" || key === "to") && parents.includes("trigger"))) return "hours";
  if (key === "amount") return "$";
  return parents.includes("percent") || /percent|floor|add$/i.test(key) || parents.includes("floor") ? "%" : "";
}

/** Said by the unit beside the field. */
const unitKeys = new Set(["percent", "minutes", "amount"]);

function labelOf(path: readonly string[]): string {
  const rest = path.filter((key) => key !== "if" && key !== "trigger" && key !== "effect");
  const telling = rest.filter((key) => !unitKeys.has(key));
  const named = (telling.length > 0 ? telling : rest).map((key) =>
    /^\d+$/.test(key) ? `${Number(key) + 1}.` : (plainWords[key] ?? key),
  );
  return named.join(" ").replace(/^tiers /, "step ");
}

type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

/** The entry at a path; undefined where there is none. */
function at(rules: AgreementRules, path: string): Json | undefined {
  let found: Json | undefined = rules as unknown as Json;
  for (const key of path.split(".")) {
    if (typeof found !== "object" || found === null || !Object.hasOwn(found, key)) return undefined;
    found = (found as Record<string, Json>)[key];
  }
  return found;
}

function leaves(value: Json, path: readonly string[]): { path: readonly string[]; value: number | string }[] {
  const key = path.at(-1) ?? "";
  if (typeof value === "number" || (typeof value === "string" && clock.test(value))) return [{ path, value }];
  if (typeof value !== "object" || value === null || key === "settings") return [];
  return Object.entries(value).flatMap(([name, each]) => leaves(each, [...path, name]));
}

/** The fields of a sentence, by the path of its entry. */
export function fieldsOf(rules: AgreementRules, path: string): RuleField[] {
  const entry = at(rules, path);
  if (entry === undefined) return [];
  const base = path.split(".");
  const own = typeof entry === "object" ? [] : [base.at(-1) ?? ""];
  return leaves(entry, own).map((leaf) => {
    const full = typeof entry === "object" ? [...base, ...leaf.path] : base;
    const unit = unitOf(full.at(-1) ?? "", full.slice(0, -1), leaf.value);
    return {
      path: full.join("."),
      label: labelOf(leaf.path),
      unit,
      value: unit === "hours" ? decimal(String(leaf.value)).div(60).toDecimalPlaces(4).toString() : String(leaf.value),
    };
  });
}

/**
 * The agreement's rules with fields changed; nothing else of it moves.
 * @returns the new set, or a sentence about the first field that cannot be read
 */
export function withFields(rules: AgreementRules, fields: readonly RuleField[]): AgreementRules | { fault: string } {
  const copy = structuredClone(rules) as unknown as Record<string, Json>;
  for (const { path, label, value, unit } of fields) {
    const typed = value.trim();
    const isTime = unit === "time";
    if (isTime ? !clock.test(typed) : !/^-?\d{1,5}(\.\d{1,4})?$/.test(typed))
      return { fault: `${label}: “${typed}” is not ${isTime ? "a time. Write it as 18:00" : "a number"}.` };
    const number = unit === "hours" ? decimal(typed).times(60).toDecimalPlaces(0).toNumber() : Number(typed);
    const keys = path.split(".");
    let parent = copy;
    for (const key of keys.slice(0, -1)) parent = parent[key] as Record<string, Json>;
    parent[keys.at(-1) ?? ""] = isTime ? typed : number;
  }
  return copy as unknown as AgreementRules;
}

/** Does the sentence stand in a list, so that it can be taken out, or another be written beside it? */
export const isOfList = (path: string): boolean => /\.\d+$/.test(path);

const split = (path: string): [list: string, place: number] => {
  const cut = path.lastIndexOf(".");
  return [path.slice(0, cut), Number(path.slice(cut + 1))];
};

/** The agreement's rules without a sentence of a list. Whether it holds together is for whoever takes it in to check. */
export function withoutSentence(rules: AgreementRules, path: string): AgreementRules {
  const copy = structuredClone(rules);
  const [list, place] = split(path);
  const entries = at(copy, list);
  if (isOfList(path) && Array.isArray(entries)) entries.splice(place, 1);
  return copy;
}

/**
 * The agreement's rules with another sentence beside one of a list, the same but for its name and the fields given.
 * @param fields of the sentence that it is made from
 * @returns the new set, or a sentence about the first field that cannot be read
 */
export function withAnother(
  rules: AgreementRules,
  path: string,
  fields: readonly RuleField[],
): AgreementRules | { fault: string } {
  const copy = structuredClone(rules);
  const [list, place] = split(path);
  const entries = at(copy, list);
  if (!Array.isArray(entries)) return { fault: "This sentence stands alone: it can be changed, not doubled." };
  const made = structuredClone(entries[place]) as Json;
  if (typeof made === "object" && made !== null && "id" in made) {
    const taken = new Set(sentencesOf(rules).flatMap((group) => group.sentences.map((each) => each.id)));
    const name = String((made as { id: Json }).id).replace(/-\d+$/, "");
    let number = 2;
    while (taken.has(`${name}-${number}`)) number += 1;
    (made as { id: Json }).id = `${name}-${number}`;
  }
  entries.splice(place + 1, 0, made);
  const own = `${list}.${place + 1}`;
  return withFields(
    copy,
    fields.map((field) => ({ ...field, path: own + field.path.slice(path.length) })),
  );
}

export interface ChangedSentence {
  path: string;
  /** null: the other set does not say it */
  before: string | null;
  after: string | null;
}

/** Sentences in which a copy differs from the set that it was made from; entries are the same by group and name. */
export function differences(origin: AgreementRules, copy: AgreementRules): ChangedSentence[] {
  const read = (rules: AgreementRules) =>
    new Map(
      sentencesOf(rules).flatMap((group) =>
        group.sentences.map((each) => [`${group.title} ${each.id}`, each] as const),
      ),
    );
  const [before, after] = [read(origin), read(copy)];
  return [...new Set([...before.keys(), ...after.keys()])].flatMap((key): ChangedSentence[] => {
    const [was, is] = [before.get(key), after.get(key)];
    return was?.text === is?.text
      ? []
      : [{ path: is?.path ?? was?.path ?? "", before: was?.text ?? null, after: is?.text ?? null }];
  });
}
