/** Ticks lines of the year's end, closes a year with a backup of its own, and opens it again with a reason. */
import { dateWords } from "@zesty/core/calendar/dates";
import { backUpNow } from "../ground/backUpNow.ts";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, conflict } from "../ground/problem.ts";
import { demandYearOpen } from "../ground/yearClosed.ts";
import { yearClose, yearTick } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { readYearAndEnding } from "./ending.ts";

export function tickLine(
  context: Context,
  actor: Actor,
  businessId: number,
  wanted: { from: string; item: string; ticked: boolean },
): void {
  context.store.transaction(() => {
    demandYearOpen(context, businessId, wanted.from);
    const { ending, year } = readYearAndEnding(context, actor, businessId, wanted.from);
    const line = ending.checks.find((each) => each.item === wanted.item);
    if (!line || line.proved) throw cannot("no-such-line", "There is no such line to tick. Open the Year page again.");
    const at = context.clock.now();
    context.store.db
      .insert(yearTick)
      .values({ businessId, yearStart: year.from, item: wanted.item, ticked: wanted.ticked, userId: actor.userId, at })
      .run();
    record(context.store, {
      ...{ at, userId: actor.userId, businessId },
      what: wanted.ticked ? "ticked a line of the year's end" : "took back a tick of the year's end",
      about: `${year.name}: ${line.text}`,
    });
  });
}

export function closeYear(
  context: Context,
  actor: Actor,
  businessId: number,
  wanted: { from: string; closed: boolean; reason: string | null },
): void {
  const { ending, year } = readYearAndEnding(context, actor, businessId, wanted.from);
  if (wanted.closed === (ending.closed !== null))
    throw conflict(
      "year-closed-already",
      `The year is ${wanted.closed ? "closed" : "open"} already. Open the Year page again.`,
    );
  if (wanted.closed && !ending.isOver)
    throw cannot("year-not-over", `The year runs to ${dateWords(year.to)}. It is closed after that.`);
  const left = ending.checks.filter((line) => !line.done);
  const held = ending.busy ?? ending.held;
  if (wanted.closed && held) throw conflict("year-held", held);
  if (wanted.closed && left[0])
    throw cannot(
      "year-not-whole",
      `${left.length === 1 ? "One line is" : `${left.length} lines are`} open: ${left.map((line) => line.text).join("; ")}.`,
    );
  if (!wanted.closed && !wanted.reason)
    throw cannot("reason-missing", "Say why the year is opened again.", {
      errors: [{ path: "reason", text: "Say why the year is opened again." }],
    });
  // The backup holds the year as it stood when it was closed, and is named on the page.
  const backup = wanted.closed ? backUpNow(context, actor) : null;
  context.store.transaction(() => {
    const at = context.clock.now();
    context.store.db
      .insert(yearClose)
      .values({
        ...{ businessId, yearStart: year.from, closed: wanted.closed, reason: wanted.reason, backup },
        ...{ userId: actor.userId, at },
      })
      .run();
    record(context.store, {
      ...{ at, userId: actor.userId, businessId },
      what: wanted.closed ? "closed the payroll year" : "opened the closed payroll year again",
      about: `${year.name}${backup ? `, backup ${backup}` : ""}${wanted.reason ? `: ${wanted.reason}` : ""}`,
    });
  });
}
