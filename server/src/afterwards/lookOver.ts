/**
 * Past pays looked over. Each signed pay of the span is composed again from its own days: the record, the terms and rules
 * as they stand now, without the hours that somebody typed over them. It is the composition that an open run has, done
 * in a dry run; nothing is kept.
 */
import type { LookedPay, LookOverView, LookOverWanted } from "@zesty/contract/lookOver";
import { dateWords, daysBetween, isDate } from "@zesty/core/calendar/dates";
import { type AnyInput, superableOf, workOutPay } from "@zesty/core/countries/countries";
import { asItWas } from "@zesty/core/pay/backPay";
import { lineDifferences } from "@zesty/core/pay/lineDifferences";
import type { PaySnapshot } from "@zesty/core/pay/snapshot";
import { type Decimal, decimal, sum, zero } from "@zesty/core/quantity/decimal";
import { dollars, fromCents } from "@zesty/core/quantity/units";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { findRun, type Run } from "../ground/findRun.ts";
import { cannot, conflict } from "../ground/problem.ts";
import { isWaitingAct } from "../row/waitingActs.ts";
import { refreshRun } from "../row/workRun.ts";
import { datedRecords } from "../store/dated.ts";
import { dryRun } from "../store/dryRun.ts";
import { person } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import type { Steps } from "../store/steps.ts";
import { composePast, grossOf } from "./composePast.ts";
import { leaveMore, lessLeave } from "./leaveOwed.ts";
import { leaveReasons } from "./leaveWords.ts";
import { backCountedOf, backPaidOf, type Difference, leaveBackOf, putOwed } from "./owedBack.ts";

/** Seven years of pays are kept by law. */
const mostDays = 7 * 366;
/** Rows composed at once: others are answered between two slices. */
const slice = 20;

/** dollars: as many lines as a correction has may each be half a cent apart */
const roundings = "0.05";

interface Looked extends LookedPay {
  /** what was paid back of it, in cents */
  back: number;
  superable: Decimal | null;
  leave: Record<string, Decimal>;
}

interface SignedThen {
  id: number;
  payId: number;
  personId: number;
  runId: number;
  payday: string;
  input: AnyInput;
  snapshot: PaySnapshot;
}

function demandSpan({ from, to }: LookOverWanted): void {
  const wrong = (path: string, text: string) => cannot("look-over", text, { errors: [{ path, text }] });
  if (!isDate(from)) throw wrong("from", "From is not a day. Write it as 2026-07-01.");
  if (!isDate(to)) throw wrong("to", "To is not a day. Write it as 2026-07-01.");
  if (to < from) throw wrong("to", "The last payday lies before the first. Turn them round, or look at the years.");
  if (daysBetween(from, to) > mostDays) throw wrong("from", "At most seven years are looked over at once.");
}

/** Pays of cycles that stand; a correction and a pay outside the cycle hold no period. */
function paysOf({ store }: Context, businessId: number, { from, to, people }: LookOverWanted): SignedThen[] {
  const only = people === null ? "" : "AND s.person_id IN (SELECT value FROM json_each(?))";
  return store
    .prepared<unknown[], Omit<SignedThen, "input" | "snapshot"> & { input: string; snapshot: string }>(
      `SELECT s.id AS id, s.pay_id AS payId, s.person_id AS personId, s.run_id AS runId, s.payday AS payday,
         s.input AS input, s.snapshot AS snapshot
       FROM signed_pay s JOIN pay_run r ON r.id = s.run_id
       WHERE r.business_id = ? AND s.payday BETWEEN ? AND ? AND s.kind = 'pay' AND r.kind = 'cycle'
         AND r.state NOT IN ('open', 'takenBack') ${only} ORDER BY s.payday, s.run_id, s.id`,
    )
    .all(...[businessId, from, to, ...(people === null ? [] : [JSON.stringify(people)])])
    .map((row) => ({ ...row, input: JSON.parse(row.input), snapshot: JSON.parse(row.snapshot) }));
}

