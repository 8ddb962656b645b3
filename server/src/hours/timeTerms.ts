/** By which agreement a person is paid, as dated facts: checked against the agreement, then appended. */
import { readSettings } from "@zesty/contract/interpret";
import type { TimeTerms } from "@zesty/contract/time";
import { flagsOf } from "@zesty/core/agreements/flags";
import { readAvailability, readUsualTimes } from "@zesty/core/hours/usualTimes";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { newest } from "../store/dated.ts";
import { timeTerms } from "../store/schema.ts";
import { agreementRulesOf, agreementRulesOn } from "./agreements.ts";

export function writeTimeTerms(
  context: Context,
  personId: number,
  businessId: number,
  from: string,
  { agreement, classification, use, settings, flags, leads = null, averagingFrom = null, ...times }: TimeTerms,
): void {
  const { usualTimes = null, availability = null } = times;
  const refuse = (path: string, text: string) => cannot("time-terms", text, { errors: [{ path, text }] });
  const timed = usualTimes?.some((each) => each !== "") ? usualTimes : null;
  if (timed && use !== "exceptions")
    throw refuse(
      "usualTimes",
      "Usual times are of who records exceptions only. Empty them, or say that hours come in so.",
    );
  const read = timed && readUsualTimes(timed, findBusiness(context, businessId).country);
  if (read && "fault" in read) throw refuse(`usualTimes.${read.at}`, read.fault);
  const windows = availability?.some((each) => each !== "") ? availability : null;
  const held = windows && readAvailability(windows, findBusiness(context, businessId).country);
  if (held && "fault" in held) throw refuse(`availability.${held.at}`, held.fault);
  let values = settings;
  if (agreement === null) {
    if (windows) throw refuse("availability.0", "An availability belongs to an agreement. Choose one, or empty it.");
    if (classification)
      throw refuse("classification", "A level belongs to an agreement. Choose one, or empty the level.");
  } else {
    const sets = agreementRulesOf(context, businessId);
    const rules = agreementRulesOn(sets, agreement, from) ?? sets.find((each) => each.code === agreement);
    if (!rules) throw refuse("agreement", `This business has no agreement ${agreement}. Choose one of its list.`);
    if (windows && !rules.ordinary.availability)
      throw refuse("availability.0", `${rules.title} has no rule for an availability. Empty it.`);
    const levels = rules.classifications.map((each) => each.key);
    if (classification && !levels.includes(classification))
      throw refuse("classification", `${rules.title} has no level “${classification}”. It has ${levels.join(", ")}.`);
    const answers = readSettings(rules, settings, "settings");
    if (answers.errors[0]) throw cannot("time-terms", answers.errors[0].text, { errors: answers.errors });
    values = answers.values;
    const asked = flagsOf(rules);
    const strange = Object.keys(flags).find((key) => !asked.has(key));
    if (strange) throw refuse(`flags.${strange}`, `No rule of ${rules.title} asks for “${strange}”.`);
  }
  context.store.db
    .insert(timeTerms)
    .values({
      personId,
      from,
      agreement,
      classification,
      use,
      settings: values,
      flags,
      leads,
      averagingFrom,
      usualTimes: timed,
      availability: windows,
    })
    .run();
}

/** The terms of a person that hold on a day; null where nothing was said by then. */
export function readTimeTerms(
  { store }: Context,
  personId: number,
  day: string,
): (TimeTerms & { from: string }) | null {
  const row = newest(store.db, timeTerms, [personId], day).get(personId);
  if (!row) return null;
  const { id: _id, personId: _person, ...terms } = row;
  return terms;
}
