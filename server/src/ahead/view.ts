/** Two forecasts beside each other: by week, in sums, by person, and each sentence by itself. */
import type {
  AheadChange,
  AheadPair,
  AheadPerson,
  AheadSum,
  AheadView,
  AheadWanted,
  AheadWeek,
  KeptAhead,
} from "@zesty/contract/ahead";
import { addDays, dateWords, weekday } from "@zesty/core/calendar/dates";
import { decimal } from "@zesty/core/quantity/decimal";
import { centsText } from "@zesty/core/quantity/units";
import { MissingRow } from "@zesty/core/rulebook/ruleBook";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { cannot, ProblemError } from "../ground/problem.ts";
import type { Steps } from "../store/steps.ts";
import type { Forecast, SumName } from "./aheadPay.ts";
import { demandPossible } from "./changes.ts";
import { forecastSteps } from "./forecast.ts";
import { keptAhead } from "./kept.ts";
import { longYears } from "./periods.ts";
import { sentenceOf } from "./sentences.ts";

const weeksAhead = 52;
const monday = (day: string): string => addDays(day, 1 - weekday(day));

/** From today to the end of the week a year later, by paydays. */
export function spanOf(context: Context, businessId: number): { from: string; to: string } {
  const from = todayAt(context, businessId);
  return { from, to: addDays(monday(from), 7 * weeksAhead - 1) };
}

export function* aheadSteps(context: Context, actor: Actor, businessId: number, wanted: AheadWanted): Steps<AheadView> {
  const span = spanOf(context, businessId);
  demandPossible(context, businessId, wanted.changes, span.from);
  const kept = wanted.against === null ? null : keptAhead(context, businessId, wanted.against);
  if (kept) demandHolds(context, businessId, kept, span.from);
  const looked = (changes: readonly AheadChange[]) => sideSteps(context, actor, businessId, span, changes);
  const now = yield* looked(kept?.changes ?? []);
  const on = wanted.changes.filter((each) => each.on);
  const then = on.length === 0 && !kept ? now : yield* looked(wanted.changes);
  const plain = kept ? yield* looked([]) : now;
  const alone: (Forecast | null)[] = [];
  for (const change of wanted.changes) alone.push(!change.on ? null : on.length === 1 ? then : yield* looked([change]));
  return {
    ...span,
    paydays: new Set(now.pays.map((each) => each.payday)).size,
    weeks: weeksOf(context, businessId, span, now, then),
    sums: sumsOf(context, businessId, now, then),
    people: peopleOf(now, then),
    changes: wanted.changes.map((change, at) => ({
      text: sentenceOf(context, businessId, change),
      more: alone[at] ? centsText(total(alone[at], "cost") - total(plain, "cost")) : null,
      notes: [...(then.told.get(at) ?? [])],
    })),
    notes: notesOf(context, businessId, now, then),
    against: kept?.name ?? null,
  };
}

/** What was kept may name a day that has passed since, or somebody who has left. */
function demandHolds(context: Context, businessId: number, { name, changes }: KeptAhead, today: string): void {
  try {
    demandPossible(context, businessId, changes, today);
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error;
    throw cannot("ahead", `“${name}” does not hold any more. ${error.message} Open it, and keep it anew.`);
  }
}

export function* sideSteps(
  context: Context,
  actor: Actor,
  businessId: number,
  span: { from: string; to: string },
  changes: readonly AheadChange[],
): Steps<Forecast> {
  try {
    const base = yield* asItStands(context, actor, businessId, span);
    const isChanged = changes.some((each) => each.on);
    return isChanged
      ? yield* onlyTrying(context, forecastSteps(context, actor, businessId, span, changes, base))
      : base;
  } catch (error) {
    if (!(error instanceof MissingRow)) throw error;
    throw cannot("missing-table", `The rule book has nothing of ${error.tableName} for ${dateWords(error.date)}.`, {
      mend: "/set-up/rules",
    });
  }
}

/** The forecast as it stands, kept as long as nothing is written but what was tried and taken back. */
const keptOf = new WeakMap<Context["store"], { asOf: string; about: string; forecast: Forecast | null }>();

/** Work that only tries: what is kept holds on through it. */
function* onlyTrying<T>({ store }: Context, steps: Steps<T>): Steps<T> {
  for (;;) {
    const kept = keptOf.get(store);
    const held = kept?.asOf === store.stamp();
    const next = steps.next();
    if (kept && held) kept.asOf = store.stamp();
    if (next.done) return next.value;
    yield next.value;
  }
}

function* asItStands(
  context: Context,
  actor: Actor,
  businessId: number,
  span: { from: string; to: string },
): Steps<Forecast> {
  const { store } = context;
  const about = JSON.stringify([businessId, span, context.rules.version]);
  const kept = keptOf.get(store);
  if (kept?.about === about && kept.asOf === store.stamp() && kept.forecast) return kept.forecast;
  const made: { asOf: string; about: string; forecast: Forecast | null } = {
    asOf: store.stamp(),
    about,
    forecast: null,
  };
  keptOf.set(store, made);
  const forecast = yield* onlyTrying(context, forecastSteps(context, actor, businessId, span, []));
  made.forecast = forecast;
  return forecast;
}

export const total = (forecast: Forecast, name: SumName): number =>
  forecast.pays.reduce((sum, each) => sum + each.cents[name], 0);

const pair = (now: number, would: number): AheadPair => ({ now: centsText(now), would: centsText(would) });

interface Weekly {
  cash: Map<string, number>;
  cost: Map<string, number>;
}

