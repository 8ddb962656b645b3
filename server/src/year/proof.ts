/** The sheet of proof of a payroll year: five voices put against each other, person by person, and pay by pay. */

import { unsettledStates } from "@zesty/contract/runStates";
import {
  type ProofColumn,
  type ProofFigures,
  type ProofPay,
  type ProofRow,
  voices,
  type YearProof,
} from "@zesty/contract/year";
import { addMonths } from "@zesty/core/calendar/dates";
import type { PayrollYear } from "@zesty/core/calendar/payrollYear";
import { payrollYearOf } from "@zesty/core/countries/countries";
import { and, asc, between, eq, inArray } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { notFound } from "../ground/problem.ts";
import { closingOf } from "../ground/yearClosed.ts";
import { standingOn } from "../lodging/lodging.ts";
import { peopleOf } from "../people/peopleOf.ts";
import { datedRecords } from "../store/dated.ts";
import { pay, payRun, person, signedPay, yearSum } from "../store/schema.ts";
import { openingsOf } from "../store/sums.ts";
import { reportsNotTaken } from "./reportsTaken.ts";
import { type Asked, saidByBank, saidByDues, saidByFacts, saidByLedger } from "./voices.ts";
import { add, type Reported, type Said, type YearOfCountry } from "./yearOfCountry.ts";

/** Every voice that knows of a column says something, be it nought; the agency of who is not reported says nothing. */
function figuresOf(
  columns: readonly ProofColumn[],
  said: readonly Said[],
  key: number,
  isReported = true,
): ProofFigures {
  const figures: ProofFigures = Object.fromEntries(
    columns.flatMap(({ name, voices: known }) => {
      const heard = known.filter((voice) => isReported || voice !== "reported");
      // One voice alone proves nothing.
      return heard.length > 1 ? [[name, Object.fromEntries(heard.map((voice) => [voice, 0]))]] : [];
    }),
  );
  for (const each of said)
    for (const { column, voice, cents } of each.get(key) ?? []) {
      const heard = figures[column];
      if (heard?.[voice] !== undefined) heard[voice] += cents;
    }
  return figures;
}
const differing = (figures: ProofFigures): string[] =>
  Object.entries(figures).flatMap(([name, said]) => (new Set(Object.values(said)).size > 1 ? [name] : []));

const saidIn = (said: ProofFigures[string]) =>
  voices.flatMap((voice) => (said[voice] === undefined ? [] : [{ voice, cents: said[voice] }]));

/** Years in which anybody was paid, newest first. */
function yearsOf(context: Context, businessId: number): string[] {
  return context.store.db
    .selectDistinct({ from: yearSum.yearStart })
    .from(yearSum)
    .innerJoin(person, eq(yearSum.personId, person.id))
    .where(eq(person.businessId, businessId))
    .all()
    .map((each) => each.from)
    .sort()
    .reverse();
}

/** Months after its end in which a year that is not closed is the one to work on. */
const wrapUpMonths = 4;

/** The year that is shown first: one that is over and waits to be wrapped up, else the newest. */
function yearInHand(
  context: Context,
  businessId: number,
  starts: readonly string[],
  yearOf: (day: string) => PayrollYear,
): string | undefined {
  const today = todayAt(context, businessId);
  const waits = starts.find((start) => {
    const { to } = yearOf(start);
    return to < today && today <= addMonths(to, wrapUpMonths) && closingOf(context, businessId, start) === null;
  });
  return waits ?? starts[0];
}

/** What the sheet was made from, for whoever needs more of it than is shown. */
export interface Heard {
  reported: Reported;
  unanswered: { runId: number; payday: string }[];
}

export const readYearProof = (context: Context, businessId: number, wanted?: string): YearProof =>
  readYear(context, businessId, wanted).proof;

