/** The agreements of a business: shipped ones and its own, the version of a day, and what the business says of them. */

import { readAgreementRules, shipped } from "@zesty/contract/agreementRules";
import { readSettings } from "@zesty/contract/interpret";
import type { AgreementView, SaveAgreementFacts } from "@zesty/contract/time";
import type { AgreementRules, SettingValue } from "@zesty/core/agreements/agreementRules";
import { contradictions, overlaps, versionOn } from "@zesty/core/agreements/contradictions";
import { type EnteredRates, noRates } from "@zesty/core/hours/pricing";
import { and, asc, eq, lte } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { stampOf } from "../http/seen.ts";
import { newest } from "../store/dated.ts";
import { agreementFacts, ownAgreementRules, timeTerms } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { carryOnFacts, laterFacts } from "./carryOnFacts.ts";

/** All versions that a business can use: its own, and those shipped for its country. */
export function agreementRulesOf(context: Context, businessId: number): AgreementRules[] {
  const { country } = findBusiness(context, businessId);
  const own = context.store.db
    .select({ rules: ownAgreementRules.rules })
    .from(ownAgreementRules)
    .where(eq(ownAgreementRules.businessId, businessId))
    .orderBy(asc(ownAgreementRules.id))
    .all()
    .map((each) => each.rules);
  // A version that is loaded again stands in for the one before.
  const newest = new Map(own.map((each) => [`${each.code} ${each.validFrom}`, each]));
  const codes = new Set(own.map((each) => each.code));
  return [...newest.values(), ...shipped().filter((each) => each.country === country && !codes.has(each.code))];
}

/** The version of a code that prices a period from a day on. */
export const agreementRulesOn = (sets: readonly AgreementRules[], code: string, date: string): AgreementRules | null =>
  versionOn(
    sets.filter((each) => each.code === code),
    date,
  );

/** The agreement's loading on annual leave of people, per cent; null for casuals and where no agreement asks for it. */
export function agreedLoading(context: Context, businessId: number, personIds: readonly number[], date: string) {
  const held = newest(context.store.db, timeTerms, personIds, date);
  const sets = held.size > 0 ? agreementRulesOf(context, businessId) : [];
  return (personId: number, basis: string | undefined): string | null => {
    const code = held.get(personId)?.agreement;
    const loading = code && basis !== "casual" ? agreementRulesOn(sets, code, date)?.leaveLoading : undefined;
    return loading ? String(loading.percent) : null;
  };
}

export interface SaidOfAgreement {
  settings: Record<string, SettingValue>;
  rates: EnteredRates;
  source: string | null;
  from: string | null;
}

/** What the business says of an agreement on a day: the newest row that is in force. */
export function saidOf(context: Context, businessId: number, agreement: string, date: string): SaidOfAgreement {
  const row = context.store.db
    .select()
    .from(agreementFacts)
    .where(
      and(
        eq(agreementFacts.businessId, businessId),
        eq(agreementFacts.agreement, agreement),
        lte(agreementFacts.from, date),
      ),
    )
    .orderBy(asc(agreementFacts.from), asc(agreementFacts.id))
    .all()
    .at(-1);
  return row ?? { settings: {}, rates: noRates, source: null, from: null };
}

/** Codes of the agreements that somebody of the business is paid by. */
const agreementsInUse = ({ store }: Context, businessId: number): Set<string> =>
  new Set(
    store
      .prepared<[number], { agreement: string }>(
        `SELECT DISTINCT t.agreement AS agreement FROM time_terms t JOIN person p ON p.id = t.person_id
         WHERE p.business_id = ? AND t.agreement IS NOT NULL`,
      )
      .all(businessId)
      .map((each) => each.agreement),
  );

/** @param day what is said of them then; what is said later is told beside it */
export function listAgreements(
  context: Context,
  businessId: number,
  day = todayAt(context, businessId),
): AgreementView[] {
  const sets = agreementRulesOf(context, businessId);
  const inUse = agreementsInUse(context, businessId);
  return [...new Set(sets.map((each) => each.code))].flatMap((code): AgreementView[] => {
    const rules = agreementRulesOn(sets, code, day) ?? sets.find((each) => each.code === code);
    if (!rules) return [];
    const { settings, rates, source, from } = saidOf(context, businessId, code, day);
    return [
      {
        code,
        rules,
        own: !shipped().includes(rules),
        shipped: shipped().includes(rules) ? null : (shippedOn(code, day) ?? null),
        inUse: inUse.has(code),
        settings,
        rates,
        source,
        from,
        later: laterFacts(context, businessId, code, day),
        stamp: factsStamp(context, businessId, code),
        queries: [...contradictions(rules).map((each) => each.text), ...doubts(rules)],
      },
    ];
  });
}

/** What the business said of an agreement, from whatever day: another text after anybody said more. */
export const factsStamp = ({ store }: Context, businessId: number, agreement: string): string =>
  stampOf(
    store.db
      .select({ id: agreementFacts.id })
      .from(agreementFacts)
      .where(and(eq(agreementFacts.businessId, businessId), eq(agreementFacts.agreement, agreement)))
      .all(),
  );

