/** Declares people's year final, or opens it again: one event of no run, kept and put into the outbox in one transaction. */
import { isDeepStrictEqual } from "node:util";
import {
  type EndingPerson,
  signedSums,
  type YearAct,
  type YearAndEnding,
  type YearDeclared,
} from "@zesty/contract/year";
import { dateWords } from "@zesty/core/calendar/dates";
import type { PayrollYear } from "@zesty/core/calendar/payrollYear";
import { payrollYearOf } from "@zesty/core/countries/countries";
import { and, eq } from "drizzle-orm";
import { keepDocument } from "../documents/documents.ts";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { uuidOf } from "../ground/messageId.ts";
import { cannot, conflict } from "../ground/problem.ts";
import { demandYearOpen } from "../ground/yearClosed.ts";
import { nameInFiles } from "../signOff/runDocuments.ts";
import { outbox, yearEvent, yearEventPerson, yearLeftOut } from "../store/schema.ts";
import { atOnce, type Steps } from "../store/steps.ts";
import { record } from "../store/trail.ts";
import { readYearAndEnding } from "./ending.ts";

/** States that a person comes from. */
const from: Record<YearAct, readonly EndingPerson["state"][]> = {
  final: ["open", "refused", "changed"],
  again: ["final", "changed"],
  update: ["open", "refused", "leftOut"],
};
const notThus: Record<YearAct, string> = {
  final: "not to be made final",
  again: "not final",
  update: "not to be brought up to date",
};
const trail: Record<YearAct, string> = {
  final: "declared the payroll year final",
  again: "opened the payroll year of people again",
  update: "brought what the agency holds up to date",
};

export function declareYear(context: Context, actor: Actor, businessId: number, wanted: YearDeclared): void {
  atOnce(declareSteps(context, actor, businessId, wanted));
}

/** The event is made first, in steps, so that nobody else waits; then one transaction keeps it. */
export function* declareSteps(context: Context, actor: Actor, businessId: number, wanted: YearDeclared): Steps<void> {
  const again = () => readyEvent(context, actor, businessId, wanted);
  let ready = yield* again();
  if (ready.stamp !== context.store.stamp()) ready = yield* again();
  context.store.transaction(() => {
    if (ready.stamp !== context.store.stamp()) ready = atOnce(again());
    keepEvent(context, actor, wanted, ready);
  });
  context.wakeOutbox();
}

interface ReadyEvent {
  /** of the store that it was made from */
  stamp: string;
  owner: ReturnType<typeof findBusiness>;
  year: PayrollYear;
  date: string;
  /** what is declared */
  words: string;
  people: number[];
  /** how many events the year has had */
  earlier: number;
  messageId: string;
  bytes: Buffer;
}

function* readyEvent(context: Context, actor: Actor, businessId: number, wanted: YearDeclared): Steps<ReadyEvent> {
  const stamp = context.store.stamp();
  const of = wanted.people.length;
  demandYearOpen(context, businessId, wanted.from);
  yield { part: "Reading the year", done: 0, of };
  const shown = readYearAndEnding(context, actor, businessId, wanted.from);
  const owner = findBusiness(context, businessId);
  const { final, noFinal } = context.country(owner.country).year;
  const { date, declaration: words } = shown.ending;
  if (date === null || !final) throw cannot("no-final-year", noFinal);
  demandMayBe(shown, wanted, date);
  const year = payrollYearOf(owner.country, wanted.from);
  yield { part: "Making the event", done: 0, of };
  const event = final.event(context, actor, {
    ...{ businessId, year, date, people: wanted.people },
    final: wanted.act === "final",
  });
  const earlier = context.store.db
    .select({ id: yearEvent.id })
    .from(yearEvent)
    .where(and(eq(yearEvent.businessId, businessId), eq(yearEvent.yearStart, year.from)))
    .all().length;
  const messageId = uuidOf(JSON.stringify([owner.bmsId, "year", year.from, earlier, wanted.act, event.says]));
  yield { part: "Writing the event", done: of, of };
  const bytes = event.bytes(messageId);
  return { stamp, owner, year, date, words, people: event.people, earlier, messageId, bytes };
}

