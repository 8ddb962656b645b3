/**
 * The way of a new business to its first payday. Nothing of it is kept: each step is done when its facts are there, so it
 * can be left at any point and taken up again, by anybody.
 */
import type { FirstStep, FirstSteps } from "@zesty/contract/firstSteps";
import type { ReadyPart, ReadyPartKey } from "@zesty/contract/readiness";
import { and, eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { payCycle } from "../store/schema.ts";
import { nextPaydayOf, readReadiness } from "./readReadiness.ts";

interface Counts {
  cycles: number;
  places: number;
  funds: number;
  people: number;
  paidBy: number;
  agreed: number;
  opened: number;
  balances: number;
  runs: number;
  signed: number;
}

const countsOf = ({ store }: Context, businessId: number): Counts =>
  store
    .prepared<[{ b: number }], Counts>(
      `SELECT (SELECT COUNT(*) FROM pay_cycle WHERE business_id = @b AND NOT retired) AS cycles,
         (SELECT COUNT(*) FROM place WHERE business_id = @b AND NOT retired) AS places,
         (SELECT COUNT(*) FROM fund WHERE business_id = @b AND NOT retired) AS funds,
         (SELECT COUNT(*) FROM person WHERE business_id = @b) AS people,
         (SELECT COUNT(DISTINCT u.person_id) FROM usual_pay u JOIN person p ON p.id = u.person_id
           WHERE p.business_id = @b) AS paidBy,
         (SELECT COUNT(DISTINCT t.person_id) FROM time_terms t JOIN person p ON p.id = t.person_id
           WHERE p.business_id = @b AND t.agreement IS NOT NULL) AS agreed,
         (SELECT COUNT(*) FROM opening_year o JOIN person p ON p.id = o.person_id WHERE p.business_id = @b)
           + (SELECT COUNT(*) FROM past_earnings e JOIN person p ON p.id = e.person_id WHERE p.business_id = @b) AS opened,
         (SELECT COUNT(*) FROM leave_entry l JOIN person p ON p.id = l.person_id
           WHERE p.business_id = @b AND l.why = 'opening') AS balances,
         (SELECT COUNT(*) FROM pay_run WHERE business_id = @b AND state <> 'takenBack') AS runs,
         (SELECT COUNT(*) FROM pay_run WHERE business_id = @b AND state NOT IN ('open', 'takenBack')) AS signed`,
    )
    .get({ b: businessId }) as Counts;

const step = (
  key: string,
  title: string,
  why: string,
  link: string,
  done: boolean,
  more: Partial<FirstStep> = {},
): FirstStep => ({ ...{ key, title, why, link, done, optional: false, asks: null }, ...more });

type Asks = (keys: readonly ReadyPartKey[], only?: (what: string) => boolean) => string | null;
const isAccount = (what: string) => what === "Bank account";

/** The business itself: who it is, how it pays, and where. */
function stepsOfBusiness(counts: Counts, asks: Asks, funds: string | null): FirstStep[] {
  const particulars = asks(["business"], (what) => !isAccount(what));
  const account = asks(["business"], isAccount);
  const lodging = asks(["lodging"]);
  return [
    step(
      "business",
      "The business",
      "Its name, number and contact stand on payslips and reports.",
      "/set-up#business",
      !particulars,
      { asks: particulars },
    ),
    step("bank", "The account that pays", "The payment file takes the money from it.", "/set-up#business", !account),
    step("cycle", "Pay cycle and payday", "Every run follows it.", "/set-up#cycles", counts.cycles > 0),
    step("place", "Places of work", "They decide which days are public holidays.", "/set-up#places", counts.places > 0),
    ...(funds === null
      ? []
      : [step("funds", funds, "Each person's super goes to one of them.", "/set-up#funds", counts.funds > 0)]),
    step(
      "lodging",
      "Who lodges",
      "Whoever signs off declares for the employer, or an agent does.",
      "/set-up#lodging",
      !lodging,
      { asks: lodging },
    ),
  ];
}

/** Its people, what they are paid, and what came before. */
function stepsOfPeople(counts: Counts, asks: Asks): FirstStep[] {
  const people = asks(["details", "tax", "funds", "bank"]);
  const optional = { optional: true };
  return [
    step("people", "People", "Typed one by one, pasted, or from a file.", "/people/several", counts.people > 0),
    step(
      "usual",
      "Usual pay",
      "What each run begins with, so that only exceptions are typed.",
      "/people",
      counts.people > 0 && counts.paidBy > 0,
    ),
    step(
      "agreement",
      "Award or agreement",
      "Turns recorded hours into lines, and asks for the least rate.",
      "/set-up/agreements",
      counts.agreed > 0,
      optional,
    ),
    step(
      "opening",
      "Paid before this program",
      "Where the payroll year began with another.",
      "/people/opening",
      counts.opened > 0,
      optional,
    ),
    step(
      "balances",
      "Leave from before",
      "What each person had left with the earlier system.",
      "/people/balances",
      counts.balances > 0,
      optional,
    ),
    step(
      "details",
      "What people still lack",
      "Tax, accounts and addresses, each with what it stops.",
      "/readiness",
      counts.people > 0 && !people,
      { asks: people },
    ),
    step("run", "The first run", "Opened from usual pay; looked at, signed off, sent.", "/run", counts.runs > 0),
  ];
}

export function readFirstSteps(context: Context, businessId: number): FirstSteps {
  const owner = findBusiness(context, businessId);
  const country = context.country(owner.country);
  const counts = countsOf(context, businessId);
  const paydays = context.store.db
    .select()
    .from(payCycle)
    .where(and(eq(payCycle.businessId, businessId), eq(payCycle.retired, false)))
    .all()
    .map((cycle) => nextPaydayOf(context, cycle));
  const first = paydays.sort()[0] ?? "9999-12-31";
  const parts = new Map(readReadiness(context, businessId).parts.map((part) => [part.key, part]));
  const asks: Asks = (keys, only = () => true) =>
    asked(
      keys.flatMap((key) => parts.get(key) ?? []),
      first,
      only,
    );
  const funds = country.people.choosesFund ? country.setUp.titles.funds : null;
  const steps = [...stepsOfBusiness(counts, asks, funds), ...stepsOfPeople(counts, asks)];
  const next = steps.find((each) => !each.done && !each.optional)?.key ?? null;
  return { steps, next, isOver: counts.signed > 0 };
}

/** What stops something of these parts by a payday: the first by name, and how many more. */
function asked(parts: readonly ReadyPart[], payday: string, only: (what: string) => boolean): string | null {
  const missing = parts
    .flatMap((part) => part.missing)
    .filter((each) => each.stops && (each.from === null || each.from <= payday) && only(each.what));
  const [first] = missing;
  if (!first) return null;
  const name = first.who ? `${first.who}: ${first.what}` : first.what;
  return missing.length === 1 ? name : `${name}, and ${missing.length - 1} more`;
}

/** Businesses of these that have never signed a run off: few, so each is looked at whole. */
export const notYetPaying = ({ store }: Context, businessIds: readonly number[]): number[] =>
  store
    .prepared<[string], { id: number }>(
      `SELECT b.value AS id FROM json_each(?) b WHERE NOT EXISTS (
         SELECT 1 FROM pay_run r WHERE r.business_id = b.value AND r.state NOT IN ('open', 'takenBack'))`,
    )
    .all(JSON.stringify(businessIds))
    .map((row) => row.id);
