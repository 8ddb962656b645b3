/**
 * The wages labels of the activity statement by month or quarter: W1 and W2 as the agency prefills them from pay events,
 * bridged to what was signed, with what is written in by hand. Set by: activity statement labels W1 and W2 (Tax Office instructions, from memory).
 */

import type { StatementPeriod } from "@zesty/contract/au/statements";
import { isTaken, type OutboxState } from "@zesty/contract/outboxStates";
import { signedStates } from "@zesty/contract/runStates";
import { addDays, addMonths } from "@zesty/core/calendar/dates";
import { and, asc, between, eq, inArray, ne } from "drizzle-orm";
import { readDocument } from "../documents/documents.ts";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { standingOn } from "../lodging/lodging.ts";
import { isVain } from "../outbox/replacementNotTaken.ts";
import { outbox, payRun } from "../store/schema.ts";
import { statementsByHand } from "./statementByHand.ts";

const monthWords = new Intl.DateTimeFormat("en-AU", { month: "long", year: "numeric", timeZone: "UTC" });
const dayWords = new Intl.DateTimeFormat("en-AU", { day: "numeric", month: "long", year: "numeric", timeZone: "UTC" });
const utc = (day: string) => new Date(`${day}T00:00:00Z`);

/** The newest periods first, so many as have paydays in the last fifteen months; small withholders report by quarter. */
function periodsTo(day: string, months: 1 | 3): Pick<StatementPeriod, "from" | "to" | "name">[] {
  const first = `${day.slice(0, 4)}-${String(Number(day.slice(5, 7)) - ((Number(day.slice(5, 7)) - 1) % months)).padStart(2, "0")}-01`;
  return Array.from({ length: 15 / months }, (_, at) => {
    const from = addMonths(first, -months * at);
    const to = addDays(addMonths(from, months), -1);
    return { from, to, name: months === 1 ? monthWords.format(utc(from)) : `Quarter to ${dayWords.format(utc(to))}` };
  });
}

const inBytes = (bytes: Buffer, element: string): number | null => {
  const found = new RegExp(`<${element}>([0-9.]+)</${element}>`).exec(bytes.toString("utf8"));
  return found?.[1] === undefined ? null : Math.round(Number(found[1]) * 100);
};

interface LodgedRun {
  runId: number;
  payday: string;
  /** null: nothing was to be lodged for it */
  state: OutboxState | null;
  documentId: number | null;
}

/** Runs of a span, each with the newest event that counts for it. */
function lodgedRuns(context: Context, businessId: number, from: string, to: string): LodgedRun[] {
  const events = context.store.db
    .select({
      runId: payRun.id,
      payday: payRun.payday,
      state: outbox.state,
      documentId: outbox.documentId,
      replacesId: outbox.replacesId,
    })
    .from(outbox)
    .innerJoin(payRun, eq(outbox.runId, payRun.id))
    .where(
      and(
        eq(outbox.businessId, businessId),
        eq(outbox.channel, "payEvent"),
        ne(outbox.state, "cancelled"),
        between(payRun.payday, from, to),
        inArray(payRun.state, [...signedStates]),
      ),
    )
    .orderBy(asc(payRun.payday), asc(outbox.id))
    .all();
  // Made again after a refusal, the newest event of a run is the one that counts.
  const lodged = new Map(events.filter((event) => !isVain(event)).map((event) => [event.runId, event]));
  return [...lodged.values(), ...notLodged(context, businessId, from, to, lodged)];
}

/** What was withheld as the agency took it, by payday; paydays that are told by hand are left out. */
export function withheldAsLodged(context: Context, businessId: number, from: string, to: string): Map<string, number> {
  const found = new Map<string, number>();
  for (const { payday, state, documentId } of lodgedRuns(context, businessId, from, to)) {
    if (state === null || !isTaken(state) || documentId === null) continue;
    const withheld = inBytes(readDocument(context, documentId).bytes, "PayAsYouGoWithholdingTaxWithheldA");
    if (withheld !== null) found.set(payday, (found.get(payday) ?? 0) + withheld);
  }
  return found;
}

