/** Where a payroll year stands on the way to its end: each person, the list that must be whole, and what was sent. */
import type {
  EndingPerson,
  ProofRow,
  YearAct,
  YearAndEnding,
  YearCheck,
  YearEventView,
  YearProof,
} from "@zesty/contract/year";
import { dateWords } from "@zesty/core/calendar/dates";
import { type CountryCode, payrollYearOf } from "@zesty/core/countries/countries";
import { and, asc, desc, eq, inArray } from "drizzle-orm";
import type { Actor, Context } from "../context.ts";
import { rightIn } from "../http/rights.ts";
import { findBusiness } from "../setup/findBusiness.ts";
import { answerItem, outbox, user, yearEvent, yearEventPerson, yearLeftOut, yearTick } from "../store/schema.ts";
import { closingOf } from "./closed.ts";
import { type PayeeOfYear, payeesOfYear } from "./payeesOfYear.ts";
import { type Heard, readYear } from "./proof.ts";
import type { CheckLine } from "./said.ts";

const onItsWay = ["prepared", "queued", "sending", "unknown", "acknowledged"];
const taken = ["accepted", "acceptedWithWarnings", "partial"];
const day = (at: string) => dateWords(at.slice(0, 10));

/** An event that makes nobody final has a reason where it opens a year again, and none where it brings figures up to date. */
const actOf = (final: boolean, reason: string | null): YearAct => (final ? "final" : reason ? "again" : "update");
const sendingWords: Record<YearAct, string> = {
  ...{ final: "on its way", again: "being opened again", update: "being brought up to date" },
};

type YearEventRow = YearEventView & { outboxId: number };

function eventsOf({ store: { db } }: Context, businessId: number, from: string): YearEventRow[] {
  const people = new Map<number, number>();
  for (const { id } of db.select({ id: yearEventPerson.yearEventId }).from(yearEventPerson).all())
    people.set(id, (people.get(id) ?? 0) + 1);
  return db
    .select({ event: yearEvent, message: outbox, by: user.name })
    .from(yearEvent)
    .innerJoin(outbox, eq(yearEvent.outboxId, outbox.id))
    .innerJoin(user, eq(yearEvent.userId, user.id))
    .where(and(eq(yearEvent.businessId, businessId), eq(yearEvent.yearStart, from)))
    .orderBy(desc(yearEvent.id))
    .all()
    .map(({ event: { id, final, date, at, reason, outboxId }, message, by }) => ({
      ...{ id, act: actOf(final, reason), date, at, by, reason, outboxId, people: people.get(id) ?? 0 },
      ...{ state: message.state, receipt: message.receipt, detail: message.detail, documentId: message.documentId },
    }));
}

/** The newest event of no run that each person stood in, with what the agency said of them in it. */
function newestEvents({ store: { db } }: Context, events: readonly YearEventRow[]) {
  const byId = new Map(events.map((each) => [each.id, each]));
  const rows = db
    .select()
    .from(yearEventPerson)
    .where(inArray(yearEventPerson.yearEventId, [...byId.keys()]))
    .orderBy(asc(yearEventPerson.yearEventId))
    .all();
  const newest = new Map(rows.map((row) => [row.personId, byId.get(row.yearEventId)]));
  const said = new Map(
    db
      .select()
      .from(answerItem)
      .where(
        and(
          eq(answerItem.severity, "error"),
          inArray(
            answerItem.outboxId,
            events.map((each) => each.outboxId),
          ),
        ),
      )
      .all()
      .map((item) => [`${item.outboxId} ${item.personId ?? ""}`, item.text]),
  );
  return (personId: number) => {
    const event = newest.get(personId);
    if (!event) return null;
    const refused =
      said.get(`${event.outboxId} ${personId}`) ??
      (event.state === "rejected" || event.state === "refused"
        ? said.get(`${event.outboxId} `) || event.detail || "the whole event"
        : null);
    return { ...event, refused };
  };
}