/** These people may be declared just now, and what was shown of them is what stands. */
function demandMayBe({ ending, rows, year }: YearAndEnding, wanted: YearDeclared, date: string): void {
  const held = ending.busy ?? (wanted.act === "final" ? ending.held : null);
  if (held) throw conflict("year-held", held);
  if (wanted.act === "again" && !wanted.reason)
    throw cannot("reason-missing", "Say why the year is opened again.", {
      errors: [{ path: "reason", text: "Say why the year is opened again." }],
    });
  const rowOf = new Map(rows.map((row) => [row.personId, row]));
  for (const id of wanted.people) {
    const person = ending.people[id];
    const name = rowOf.get(id)?.name ?? "This person";
    if (!person) throw cannot("not-in-year", `${name} has nothing to report in ${year.name}.`);
    if (!from[wanted.act].includes(person.state))
      throw conflict(
        "year-state",
        `${name} is ${notThus[wanted.act]}: ${person.words || "open"}. Look at the sheet again.`,
      );
    const reportedOn = rowOf.get(id)?.reportedOn ?? "";
    if (reportedOn > date)
      throw conflict(
        "later-payday",
        `The payday of ${dateWords(reportedOn)} is reported for ${name} already: the agency keeps the later day. Declare from that day on.`,
      );
    const stop = person.marks.find((mark) => mark.kind === "stop" && (wanted.act === "final" || !mark.ofFinal));
    if (stop && wanted.act !== "again") throw cannot("year-stop", `${name}: ${stop.text}`, { mend: `/people/${id}` });
  }
  if (!isDeepStrictEqual(signedSums(rows, wanted.people), wanted.shown))
    throw conflict(
      "year-figures",
      "Figures of these people changed after this page was shown. Look at the sheet again, then declare what it says.",
    );
}

function keepEvent(context: Context, actor: Actor, wanted: YearDeclared, ready: ReadyEvent): void {
  const { db } = context.store;
  const { owner, year, date, words, people, earlier, messageId, bytes } = ready;
  const businessId = owner.id;
  const at = context.clock.now();
  const documentId = keepDocument(context, {
    ...{ runId: null, payId: null, kind: "payEvent", mime: "application/xml", bytes },
    fileName: `${nameInFiles(owner)}-${year.from.slice(0, 4)}-year-event-${earlier + 1}.xml`,
  });
  const { id: outboxId } = db
    .insert(outbox)
    .values({
      ...{ businessId, runId: null, channel: "payEvent", documentId, messageId },
      ...{ state: "queued", tries: 0, nextAt: 0 },
    })
    .returning({ id: outbox.id })
    .get();
  const { id } = db
    .insert(yearEvent)
    .values({
      ...{ businessId, yearStart: year.from, outboxId, date, final: wanted.act === "final" },
      reason: wanted.act === "again" ? wanted.reason : null,
      ...{ words, userId: actor.userId, at },
    })
    .returning({ id: yearEvent.id })
    .get();
  for (const personId of people) db.insert(yearEventPerson).values({ yearEventId: id, personId }).run();
  record(context.store, {
    ...{ at, userId: actor.userId, businessId },
    what: trail[wanted.act],
    about: `${year.name}, ${people.length} ${people.length === 1 ? "person" : "people"}${wanted.reason ? `: ${wanted.reason}` : ""}`,
  });
}

/** Leaves a person out of the year's end with a reason, or takes them in again. */
export function leaveOut(
  context: Context,
  actor: Actor,
  businessId: number,
  wanted: { from: string; person: number; reason: string | null },
): void {
  context.store.transaction(() => {
    demandYearOpen(context, businessId, wanted.from);
    const { ending, rows, year } = readYearAndEnding(context, actor, businessId, wanted.from);
    const person = ending.people[wanted.person];
    const name = rows.find((row) => row.personId === wanted.person)?.name;
    if (!person || !name) throw cannot("not-in-year", `This person has nothing to report in ${year.name}.`);
    if (person.state !== "open" && person.state !== "refused" && person.state !== "leftOut")
      throw conflict("year-state", `${name} cannot be left out: ${person.words}.`);
    const at = context.clock.now();
    context.store.db
      .insert(yearLeftOut)
      .values({ personId: wanted.person, yearStart: year.from, reason: wanted.reason, userId: actor.userId, at })
      .run();
    record(context.store, {
      ...{ at, userId: actor.userId, businessId },
      what: wanted.reason ? "left a person out of the year's end" : "took a person into the year's end again",
      about: `${name}, ${year.name}${wanted.reason ? `: ${wanted.reason}` : ""}`,
    });
  });
}
