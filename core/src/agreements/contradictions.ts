/** What a schema cannot see in an agreement's rules: entries that never speak, names that nobody declared, versions that overlap. */
import { decimal } from "../quantity/decimal.ts";
import {
  type AgreementRules,
  type Condition,
  mealEntries,
  type Percent,
  type RuleCheck,
  rosterCheckKinds,
} from "./agreementRules.ts";

export interface Contradiction {
  /** a `query` is for a person to confirm; an `error` keeps the agreement's rules out */
  kind: "error" | "query";
  path: string;
  text: string;
}

const isOfRoster = ({ kind }: RuleCheck): boolean => (rosterCheckKinds as readonly string[]).includes(kind);

/** Every condition of an agreement's rules with its place. */
function conditions(rules: AgreementRules): { path: string; condition: Condition }[] {
  const lists: Record<string, readonly { if?: Condition }[]> = {
    shiftKinds: rules.shiftKinds,
    "ordinary.span": rules.ordinary.span,
    "ordinary.dailyMax": rules.ordinary.dailyMax,
    penalties: rules.penalties,
    overtime: rules.overtime,
    additions: rules.additions,
    restBetween: rules.restBetween,
    minimumEngagement: rules.minimumEngagement,
    allowances: rules.allowances,
    juniors: rules.juniors,
    missedMeal: mealEntries(rules),
    "ordinary.weeklyMax": Array.isArray(rules.ordinary.weeklyMax) ? rules.ordinary.weeklyMax : [],
    "ordinary.availability": rules.ordinary.availability ?? [],
    "ordinary.spreadMax": rules.ordinary.spreadMax ?? [],
    notHeld: rules.notHeld ?? [],
    absencePercent: rules.absencePercent ?? [],
    breakPay: rules.breakPay ?? [],
    overtimeIf: rules.overtimeIf ?? [],
    "remote.least": rules.remote?.least ?? [],
    cancelled: rules.cancelled ?? [],
    dayInLieu: rules.dayInLieu ?? [],
    checks: rules.checks ?? [],
    "time.holidayOf": typeof rules.time.holidayOf === "string" ? [] : rules.time.holidayOf,
  };
  return Object.entries(lists).flatMap(([name, list]) =>
    list.flatMap((each, at) => (each.if ? [{ path: `${name}.${at}.if`, condition: each.if }] : [])),
  );
}

const casualAgrees = (percent: Percent, { percent: loading, method }: AgreementRules["casualLoading"]): boolean => {
  if (typeof percent === "number" || !("permanent" in percent)) return true;
  const [permanent, casual] = [decimal(String(percent.permanent)), decimal(String(percent.casual))];
  if (method === "ordinaryOnly") return true;
  return casual.eq(
    method === "add" ? permanent.plus(String(loading)) : permanent.times(decimal(String(loading)).plus(100)).div(100),
  );
};

type Say = (kind: Contradiction["kind"], path: string, text: string) => void;

/** The last of a list speaks for all that is left, and the last tier goes on for ever. */
function endsOfLists(rules: AgreementRules, say: Say): void {
  const last = rules.penalties.at(-1);
  if (last?.if)
    say(
      "error",
      `penalties.${rules.penalties.length - 1}`,
      "The last penalty has a condition. Add one without, for all other hours.",
    );
  const lastOvertime = rules.overtime.at(-1);
  if (lastOvertime?.if)
    say("error", `overtime.${rules.overtime.length - 1}`, "The last overtime entry has a condition. Add one without.");
  rules.overtime.forEach((entry, at) => {
    entry.tiers.forEach((tier, no) => {
      const isLast = no === entry.tiers.length - 1;
      if (tier.most !== undefined && entry.per !== "week")
        say(
          "error",
          `overtime.${at}.tiers.${no}`,
          "Only a tier that is filled over the week has a most for one day. Say per week, or take it out.",
        );
      if (isLast !== (tier.minutes === undefined))
        say(
          "error",
          `overtime.${at}.tiers.${no}`,
          isLast ? "The last tier has minutes; it must go on for ever." : "Only the last tier may be without minutes.",
        );
    });
  });
}