function leftOutOf({ store: { db } }: Context, from: string, ids: readonly number[]): Map<number, string> {
  const newest = new Map(
    db
      .select()
      .from(yearLeftOut)
      .where(and(eq(yearLeftOut.yearStart, from), inArray(yearLeftOut.personId, [...ids])))
      .orderBy(asc(yearLeftOut.id))
      .all()
      .map((row) => [row.personId, row.reason]),
  );
  return new Map([...newest].flatMap(([id, reason]) => (reason ? [[id, reason] as const] : [])));
}

type Newest = ReturnType<ReturnType<typeof newestEvents>>;

/** Columns that an event reports: a difference in them is mended by reporting, one in the books is not. */
const reportedDiffers = (row: ProofRow, { columns }: YearProof) =>
  row.differs.filter((name) => {
    const said = row.figures[name];
    return columns.some((each) => each.name === name) && said?.reported !== undefined && said.reported !== said.facts;
  });

function standing(row: ProofRow, proof: YearProof, isFinal: boolean, newest: Newest, leftOut: string | undefined) {
  const differs = reportedDiffers(row, proof);
  const titles = () =>
    proof.columns.filter((each) => differs.includes(each.name)).map((each) => each.title.toLowerCase());
  if (newest && onItsWay.includes(newest.state)) return { state: "sending", words: sendingWords[newest.act] } as const;
  if (newest?.refused) return { state: "refused", words: `refused: ${newest.refused}` } as const;
  if (isFinal && differs.length > 0)
    return { state: "changed", words: `final, and changed since: ${titles().join(", ")}` } as const;
  if (isFinal) return { state: "final", words: newest ? `final since ${day(newest.at)}` : "final" } as const;
  if (leftOut !== undefined) return { state: "leftOut", words: `left out: ${leftOut}` } as const;
  if (newest?.act === "again" && taken.includes(newest.state))
    return { state: "open", words: `opened again: ${newest.reason}` } as const;
  return { state: "open", words: "" } as const;
}

/** What the law and the calendar say of one person beside the record itself. */
function timeMarks(row: ProofRow, proof: YearProof, today: string): PayeeOfYear["marks"] {
  const lastMonth = `${proof.year.to.slice(0, 4)}-06-01`;
  if (today >= lastMonth || row.endDate !== null) return [];
  return [
    { kind: "stop", text: `The year is not over before ${dateWords(proof.year.to)}.`, section: null, ofFinal: true },
  ];
}

export function readYearAndEnding(context: Context, actor: Actor, businessId: number, wanted?: string): YearAndEnding {
  const { proof, heard, country } = readYear(context, businessId, wanted);
  const { checksOf, finalises } = country;
  const owner = findBusiness(context, businessId);
  const today = context.clock.today(owner.timeZone);
  const year = payrollYearOf(owner.country as CountryCode, proof.year.from);
  const date = finalises ? (today < year.to ? today : year.to) : null;
  const rows = finalises ? proof.rows.filter((row) => row.isReported) : [];
  const ids = rows.map((row) => row.personId);
  const events = eventsOf(context, businessId, year.from);
  const newest = newestEvents(context, events);
  const leftOut = leftOutOf(context, year.from, ids);
  const payees = new Map(
    (date === null ? [] : payeesOfYear(context, businessId, year, date, ids, true)).map((each) => [
      each.personId,
      each,
    ]),
  );
  const people = Object.fromEntries(
    rows.map((row): [number, EndingPerson] => [
      row.personId,
      {
        ...standing(
          row,
          proof,
          heard.reported.final.has(row.personId),
          newest(row.personId),
          leftOut.get(row.personId),
        ),
        isBehind: reportedDiffers(row, proof).length > 0,
        marks: [...timeMarks(row, proof, today), ...(payees.get(row.personId)?.marks ?? [])],
      },
    ]),
  );
  const checks = [...sharedChecks(proof, heard), ...(finalises ? [allFinal(people)] : []), ...checksOf(context, proof)];
  return {
    ...proof,
    ending: {
      date,
      declaration: `I am authorised to make this declaration for ${owner.legalName}, and what is reported of these people for ${year.name} is complete, true and correct.`,
      busy: events.some((each) => onItsWay.includes(each.state))
        ? "An event of this year is on its way. What it says is known in a moment."
        : null,
      held: heldBy(proof, heard),
      people,
      checks: ticked(context, businessId, year.from, checks),
      events: events.map(({ outboxId: _, ...event }) => event),
      closed: closingOf(context, businessId, year.from),
      mayDeclare: rightIn(context, actor, businessId) === "authorise",
    },
  };
}

