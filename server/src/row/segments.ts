/** The five steps of a run as the segments of its wheel. */
import type { Segments } from "@zesty/contract/runs";
import type { Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";

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
  segmentsFrom(run, faultyRuns(context, [run.id]).has(run.id) || oddRuns(context, [run.id]).has(run.id));

/** Runs of which an answer makes no sense: whether it arrived is not known, and waiting may not tell. */
export const oddRuns = ({ store }: Context, runIds: readonly number[]): Set<number> =>
  new Set(
    store
      .prepared<[string], { id: number }>(
        `SELECT DISTINCT run_id AS id FROM outbox WHERE run_id IN (SELECT value FROM json_each(?))
           AND odd AND state IN ('sending', 'unknown', 'acknowledged')`,
      )
      .all(JSON.stringify(runIds))
      .map((row) => row.id),
  );

/** Runs of which something stands refused or came back: what was made again in its place is looked at instead. */
export const faultyRuns = ({ store }: Context, runIds: readonly number[]): Set<number> =>
  new Set(
    store
      .prepared<[string, string], { id: number }>(
        `SELECT DISTINCT o.run_id AS id FROM outbox o
         WHERE o.run_id IN (SELECT value FROM json_each(?)) AND o.state IN ('rejected', 'refused')
           AND o.replaces_id IS NULL
           AND NOT EXISTS (SELECT 1 FROM outbox n WHERE n.run_id = o.run_id AND n.channel = o.channel
             AND n.pay_id IS o.pay_id AND n.id > o.id AND n.state <> 'cancelled')
         UNION
         SELECT o.run_id FROM outbox o JOIN answer_item i ON i.outbox_id = o.id
         WHERE o.run_id IN (SELECT value FROM json_each(?)) AND i.open = 1 AND i.severity = 'error'`,
      )
      .all(JSON.stringify(runIds), JSON.stringify(runIds))
      .map((row) => row.id),
  );
