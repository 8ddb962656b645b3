/** Where each person stands at a year's end: from the newest event that names them, and from what the agency holds. */
import { isTaken } from "@zesty/contract/outboxStates";
import type { ProofRow, YearAct, YearEventView, YearProof } from "@zesty/contract/year";
import { dateWords } from "@zesty/core/calendar/dates";
import { and, asc, count, desc, eq, inArray } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { answerItem, outbox, user, yearEvent, yearEventPerson, yearLeftOut } from "../store/schema.ts";
import type { PayeeOfYear } from "./yearOfCountry.ts";

export const onItsWay = ["prepared", "queued", "sending", "unknown", "acknowledged"];
const day = (at: string) => dateWords(at.slice(0, 10));

/** An event that makes nobody final has a reason where it opens a year again, and none where it brings figures up to date. */
const actOf = (final: boolean, reason: string | null): YearAct => (final ? "final" : reason ? "again" : "update");
const sendingWords: Record<YearAct, string> = {
  ...{ final: "on its way", again: "being opened again", update: "being brought up to date" },
};

export type YearEventRow = YearEventView & { outboxId: number };

export function eventsOf({ store: { db } }: Context, businessId: number, from: string): YearEventRow[] {
  const counts = db
    .select({ id: yearEventPerson.yearEventId, people: count() })
    .from(yearEventPerson)
    .innerJoin(yearEvent, eq(yearEventPerson.yearEventId, yearEvent.id))
    .where(and(eq(yearEvent.businessId, businessId), eq(yearEvent.yearStart, from)))
    .groupBy(yearEventPerson.yearEventId)
    .all();
  const people = new Map(counts.map((row) => [row.id, row.people]));
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
export function newestEvents({ store: { db } }: Context, events: readonly YearEventRow[]) {
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
          // What a newer event said of the person took its place.
          eq(answerItem.open, true),
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

export function leftOutOf({ store: { db } }: Context, from: string, ids: readonly number[]): Map<number, string> {
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
export const reportedDiffers = ({ differs, figures }: ProofRow) =>
  differs.filter((name) => figures[name]?.reported !== undefined && figures[name]?.reported !== figures[name]?.facts);

export function standing(
  row: ProofRow,
  proof: YearProof,
  isFinal: boolean,
  newest: Newest,
  leftOut: string | undefined,
) {
  const differs = reportedDiffers(row);
  const titles = () => [
    ...proof.columns.filter((each) => differs.includes(each.name)).map((each) => each.title.toLowerCase()),
    ...(row.isMoved ? ["what it is reported as"] : []),
  ];
  if (newest && onItsWay.includes(newest.state)) return { state: "sending", words: sendingWords[newest.act] } as const;
  // An update that was refused is mended by the next event that brings the figures up to date.
  const isBehind = differs.length > 0 || row.isMoved;
  const isMended = newest?.act === "update" && !isBehind;
  if (newest?.refused && !isMended) return { state: "refused", words: `refused: ${newest.refused}` } as const;
  if (isFinal && isBehind)
    return { state: "changed", words: `final, and changed since: ${titles().join(", ")}` } as const;
  if (isFinal) return { state: "final", words: newest ? `final since ${day(newest.at)}` : "final" } as const;
  if (leftOut !== undefined) return { state: "leftOut", words: `left out: ${leftOut}` } as const;
  if (newest?.act === "again" && isTaken(newest.state))
    return { state: "open", words: `opened again: ${newest.reason}` } as const;
  return { state: "open", words: row.isMoved ? "stands under another category than was reported" : "" } as const;
}

/** What the law and the calendar say of one person beside the record itself. */
export function timeMarks(row: ProofRow, proof: YearProof, today: string): PayeeOfYear["marks"] {
  const lastMonth = `${proof.year.to.slice(0, 4)}-06-01`;
  if (today >= lastMonth || row.endDate !== null) return [];
  return [
    { kind: "stop", text: `The year is not over before ${dateWords(proof.year.to)}.`, section: null, ofFinal: true },
  ];
}
