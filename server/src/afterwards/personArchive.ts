/**
 * Everything that is kept of a person's employment, for an inspector, the person or a new adviser: as one archive of open
 * formats with a page that a human reads. Set by: Fair Work Regulations 2009, Part 3-6, and Fair Work Act 2009, s 535;
 * Employment Relations Act 2000, s 130, and Holidays Act 2003, ss 81 and 82: records are kept, and shown when asked for.
 */
import { entryWords } from "@zesty/contract/leaveEntryWords";
import { addDays, addMonths, dateWords, type IsoDate, isDate } from "@zesty/core/calendar/dates";
import { payrollYearOf } from "@zesty/core/countries/countries";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { fromE4 } from "@zesty/core/quantity/units";
import { stringify } from "csv-stringify/sync";
import JSZip from "jszip";
import { plainCell } from "../documents/journalCsv.ts";
import { renderPayslips } from "../documents/renderPayslip.ts";
import type { Slip } from "../documents/slip.ts";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { looked } from "../http/looked.ts";
import { person } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import { workingIn } from "../store/workings.ts";
import { recordedDays, timeRecordCsv } from "../time/timeRecord.ts";
import { readLineOfTime } from "./lineOfTime.ts";
import { archivePage, type KeptPay } from "./personArchivePage.ts";

/** Records are kept for seven years (Fair Work Act 2009, s 535); New Zealand asks for six. */
const keptYears = 7;
/** Figures whose working goes with each pay. */
const worked = ["gross", "withheld", "net", "super", "kiwiSaver"] as const;

interface PayRow extends Omit<KeptPay, "snapshot"> {
  snapshot: string;
  payslip: string;
  workings: Buffer | null;
}

function demandSpan(from: IsoDate, to: IsoDate): void {
  if (!isDate(from) || !isDate(to) || to < from)
    throw cannot("archive-days", "An archive runs from its first day to its last, as 2019-07-01 and 2026-06-30.", {
      errors: [{ path: "from", text: "Choose the first and the last day." }],
    });
}

const paysOf = ({ store }: Context, personId: number, from: IsoDate, to: IsoDate): PayRow[] =>
  store
    .prepared<[number, string, string], PayRow>(
      `SELECT s.run_id AS runId, s.pay_id AS payId, s.payday AS payday, r.period_start AS periodStart,
         r.period_end AS periodEnd, r.kind AS kind, s.snapshot AS snapshot, s.payslip AS payslip, s.workings AS workings
       FROM signed_pay s JOIN pay_run r ON r.id = s.run_id
       WHERE s.person_id = ? AND s.kind = 'pay' AND r.state <> 'takenBack' AND s.payday BETWEEN ? AND ?
       ORDER BY s.payday, s.id`,
    )
    .all(personId, from, to);

/** Today, or the last payday that is signed off already. */
const lastDayOf = ({ store }: Context, personId: number, today: IsoDate): IsoDate => {
  const last = store
    .prepared<[number], { payday: string | null }>(
      "SELECT MAX(payday) AS payday FROM signed_pay WHERE person_id = ? AND kind = 'pay'",
    )
    .get(personId)?.payday;
  return last && last > today ? last : today;
};

const csv = (rows: readonly (readonly string[])[]): Buffer =>
  Buffer.from(
    stringify(
      rows.map((row) => row.map(plainCell)),
      { record_delimiter: "windows" },
    ),
  );

const paysCsv = (pays: readonly KeptPay[]): Buffer =>
  csv([
    ["payday", "period from", "period to", "kind of run", "line", "hours", "weeks or days", "amount"],
    ...pays.flatMap(({ payday, periodStart, periodEnd, kind, snapshot: { figures } }) => [
      ...figures.lines.map((line) => [
        ...[payday, periodStart, periodEnd, kind, line.name, line.hours ?? "", line.units ?? "", line.amount],
      ]),
      ...(["gross", "withheld", "net", "super"] as const).map((name) => [
        ...[payday, periodStart, periodEnd, kind, `${name}, in all`, "", "", figures[name]],
      ]),
    ]),
  ]);

interface LeaveRow {
  date: IsoDate;
  kind: string;
  why: string;
  amount: string;
  reason: string;
}

function leaveOf({ store }: Context, personId: number, country: "AU" | "NZ"): LeaveRow[] {
  return store
    .prepared<[number], { date: string; kind: string; why: string; e4: number; reason: string | null }>(
      `SELECT date, kind, why, hours_e4 AS e4, reason FROM leave_entry WHERE person_id = ? ORDER BY date, id`,
    )
    .all(personId)
    .map(({ date, kind, why, e4, reason }) => {
      const { words, unit } = leaveKindIn(country, kind);
      return {
        date,
        kind: words,
        why: entryWords[why] ?? why,
        amount: `${fromE4(e4).toString()} ${unit}`,
        reason: reason ?? "",
      };
    });
}

