/** The five steps of a run as the segments of its wheel. */
import type { Segments } from "@zesty/contract/runs";
import { eq } from "drizzle-orm";
import type { Context } from "../context.ts";
import { outbox } from "../store/schema.ts";
import type { Run } from "./runRows.ts";

export function segmentsOf(context: Context, run: Pick<Run, "id" | "state" | "summary">): Segments {
  switch (run.state) {
    case "open": {
      const { people, withoutHours, stops, openQueries } = run.summary;
      if (people === 0 || withoutHours > 0) return ["now", "todo", "todo", "todo", "todo"];
      if (stops > 0 || openQueries > 0) return ["done", "now", "todo", "todo", "todo"];
      return ["done", "done", "now", "todo", "todo"];
    }
    case "signedOff":
      return ["done", "done", "done", hasFault(context, run.id) ? "wrong" : "now", "todo"];
    case "sent":
      return ["done", "done", "done", hasFault(context, run.id) ? "wrong" : "done", "now"];
    case "settled":
      return ["done", "done", "done", hasFault(context, run.id) ? "wrong" : "done", "done"];
    case "takenBack":
      return ["done", "done", "wrong", "todo", "todo"];
  }
}

const faults = ["rejected", "refused"];

const hasFault = (context: Context, runId: number): boolean =>
  context.store.db
    .select({ state: outbox.state })
    .from(outbox)
    .where(eq(outbox.runId, runId))
    .all()
    .some((row) => faults.includes(row.state));
