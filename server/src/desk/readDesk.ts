/** The desk: every business's paydays and dues on one axis, and the same as a list, next first. */
import type { DeskView, Lane, Payday, Pin, ToDo } from "@zesty/contract/desk";
import { addDays, dateWords } from "@zesty/core/calendar/dates";
import { type Cycle, nextPeriod, payPeriod } from "@zesty/core/calendar/payPeriods";
import { centsText } from "@zesty/core/quantity/units";
import { officeZone } from "../ground/clock.ts";
import type { Actor, Context } from "../ground/context.ts";
import { refusedLetters } from "../outbox/letters.ts";
import { qualificationsEnding } from "../people/qualificationsEnding.ts";
import { notYetPaying, readFirstSteps } from "../readiness/firstSteps.ts";
import { segmentsFrom } from "../row/segments.ts";
import { askedByStaff } from "./askedByStaff.ts";
import { type DeskFacts, type DeskRun, deskFacts, type Owner } from "./deskFacts.ts";
import { papersToGive } from "./papersToGive.ts";
import { tablesEnding } from "./tablesEnding.ts";

/** One for all names: made anew for each pair it costs more than the rest of the order. */
const byName = new Intl.Collator("en");

const daysBack = 35;
const daysAhead = 35;

export function readDesk(context: Context, actor: Actor): DeskView {
  const day = context.clock.today(officeZone);
  const from = addDays(day, -daysBack);
  const to = addDays(day, daysAhead);
  const facts = deskFacts(context, actor, from, to);
  const beginning = new Set(
    notYetPaying(
      context,
      facts.owners.map((owner) => owner.id),
    ),
  );
  const lanes: Lane[] = [];
  const toDo: ToDo[] = [];
  for (const owner of facts.owners) {
    const runs = facts.runs.get(owner.id) ?? [];
    const within = runs.filter((run) => run.payday >= from && run.payday <= to);
    const paydays = [
      ...within.map((run) => asPayday(facts, owner, run)),
      ...(facts.cycles.get(owner.id) ?? [])
        .filter((cycle) => !cycle.retired)
        .flatMap((cycle) => paydaysAhead(facts, cycle, to)),
    ];
    const filings = filingsToMake(context, facts, owner, runs);
    const pins = pinsOf(facts, owner);
    lanes.push({
      businessId: owner.id,
      name: owner.name,
      country: owner.country,
      play: Boolean(owner.play),
      begins: beginning.has(owner.id),
      keeper: owner.keeperId === null ? null : { id: owner.keeperId, name: owner.keeper ?? "" },
      paydays,
      pins: [...pins, ...filings.map(({ pin }) => pin)].sort((a, b) =>
        a.date < b.date ? -1 : a.date > b.date ? 1 : 0,
      ),
    });
    toDo.push(
      ...toDoOf(facts, owner, runs, paydays, day),
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
  toDo.push(...askedByStaff(context, day, facts.owners));
  toDo.push(...qualificationsToRenew(context, day, facts.owners));
  toDo.push(...papersToGive(context, day, facts.owners));
  toDo.push(...setUpsBegun(context, day, facts.owners, beginning));
  toDo.push(...lettersRefused(context, day, facts.owners));
  for (const country of context.countries) toDo.push(...country.desk.told(context, day, facts.owners));
  for (const country of context.countries) {
    const owners = facts.owners.filter((owner) => owner.country === country.code);
    toDo.push(...(country.year.final?.toDo(context, day, owners) ?? []));
  }
  // Only who can load tables is told.
  if (actor.lead)
    toDo.push(
      ...tablesEnding(
        day,
        context.rules,
        facts.owners.map((owner) => owner.country),
      ),
    );
  return { day, from, to, lanes, toDo: inOrder(toDo, facts.owners) };
}

/** Next first, those of a day by the business's name. By days and names apart: thousands of lines stand on few days. */
function inOrder(toDo: readonly ToDo[], owners: readonly Owner[]): ToDo[] {
  const names = owners.map((owner) => owner.name).sort(byName.compare);
  const rank = new Map(names.map((name, at) => [name, at]));
  const days = new Map<string, { line: ToDo; rank: number }[]>();
  for (const line of toDo) {
    const of = { line, rank: rank.get(line.business) ?? 0 };
    const known = days.get(line.date);
    if (known) known.push(of);
    else days.set(line.date, [of]);
  }
  return [...days.keys()]
    .sort()
    .flatMap((day) => (days.get(day) ?? []).sort((a, b) => a.rank - b.rank).map(({ line }) => line));
}

/** A line for each business that is not set up yet: the step to take next. */
function setUpsBegun(context: Context, day: string, owners: readonly Owner[], beginning: ReadonlySet<number>): ToDo[] {
  const names = new Map(owners.map((each) => [each.id, each.name]));
  return [...beginning].flatMap((businessId): ToDo[] => {
    const { steps, next } = readFirstSteps(context, businessId);
    const step = steps.find((each) => each.key === next);
    if (!step || step.key === "run") return [];
    return [
      {
        ...{ businessId, business: names.get(businessId) ?? "", date: day, kind: "mend", late: false, link: "/set-up" },
        words: `To set up: ${step.title.toLowerCase()}`,
      },
    ];
  });
}

/** A line for each letter that its receiver would not take. */
function lettersRefused(context: Context, day: string, owners: readonly Owner[]): ToDo[] {
  const names = new Map(owners.map((each) => [each.id, each.name]));
  return refusedLetters(context, [...names.keys()]).map(
    ({ businessId, recipient, detail, link }): ToDo => ({
      ...{ businessId, business: names.get(businessId) ?? "", date: day, kind: "mend", late: false },
      words: `What was sent to ${recipient} did not arrive. ${detail}`,
      link: link ?? "/readiness",
    }),
  );
}

/** A line for each qualification that ends within a fortnight. */
function qualificationsToRenew(context: Context, day: string, owners: readonly Owner[]): ToDo[] {
  const names = new Map(owners.map((each) => [each.id, each.name]));
  return qualificationsEnding(context, [...names.keys()], day, 14).map(
    ({ businessId, personId, person, name, expires }): ToDo => ({
      ...{ businessId, business: names.get(businessId) ?? "", date: expires, kind: "mend", late: expires < day },
      words: `${person}: ${name} ${expires < day ? "has ended" : "ends"}`,
      link: `/people/${personId}#qualifications`,
    }),
  );
}

/** Paydays that wait to be lodged by a day of their own. */
const filingsToMake = (context: Context, facts: DeskFacts, owner: Owner, runs: readonly DeskRun[]) =>
  context
    .country(owner.country)
    .desk.waiting(facts, owner, runs)
    .map(({ payday, date, runId }): { pin: Pin; runId: number } => ({
      pin: { date, kind: "filing", words: `File the payday of ${dateWords(payday)}`, cents: 0 },
      runId,
    }));

const asPayday = (facts: DeskFacts, owner: Owner, run: DeskRun): Payday => ({
  runId: run.id,
  cycleId: run.cycleId,
  cycleName: facts.cycles.get(owner.id)?.find((cycle) => cycle.id === run.cycleId)?.name ?? "",
  payday: run.payday,
  periodStart: run.periodStart,
  periodEnd: run.periodEnd,
  state: run.state,
  segments: segmentsFrom(run, facts.faulty.has(run.id) || facts.odd.has(run.id)),
});

function paydaysAhead(
  { lastEnds }: DeskFacts,
  {
    id,
    name,
    cycle,
    firstPeriodStart,
    paydayOffset,
  }: { [K in "id" | "paydayOffset"]: number } & {
    [K in "name" | "cycle" | "firstPeriodStart"]: string;
  },
  to: string,
): Payday[] {
  const rhythm = cycle as Cycle;
  const last = lastEnds.get(id);
  let period =
    last === undefined ? payPeriod(rhythm, firstPeriodStart, paydayOffset) : nextPeriod(rhythm, last, paydayOffset);
  const ahead: Payday[] = [];
  while (period.payday <= to && ahead.length < 12) {
    ahead.push({
      runId: null,
      cycleId: id,
      cycleName: name,
      payday: period.payday,
      periodStart: period.start,
      periodEnd: period.end,
      state: "ahead",
      segments: ["todo", "todo", "todo", "todo", "todo"],
    });
    period = nextPeriod(rhythm, period.end, paydayOffset);
  }
  return ahead;
}

const pinWords = {
  super: "Super",
  withholding: "PAYG withholding",
  deduction: "Deductions",
  paye: "PAYE and deductions",
} as const;

const pinsOf = (facts: DeskFacts, owner: Owner): Pin[] =>
  (facts.owed.get(owner.id) ?? []).map(({ dueDate, kind, cents }) => ({
    date: dueDate,
    kind,
    words: pinWords[kind],
    cents,
  }));

function toDoOf(
  facts: DeskFacts,
  owner: Owner,
  runs: readonly DeskRun[],
  paydays: readonly Payday[],
  day: string,
): ToDo[] {
  const found: ToDo[] = [];
  // Written out: a desk of many businesses has thousands, and a spread costs many times as much.
  const add = (date: string, words: string, kind: ToDo["kind"], late: boolean, link: string) =>
    found.push({ businessId: owner.id, business: owner.name, date, words, kind, late, link });
  for (const run of runs) {
    const step = stepOf(facts, run);
    if (step) add(run.payday, step.words, step.kind, run.payday < day && step.kind !== "settle", `/run/${run.id}`);
  }
  const next = paydays.find((each) => each.runId === null);
  if (next && !runs.some((run) => run.state === "open"))
    add(
      next.payday,
      `Open the ${next.cycleName.toLowerCase()} run`,
      "open",
      next.payday < day,
      `/run?cycle=${next.cycleId}`,
    );
  // What is owed does not leave by its day passing: it stays, marked late, until its receiver has it.
  for (const { dueDate, kind, cents, onItsWay, cameBack } of facts.owed.get(owner.id) ?? []) {
    const late = dueDate < day;
    const left = cents - onItsWay;
    // What a fund has to have by a day leaves some days before: that is when there is something to do.
    const leaves = left > 0 && !late ? facts.sendBy(owner.country, kind, dueDate) : null;
    const toDo = leaves ? `to send, to be there by ${dateWords(dueDate)}` : "to pay";
    const what = [
      `${pinWords[kind]} of ${dollars(cents)} ${left === 0 ? "is on its way" : late ? "was to be there by then" : toDo}`,
      ...(onItsWay > 0 && left > 0 ? [`${dollars(onItsWay)} of it is on its way`] : []),
      ...(cameBack && left > 0 ? ["some of it came back"] : []),
    ].join("; ");
    add(leaves ?? dueDate, what, "due", late, `/dues?business=${owner.id}`);
  }
  for (const { personId, name, text } of facts.items.get(owner.id) ?? [])
    add(day, `${name}: ${text}`, "mend", false, `/people/${personId}`);
  for (const { personId, name, periodStart, periodEnd } of facts.unpaid.get(owner.id) ?? [])
    add(
      day,
      `${name}: left out, and nothing paid for ${dateWords(periodStart)} to ${dateWords(periodEnd)}`,
      "mend",
      false,
      `/people/${personId}`,
    );
  return found;
}

/** "$12,345.00": by hand, because a desk of many businesses shows thousands of them. */
const dollars = (cents: number) => `$${centsText(cents).replace(/\B(?=(\d{3})+\.)/g, ",")}`;

const filings: readonly string[] = ["employmentInformation", "employeeDetails"];

function stepOf(facts: DeskFacts, run: DeskRun): Pick<ToDo, "words" | "kind"> | null {
  const [hours, check] = segmentsFrom(run, false);
  if (facts.odd.has(run.id)) return { kind: "mend", words: "An answer makes no sense: look under Send" };
  switch (run.state) {
    case "open":
      if (hours === "now") return { kind: "hours", words: "Hours to fill in" };
      return check === "now"
        ? { kind: "check", words: "Marks to look at" }
        : { kind: "signOff", words: "Ready to sign off" };
    case "signedOff": {
      if (facts.faulty.has(run.id)) return { kind: "mend", words: "Something was refused" };
      const waiting = (facts.outgoing.get(run.id) ?? []).filter(({ state }) => state === "prepared");
      // A filing has a line and a day of its own.
      if (waiting.length > 0 && waiting.every(({ channel }) => filings.includes(channel))) return null;
      return waiting.length > 0
        ? { kind: "send", words: "Signed off, not all sent" }
        : { kind: "send", words: "Sent, waiting for answers" };
    }
    case "sent":
      return { kind: "settle", words: "Sent; the bank pays on the day" };
    default:
      return null;
  }
}
