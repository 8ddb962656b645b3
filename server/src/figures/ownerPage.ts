/** A payday on one page, from what was signed: sums beside last time and last year, dues, who is away next. */
import type { OwnerPage, OwnerSum } from "@zesty/contract/ownerPage";
import { addDays, dateWords, daysBetween } from "@zesty/core/calendar/dates";
import type { PaySnapshot } from "@zesty/core/pay/snapshot";
import { decimal } from "@zesty/core/quantity/decimal";
import { centsText, dollars } from "@zesty/core/quantity/units";
import { payeeWords } from "../dues/readDues.ts";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { findRun, type Run } from "../ground/findRun.ts";
import { conflict } from "../ground/problem.ts";
import { postLetter } from "../outbox/letters.ts";
import { record } from "../store/trail.ts";

/** How far ahead it looks for who is away. */
const aheadDays = 28;
export const mostPaydays = 13;
const mostDifferences = 3;
/** The payday of a year before is looked for about that day. */
export const aboutDays = 10;

export type RunRow = Pick<Run, "id" | "payday" | "totals">;

const titles: [string, string][] = [
  ["gross", "Gross wages"],
  ["withheld", "Tax taken out"],
  ["super", "Super"],
  ["net", "Paid to people"],
  ["cost", "Cost to the business"],
];

/** Signed runs of the cycle up to a payday, the newest first. */
export const runsUpTo = ({ store }: Context, { cycleId, payday }: Run): RunRow[] =>
  store
    .prepared<[number, string], { id: number; payday: string; totals: string }>(
      `SELECT id, payday, totals FROM pay_run WHERE cycle_id = ? AND payday <= ? AND kind = 'cycle'
         AND state NOT IN ('open', 'takenBack') ORDER BY payday DESC, id DESC`,
    )
    .all(cycleId, payday)
    .map((row) => ({ ...row, totals: JSON.parse(row.totals) }));

const signed = (cents: number): string => `${cents < 0 ? "−" : "+"}${centsText(Math.abs(cents))}`;

export function sumsOf(run: RunRow, last: RunRow | undefined, year: RunRow | undefined): OwnerSum[] {
  return titles.flatMap(([code, title]): OwnerSum[] => {
    const own = run.totals[code] ?? 0;
    const against = (other: RunRow | undefined) => (other ? signed(own - (other.totals[code] ?? 0)) : null);
    return own === 0 && !last ? [] : [{ title, amount: centsText(own), last: against(last), year: against(year) }];
  });
}

type Grosses = ReadonlyMap<number, { name: string; gross: string }>;

export function grossOf({ store }: Context, runId: number): Grosses {
  return new Map(
    store
      .prepared<[number], { id: number; name: string; snapshot: string }>(
        `SELECT p.id AS id, p.given_name || ' ' || p.family_name AS name, s.snapshot AS snapshot
         FROM signed_pay s JOIN person p ON p.id = s.person_id WHERE s.run_id = ? AND s.kind = 'pay' ORDER BY p.id`,
      )
      .all(runId)
      .map(({ id, name, snapshot }) => [id, { name, gross: (JSON.parse(snapshot) as PaySnapshot).figures.gross }]),
  );
}

/** Whose pay moved most since the payday before; who came and who was not paid any more. */
export function differencesOf(now: Grosses, before: Grosses): string[] {
  return [...new Set([...now.keys(), ...before.keys()])]
    .map((id) => {
      const [is, was] = [now.get(id), before.get(id)];
      const more = decimal(is?.gross ?? "0").minus(was?.gross ?? "0");
      const name = is?.name ?? was?.name ?? "";
      const words = !was
        ? `${name}: ${dollars(decimal(is?.gross ?? "0"))}, not paid last time.`
        : !is
          ? `${name}: not paid this time, ${dollars(decimal(was.gross))} last time.`
          : `${name}: ${dollars(more.abs())} ${more.isNegative() ? "less" : "more"}, ${dollars(decimal(is.gross))} gross.`;
      return { more: more.abs(), words };
    })
    .filter(({ more }) => !more.isZero())
    .sort((a, b) => b.more.comparedTo(a.more) || (a.words < b.words ? -1 : 1))
    .slice(0, mostDifferences)
    .map(({ words }) => words);
}

function duesOf({ store }: Context, runId: number): OwnerPage["dues"] {
  return store
    .prepared<[number], { kind: string; fund: string | null; payee: string; on: string; cents: number }>(
      `SELECT d.kind AS kind, f.name AS fund, d.payee AS payee, d.due_date AS "on", SUM(d.amount_cents) AS cents
       FROM due d LEFT JOIN fund f ON f.id = d.fund_id WHERE d.run_id = ? GROUP BY 1, d.fund_id, 3, 4
       HAVING cents <> 0 ORDER BY 4, 1`,
    )
    .all(runId)
    .map(({ kind, fund, payee, on, cents }) => ({
      words: payeeWords(kind as never, fund, payee),
      amount: centsText(cents),
      on,
    }));
}

