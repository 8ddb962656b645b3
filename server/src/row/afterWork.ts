/** What hangs on the worked pay of a row: a closedown that touches its period, and the final pay of who leaves with it. */
import type { NewDeparture } from "@zesty/contract/departures";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import type { Run } from "../ground/findRun.ts";
import { departure } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import type { AfterStep, FinalLines } from "./afterStep.ts";
import type { LoadedRun } from "./runRows.ts";
import type { WorkedOut } from "./workRun.ts";

export interface AfterWork {
  payId: number;
  steps: AfterStep[];
}

export function rowsAfterWork(
  context: Context,
  run: Run,
  rows: readonly { id: number; personId: number }[],
): AfterWork[] {
  const { pays } = context.country(findBusiness(context, run.businessId).country);
  const closed = pays.closedIn(context, run);
  const leaving = finalPaysIn(context, run);
  return rows.flatMap(({ id, personId }): AfterWork[] => {
    const left = leaving.get(personId);
    const steps: AfterWork["steps"] = [...(closed.get(personId) ?? []), ...(left ? [finalStep(context, left)] : [])];
    return steps.length === 0 ? [] : [{ payId: id, steps }];
  });
}

type Left = typeof departure.$inferSelect;

const finalPaysIn = ({ store }: Context, run: Run): Map<number, Left> =>
  new Map(
    rowsOf(store.sqlite, departure, "WHERE t.run_id = ? AND t.undone_at IS NULL", run.id).map((row) => [
      row.personId,
      row,
    ]),
  );

/** @param worked the row as it is worked without the final lines */
export function finalLinesOf(context: Context, left: Left, loaded: LoadedRun, worked: WorkedOut): FinalLines {
  return context.country(loaded.owner.country).pays.finalLines(context, {
    who: worked.row.person,
    wanted: {
      lastDay: left.lastDay,
      reason: left.reason as NewDeparture["reason"],
      noticeWorked: left.noticeWorked,
      misconduct: left.misconduct,
      invalidity: left.invalidity,
      smallEmployer: left.smallEmployer,
    },
    loaded,
    worked,
  });
}

const finalStep =
  (context: Context, left: Left): AfterStep =>
  (loaded, worked) => {
    const { lines, fault } = finalLinesOf(context, left, loaded, worked);
    return { strands: lines.map((line) => ({ act: 0, source: "final", line })), fault };
  };