/** Pays of one run, composed and worked out anew, by the record where hours were typed over it. Within a dry run. */
function composedAnew(context: Context, run: Run, pays: readonly SignedThen[]): Looked[] {
  const composed = composePast(context, run, pays, "record");
  return pays.map((signed): Looked => {
    const own = composed.get(signed.payId);
    const then = grossOf(context, signed.input, signed.snapshot.figures.gross);
    const now = own?.input && own.figures ? grossOf(context, own.input, own.figures.gross) : null;
    const fault = own?.fault ?? (now ? null : "It cannot be worked out.");
    const due = now && fault === null ? now : then;
    const differs = own?.input && own.figures && !due.eq(then) ? { input: own.input, figures: own.figures } : null;
    return {
      ...{ signedPayId: signed.id, personId: signed.personId, runId: signed.runId, payday: signed.payday },
      ...{ payId: signed.payId, back: 0 },
      ...{ name: own?.name ?? "", start: run.periodStart, end: run.periodEnd },
      ...{ paid: then.toFixed(2), due: due.toFixed(2), before: "0.00", difference: due.minus(then).toFixed(2), fault },
      reasons: differs ? lineDifferences(signed.snapshot.figures.lines, differs.figures.lines) : [],
      superable: differs && superableMore(context, signed.input, differs.input),
      leave: differs ? leaveMore(context, signed, differs.input) : {},
    };
  });
}

function superableMore(context: Context, then: AnyInput, now: AnyInput): Decimal | null {
  const [before, after] = [then, now].map((input) => superableOf(workOutPay(asItWas(input), context.rules)));
  return before && after ? after.minus(before) : null;
}

/** What corrections since changed in gross, by the payday of the pay that they correct. */
function correctedSince({ store, rules }: Pick<Context, "store" | "rules">, personId: number): Map<string, Decimal> {
  const found = new Map<string, Decimal>();
  const rows = store
    .prepared<[number], { input: string }>(
      `SELECT s.input AS input FROM signed_pay s JOIN pay_run r ON r.id = s.run_id
       WHERE s.person_id = ? AND s.kind = 'pay' AND r.state NOT IN ('open', 'takenBack')
         AND EXISTS (SELECT 1 FROM json_each(s.input, '$.lines') l WHERE json_extract(l.value, '$.corrects') IS NOT NULL)`,
    )
    .all(personId);
  for (const row of rows) {
    const input = JSON.parse(row.input) as AnyInput;
    const without = workOutPay(asItWas(input), rules).gross.value;
    for (const payday of new Set(input.lines.flatMap((line) => (line.corrects === undefined ? [] : [line.corrects])))) {
      const lines = input.lines.filter((line) => line.corrects === undefined || line.corrects === payday);
      const more = workOutPay({ ...input, lines } as AnyInput, rules).gross.value.minus(without);
      found.set(payday, (found.get(payday) ?? zero).plus(more));
    }
  }
  return found;
}

/** Pays of which a correction waits, in an open run or for the next one: what it changes is not known until that is signed off. */
const waitsForCorrection = ({ store }: Context, businessId: number): Map<number, string> =>
  new Map(
    store
      .prepared<[number], { payId: number; payday: string }>(
        `SELECT a.corrects_pay_id AS payId, r.payday AS payday FROM act a JOIN pay_run r ON r.id = a.run_id
         WHERE a.business_id = ? AND a.kind = 'correction' AND a.undone_at IS NULL
           AND (r.state = 'open' OR ${isWaitingAct("a")})`,
      )
      .all(businessId)
      .map((row) => [row.payId, row.payday]),
  );

/** The pays of the span, a slice at a time: those that come out differently, and those that cannot be priced. */
export function* lookOverSteps(context: Context, businessId: number, wanted: LookOverWanted): Steps<Looked[]> {
  demandSpan(wanted);
  const pays = paysOf(context, businessId, wanted);
  const found: Looked[] = [];
  const corrected = new Map<number, Map<string, Decimal>>();
  const { country } = findBusiness(context, businessId);
  const leaveBack = new Map<number, ReturnType<typeof leaveBackOf>>();
  const waiting = waitsForCorrection(context, businessId);
  for (let at = 0; at < pays.length; ) {
    const runId = pays[at]?.runId ?? 0;
    let end = at;
    while (end < pays.length && end - at < slice && pays[end]?.runId === runId) end += 1;
    const own = pays.slice(at, end);
    const run = findRun(context, runId);
    const looked = dryRun(context.store, () => composedAnew(context, run, own));
    for (const each of looked) {
      const known = corrected.get(each.personId) ?? correctedSince(context, each.personId);
      corrected.set(each.personId, known);
      const back = backPaidOf(context, each.personId, [each.signedPayId]).get(each.signedPayId) ?? 0;
      const correction = known.get(each.payday) ?? zero;
      const before = decimal(back).div(100).plus(correction);
      const whole = decimal(each.due).minus(each.paid).minus(before);
      // Lines of a correction are rounded one by one.
      const difference = !correction.isZero() && whole.abs().lt(roundings) ? zero : whole;
      const open = waiting.get(each.payId);
      const fault = open
        ? `A correction of it stands in the open run of ${dateWords(open)}: sign that off or undo it first.`
        : // What somebody corrected by hand need not be on record: it is never paid a second time by itself.
          !correction.isZero() && !difference.isZero()
          ? `It was corrected since, by ${dollars(correction)}, and does not come to what is due by the record: look at it by hand.`
          : each.fault;
      if (fault !== null) found.push({ ...each, back, fault, difference: "0.00" });
      else if (!difference.isZero()) {
        const counted = backCountedOf(context, each.personId, [each.signedPayId]).get(each.signedPayId) ?? 0;
        const came = leaveBack.get(each.personId) ?? leaveBackOf(context, each.personId);
        leaveBack.set(each.personId, came);
        const leave = lessLeave(each.leave, came.get(each.signedPayId) ?? {});
        found.push({
          ...{
            ...each,
            back,
            leave,
            superable: each.superable?.minus(fromCents(counted)) ?? null,
            before: before.toFixed(2),
            difference: difference.toFixed(2),
          },
          reasons: [...each.reasons, ...leaveReasons(country, leave)],
        });
      }
    }
    at = end;
    yield { part: "Pays looked over", done: at, of: pays.length };
  }
  return found;
}

