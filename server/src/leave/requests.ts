/** Leave asked for and answered. What is approved goes onto the record of time, day by day, and from there into the run. */
import type { AnswerLeave, AskLeave, LeaveRequest } from "@zesty/contract/leave";
import type { DayChange } from "@zesty/contract/time";
import { addDays, dateWords, daysBetween } from "@zesty/core/calendar/dates";
import { leaveKindIn, leaveKindsIn } from "@zesty/core/countries/leave";
import { type DayLeave, type DayRecord, hasWork } from "@zesty/core/hours/dayText";
import { amountInWeeks, type DayOfWeek } from "@zesty/core/leave/changingWeek";
import { balanceOn, type LeaveOn } from "@zesty/core/leave/forecast";
import { decimal } from "@zesty/core/quantity/decimal";
import { and, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { cannot, conflict, notFound } from "../ground/problem.ts";
import { type KnownPerson, personTimes } from "../hours/personTimes.ts";
import type { KnownDay } from "../hours/readDays.ts";
import { leaveAnswer, leaveRequest, person } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { approveDays, saveDays } from "../time/days.ts";
import { refreshTimeInRuns } from "../time/intoRun.ts";
import { wayToPay } from "../time/wayToPay.ts";
import { leaveDaysOf, spanOf } from "./daysAsked.ts";
import { findRequest, standingRequests } from "./readLeave.ts";
import { standingsOf } from "./standings.ts";

/** Longest leave that is asked for at once: parental leave and long service leave are among it. */
const mostDays = 732;

const refused = (path: string, text: string) => cannot("leave-refused", text, { errors: [{ path, text }] });

export function askForLeave(
  context: Context,
  actor: Actor,
  businessId: number,
  { approve = null, ...wanted }: AskLeave,
): { id: number } {
  return context.store.transaction(() => {
    const who = whoOf(context, businessId, wanted.personId);
    demandAskable(context, businessId, who, wanted);
    const { id } = context.store.db
      .insert(leaveRequest)
      .values({ ...wanted, businessId, userId: actor.userId, at: context.clock.now() })
      .returning({ id: leaveRequest.id })
      .get();
    tell(context, actor, businessId, "asked for leave", who.name, wanted);
    if (approve)
      answerRequest(context, actor, businessId, id, {
        answer: "approved",
        comment: null,
        belowNought: approve.belowNought,
      });
    return { id };
  });
}

/** @returns what the answer did, in a sentence, where something of it may surprise */
export function answerRequest(
  context: Context,
  actor: Actor,
  businessId: number,
  requestId: number,
  { answer, comment, belowNought, was = "waiting" }: AnswerLeave,
): { note: string | null } {
  return context.store.transaction(() => {
    const asked = findRequest(context, businessId, requestId);
    if (!asked) throw notFound("request");
    const who = whoOf(context, businessId, asked.personId);
    if (asked.state === answer || asked.state === "withdrawn" || (asked.state === "declined" && answer === "withdrawn"))
      throw conflict(
        "answered",
        `This request is ${asked.state} already. Make a new request if it should stand again.`,
      );
    // A later answer is a change of the first, made by who has seen it.
    if (asked.state !== was)
      throw conflict(
        "answered-meanwhile",
        `${asked.answeredBy ?? "Somebody"} has ${asked.state} this request meanwhile. Look at it again before you change that.`,
      );
    let note: string | null = null;
    if (answer === "approved") ontoRecord(context, actor, businessId, who, asked, belowNought);
    else if (asked.state === "approved") note = offRecord(context, actor, businessId, asked);
    const at = context.clock.now();
    context.store.db
      .insert(leaveAnswer)
      .values({ requestId, answer, comment, belowNought, userId: actor.userId, at })
      .run();
    tell(context, actor, businessId, `${answer} leave`, who.name, asked);
    // Leave paid in advance hangs on the answer, not on the days of the period alone.
    if (asked.inAdvance) refreshTimeInRuns(context, businessId, [asked.personId]);
    return { note };
  });
}

interface Who {
  id: number;
  name: string;
  startDate: string;
  endDate: string | null;
}

function whoOf({ store }: Context, businessId: number, personId: number): Who {
  const row = store.db
    .select()
    .from(person)
    .where(and(eq(person.id, personId), eq(person.businessId, businessId)))
    .get();
  if (!row) throw notFound("person");
  return { id: row.id, name: `${row.givenName} ${row.familyName}`, startDate: row.startDate, endDate: row.endDate };
}

function tell(
  context: Context,
  actor: Actor,
  businessId: number,
  what: string,
  name: string,
  { first, last }: Pick<AskLeave, "first" | "last">,
): void {
  record(context.store, {
    at: context.clock.now(),
    userId: actor.userId,
    businessId,
    what,
    about: `${name}, ${first === last ? first : `${first} to ${last}`}`,
  });
}

function demandAskable(context: Context, businessId: number, who: Who, wanted: AskLeave): void {
  const { first, last } = wanted;
  if (last < first) throw refused("last", "The last day lies before the first. Turn them round, or look at the years.");
  if (daysBetween(first, last) >= mostDays)
    throw refused("last", `At most ${mostDays} days are asked for at once. Ask in two parts.`);
  if (first < who.startDate || (who.endDate !== null && last > who.endDate))
    throw refused(
      first < who.startDate ? "first" : "last",
      `${who.name} is employed from ${dateWords(who.startDate)}${who.endDate ? ` to ${dateWords(who.endDate)}` : ""}.`,
    );
  const [known] = personTimes(context, businessId, [who.id], first, last);
  if (!known) throw notFound("person");
  const kind = leaveKindsIn(known.time.country).find((each) => each.code === wanted.kind);
  if (!kind) throw refused("kind", "This is not a kind of leave here.");
  const span = spanOf(context, known, wanted);
  const casual = kind.notForCasuals && span.find((day) => day.week.basis === "casual");
  if (casual)
    throw refused(
      "kind",
      `${kind.words} is for full-timers and part-timers; ${who.name} is casual on ${dateWords(casual.date)}.`,
    );
  const working = span.filter((day) => day.holiday === null);
  if (working.length === 0)
    throw refused("first", `${who.name} does not work between these days: there is nothing to ask for.`);
  const short = working.find((day) => day.usual.gt(0) && day.hours.gt(day.usual));
  if (short || decimal(wanted.hoursADay ?? "0").gt(24))
    throw refused(
      "hoursADay",
      `More than the day has: ${dateWords(short?.date ?? first)} has ${short?.usual.toString() ?? "24"} ordinary hours.`,
    );
  const other = standingRequests(context, who.id).find(
    (each) => each.first <= last && each.last >= first && (isSame(each, wanted) || !partsOfOneDay(each, wanted)),
  );
  if (other && isSame(other, wanted))
    throw refused(
      "first",
      `This is asked for already, and ${other.state === "waiting" ? "waits for its answer" : "approved"}. It is not asked for twice.`,
    );
  if (other)
    throw refused(
      "first",
      `${who.name} has ${other.state === "waiting" ? "asked for" : "approved leave"} ${dateWords(other.first)} to ${dateWords(other.last)} already. Withdraw that first, or choose other days.`,
    );
}

/** The very same leave: a second tap, or a page that was sent again. */
const isSame = (a: Pick<AskLeave, "kind" | "first" | "last" | "hoursADay">, b: AskLeave): boolean =>
  a.kind === b.kind &&
  a.first === b.first &&
  a.last === b.last &&
  (a.hoursADay === null) === (b.hoursADay === null) &&
  decimal(a.hoursADay ?? "0").eq(b.hoursADay ?? "0");

/** Two parts of one and the same day may stand beside each other: an hour in the morning, two in the evening. */
const partsOfOneDay = (a: Pick<AskLeave, "first" | "last" | "hoursADay">, b: AskLeave): boolean =>
  a.first === a.last && b.first === b.last && a.hoursADay !== null && b.hoursADay !== null;

/** Approved leave becomes days of the record, approved as far as nothing else of the day waits for it. */
function ontoRecord(
  context: Context,
  actor: Actor,
  businessId: number,
  who: Who,
  asked: LeaveRequest,
  belowNought: boolean,
): void {
  const today = todayAt(context, businessId);
  const start = asked.first < today ? asked.first : today;
  const [known] = personTimes(context, businessId, [who.id], start, asked.last);
  if (!known) throw notFound("person");
  const before = new Map(known.known.filter((day) => day.kind === "worked").map((day) => [day.date, day]));
  const all = leaveDaysOf(context, known, asked);
  // Days that the correction of their pay has said already.
  const span = all.filter(({ date }) => !isPaidAs(before.get(date), asked));
  if (all.length > 0 && span.length === 0) return;
  const changes = span.map(({ date }): DayChange => {
    const day = before.get(date)?.record ?? null;
    const others = (day?.leave ?? []).filter((each) => each.request !== undefined || each.kind !== asked.kind);
    const working = day !== null && hasWork(day);
    if (asked.hoursADay === null && (working || others.length > 0))
      throw refused(
        "first",
        `${who.name} has ${working ? "hours" : "other leave"} recorded on ${dateWords(date)}. Take them out of the week first, or ask for a part of the day.`,
      );
    const leave = { kind: asked.kind, ...(asked.hoursADay === null ? {} : { hours: asked.hoursADay }) };
    return {
      personId: who.id,
      date,
      kind: "worked",
      record: { shifts: [], ...day, leave: [...others, { ...leave, request: asked.id }] },
    };
  });
  if (changes.length === 0)
    throw refused("first", `${who.name} does not work between these days any more: there is nothing to approve.`);
  if (!belowNought) demandBalance(context, who, known, asked, span);
  saveDays(context, actor, businessId, { days: changes }, "leave asked for");
  const toApprove = changes.filter(({ date, record: day }) => {
    const own = before.get(date);
    return (day != null && !hasWork(day)) || own?.state === "approved";
  });
  if (toApprove.length > 0)
    approveDays(context, actor, businessId, {
      days: toApprove.map(({ personId, date }) => ({ personId, date })),
      approved: true,
    });
}

/** A day of a signed-off pay that is the leave asked for, without a request. */
const isPaidAs = (day: KnownDay | undefined, { kind, hoursADay }: LeaveRequest): boolean =>
  day?.state === "locked" &&
  (day.record?.leave ?? []).some(
    (each) =>
      each.request === undefined &&
      each.kind === kind &&
      (hoursADay === null) === (each.hours === undefined) &&
      decimal(hoursADay ?? "0").eq(each.hours ?? "0"),
  );

/** Leave of a kind with a balance goes below nought only where that was agreed. */
function demandBalance(
  context: Context,
  who: Who,
  known: KnownPerson,
  asked: LeaveRequest,
  span: readonly DayOfWeek[],
): void {
  const kind = leaveKindIn(known.time.country, asked.kind);
  if (!kind.kept) return;
  const found = standingsOf(context, [known], addDays(asked.last, 1)).get(who.id)?.[asked.kind];
  // Leave that was typed for these very days gives way to the request.
  const own = new Set(span.map((day) => day.date));
  const standing = found && { ...found, recorded: found.recorded.filter((each) => !own.has(each.date)) };
  const besides = span.map((day): LeaveOn => ({ date: day.date, amount: amountInWeeks([day], kind.unit).toString() }));
  const after = standing
    ? balanceOn(standing, asked.last, besides).balance
    : decimal(0).minus(amountInWeeks(span, kind.unit));
  if (after.gte(0)) return;
  throw cannot(
    "below-nought",
    `${kind.words} of ${who.name} would stand at ${after.toDecimalPlaces(2).toString()} ${kind.unit} after ${dateWords(asked.last)}. Approve it only if leave in advance was agreed, or decline it.`,
    { errors: [{ path: "belowNought", text: "Tick that leave in advance was agreed." }] },
  );
}

/** Takes the days of a request off the record again; days that a signed-off pay has taken stay. */
function offRecord(context: Context, actor: Actor, businessId: number, asked: LeaveRequest): string | null {
  const [known] = personTimes(context, businessId, [asked.personId], asked.first, asked.last);
  const isOf = (each: DayLeave) => each.request === asked.id;
  // A correction by days says leave without its request.
  const isSaid = (each: DayLeave) => each.request === undefined && each.kind === asked.kind;
  const own = (known?.known ?? []).filter(
    (day) => day.kind === "worked" && (day.record?.leave.some(isOf) || isPaidAs(day, asked)),
  );
  const free = own.filter((day) => day.state !== "locked");
  const paid = own.filter((day) => day.state === "locked");
  if (own.length > 0 && free.length === 0)
    throw conflict(
      "leave-paid",
      `All of it is paid, on ${dateWords(paid[0]?.payday ?? "")}. Correct that pay by its days, or take its run back.`,
      wayToPay(
        context,
        findBusiness(context, businessId).country,
        paid.map((day) => ({
          ...day,
          record: day.record && withoutLeave(day.record, (each) => isOf(each) || isSaid(each)),
        })),
      ),
    );
  const changes = free.map(
    ({ personId, date, record: day }): DayChange => ({
      personId,
      date,
      kind: "worked",
      record: day && withoutLeave(day, isOf),
    }),
  );
  if (changes.length > 0) saveDays(context, actor, businessId, { days: changes }, "leave withdrawn");
  const again = free.filter((day, at) => day.state === "approved" && changes[at]?.record);
  if (again.length > 0)
    approveDays(context, actor, businessId, {
      days: again.map(({ personId, date }) => ({ personId, date })),
      approved: true,
    });
  return paid.length === 0
    ? null
    : `${paid.length === 1 ? "One day was" : `${paid.length} days were`} paid already and stay; the others are taken out.`;
}

function withoutLeave(day: DayRecord, isOf: (leave: DayLeave) => boolean): DayRecord | null {
  const rest = { ...day, leave: day.leave.filter((each) => !isOf(each)) };
  const nothing = rest.leave.length === 0 && rest.shifts.length === 0 && rest.hours === undefined && !rest.note;
  return nothing ? null : rest;
}