/** Readings that are less than 75 % sure, and that no setting chooses: a person confirms them with the instrument. */
const doubts = ({ readings = [] }: AgreementRules): string[] =>
  readings.flatMap(({ rule, shipped: ships, other, sure, choose }) =>
    sure < 75 && !choose
      ? [
          `${sentenceStart(rule)}, ${sure} % sure: ${ships} It may be otherwise: ${other} Confirm it with the instrument.`,
        ]
      : [],
  );
const sentenceStart = (rule: string): string => rule.charAt(0).toUpperCase() + rule.slice(1).replaceAll("-", " ");

const shippedOn = (code: string, day: string): AgreementRules | undefined =>
  agreementRulesOn(shipped(), code, day) ?? shipped().find((each) => each.code === code);

/** Loads an agreement's rules of the business's own. Nothing is kept of one that contradicts itself. */
export function loadAgreementRules(context: Context, actor: Actor, businessId: number, raw: unknown): AgreementView[] {
  const read = readAgreementRules(raw);
  if ("errors" in read)
    throw cannot(
      "agreement-rules",
      `The agreement's rules were not taken. ${read.errors[0]?.path}: ${read.errors[0]?.text}`,
      {
        errors: read.errors,
      },
    );
  const rules = read.value;
  const { country } = findBusiness(context, businessId);
  if (rules.country !== country) {
    const text = `These rules are for ${rules.country}, the business is in ${country}.`;
    throw cannot("agreement-rules-country", text, { errors: [{ path: "country", text }] });
  }
  const others = agreementRulesOf(context, businessId).filter(
    (each) => each.code === rules.code && each.validFrom !== rules.validFrom && !shipped().includes(each),
  );
  const [overlap] = overlaps([...others, rules]);
  if (overlap)
    throw cannot(
      "agreement-rules-overlap",
      `${overlap} Give the earlier one a last day, or this one another first day.`,
      {
        errors: [{ path: "validFrom", text: overlap }],
      },
    );
  const origin = shipped().find((each) => each.code === rules.code)?.code ?? null;
  context.store.transaction(() => {
    const at = context.clock.now();
    context.store.db
      .insert(ownAgreementRules)
      .values({
        businessId,
        code: rules.code,
        validFrom: rules.validFrom,
        rules,
        origin,
        userId: actor.userId,
        recordedAt: at,
      })
      .run();
    const about = `${rules.code} from ${rules.validFrom}`;
    record(context.store, { at, userId: actor.userId, businessId, what: "loaded agreement", about });
  });
  return listAgreements(context, businessId);
}

/** Settings of the workplace and dollars of a pay guide, from a day on. */
export function saveAgreementFacts(
  context: Context,
  actor: Actor,
  businessId: number,
  agreement: string,
  wanted: SaveAgreementFacts,
): AgreementView[] {
  const rules = agreementRulesOn(agreementRulesOf(context, businessId), agreement, wanted.from);
  if (!rules) {
    const text = `No version of ${agreement} is known for that day.`;
    throw cannot("agreement-unknown", text, { errors: [{ path: "from", text }] });
  }
  const { values, errors } = readSettings(rules, wanted.settings, "settings");
  const levels = new Set(rules.classifications.map((each) => each.key));
  const units = new Set([...rules.allowances, ...rules.additions].map((each) => each.id));
  for (const key of Object.keys(wanted.rates.classifications))
    if (!levels.has(key))
      errors.push({ path: `rates.classifications.${key}`, text: `${agreement} has no level “${key}”.` });
  for (const key of Object.keys(wanted.rates.allowances))
    if (!units.has(key))
      errors.push({ path: `rates.allowances.${key}`, text: `${agreement} has no allowance “${key}”.` });
  if (errors[0]) throw cannot("agreement-facts", errors[0].text, { errors });
  context.store.transaction(() => {
    const at = context.clock.now();
    const { from, rates, source } = wanted;
    context.store.db
      .insert(agreementFacts)
      .values({ businessId, agreement, from, settings: values, rates, source, userId: actor.userId, recordedAt: at })
      .run();
    const carried = carryOnFacts(context, businessId, agreement);
    record(context.store, {
      at,
      userId: actor.userId,
      businessId,
      what: [`said what holds of ${agreement} from ${from}`, ...carried].join(", and from "),
      about: source ?? agreement,
    });
  });
  return listAgreements(context, businessId);
}

/**
 * Awards in use, with the day of the dollars that people are paid by, and whether a yearly review came after it: rates of
 * awards move on the first of July (Fair Work Act 2009, s 286), and some again at a decision of their own.
 */
export function ratesOfAwards(
  context: Context,
  businessId: number,
): { title: string; from: string; review: string; old: boolean }[] {
  const today = todayAt(context, businessId);
  const year = Number(today.slice(0, 4)) - (today.slice(5) < "07-01" ? 1 : 0);
  const review = `${year}-07-01`;
  const codes = agreementsInUse(context, businessId);
  if (codes.size === 0) return [];
  const sets = agreementRulesOf(context, businessId);
  return [...codes].flatMap((code) => {
    const rules = agreementRulesOn(sets, code, today) ?? sets.find((each) => each.code === code);
    if (rules?.kind !== "award" || rules.classifications.length === 0) return [];
    const { rates, from } = saidOf(context, businessId, code, today);
    const said = from !== null && Object.keys(rates.classifications).length > 0 && from > rules.validFrom;
    const of = said ? from : rules.validFrom;
    return [{ title: rules.title, from: of, review, old: of < review }];
  });
}