/** The same as the page shows it. */
export function* lookOver(context: Context, businessId: number, wanted: LookOverWanted): Steps<LookOverView> {
  const found = yield* lookOverSteps(context, businessId, wanted);
  const total = (is: (difference: Decimal) => boolean) =>
    sum(found.map((each) => decimal(each.difference)).filter(is))
      .abs()
      .toFixed(2);
  return {
    ...{ from: wanted.from, to: wanted.to, looked: paysOf(context, businessId, wanted).length },
    pays: found.map(({ superable: _superable, back: _back, leave: _leave, ...each }) => each),
    short: total((each) => each.gt(0)),
    over: total((each) => each.lt(0)),
  };
}

/** Looking takes a while, in which somebody may have paid some of it back, or begun to correct it. */
function demandUnchanged(context: Context, businessId: number, short: readonly Looked[]): void {
  const waiting = new Set(waitsForCorrection(context, businessId).keys());
  for (const { personId, signedPayId, payId, back, name, payday } of short)
    if (waiting.has(payId) || (backPaidOf(context, personId, [signedPayId]).get(signedPayId) ?? 0) !== back)
      throw conflict(
        "changed-meanwhile",
        `The pay of ${name} on ${dateWords(payday)} was paid back or corrected meanwhile. Look the pays over again.`,
      );
}

/** Puts what the pays of these people are short of into the next run of each. @returns the runs */
export function* payLookedOver(
  context: Context,
  actor: Actor,
  businessId: number,
  wanted: LookOverWanted,
): Steps<{ runIds: number[]; total: string }> {
  const found = yield* lookOverSteps(context, businessId, wanted);
  const short = found.filter((each) => decimal(each.difference).gt(0));
  if (short.length === 0)
    throw cannot("nothing-short", "No pay of these people is short any more: nothing is put into a run.");
  return context.store.transaction(() => {
    demandUnchanged(context, businessId, short);
    const runIds = new Set<number>();
    const ids = [...new Set(short.map((each) => each.personId))];
    const { terms } = datedRecords(context.store.db, ids, todayAt(context, businessId));
    const people = rowsOf(
      context.store.sqlite,
      person,
      "WHERE t.id IN (SELECT value FROM json_each(?))",
      JSON.stringify(ids),
    );
    for (const who of people) {
      const rows = short
        .filter((each) => each.personId === who.id)
        .map(
          (each): Difference => ({
            ...{ signedPayId: each.signedPayId, payday: each.payday, start: each.start, end: each.end, from: null },
            ...{ was: each.paid, shouldBe: each.due, before: each.before, difference: each.difference },
            ...{ superable: each.superable, leave: each.leave },
          }),
        );
      const cycleId = terms.get(who.id)?.cycleId;
      if (who.endDate !== null || cycleId === undefined)
        throw cannot(
          "has-left",
          `${who.givenName} ${who.familyName} has left${who.endDate ? ` on ${dateWords(who.endDate)}` : ""}: pay it outside the cycle, or take the tick away. Nothing was changed.`,
        );
      runIds.add(
        putOwed(context, actor, who, rows, {
          ...{ kind: "lookOver", cycleId },
          why: `Pays looked over, ${dateWords(wanted.from)} to ${dateWords(wanted.to)}`,
        }),
      );
    }
    for (const runId of runIds) refreshRun(context, runId);
    return { runIds: [...runIds], total: sum(short.map((each) => decimal(each.difference))).toFixed(2) };
  });
}