export function readYear(
  context: Context,
  businessId: number,
  wanted?: string,
): { proof: YearProof; heard: Heard; country: YearOfCountry } {
  const { db } = context.store;
  const { country } = findBusiness(context, businessId);
  const own = context.country(country).year;
  const yearOf = (day: string) => payrollYearOf(country, day);
  const starts = yearsOf(context, businessId);
  const year = yearOf(wanted ?? yearInHand(context, businessId, starts, yearOf) ?? todayAt(context, businessId));
  const asked: Asked = { businessId, from: year.from, to: year.to };
  const facts = saidByFacts(context, asked, own);
  const reported = own.reported(context, businessId, year.from, year.to);
  const beside = own.beside(context, businessId, year);
  const everybody = peopleOf(db, businessId);
  const opened = new Set(
    openingsOf(
      context.store,
      everybody.map((each) => each.id),
      year.from,
    ).flatMap(({ personId, carried }) => (carried ? [personId] : [])),
  );
  const people = everybody.filter(({ id }) => [facts, reported.on, beside, opened].some((some) => some.has(id)));
  const ids = people.map((each) => each.id);
  const said = [
    ...[facts, beside, reported.said, saidByLedger(context, asked, own), saidByBank(context, asked)],
    saidByDues(context, asked, own),
    openingSaid(context, own, ids, year.from),
  ];
  const { terms } = datedRecords(db, ids, year.to);
  const exempt = standingOn(context, businessId, year.to)?.kind === "exempt";
  const moved = lastMoved(context, asked);
  const rows = people.map((each): ProofRow => {
    const isReported = !exempt && terms.get(each.id)?.basis !== "contractor";
    const figures = figuresOf(own.columns, said, each.id, isReported);
    return {
      personId: each.id,
      name: `${each.givenName} ${each.familyName}`,
      payrollId: each.payrollId,
      endDate: each.endDate,
      reportedOn: reported.on.get(each.id) ?? null,
      isMoved: (moved.get(each.id) ?? "") > (reported.madeAt.get(each.id) ?? ""),
      isReported,
      figures,
      differs: differing(figures),
    };
  });
  const totals = figuresOf(own.columns, [], 0);
  for (const row of rows)
    for (const [name, said] of Object.entries(row.figures))
      for (const { voice, cents } of saidIn(said)) {
        const held = totals[name];
        if (held) held[voice] = (held[voice] ?? 0) + cents;
      }
  const hasAny = (name: string) => Object.values(totals[name] ?? {}).some((cents) => cents !== 0);
  const proof: YearProof = {
    year: { from: year.from, to: year.to, name: year.name },
    years: [...new Set([...starts, year.from])]
      .sort()
      .reverse()
      .map((from) => ({ from, name: yearOf(from).name })),
    columns: own.columns.filter(({ name, rare }) => !rare || hasAny(name)),
    rows,
    totals,
    open: db
      .select({ runId: payRun.id, number: payRun.number, payday: payRun.payday, state: payRun.state })
      .from(payRun)
      .where(
        and(
          eq(payRun.businessId, businessId),
          between(payRun.payday, year.from, year.to),
          inArray(payRun.state, [...unsettledStates]),
        ),
      )
      .orderBy(asc(payRun.payday))
      .all(),
  };
  const unanswered = reportsNotTaken(context, own.channel, businessId, year.from, year.to);
  return { proof, heard: { reported, unanswered }, country: own };
}

/** When what was reported of a person was last put under another category. */
const lastMoved = ({ store }: Context, { businessId, from, to }: Asked): Map<number, string> =>
  new Map(
    store
      .prepared<[number, string, string], { personId: number; at: string }>(
        `SELECT s.person_id AS personId, MAX(s.signed_at) AS at FROM signed_pay s JOIN person p ON p.id = s.person_id
         WHERE p.business_id = ? AND s.kind = 'moved' AND s.payday BETWEEN ? AND ? GROUP BY s.person_id`,
      )
      .all(businessId, from, to)
      .map((row) => [row.personId, row.at]),
  );

/** What an earlier system paid and reported is in our events, and not in our facts: it is taken off what was reported. */
function openingSaid(context: Context, { ofFact }: YearOfCountry, ids: readonly number[], from: string): Said {
  const said: Said = new Map();
  for (const { personId, carried, sums } of openingsOf(context.store, ids, from))
    if (carried)
      for (const [code, cents] of Object.entries(JSON.parse(sums) as Record<string, number>))
        for (const column of ofFact(code)) add(said, personId, column, "reported", -cents);
  return said;
}

/** The pays behind a person's row: what the agency holds is of the year, and says nothing of a single pay. */
export function readProofPays(context: Context, personId: number, from: string): ProofPay[] {
  const { db } = context.store;
  const who = db.select().from(person).where(eq(person.id, personId)).get();
  if (!who) throw notFound("person");
  const { country } = findBusiness(context, who.businessId);
  const own = context.country(country).year;
  const year = payrollYearOf(country, from);
  const asked: Asked = { businessId: who.businessId, from: year.from, to: year.to, personId };
  const said = [saidByFacts, saidByLedger, saidByBank, saidByDues].map((each) => each(context, asked, own));
  return db
    .select({ payId: pay.id, runId: pay.runId, payday: signedPay.payday })
    .from(signedPay)
    .innerJoin(pay, eq(signedPay.payId, pay.id))
    .where(
      and(eq(signedPay.personId, personId), eq(signedPay.kind, "pay"), between(signedPay.payday, year.from, year.to)),
    )
    .orderBy(asc(signedPay.payday), asc(signedPay.id))
    .all()
    .map(
      ({ payId, runId, payday }): ProofPay => ({ runId, payday, figures: figuresOf(own.columns, said, payId, false) }),
    );
}
