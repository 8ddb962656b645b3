/** What is owed to whom by when, and where its money stands; from totals that are kept with each fact and payment. */
import type { DueKind, DueView } from "@zesty/contract/dues";
import { addDays, addMonths, type IsoDate } from "@zesty/core/calendar/dates";
import { type DueSums, standingOf } from "@zesty/core/dues/standing";
import type { Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { brokenSince } from "../store/seals.ts";
import type { LateDue, OpenPart } from "./duesOfCountry.ts";

/** What goes to a tax agency, by kind. */
export const dueWords: Partial<Record<DueKind, string>> = {
  withholding: "PAYG withholding to the tax office",
  paye: "PAYE to Inland Revenue",
  childSupport: "Child support to Inland Revenue",
  studentLoan: "Student loan deductions to Inland Revenue",
  kiwiSaver: "KiwiSaver, both parts, to Inland Revenue",
  esct: "ESCT to Inland Revenue",
  order: "Orders deducted from pay, to who is named in the notice",
  giving: "Payroll gifts, to be passed on",
};

/** What goes to whom an order or a gift names. */
const namedWords: Partial<Record<DueKind, string>> = { order: "Deducted by order, for", giving: "Payroll gifts to" };

/** Who is owed what, as it stands on Dues. */
export const payeeWords = (kind: DueKind, fund: string | null, payee = ""): string =>
  kind === "super"
    ? `Super to ${fund ?? "a fund not yet set"}`
    : payee === ""
      ? (dueWords[kind] ?? kind)
      : `${namedWords[kind] ?? "Deducted for"} ${payee}`;

interface Row extends DueSums {
  kind: DueKind;
  fundId: number;
  fund: string | null;
  payee: string;
  dueDate: string;
  firstPayday: string;
  lastPayday: string;
  runId: number;
  people: number;
}

export const dueKey = ({
  dueDate,
  kind,
  fundId,
  payee,
}: {
  dueDate: string;
  kind: DueKind;
  fundId: number | null;
  payee: string;
}): string => `${dueDate} ${kind} ${fundId ?? 0}${payee === "" ? "" : ` ${payee}`}`;

/** Sums of a group of `due_total t`, as `DueSums`. */
export const sumsOfDues = `SUM(t.owed_cents) AS owed, SUM(t.prepared_cents) AS prepared, SUM(t.sent_cents) AS sent,
  SUM(t.received_cents) AS received, SUM(t.allocated_cents) AS allocated, SUM(max(0, min(t.returned_cents,
    t.owed_cents - t.prepared_cents - t.sent_cents - t.received_cents - t.allocated_cents))) AS returned`;

/** @param years so many of the past of what is there; what is not stays in any case */
export function readDues(context: Context, businessId: number, years = 1): DueView[] {
  const owner = findBusiness(context, businessId);
  const today = todayAt(context, businessId);
  const since = addMonths(today, -12 * years);
  const rows = context.store
    .prepared<[{ business: number; since: string }], Row>(
      `SELECT t.kind AS kind, t.fund_id AS fundId, f.name AS fund, t.payee AS payee, t.due_date AS dueDate, MIN(t.payday) AS firstPayday,
         MAX(t.payday) AS lastPayday, MAX(t.run_id) AS runId,
         COUNT(DISTINCT CASE WHEN t.owed_cents <> 0 AND t.person_id > 0 THEN t.person_id END) AS people, ${sumsOfDues}
       FROM due_total t LEFT JOIN fund f ON f.id = t.fund_id
       WHERE t.business_id = $business AND t.due_date IN (
         SELECT DISTINCT due_date FROM due_total WHERE business_id = $business AND due_date >= $since UNION
         SELECT DISTINCT due_date FROM due_total WHERE business_id = $business AND owed_cents <> received_cents + allocated_cents)
       GROUP BY t.due_date, t.kind, t.fund_id, t.payee
       HAVING SUM(t.owed_cents) <> 0 OR SUM(t.received_cents + t.allocated_cents + t.sent_cents + t.prepared_cents) <> 0
       ORDER BY t.due_date, t.kind, f.name, t.payee`,
    )
    .all({ business: businessId, since });
  const broken = brokenOf(context, businessId, since);
  return rows.map((row) => {
    const fundId = row.fundId === 0 ? null : row.fundId;
    const { parts, unpaid, isLate } = standingOf(row, row.dueDate, today);
    const notFollowed = owner.duesFrom !== null && row.dueDate < owner.duesFrom && unpaid === row.owed;
    const key = dueKey({ ...row, fundId });
    const { kind, dueDate, payee, firstPayday, lastPayday, runId, people } = row;
    const late = isLate && !notFollowed;
    return {
      ...{
        key,
        dueDate,
        kind,
        fundId,
        payee,
        words: payeeWords(kind, row.fund, payee),
        firstPayday,
        lastPayday,
        runId,
        people,
      },
      ...{ cents: row.owed, unpaidCents: unpaid, parts: notFollowed ? [] : parts, isLate: late, notFollowed },
      late: late
        ? lateCost(context, owner.country, { kind, due: dueDate, open: () => openOf(context, businessId, row) }, today)
        : null,
      sendBy: context.country(owner.country).dues.sendBy(kind, dueDate),
      broken: broken.get(key) ?? [],
    };
  });
}

/** What of a late line is not there, by payday and person. */
const openOf = ({ store }: Context, businessId: number, { dueDate, kind, fundId, payee }: Row): readonly OpenPart[] =>
  store
    .prepared<[number, string, string, number, string], OpenPart>(
      `SELECT payday, person_id AS personId, owed_cents - received_cents - allocated_cents AS cents FROM due_total
       WHERE business_id = ? AND due_date = ? AND kind = ? AND fund_id = ? AND payee = ?
         AND owed_cents > received_cents + allocated_cents ORDER BY payday`,
    )
    .all(businessId, dueDate, kind, fundId, payee);

function lateCost(context: Context, country: string, due: LateDue, today: IsoDate): DueView["late"] {
  const costOn = context.country(country).dues.late(context, due);
  const now = costOn?.(today);
  if (!now) return null;
  const next = costOn?.(addDays(today, 1));
  return { ...now, tomorrowCents: (next?.cents ?? now.cents) - now.cents };
}

/** Dues that are not as they were sealed, by the line of the list that they stand in. */
function brokenOf({ store }: Context, businessId: number, from: IsoDate): Map<string, string[]> {
  const ids = store
    .prepared<[number, string], { id: number }>("SELECT id FROM due WHERE business_id = ? AND due_date >= ?")
    .all(businessId, from)
    .map((row) => row.id);
  const found = new Map<string, string[]>();
  for (const { id, words } of brokenSince(store, "due", ids)) {
    const row = store
      .prepared<[number], { dueDate: string; kind: DueKind; fundId: number | null; payee: string }>(
        "SELECT due_date AS dueDate, kind, fund_id AS fundId, payee FROM due WHERE id = ?",
      )
      .get(id);
    if (row) found.set(dueKey(row), [...(found.get(dueKey(row)) ?? []), words]);
  }
  return found;
}