/** The record of time, a file a year: a longer one is refused by its reader. */
function timeFiles(context: Context, businessId: number, personId: number, from: IsoDate, to: IsoDate) {
  const files: { name: string; bytes: Buffer }[] = [];
  for (let first = from; first <= to; first = addMonths(first, 12)) {
    const next = addDays(addMonths(first, 12), -1);
    const last = next < to ? next : to;
    const days = recordedDays(context, businessId, [personId], first, last, true);
    // A year of which nothing is recorded needs no file.
    if (days.some((each) => each.state !== "nothing recorded"))
      files.push({ name: `time-record-from-${first}.csv`, bytes: timeRecordCsv(days) });
  }
  return files;
}

/** @param wanted the span; seven years to today where nobody says */
export async function personArchive(
  context: Context,
  actor: Actor,
  personId: number,
  wanted: { from?: string | undefined; to?: string | undefined },
): Promise<{ name: string; bytes: Buffer }> {
  const [who] = rowsOf(context.store.sqlite, person, "WHERE t.id = ?", personId);
  if (!who) throw notFound("person");
  const owner = findBusiness(context, who.businessId);
  const today = todayAt(context, who.businessId);
  const to = wanted.to ?? lastDayOf(context, personId, today);
  const early = wanted.from ?? addMonths(isDate(to) ? to : today, -12 * keptYears);
  demandSpan(early, to);
  const from = early < who.startDate ? who.startDate : early;
  if (from > to)
    throw cannot("archive-days", `${who.givenName} ${who.familyName} started on ${dateWords(who.startDate)}.`);
  const rows = paysOf(context, personId, from, to);
  const pays = rows.map(
    ({ payslip: _slip, workings: _workings, snapshot, ...each }): KeptPay => ({
      ...each,
      snapshot: JSON.parse(snapshot),
    }),
  );
  const byYear = new Map<string, Slip[]>();
  for (const { payday, payslip } of rows) {
    const year = payrollYearOf(owner.country, payday).to;
    byYear.set(year, [...(byYear.get(year) ?? []), JSON.parse(payslip)]);
  }
  const leave = leaveOf(context, personId, owner.country).filter((each) => each.date >= from && each.date <= to);
  const { lanes } = readLineOfTime(context, personId);
  const zip = new JSZip();
  const names: string[] = [];
  const put = (name: string, bytes: Buffer) => {
    names.push(name);
    zip.file(name, bytes, { date: new Date(`${to}T00:00:00Z`) });
  };
  for (const [year, slips] of byYear) put(`payslips-of-the-year-to-${year}.pdf`, await renderPayslips(slips));
  put("pays.csv", paysCsv(pays));
  put(
    "leave.csv",
    csv([["day", "leave", "what", "amount", "reason"], ...leave.map((each) => Object.values(each) as string[])]),
  );
  put(
    "terms.csv",
    csv([
      ["part", "from", "what", "before", "then"],
      ...lanes.flatMap(({ title, notches }) =>
        notches.flatMap((notch) =>
          notch.changes.length === 0
            ? [[title, notch.from, notch.words, "", ""]]
            : notch.changes.map((each) => [title, notch.from, each.what, each.was ?? "", each.is]),
        ),
      ),
    ]),
  );
  for (const { name, bytes } of timeFiles(context, who.businessId, personId, from, to)) put(name, bytes);
  put("workings.json", workingsOf(rows));
  const page = archivePage({
    business: { name: owner.legalName, number: owner.abn ?? owner.ird ?? "" },
    person: {
      ...{ name: `${who.givenName} ${who.familyName}`, payrollId: who.payrollId },
      ...{ startDate: who.startDate, endDate: who.endDate },
    },
    ...{ from, to, pays, lanes, leave, files: names },
    madeOn: today,
  });
  put("index.html", Buffer.from(page, "utf8"));
  looked(context, actor, who.businessId, `all that is kept of ${who.givenName} ${who.familyName}, as an archive`);
  const bytes = await zip.generateAsync({ type: "nodebuffer", compression: "DEFLATE" });
  const own = `${who.givenName} ${who.familyName}`.normalize("NFD").replace(/[^A-Za-z0-9]+/g, "-");
  return { name: `${own}-${from}-to-${to}.zip`, bytes };
}

const workingsOf = (rows: readonly PayRow[]): Buffer =>
  Buffer.from(
    JSON.stringify(
      rows.map(({ payday, runId, snapshot, workings }) => ({
        ...{ payday, runId },
        workings: Object.fromEntries(
          worked.flatMap((name) => {
            const working = workingIn(workings, JSON.parse(snapshot), name);
            return working ? [[name, working]] : [];
          }),
        ),
      })),
      null,
      1,
    ),
  );
