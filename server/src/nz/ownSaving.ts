/**
 * KiwiSaver as somebody says it on the own page: a member already, enrolled by this job, joining later, opting out, the own
 * rate. What only the employer knows stays as it was. Source: KiwiSaver Act 2006, ss 10, 17, 33, 64, from memory.
 */
import type { KiwiSaverFacts } from "@zesty/contract/nz/people";
import type { StaffSaving, StaffSavingView } from "@zesty/contract/staff";
import { completedYears, dateWords } from "@zesty/core/calendar/dates";
import { optOutWindow } from "@zesty/core/nz/kiwiSaver";
import { decimal } from "@zesty/core/quantity/decimal";
import { type DeductionRatesNz, deductionRatesNz } from "@zesty/core/rulebook/nz/deductionRatesNz";
import type { Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import type { OwnSaving, Who } from "../people/peopleOfCountry.ts";
import { datedRecordsNz } from "../store/dated.ts";

type Held = KiwiSaverFacts | undefined;
type Rules = DeductionRatesNz["kiwiSaver"];

function known(context: Context, who: Who) {
  const today = todayAt(context, who.businessId);
  const on = who.startDate > today ? who.startDate : today;
  const held: Held = datedRecordsNz(context.store.db, [who.id], on).kiwiSaver.get(who.id);
  return { today, held, rules: context.rules.row(deductionRatesNz, on).figures.kiwiSaver };
}

const windowOf = (held: Held, { startDate }: Who, { optOutDays }: Rules): StaffSavingView["optOut"] =>
  held?.status === "member" && held.joined === "automatic" ? optOutWindow(startDate, optOutDays) : null;

function savingOf(context: Context, who: Who): StaffSavingView {
  const { today, held, rules } = known(context, who);
  const optOut = windowOf(held, who, rules);
  const choices: StaffSaving["choice"][] =
    held === undefined
      ? ["member", "join"]
      : held.status === "member" || held.status === "suspended"
        ? ["member", ...(optOut && optOut.from <= today && today <= optOut.to ? (["optOut"] as const) : [])]
        : ["join"];
  // A lower rate that was granted for a time is one of them as long as it holds.
  const granted = held?.status === "member" && held.temporaryUntil ? held.employeeRate : null;
  const rates = [...new Set([...(granted ? [granted] : []), ...rules.employeeRates])];
  const own = rates.find((each) => held?.employeeRate != null && decimal(each).eq(held.employeeRate));
  return { choices, optOut, status: held?.status ?? null, rates, rate: own ?? rules.defaultPercent };
}

function saidOf(context: Context, who: Who, { choice, employeeRate }: StaffSaving): KiwiSaverFacts {
  const { today, held, rules } = known(context, who);
  const { choices, optOut } = savingOf(context, who);
  if (!choices.includes(choice))
    throw cannot("not-now", whyNot(choice, held, optOut), errorsOf("choice", whyNot(choice, held, optOut)));
  const kept = {
    ...{ employerRate: held?.employerRate ?? null, esctRate: held?.esctRate ?? null },
    ...{ totalRemuneration: held?.totalRemuneration ?? false, voluntaryEmployer: held?.voluntaryEmployer ?? false },
    ...{ temporaryUntil: null, suspendedUntil: null, optOutDate: null },
  };
  if (choice === "optOut")
    return { ...kept, status: "opted-out", joined: "automatic", employeeRate: null, optOutDate: today };
  // A lower rate that was granted for a time goes on until its day.
  if (held?.status === "member" && held.temporaryUntil && held.employeeRate === employeeRate)
    return { ...kept, status: "member", joined: held.joined, employeeRate, temporaryUntil: held.temporaryUntil };
  const rate = rules.employeeRates.find((each) => employeeRate !== null && decimal(each).eq(employeeRate));
  if (!rate) {
    const text = `Own rate is one of ${rules.employeeRates.join(", ")} per cent.`;
    throw cannot("rate", text, errorsOf("employeeRate", text));
  }
  return { ...kept, status: "member", joined: joinedAs(choice, held, who, rules), employeeRate: rate };
}

/** Who is of age is enrolled by the job; who joins later, or at another age, has asked for it. */
function joinedAs(
  choice: StaffSaving["choice"],
  held: Held,
  { birthDate, startDate }: Who,
  rules: Rules,
): KiwiSaverFacts["joined"] {
  if (choice === "member") return held?.joined ?? "existing";
  const age = completedYears(birthDate, startDate);
  const enrolled = age >= Number(rules.enrolFromAge) && age < Number(rules.enrolUntilAge);
  return held === undefined && enrolled ? "automatic" : "optedIn";
}

const errorsOf = (path: string, text: string) => ({ errors: [{ path, text }] });

function whyNot(choice: StaffSaving["choice"], held: Held, optOut: StaffSavingView["optOut"]): string {
  if (choice !== "optOut") return "What is on record of KiwiSaver has changed meanwhile. Load the page again.";
  if (optOut)
    return `Opting out is possible from ${dateWords(optOut.from)} to ${dateWords(optOut.to)}. At other times ask Inland Revenue for a savings suspension, or a late opt-out.`;
  return held?.status === "member"
    ? "Only who was enrolled by starting this job may opt out. Ask Inland Revenue for a savings suspension instead."
    : "Only a member may opt out.";
}

export const ownSavingNz: OwnSaving = { view: savingOf, said: saidOf };