const paydays = (runs: readonly { payday: string }[]) => {
  const days = [...new Set(runs.map((run) => dateWords(run.payday)))];
  return days.length > 3 ? `${days.slice(0, 3).join(", ")} and ${days.length - 3} more` : days.join(", ");
};

/** Why nobody can be made final just now: everything of the year is signed, sent and answered first. */
function heldBy({ open, year }: YearProof, { unanswered }: Heard): string | null {
  const notSigned = open.filter((run) => run.state === "open");
  if (notSigned.length > 0)
    return `The run with payday ${paydays(notSigned)} is open. Sign it off, or discard it: the year to ${dateWords(year.to)} is reported whole.`;
  if (unanswered.length > 0)
    return `What was reported on ${paydays(unanswered)} is not answered yet. Send it, or mend what was refused.`;
  return null;
}

function sharedChecks({ open, rows, year }: YearProof, { unanswered }: Heard): CheckLine[] {
  const notSigned = open.filter((run) => run.state === "open");
  const differing = rows.filter((row) => row.differs.length > 0);
  const first = notSigned[0];
  return [
    {
      ...{ item: "runs", proved: true, done: notSigned.length === 0, link: first ? `/run/${first.runId}` : null },
      text: first ? `Not signed off: payday ${paydays(notSigned)}` : `Every run to ${dateWords(year.to)} is signed off`,
    },
    {
      ...{ item: "answers", proved: true, done: unanswered.length === 0 },
      link: unanswered[0] ? `/run/${unanswered[0].runId}` : null,
      text: unanswered[0]
        ? `Reported and not taken yet: payday ${paydays(unanswered)}`
        : "Everything reported was taken",
    },
    {
      ...{ item: "voices", proved: true, done: differing.length === 0, link: null },
      text:
        differing.length === 0
          ? "Everybody who knows a figure says the same"
          : `Figures of ${differing.length === 1 ? "one person" : `${differing.length} people`} differ`,
    },
  ];
}

function allFinal(people: Record<number, EndingPerson>): CheckLine {
  const left = Object.values(people).filter((each) => each.state !== "final" && each.state !== "leftOut").length;
  return {
    ...{ item: "final", proved: true, done: left === 0, link: null },
    text:
      left === 0
        ? "Everybody is final, or left out with a reason"
        : left === 1
          ? "One person is not final yet"
          : `${left} people are not final yet`,
  };
}

function ticked(
  { store: { db } }: Context,
  businessId: number,
  from: string,
  lines: readonly CheckLine[],
): YearCheck[] {
  const newest = new Map(
    db
      .select({ item: yearTick.item, ticked: yearTick.ticked, at: yearTick.at, by: user.name })
      .from(yearTick)
      .innerJoin(user, eq(yearTick.userId, user.id))
      .where(and(eq(yearTick.businessId, businessId), eq(yearTick.yearStart, from)))
      .orderBy(asc(yearTick.id))
      .all()
      .map((row) => [row.item, row]),
  );
  return lines.map((line): YearCheck => {
    const tick = line.proved ? undefined : newest.get(line.item);
    return tick?.ticked ? { ...line, done: true, ticked: { by: tick.by, at: tick.at } } : { ...line, ticked: null };
  });
}
