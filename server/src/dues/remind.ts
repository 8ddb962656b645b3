/** A letter in the morning to whoever wants it: what has to leave within some days, and what is late. Without amounts. */
import { addDays, dateWords } from "@zesty/core/calendar/dates";
import { eq, isNull } from "drizzle-orm";
import { officeZone } from "../ground/clock.ts";
import type { Actor, Context } from "../ground/context.ts";
import { rightIn } from "../ground/rights.ts";
import { lastLetter } from "../outbox/letters.ts";
import { business, setting, user } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { linkOf, mailTo } from "../users/invitations.ts";
import { readDues } from "./readDues.ts";

const nameOf = (userId: number): string => `remindDues ${userId}`;

/** So many days before; null: no letter. */
export function remindDays({ store }: Context, userId: number): number | null {
  const row = store.db
    .select()
    .from(setting)
    .where(eq(setting.name, nameOf(userId)))
    .get();
  return row ? Number(row.value) : null;
}

export function saveRemindDays(context: Context, actor: Actor, days: number | null): void {
  const { store, clock } = context;
  const name = nameOf(actor.userId);
  store.transaction(() => {
    store.db.delete(setting).where(eq(setting.name, name)).run();
    if (days !== null)
      store.db
        .insert(setting)
        .values({ name, value: String(days) })
        .run();
    record(store, {
      ...{ at: clock.now(), userId: actor.userId, businessId: null, what: "set reminders of dues" },
      about: days === null ? "none" : `${days} days before`,
    });
  });
}

/** What has to leave until a day, or should have been there. Business by business, so that nobody else waits. */
async function toLeave(context: Context, actor: Actor, days: number): Promise<string[]> {
  const lines: string[] = [];
  for (const { id, name, timeZone } of context.store.db.select().from(business).where(isNull(business.play)).all()) {
    if (rightIn(context, actor, id) !== "authorise") continue;
    const until = addDays(context.clock.today(timeZone), days);
    for (const due of readDues(context, id)) {
      const leaves = due.sendBy ?? due.dueDate;
      if (due.notFollowed || due.unpaidCents <= 0 || leaves > until) continue;
      const when = due.isLate ? `late since ${dateWords(due.dueDate)}` : `to leave by ${dateWords(leaves)}`;
      lines.push(`${name}: ${due.words}, ${when}`);
    }
    await new Promise((resolve) => setImmediate(resolve));
  }
  return lines;
}

/** @returns how many letters were written: one a day and person at most, and none where nothing is to be done */
export async function remindOfDues(context: Context): Promise<number> {
  let written = 0;
  for (const { id, name, email, lead, active, staff } of context.store.db.select().from(user).all()) {
    const days = active && !staff ? remindDays(context, id) : null;
    if (days === null) continue;
    const about = `dues ${id} ${context.clock.today(officeZone)}`;
    if (lastLetter(context, about)) continue;
    const lines = await toLeave(context, { userId: id, name, email, lead }, days);
    if (lines.length === 0) continue;
    mailTo(context, {
      ...{ to: email, about, link: "/dues", subject: `Dues: ${lines.length === 1 ? "one" : lines.length} to look at` },
      text: `Hello ${name.split(" ")[0]},\n\n${lines.join("\n")}\n\n${linkOf(context, "", "dues").replace(/#$/, "")}\n`,
    });
    written += 1;
  }
  return written;
}
