/** Which day a run may be paid on: near its period, and of a cycle's runs none before an earlier one. */
import { dateWords, daysBetween } from "@zesty/core/calendar/dates";
import { and, desc, eq, lt, ne } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import { cannot } from "../ground/problem.ts";
import { payRun } from "../store/schema.ts";

type Paid = Pick<Run, "cycleId" | "kind" | "periodStart" | "periodEnd">;

/** What is paid beside the cycle may be a year late; a period of the cycle waits no longer than four months. */
const mostDays = (kind: Run["kind"]) =>
  kind === "cycle" ? ([120, "four months"] as const) : ([400, "thirteen months"] as const);

export function demandPayday({ store: { db } }: Context, run: Paid, payday: string): void {
  const refuse = (code: string, text: string) => cannot(code, text, { errors: [{ path: "payday", text }] });
  const [days, words] = mostDays(run.kind);
  if (Math.abs(daysBetween(run.periodEnd, payday)) > days)
    throw refuse(
      "payday-far",
      `Payday ${dateWords(payday)} is far from the period, which ends on ${dateWords(run.periodEnd)}. Choose a day within ${words} of it.`,
    );
  if (run.kind !== "cycle") return;
  const last = db
    .select({ payday: payRun.payday })
    .from(payRun)
    .where(
      and(
        ...[eq(payRun.cycleId, run.cycleId), eq(payRun.kind, "cycle")],
        ...[ne(payRun.state, "takenBack"), lt(payRun.periodEnd, run.periodStart)],
      ),
    )
    .orderBy(desc(payRun.payday))
    .limit(1)
    .get();
  if (last && payday < last.payday) {
    const before = dateWords(last.payday);
    throw refuse(
      "payday-before-last",
      `Payday ${dateWords(payday)} is before the last one, ${before}. Choose ${before} or later.`,
    );
  }
}
