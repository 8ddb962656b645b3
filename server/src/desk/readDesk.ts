/** The desk: every business's paydays and dues on one axis, and the same as a list, next first. */
import type { DeskView, Lane, Payday, Pin, ToDo } from "@zesty/contract/desk";
import type { RunSummary } from "@zesty/contract/runs";
import { addDays } from "@zesty/core/calendar/dates";
import { type Cycle, nextPeriod } from "@zesty/core/calendar/payPeriods";
import { filingDueDate } from "@zesty/core/lodgement/employmentInformation";
import { and, eq, inArray } from "drizzle-orm";
import type { Actor, Context } from "../context.ts";
import { readDues } from "../dues/readDues.ts";
import { filingsOf } from "../filings/paydayFiling.ts";
import { rightIn } from "../http/rights.ts";
import { nextPeriodOf } from "../runs/openRun.ts";
import { listRuns } from "../runs/readRun.ts";
import { answerItem, business, outbox, payCycle, person } from "../store/schema.ts";

const daysBack = 35;
const daysAhead = 35;

export function readDesk(context: Context, actor: Actor): DeskView {
  const day = context.clock.today();
  const from = addDays(day, -daysBack);
  const to = addDays(day, daysAhead);
  const owners = context.store.db
    .select()
    .from(business)
    .all()
    .filter((each) => rightIn(context, actor, each.id));
  const lanes: Lane[] = [];
  const toDo: ToDo[] = [];
  for (const owner of owners) {
    const runs = listRuns(context, owner.id).filter((run) => run.state !== "takenBack");
    const paydays = [
      ...runs.filter((run) => run.payday >= from && run.payday <= to).map(asPayday(context)),
      ...paydaysAhead(context, owner.id, to),
    ];
    const filings = owner.country === "NZ" ? filingsToMake(context, owner, runs) : [];
    const pins = [...pinsOf(context, owner.id, from, to), ...filings.map(({ pin }) => pin)].sort((a, b) =>
      a.date.localeCompare(b.date),
    );
    lanes.push({ businessId: owner.id, name: owner.name, country: owner.country, paydays, pins });
    toDo.push(
      ...toDoOf(
        context,
        owner,
        runs,
        paydays,
        pins.filter((pin) => pin.kind !== "filing"),
        day,
      ),
      ...filings.map(
        ({ pin, runId }): ToDo => ({
          businessId: owner.id,
          business: owner.name,
          date: pin.date,
          words: pin.words,
          kind: "send",
          late: pin.date < day,
          link: `/run/${runId}`,
        }),
      ),
    );
  }
  toDo.sort((a, b) => a.date.localeCompare(b.date) || a.business.localeCompare(b.business));
  return { day, from, to, lanes, toDo };
}

const arrived = ["accepted", "acceptedWithWarnings", "partial"];

/** Paydays that are signed off and not filed yet: due two working days after the payday. */
function filingsToMake(
  context: Context,
  owner: typeof business.$inferSelect,
  runs: readonly RunSummary[],
): { pin: Pin; runId: number }[] {
  const waiting = new Map<string, number>();
  for (const run of runs)
    if (run.state !== "open" && run.state !== "takenBack" && run.state !== "settled") waiting.set(run.payday, run.id);
  return [...waiting].flatMap(([payday, runId]) => {
    const filed = filingsOf(context, owner.id, payday).some((each) => arrived.includes(each.outbox.state));
    if (filed) return [];
    const date = filingDueDate(payday);
    return [
      { pin: { date, kind: "filing", words: `File payday ${payday.slice(8)}/${payday.slice(5, 7)}`, cents: 0 }, runId },
    ];
  });
}

const asPayday =
  (context: Context) =>
  (run: RunSummary): Payday => ({
    runId: run.id,
    cycleId: cycleIdOf(context, run),
    cycleName: run.cycleName,
    payday: run.payday,
    periodStart: run.periodStart,
    periodEnd: run.periodEnd,
    state: run.state,
    segments: run.segments,
  });

const cycleIdOf = (context: Context, run: RunSummary): number =>
  context.store.db
    .select()
    .from(payCycle)
    .where(and(eq(payCycle.businessId, run.businessId), eq(payCycle.name, run.cycleName)))
    .get()?.id ?? 0;

function paydaysAhead(context: Context, businessId: number, to: string): Payday[] {
  return context.store.db
    .select()
    .from(payCycle)
    .where(eq(payCycle.businessId, businessId))
    .all()
    .flatMap((cycle) => {
      const ahead: Payday[] = [];
      let period = nextPeriodOf(context, cycle);
      while (period.payday <= to && ahead.length < 12) {
        ahead.push({
          runId: null,
          cycleId: cycle.id,
          cycleName: cycle.name,
          payday: period.payday,
          periodStart: period.start,
          periodEnd: period.end,
          state: "ahead",
          segments: ["todo", "todo", "todo", "todo", "todo"],
        });
        period = nextPeriod(cycle.cycle as Cycle, period.end, cycle.paydayOffset);
      }
      return ahead;
    });
}