/** Approved leave of the weeks to come: that somebody is away, not why. */
export const awayNext = ({ store }: Context, businessId: number, from: string): OwnerPage["away"] =>
  store
    .prepared<[number, string, string], OwnerPage["away"][number]>(
      `SELECT p.given_name || ' ' || p.family_name AS name, q.first AS first, q.last AS last
       FROM leave_request q JOIN person p ON p.id = q.person_id
       WHERE q.business_id = ? AND q.last >= ? AND q.first <= ?
         AND (SELECT a.answer FROM leave_answer a WHERE a.request_id = q.id ORDER BY a.id DESC LIMIT 1) = 'approved'
       ORDER BY q.first, name LIMIT 12`,
    )
    .all(businessId, from, addDays(from, aheadDays));

const centresOf = ({ store }: Context, runId: number, businessId: number): OwnerPage["centres"] =>
  store
    .prepared<[number, number], { name: string; cents: number }>(
      `SELECT coalesce(c.name, l.cost_centre) AS name, SUM(l.debit_cents - l.credit_cents) AS cents
       FROM journal j JOIN journal_line l ON l.journal_id = j.id
         LEFT JOIN cost_centre c ON c.business_id = ? AND c.code = l.cost_centre
       WHERE j.run_id = ? AND l.pay_id IS NOT NULL AND l.cost_centre IS NOT NULL GROUP BY 1 HAVING cents > 0 ORDER BY cents DESC LIMIT 8`,
    )
    .all(businessId, runId)
    .map(({ name, cents }) => ({ name, cost: centsText(cents) }));

/** @throws of a run that is open: nothing of it was paid yet */
export function readOwnerPage(context: Context, runId: number): OwnerPage {
  const run = findRun(context, runId);
  if (run.state === "open" || run.state === "takenBack")
    throw conflict(
      "not-signed-off",
      "This payday is not signed off, so there is nothing to tell yet.",
      `/run/${runId}`,
    );
  const owner = findBusiness(context, run.businessId);
  const runs = run.kind === "cycle" ? runsUpTo(context, run) : [];
  const own: RunRow = { id: run.id, payday: run.payday, totals: run.totals };
  const before = runs.filter((each) => each.id !== run.id && each.payday < run.payday);
  const [last] = before;
  const year = before.find((each) => Math.abs(daysBetween(each.payday, addDays(run.payday, -364))) <= aboutDays);
  return {
    kind: "ownerPage",
    business: owner.name,
    payday: run.payday,
    period: { start: run.periodStart, end: run.periodEnd },
    people: run.summary.people,
    against: { last: last?.payday ?? null, year: year?.payday ?? null },
    sums: sumsOf(own, last, year),
    differences: last ? differencesOf(grossOf(context, own.id), grossOf(context, last.id)) : [],
    dues: duesOf(context, run.id),
    away: awayNext(context, run.businessId, run.payday),
    paydays: [own, ...before]
      .slice(0, mostPaydays)
      .reverse()
      .map((each) => ({ payday: each.payday, cost: centsText(each.totals.cost ?? 0) })),
    centres: centresOf(context, run.id, run.businessId),
  };
}

/** By mail only sums go: what single people earn stands on the page that is printed or opened here. */
export function mailOwner(
  context: Context,
  actor: Actor,
  runId: number,
  to: string,
  about = `owner's page of run ${runId}`,
): void {
  const page = readOwnerPage(context, runId);
  const { businessId } = findRun(context, runId);
  const line = ({ title, amount, last }: OwnerSum) =>
    `${title}: ${dollars(decimal(amount))}${last === null ? "" : ` (${last} against last time)`}`;
  const text = [
    `${page.business}, payday ${dateWords(page.payday)}: ${page.people} ${page.people === 1 ? "person was" : "people were"} paid.`,
    "",
    ...page.sums.map(line),
    ...(page.dues.length > 0
      ? [
          "",
          "Due:",
          ...page.dues.map((due) => `${due.words}: ${dollars(decimal(due.amount))}, by ${dateWords(due.on)}`),
        ]
      : []),
    ...(page.away.length > 0
      ? [
          "",
          "Away next:",
          ...page.away.map(({ name, first, last }) =>
            first === last ? `${name}, ${dateWords(first)}` : `${name}, ${dateWords(first)} to ${dateWords(last)}`,
          ),
        ]
      : []),
    "",
  ].join("\n");
  context.store.transaction(() => {
    postLetter(context, {
      ...{ to, from: actor.email, text, about, businessId, link: `/run/${runId}` },
      subject: `Payday ${dateWords(page.payday)}: ${page.business}`,
    });
    record(context.store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId, what: "mailed the owner's page of a run" },
      about: `payday ${page.payday}, to ${to}`,
    });
  });
}
