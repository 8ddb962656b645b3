/**
 * Legal days as a calendar (RFC 5545): when dues have to be there, and when super has to leave for it. Without amounts, since
 * calendars are shared. What was met stays as cancelled: taken out, it would live on in whoever subscribed.
 */
import { addDays, dateWords } from "@zesty/core/calendar/dates";
import ical, { ICalAlarmType, ICalEventStatus, ICalEventTransparency } from "ical-generator";
import type { Actor, Context } from "../ground/context.ts";
import { maySee } from "../ground/rights.ts";
import { business } from "../store/schema.ts";
import { readDues } from "./readDues.ts";

/** Days before, on which a calendar reminds. */
const remindDays = 2;

/** @param only one business; all that may be seen where it is left out */
export function dueCalendar(context: Context, actor: Actor, only: number | null): string {
  const calendar = ical({ name: "Dues", prodId: "//Zesty Ledger//Due dates//EN" });
  const owners = context.store.db
    .select()
    .from(business)
    .all()
    .filter(({ id, play }) => play === null && (only === null || id === only) && maySee(context, actor, id));
  for (const { id, name, bmsId } of owners)
    for (const due of readDues(context, id)) {
      if (due.notFollowed) continue;
      const isMet =
        due.unpaidCents <= 0 && due.parts.every(({ state }) => state === "received" || state === "allocated");
      const event = (what: string, day: string, summary: string) => {
        const made = calendar.createEvent({
          id: `due-${bmsId}-${due.key.replace(/[^\p{L}\d-]+/gu, "-")}${what}@zesty-ledger`,
          allDay: true,
          start: day,
          end: addDays(day, 1),
          stamp: context.clock.now(),
          sequence: isMet ? 1 : 0,
          summary: `${name}: ${summary}`,
          description: `For paydays ${dateWords(due.firstPayday)} to ${dateWords(due.lastPayday)}.`,
          status: isMet ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
          transparency: ICalEventTransparency.TRANSPARENT,
        });
        if (!isMet)
          made.createAlarm({ type: ICalAlarmType.display, triggerBefore: remindDays * 86_400, description: summary });
      };
      event("", due.dueDate, due.words);
      if (due.sendBy !== null) event("-send", due.sendBy, `send: ${due.words}`);
    }
  return calendar.toString();
}
