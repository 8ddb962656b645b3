/** Several people moved from a day: looked at beforehand, then done for all of them or for none. */
import type { MovePlan, MoveRow, MoveWanted } from "@zesty/contract/move";
import { dateWords } from "@zesty/core/calendar/dates";
import { and, eq, inArray } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { laterChanges } from "../people/laterChanges.ts";
import { peopleOf } from "../people/peopleOf.ts";
import { saidPerPay } from "../people/perPay.ts";
import { employmentOf } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { datedRecords } from "../store/dated.ts";
import { costCentre, employmentTerms, fund, pay, payCycle, payRun, place, superChoice } from "../store/schema.ts";
import { refreshTimeInRuns } from "../time/intoRun.ts";

const lists = { cycle: payCycle, place, costCentre, fund } as const;
const columns = { cycle: "cycleId", place: "placeId", costCentre: "costCentreId" } as const;

interface Case {
  row: MoveRow;
  /** undefined where there is nothing to move */
  save?: () => void;
}

function casesOf(context: Context, actor: Actor, businessId: number, wanted: MoveWanted): Map<number, Case> {
  const { db } = context.store;
  const { what, to, from } = wanted;
  const names = new Map(
    db
      .select({ id: lists[what].id, name: lists[what].name })
      .from(lists[what])
      .where(eq(lists[what].businessId, businessId))
      .all()
      .map((each) => [each.id, each.name]),
  );
  if (!names.has(to)) throw notFound("entry of that list");
  const people = peopleOf(db, businessId).filter((each) => each.endDate === null || each.endDate >= from);
  const ids = people.map((each) => each.id);
  const records = datedRecords(db, ids, from);
  const later = laterChanges(context, what === "fund" ? superChoice : employmentTerms, ids, from);
  const openIn = what === "cycle" ? openRunsOf(context, ids, from, to) : new Map<number, string>();
  const one = (id: number, name: string): Case => {
    const terms = records.terms.get(id);
    const chosen = records.super.get(id);
    const now = what === "fund" ? (chosen?.fundId ?? null) : (terms?.[columns[what]] ?? null);
    const coming = later.get(id);
    const notes = [
      coming ? `Another change stands from ${dateWords(coming)}: this one holds until then.` : null,
      openIn.get(id) ?? null,
      ...(what === "cycle" ? staysPerPay(saidPerPay(context, { id, businessId }, records, from, to)) : []),
      what === "fund" && chosen?.shares?.length ? "Shares that go to other funds stay." : null,
      what === "costCentre" && terms?.costSplit?.length ? "The split over cost centres stays." : null,
    ].filter((each) => each !== null);
    const why = !terms ? `Starts after ${dateWords(from)}.` : now === to ? "There already." : null;
    const row: MoveRow = {
      ...{ personId: id, name, basis: terms?.basis ?? "", cannot: why },
      was: now === null ? null : (names.get(now) ?? ""),
      note: notes.length > 0 && !why ? notes.join(" ") : null,
    };
    if (why || !terms) return { row };
    if (what === "fund") {
      const { guarantee = true, agreedPercent = null, anyAge = false, shares = null } = chosen ?? {};
      const kept = { guarantee, agreedPercent, anyAge, shares };
      return {
        row,
        save: () => saveSection(context, actor, id, "super", { ...kept, fundId: to, memberNumber: null, from }),
      };
    }
    return {
      row,
      save: () => saveSection(context, actor, id, "employment", { ...employmentOf(terms), [columns[what]]: to, from }),
    };
  };
  return new Map(people.map((each) => [each.id, one(each.id, `${each.givenName} ${each.familyName}`)]));
}

const staysPerPay = (said: readonly string[]): string[] =>
  said.length === 0 ? [] : [`Stays as it is for each pay: ${said.join(", ")}.`];

/** Who stands in an open run of another cycle that ends on the day or later: the row stays there, with the days before. */
function openRunsOf({ store: { db } }: Context, ids: readonly number[], from: string, to: number): Map<number, string> {
  const rows = db
    .select({
      personId: pay.personId,
      cycle: payCycle.name,
      cycleId: payCycle.id,
      payday: payRun.payday,
      starts: payRun.periodStart,
      ends: payRun.periodEnd,
    })
    .from(pay)
    .innerJoin(payRun, eq(pay.runId, payRun.id))
    .innerJoin(payCycle, eq(payRun.cycleId, payCycle.id))
    .where(
      and(eq(payRun.state, "open"), eq(payRun.kind, "cycle"), eq(pay.included, true), inArray(pay.personId, [...ids])),
    )
    .all();
  return new Map(
    rows
      .filter((row) => row.cycleId !== to && row.ends >= from)
      .map((row) => [
        row.personId,
        row.starts >= from
          ? `Stands in the open run of ${row.cycle}, paid on ${dateWords(row.payday)}: leave the row out there, or move from a later day.`
          : `The open run of ${row.cycle}, paid on ${dateWords(row.payday)}, pays the days before.`,
      ]),
  );
}

export function planMove(context: Context, actor: Actor, businessId: number, wanted: MoveWanted): MovePlan {
  const { name } =
    context.store.db
      .select({ name: lists[wanted.what].name })
      .from(lists[wanted.what])
      .where(eq(lists[wanted.what].id, wanted.to))
      .get() ?? {};
  return { rows: [...casesOf(context, actor, businessId, wanted).values()].map(({ row }) => row), is: name ?? "" };
}

export function moveSeveral(context: Context, actor: Actor, businessId: number, wanted: MoveWanted): void {
  context.store.transaction(() => {
    const cases = casesOf(context, actor, businessId, wanted);
    const refused = (text: string) =>
      cannot("move", `${text} Nothing was changed.`, { errors: [{ path: "people", text }] });
    if (wanted.people.length === 0) throw refused("Nobody is chosen: tick who is moved.");
    for (const id of wanted.people) {
      const found = cases.get(id);
      if (!found) throw refused("Somebody who is chosen is not employed here on that day. Look at the list anew.");
      if (!found.save) throw refused(`${found.row.name} cannot be moved: ${found.row.cannot ?? ""} Remove the tick.`);
      found.save();
    }
    refreshTimeInRuns(context, businessId, wanted.people);
  });
}