/** Entries that an earlier one always speaks before. */
function neverSpeaking(rules: AgreementRules, say: Say): void {
  for (const [name, list] of [
    ["penalties", rules.penalties],
    ["overtime", rules.overtime],
    ["minimumEngagement", rules.minimumEngagement],
  ] as const) {
    const seen = new Set<string>();
    let always = false;
    list.forEach((entry, at) => {
      const text = JSON.stringify(entry.if ?? {});
      if (always || seen.has(text))
        say(
          "error",
          `${name}.${at}`,
          `“${entry.id}” can never speak: an earlier entry matches first. Move it up, or delete it.`,
        );
      seen.add(text);
      always ||= Object.keys(entry.if ?? {}).length === 0;
    });
  }
}

/** What conditions name is declared, and may be so. */
function undeclared(rules: AgreementRules, say: Say): void {
  const settings = new Map(rules.settings.map((each) => [each.key, each]));
  const kinds = new Set(rules.shiftKinds.map((each) => each.key));
  const rosters = (rules.checks ?? []).flatMap((each, at) => (isOfRoster(each) ? [`checks.${at}.`] : []));
  const ofPerson = ["ordinary.weeklyMax", "absencePercent", ...rosters];
  for (const { path, condition } of conditions(rules)) {
    if (
      ofPerson.some((each) => path.startsWith(each)) &&
      Object.keys(condition).some((key) => !["basis", "settings"].includes(key))
    )
      say(
        "error",
        path,
        "A cycle of weeks, the per cent of leave and what is said of rosters go by basis and settings alone. Take the other conditions out.",
      );
    for (const [key, wanted] of Object.entries(condition.settings ?? {})) {
      const declared = settings.get(key);
      if (!declared) say("error", path, `The setting “${key}” is not declared. Declare it under settings.`);
      for (const value of Array.isArray(wanted) ? wanted : [wanted]) {
        const type = typeof value === "string" ? "choice" : typeof value;
        if (declared && (declared.type !== type || (declared.choices && !declared.choices.includes(String(value)))))
          say("error", path, `The setting “${key}” cannot be ${JSON.stringify(value)}.`);
      }
    }
    for (const kind of condition.shiftKind ?? [])
      if (!kinds.has(kind)) say("error", path, `There is no kind of shift “${kind}”. Declare it under shiftKinds.`);
  }
  const figures: [string, unknown][] = [
    ["time.averageWeeks", rules.time.averageWeeks],
    ...rules.ordinary.dailyMax.map((each, at): [string, unknown] => [`ordinary.dailyMax.${at}`, each.minutes]),
    ...rules.restBetween.map((each, at): [string, unknown] => [`restBetween.${at}`, each.minutes]),
  ];
  for (const [path, figure] of figures) {
    const key = (figure as { setting?: string } | null)?.setting;
    if (key !== undefined && settings.get(key)?.type !== "number")
      say("error", path, `The setting “${key}” is not declared as a number. Declare it under settings.`);
  }
}

function settingsThatDoNotFit(rules: AgreementRules, say: Say): void {
  rules.settings.forEach((each, at) => {
    const fits =
      each.type === "choice"
        ? each.choices?.includes(String(each.default))
        : (typeof each.default as string) === each.type &&
          !(
            typeof each.default === "number" &&
            (each.default < (each.min ?? each.default) || each.default > (each.max ?? each.default))
          );
    if (!fits) say("error", `settings.${at}.default`, `The default of “${each.key}” does not fit its own declaration.`);
  });
}

function namesTwice(rules: AgreementRules, say: Say): void {
  const ids = new Set<string>();
  for (const { id } of [
    ...rules.penalties,
    ...rules.overtime,
    ...rules.additions,
    ...rules.minimumEngagement,
    ...rules.allowances,
  ])
    if (ids.has(id) && rules.allowances.some((each) => each.id === id))
      say("error", "allowances", `Two rules are called “${id}”. Give one another name.`);
    else ids.add(id);
}