/** What leaves the account and what is earned, by Monday. What should have left before leaves in the first week. */
function weekly(context: Context, businessId: number, from: string, forecast: Forecast): Weekly {
  const cash = new Map<string, number>();
  const cost = new Map<string, number>();
  const add = (to: Map<string, number>, day: string, cents: number) => {
    const week = monday(day < from ? from : day);
    to.set(week, (to.get(week) ?? 0) + cents);
  };
  for (const { payday, cents, dues } of forecast.pays) {
    add(cost, payday, cents.cost);
    add(cash, payday, cents.net);
    for (const due of dues) add(cash, due.due, due.cents);
  }
  for (const { day, cents } of openDues(context, businessId)) add(cash, day, cents);
  return { cash, cost };
}

/** What is owed of pays that were signed, and is not with its receiver. */
const openDues = ({ store }: Context, businessId: number): { day: string; cents: number }[] =>
  store
    .prepared<[number], { day: string; cents: number }>(
      `SELECT due_date AS day, SUM(owed_cents - sent_cents - received_cents - allocated_cents) AS cents FROM due_total
       WHERE business_id = ? AND owed_cents <> received_cents + allocated_cents GROUP BY 1`,
    )
    .all(businessId);

function weeksOf(
  context: Context,
  businessId: number,
  { from, to }: { from: string; to: string },
  now: Forecast,
  then: Forecast,
): AheadWeek[] {
  const [was, is] = [now, then].map((side) => weekly(context, businessId, from, side)) as [Weekly, Weekly];
  const weeks: AheadWeek[] = [];
  for (let week = monday(from); week <= to; week = addDays(week, 7))
    weeks.push({
      from: week,
      cash: pair(was.cash.get(week) ?? 0, is.cash.get(week) ?? 0),
      cost: pair(was.cost.get(week) ?? 0, is.cost.get(week) ?? 0),
    });
  return weeks;
}

function sumsOf(context: Context, businessId: number, now: Forecast, then: Forecast): AheadSum[] {
  const { words } = context.country(findBusiness(context, businessId).country).ahead.contribution;
  const titles: [SumName, string][] = [
    ...([
      ["cost", "Cost to the business"],
      ["gross", "Gross wages"],
    ] as [SumName, string][]),
    ...([
      ["withheld", "Tax taken out"],
      ["super", words],
      ["net", "Paid to people"],
    ] as [SumName, string][]),
  ];
  const sums = titles.map(([name, title]) => ({
    title,
    was: total(now, name),
    is: total(then, name),
  }));
  const leave = ({ leaveCents }: Forecast) => [...leaveCents.values()].reduce((sum, each) => sum + each, 0);
  sums.push({ title: "Leave owed at the end", was: leave(now), is: leave(then) });
  return sums.map(({ title, was, is }) => ({ title, ...pair(was, is), difference: centsText(is - was) }));
}

function peopleOf(now: Forecast, then: Forecast): AheadPerson[] {
  const sides = [now, then].map((forecast) => {
    const found = new Map<string, { pays: number; cost: number }>();
    for (const { who, cents } of forecast.pays) {
      const own = found.get(who) ?? { pays: 0, cost: 0 };
      found.set(who, { pays: own.pays + 1, cost: own.cost + cents.cost });
    }
    return found;
  }) as [Map<string, { pays: number; cost: number }>, Map<string, { pays: number; cost: number }>];
  // Of one who would be here in both, the names of both are told apart.
  const all = new Map(
    [...now.who.map((each) => ({ ...each, side: 0 })), ...then.who.map((each) => ({ ...each, side: 1 }))].map(
      (each) => [each.change ? `${each.side} ${each.key}` : each.key, each] as const,
    ),
  );
  return [...all.values()]
    .flatMap(({ key, name, change, side }): AheadPerson[] => {
      const nothing = { pays: 0, cost: 0 };
      const was = (change && side === 1 ? undefined : sides[0].get(key)) ?? nothing;
      const is = (change && side === 0 && now !== then ? undefined : sides[1].get(key)) ?? nothing;
      if (was.pays === 0 && is.pays === 0) return [];
      return [
        {
          ...{ personId: change ? null : Number(key), name, pays: { now: was.pays, would: is.pays } },
          ...{ cost: pair(was.cost, is.cost), difference: centsText(is.cost - was.cost) },
        },
      ];
    })
    .sort((a, b) => decimal(b.difference).abs().comparedTo(decimal(a.difference).abs()) || (a.name < b.name ? -1 : 1));
}

/** What is not known and how it was taken, in sentences. */
function notesOf(context: Context, businessId: number, now: Forecast, then: Forecast): string[] {
  const { country } = findBusiness(context, businessId);
  const unknown = new Map([...now.unknown, ...then.unknown]);
  const byDay = new Map<string, string[]>();
  for (const [title, last] of unknown) byDay.set(last, [...(byDay.get(last) ?? []), title]);
  const names = new Map(then.who.map((each) => [each.key, each.name]));
  const silent = [...then.nothing]
    .filter((key) => !then.pays.some((each) => each.who === key && each.cents.cost !== 0))
    .flatMap((key) => names.get(key) ?? []);
  const some = (list: readonly string[]) =>
    list.length > 6 ? `${list.slice(0, 5).join(", ")} and ${list.length - 5} more` : list.join(", ");
  return [
    "Who has usual pay is paid that; who has none works as in the last 13 weeks on average. Leave is counted where it was asked for.",
    ...longYears(country, then.periods).map(
      ({ cycle, year, paydays, usual }) =>
        `${paydays} paydays of the ${cycle} cycle fall into the payroll year ${year}, not ${usual}.`,
    ),
    ...[...byDay]
      .sort()
      .map(
        ([last, titles]) => `Known until ${dateWords(last)}, and taken to go on as they are: ${some(titles.sort())}.`,
      ),
    ...(silent.length > 0 ? [`Nothing is foreseen for ${some(silent)}: no usual pay, and no hours of late.`] : []),
  ];
}
