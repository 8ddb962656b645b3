/** A roster of several weeks as it is saved. */
import type { Employment } from "@zesty/contract/people";
import { mondayOf, type RosterWeeks } from "@zesty/core/calendar/rosterWeeks";
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { cannot } from "../ground/problem.ts";

/** Weeks of a roster begin on a Monday and come to the agreed hours on the average. */
export function rosterOf({ roster, weeklyHours, basis }: Employment): RosterWeeks | null {
  if (!roster) return null;
  const refuse = (text: string) => cannot("roster", text, { errors: [{ path: "roster.weeks", text }] });
  if (basis === "casual" || basis === "contractor")
    throw refuse("A casual or a contractor has no roster of agreed hours. Say that the week is always the same.");
  const all = sum(roster.weeks.flat().map((hours) => decimal(hours)));
  const average = all.div(roster.weeks.length);
  if (!average.minus(weeklyHours).abs().lt("0.01"))
    throw refuse(
      `The weeks come to ${average.toDecimalPlaces(2).toString()} hours on the average, and ${decimal(weeklyHours).toString()} hours a week are agreed. Put one of them right.`,
    );
  return { from: mondayOf(roster.from), weeks: roster.weeks };
}