function casualPercents(rules: AgreementRules, say: Say): void {
  const withPercent: [string, Percent][] = [
    ...rules.penalties.map((each): [string, Percent] => [each.id, each.percent]),
    ...rules.overtime.flatMap((each) => each.tiers.map((tier): [string, Percent] => [each.id, tier.percent])),
  ];
  for (const [id, percent] of withPercent)
    if (!casualAgrees(percent, rules.casualLoading))
      say(
        "query",
        id,
        `The casual per cent of “${id}” does not follow from the loading of ${rules.casualLoading.percent} %. Confirm it.`,
      );
}

function levels(rules: AgreementRules, say: Say): void {
  const ages = rules.juniors.map((each) => each.if.ageBelow ?? 0);
  if (ages.some((age, at) => at > 0 && age < (ages[at - 1] ?? 0)))
    say("error", "juniors", "The ages of juniors do not rise. Sort them from the youngest.");
  rules.classifications.forEach(({ key, shareOf }, at) => {
    const whole = shareOf && rules.classifications.find((each) => each.key === shareOf.classification);
    if (shareOf && (!whole || whole.shareOf))
      say(
        "error",
        `classifications.${at}.shareOf`,
        `“${key}” is a share of “${shareOf.classification}”, which is no level with a rate of its own.`,
      );
  });
}

/** @returns everything that contradicts itself; empty for a sound agreement */
export function contradictions(rules: AgreementRules): Contradiction[] {
  const found: Contradiction[] = [];
  const say: Say = (kind, path, text) => void found.push({ kind, path, text });
  endsOfLists(rules, say);
  neverSpeaking(rules, say);
  undeclared(rules, say);
  const contact = rules.remote?.least.at(-1);
  if (contact && (contact.if || contact.onCall))
    say("error", "remote.least", "The last entry has a condition. Add one without, for every other contact.");
  (rules.checks ?? []).forEach((each, at) => {
    if (["ask", "level", "shiftRuns"].includes(each.kind) && typeof each.text !== "string")
      say("error", `checks.${at}`, "What is asked has no words. Give it a text.");
    const needs = {
      days: ["maximumConsecutiveDays", "daysOff", "longDaysRunning", "shiftRuns"],
      minutes: ["longDaysRunning", "spreadOfDay", "shortestDay"],
    };
    for (const key of ["days", "minutes"] as const)
      if (needs[key].includes(each.kind) && each[key] === undefined)
        say("query", `checks.${at}`, `The check has no ${key}, so it looks at nothing. Give it ${key}, or delete it.`);
  });
  settingsThatDoNotFit(rules, say);
  namesTwice(rules, say);
  casualPercents(rules, say);
  levels(rules, say);
  if (rules.validTo !== undefined && rules.validTo < rules.validFrom)
    say("error", "validTo", "The rules end before they start.");
  return found;
}

/** Two versions of one code that overlap in time, in words. */
export function overlaps(sets: readonly Pick<AgreementRules, "code" | "validFrom" | "validTo">[]): string[] {
  const inOrder = [...sets].sort((a, b) => a.validFrom.localeCompare(b.validFrom));
  return inOrder.flatMap((a, at) =>
    inOrder
      .slice(at + 1)
      .filter(
        (b) =>
          a.code === b.code &&
          (a.validFrom === b.validFrom ||
            (a.validTo !== undefined && a.validFrom < b.validFrom && a.validTo >= b.validFrom)),
      )
      .map((b) => `${a.code} from ${a.validFrom} and from ${b.validFrom} overlap.`),
  );
}

/** The version of a code on a day: the latest that is valid from that day or before. */
export const versionOn = <T extends Pick<AgreementRules, "validFrom" | "validTo">>(
  sets: readonly T[],
  day: string,
): T | null =>
  sets
    .filter((each) => each.validFrom <= day && (each.validTo === undefined || each.validTo >= day))
    .sort((a, b) => b.validFrom.localeCompare(a.validFrom))[0] ?? null;