export function readStatements(context: Context, businessId: number): StatementPeriod[] {
  const owner = findBusiness(context, businessId);
  if (owner.country !== "AU")
    throw cannot(
      "no-statements",
      "Activity statements are Australia's: in New Zealand each payday's filing says what is paid.",
    );
  const periods = periodsTo(context.clock.today(owner.timeZone), owner.withholder === "small" ? 3 : 1);
  const [oldest, newest] = [periods.at(-1)?.from ?? "", periods[0]?.to ?? ""];
  const signed = new Map(
    context.store
      .prepared<[number, string, string], { runId: number; gross: number; withheld: number }>(
        `SELECT s.run_id AS runId, SUM(CASE WHEN f.code = 'gross' THEN f.cents ELSE 0 END) AS gross,
           SUM(CASE WHEN f.code = 'withheld' THEN f.cents ELSE 0 END) AS withheld
         FROM signed_pay s JOIN pay_run r ON r.id = s.run_id JOIN pay_fact f ON f.signed_pay_id = s.id
         WHERE r.business_id = ? AND s.payday BETWEEN ? AND ? AND f.code IN ('gross', 'withheld') GROUP BY s.run_id`,
      )
      .all(businessId, oldest, newest)
      .map((row) => [row.runId, row]),
  );
  const runs = lodgedRuns(context, businessId, oldest, newest);
  const byHand = statementsByHand(context, businessId, oldest);
  return periods.flatMap((period): StatementPeriod[] => {
    const within = runs.filter(({ payday }) => payday >= period.from && payday <= period.to);
    const others = byHand.get(period.from) ?? null;
    if (within.length === 0 && !others) return [];
    const found: StatementPeriod = {
      ...period,
      ...{ w1: 0, w2: 0, gross: 0, withheld: 0, apart: 0, notTaken: [], byHand: [], others, w5: 0 },
    };
    for (const { runId, payday, state, documentId } of within) {
      const { gross = 0, withheld = 0 } = signed.get(runId) ?? {};
      found.gross += gross;
      found.withheld += withheld;
      if (state === null) {
        found.byHand.push({ runId, payday, gross, withheld });
        continue;
      }
      if (!isTaken(state) || documentId === null) {
        found.notTaken.push({ runId, payday });
        continue;
      }
      const { bytes } = readDocument(context, documentId);
      const w1 = inBytes(bytes, "TotalGrossPaymentsWithholdingA");
      if (w1 === null) {
        found.byHand.push({ runId, payday, gross, withheld });
        continue;
      }
      found.w1 += w1;
      found.w2 += inBytes(bytes, "PayAsYouGoWithholdingTaxWithheldA") ?? 0;
      found.apart += gross - w1;
    }
    found.w5 =
      found.w2 + found.byHand.reduce((sum, each) => sum + each.withheld, 0) + (others ? others.w3 + others.w4 : 0);
    return [found];
  });
}

/** Paydays under a deferral or an exemption: nothing was lodged, and the statement is filled in by hand. */
function notLodged(
  context: Context,
  businessId: number,
  from: string,
  to: string,
  lodged: ReadonlyMap<number, unknown>,
) {
  return context.store.db
    .select({ runId: payRun.id, payday: payRun.payday })
    .from(payRun)
    .where(
      and(
        eq(payRun.businessId, businessId),
        between(payRun.payday, from, to),
        inArray(payRun.state, [...signedStates]),
      ),
    )
    .orderBy(asc(payRun.payday))
    .all()
    .filter(({ runId, payday }) => !lodged.has(runId) && standingOn(context, businessId, payday) !== null)
    .map((run) => ({ ...run, state: null, documentId: null }));
}
