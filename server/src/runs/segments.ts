/** The five steps of a run as the segments of its wheel. */
import type { Segments } from "@zesty/contract/runs";
import type { Context } from "../context.ts";
import type { Run } from "./runRows.ts";

/** @param faulty something of the run was refused by its receiver */
export function segmentsFrom({ state, summary }: Pick<Run, "state" | "summary">, faulty: boolean): Segments {
  switch (state) {
    case "open": {
      const { people, withoutHours, stops, openQueries } = summary;
      if (people === 0 || withoutHours > 0) return ["now", "todo", "todo", "todo", "todo"];
      if (stops > 0 || openQueries > 0) return ["done", "now", "todo", "todo", "todo"];
      return ["done", "done", "now", "todo", "todo"];
    }
    case "signedOff":
      return ["done", "done", "done", faulty ? "wrong" : "now", "todo"];
    case "sent":
      return ["done", "done", "done", faulty ? "wrong" : "done", "now"];
    case "settled":
      return ["done", "done", "done", faulty ? "wrong" : "done", "done"];
    case "takenBack":
      return ["done", "done", "wrong", "todo", "todo"];
  }
}

export const segmentsOf = (context: Context, run: Pick<Run, "id" | "state" | "summary">): Segments =>
  segmentsFrom(run, faultyRuns(context, [run.id]).has(run.id));

/** Runs of which something was refused. */
export const faultyRuns = ({ store }: Context, runIds: readonly number[]): Set<number> =>
  new Set(
    store
      .prepared<[string], { id: number }>(
        `SELECT DISTINCT run_id AS id FROM outbox
         WHERE run_id IN (SELECT value FROM json_each(?)) AND state IN ('rejected', 'refused')`,
      )
      .all(JSON.stringify(runIds))
      .map((row) => row.id),
  );
