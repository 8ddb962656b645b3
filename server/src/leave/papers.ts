/** Evidence and agreements of a request: that they are on file, what they are and of which day. Appended, never changed. */
import type { LeavePaper } from "@zesty/contract/leave";
import { addDays, dateWords } from "@zesty/core/calendar/dates";
import type { Actor, Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { cannot, conflict, notFound } from "../ground/problem.ts";
import { leavePaper } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { findRequest } from "./readLeave.ts";

/** A paper of next year is a slip of the pen; a summons names days to come. */
const aheadDays = 366;

export function putOnFile(
  context: Context,
  actor: Actor,
  businessId: number,
  requestId: number,
  { what, on }: LeavePaper,
): void {
  context.store.transaction(() => {
    const asked = findRequest(context, businessId, requestId);
    if (!asked) throw notFound("request");
    const today = todayAt(context, businessId);
    if (on > addDays(today, aheadDays)) {
      const text = `${dateWords(on)} lies more than a year ahead. Look at the year.`;
      throw cannot("paper-refused", text, { errors: [{ path: "on", text }] });
    }
    const there = context.store
      .prepared<[number, string, string]>(`SELECT 1 FROM leave_paper WHERE request_id = ? AND what = ? AND "on" = ?`)
      .get(requestId, what, on);
    if (there) throw conflict("paper-twice", "This is on file already.");
    const at = context.clock.now();
    context.store.db.insert(leavePaper).values({ requestId, what, on, userId: actor.userId, at }).run();
    // What it is may be private: the trail says whose leave it belongs to.
    record(context.store, {
      ...{ at, userId: actor.userId, businessId },
      what: "put a paper of leave on file",
      about: `request ${requestId}, of ${on}`,
    });
  });
}