function pinsOf(context: Context, businessId: number, from: string, to: string): Pin[] {
  const pins = new Map<string, Pin>();
  for (const each of readDues(context, businessId)) {
    if (each.dueDate < from || each.dueDate > to) continue;
    // Everything for Inland Revenue goes in one payment.
    const kind = ["super", "withholding"].includes(each.kind) ? each.kind : "paye";
    const key = `${each.dueDate} ${kind}`;
    const pin = pins.get(key) ?? {
      date: each.dueDate,
      kind,
      words: kind === "super" ? "Super" : kind === "withholding" ? "PAYG withholding" : "PAYE and deductions",
      cents: 0,
    };
    pins.set(key, { ...pin, cents: pin.cents + each.cents });
  }
  return [...pins.values()].sort((a, b) => a.date.localeCompare(b.date));
}

function toDoOf(
  context: Context,
  owner: typeof business.$inferSelect,
  runs: readonly RunSummary[],
  paydays: readonly Payday[],
  pins: readonly Pin[],
  day: string,
): ToDo[] {
  const at = { businessId: owner.id, business: owner.name };
  const found: ToDo[] = [];
  for (const run of runs) {
    const step = stepOf(context, run);
    if (step)
      found.push({
        ...at,
        date: run.payday,
        ...step,
        late: run.payday < day && step.kind !== "settle",
        link: `/run/${run.id}`,
      });
  }
  const next = paydays.find((each) => each.runId === null);
  if (next && !runs.some((run) => run.state === "open"))
    found.push({
      ...at,
      date: next.payday,
      words: `Open the ${next.cycleName.toLowerCase()} run`,
      kind: "open",
      late: next.payday < day,
      link: `/run?cycle=${next.cycleId}`,
    });
  // What is owed never leaves by its day passing: it stays, marked late, until it is known to be paid.
  for (const pin of pins)
    found.push({
      ...at,
      date: pin.date,
      words: `${pin.words} of ${dollars(pin.cents)} ${pin.date < day ? "was to be paid by then" : "to pay"}`,
      kind: "due",
      late: pin.date < day,
      link: `/dues?business=${owner.id}`,
    });
  const open = context.store.db
    .select()
    .from(answerItem)
    .where(and(eq(answerItem.businessId, owner.id), eq(answerItem.open, true), eq(answerItem.severity, "error")))
    .all();
  const names = new Map(
    context.store.db
      .select()
      .from(person)
      .where(
        inArray(
          person.id,
          open.flatMap((item) => (item.personId === null ? [] : [item.personId])),
        ),
      )
      .all()
      .map((each) => [each.id, `${each.givenName} ${each.familyName}`]),
  );
  for (const item of open)
    if (item.personId !== null)
      found.push({
        ...at,
        date: day,
        words: `${names.get(item.personId)}: ${item.text}`,
        kind: "mend",
        late: false,
        link: `/people/${item.personId}`,
      });
  return found;
}

const grouped = new Intl.NumberFormat("en-AU", { minimumFractionDigits: 2, maximumFractionDigits: 2 });
const dollars = (cents: number) => `$${grouped.format(cents / 100)}`;

const filings: readonly string[] = ["employmentInformation", "employeeDetails"];

function stepOf(context: Context, run: RunSummary): Pick<ToDo, "words" | "kind"> | null {
  const [hours, check] = run.segments;
  switch (run.state) {
    case "open":
      if (hours === "now") return { kind: "hours", words: "Hours to fill in" };
      return check === "now"
        ? { kind: "check", words: "Marks to look at" }
        : { kind: "signOff", words: "Ready to sign off" };
    case "signedOff": {
      const sent = context.store.db
        .select({ state: outbox.state, channel: outbox.channel })
        .from(outbox)
        .where(eq(outbox.runId, run.id))
        .all();
      if (sent.some(({ state }) => state === "rejected" || state === "refused"))
        return { kind: "mend", words: "Something was refused" };
      const waiting = sent.filter(({ state }) => state === "prepared");
      // A filing has a line and a day of its own.
      if (waiting.length > 0 && waiting.every(({ channel }) => filings.includes(channel))) return null;
      return waiting.length > 0
        ? { kind: "send", words: "Signed off, not all sent" }
        : { kind: "send", words: "On its way, answers awaited" };
    }
    case "sent":
      return { kind: "settle", words: "Sent; the bank pays on the day" };
    default:
      return null;
  }
}
