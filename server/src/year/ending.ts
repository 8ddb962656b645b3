/** A payroll year on the way to its end: each person's standing, the list that must be whole, and what was sent. */
import type { Agent } from "@zesty/contract/lodging";
import type { EndingPerson, YearAndEnding, YearCheck, YearProof } from "@zesty/contract/year";
import { dateWords } from "@zesty/core/calendar/dates";
import { payrollYearOf } from "@zesty/core/countries/countries";
import { and, asc, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { rightIn } from "../ground/rights.ts";
import { closingOf } from "../ground/yearClosed.ts";
import { agentOn, heldBecause } from "../lodging/lodging.ts";
import { neverOpened } from "../runs/openRun.ts";
import { user, yearTick } from "../store/schema.ts";
import { outsideCheck } from "./outside.ts";
import { type Heard, readYear } from "./proof.ts";
import { eventsOf, leftOutOf, newestEvents, onItsWay, reportedDiffers, standing, timeMarks } from "./standing.ts";
import { byHand, type CheckLine } from "./yearOfCountry.ts";

export function readYearAndEnding(context: Context, actor: Actor, businessId: number, wanted?: string): YearAndEnding {
  const { proof, heard, country } = readYear(context, businessId, wanted);
  const { checksOf, final } = country;
  const owner = findBusiness(context, businessId);
  const today = context.clock.today(owner.timeZone);
  const year = payrollYearOf(owner.country, proof.year.from);
  const date = final ? (today < year.to ? today : year.to) : null;
  const rows = final ? proof.rows.filter((row) => row.isReported) : [];
  const ids = rows.map((row) => row.personId);
  const events = eventsOf(context, businessId, year.from);
  const newest = newestEvents(context, events);
  const leftOut = leftOutOf(context, year.from, ids);
  const payees = new Map(
    (final && date ? final.payees(context, businessId, year, date, ids, true) : []).map((each) => [
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
        isBehind: reportedDiffers(row).length > 0 || row.isMoved,
        marks: [...timeMarks(row, proof, today), ...(payees.get(row.personId)?.marks ?? [])],
      },
    ]),
  );
  // It is declared today, whatever year it is of.
  const agent = agentOn(context, businessId, today);
  const checks = [
    ...sharedChecks(proof, heard, neverOpened(context, businessId, year.from, today < year.to ? today : year.to)),
    outsideCheck(context, businessId, year.from),
    ...(final ? [allFinal(people)] : []),
    ...checksOf(context, businessId, proof),
  ];
  return {
    ...proof,
    ending: {
      isOver: today > year.to,
      date,
      declaration: declarationOf(owner.legalName, agent, year.name),
      busy: events.some((each) => onItsWay.includes(each.state))
        ? "An event of this year is on its way. What it says is known in a moment."
        : final && today < year.from
          ? `The payroll year begins on ${dateWords(year.from)}. Nothing is declared of it before that day.`
          : date && heldBecause(context, owner, today, "year"),
      held: heldBy(proof, heard),
      people,
      checks: ticked(context, businessId, year.from, checks),
      events: events.map(({ outboxId: _, ...event }) => event),
      closed: closingOf(context, businessId, year.from),
      mayDeclare: rightIn(context, actor, businessId) === "authorise",
    },
  };
}

const declarationOf = (payer: string, agent: Agent | null, year: string) =>
  `${
    agent
      ? `${payer} authorised ${agent.name} in writing on ${dateWords(agent.signedOn)} to make this declaration. I make it for ${agent.name}`
      : `I am authorised to make this declaration for ${payer}`
  }, and what is reported of these people for ${year} is complete, true and correct.`;

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

function sharedChecks(
  { open, rows, year }: YearProof,
  { unanswered }: Heard,
  unopened: readonly string[],
): CheckLine[] {
  const notSigned = open.filter((run) => run.state === "open");
  const differing = rows.filter((row) => row.differs.length > 0);
  const first = notSigned[0];
  return [
    {
      ...{ item: "runs", proved: true, done: notSigned.length === 0, link: first ? `/run/${first.runId}` : null },
      text: first ? `Not signed off: payday ${paydays(notSigned)}` : `Every run to ${dateWords(year.to)} is signed off`,
    },
    // Nobody can prove that nobody was paid: somebody says so.
    ...(unopened.length === 0
      ? []
      : [
          byHand(
            "unopened",
            `No run was opened for payday ${paydays(unopened.map((payday) => ({ payday })))}. Open it, or tick this where nobody was paid`,
            "/run",
          ),
        ]),
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
          ? "All voices agree on every figure"
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
