/**
 * What went out after a backup is not in the store that was restored from it. So a person goes through a list before
 * anything is sent again: every payday that may have been paid since, everything that bank and agencies name and this
 * store does not know, and who may sign in. Each is taken over, made anew, or dismissed with a reason.
 */
import type { Confirm, ConfirmView, RestoredView } from "@zesty/contract/restored";
import { dateWords } from "@zesty/core/calendar/dates";
import { centsText } from "@zesty/core/quantity/units";
import { and, eq, inArray } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { business, outbox, payment, payRun } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import type { OutboxRow } from "./channels.ts";
import { type Held, heldState, keepHeld, type ListedThing, release } from "./held.ts";
import { slipsKey, slipsOf, withSlips } from "./restoredSlips.ts";
import { settleAnswer } from "./settleAnswer.ts";

const runLink = (key: string): string | null => {
  const [, runId] = /^(?:run|payslips) (\d+)$/.exec(key) ?? [];
  return runId ? `/run/${runId}` : null;
};

const labels: Record<Confirm["as"], string> = {
  anew: "nothing of it went out: it is made anew",
  takenOver: "taken over",
  dismissed: "dismissed",
};
const labelsOfSlips: typeof labels = { ...labels, anew: "mailed from here", takenOver: "they were mailed" };
const labelOf = (key: string, as: Confirm["as"]): string => (key.startsWith(slipsKey) ? labelsOfSlips : labels)[as];

export function readRestored(context: Context): RestoredView | null {
  const held = heldState(context.store);
  if (!held?.restored) return null;
  const owners = new Map(
    context.store.db
      .select()
      .from(business)
      .all()
      .map((each) => [each.id, each.name]),
  );
  return {
    backupOf: held.backupOf,
    untouched: untouched(held).length,
    list:
      held.list?.map((each): ConfirmView => {
        const decided = held.decided?.[each.key];
        return {
          ...{ key: each.key, business: owners.get(each.businessId ?? 0) ?? null },
          words: wordsOf(each, held.users),
          link: each.key === "users" ? "/set-up/users" : runLink(each.key),
          fits: each.channel && !decided ? fitting(context, each).map(({ id, words }) => ({ id, words })) : [],
          message: each.channel !== null,
          decided: decided ? `${labelOf(each.key, decided.as)}${decided.reason ? `: ${decided.reason}` : ""}` : null,
        };
      }) ?? null,
  };
}

const dollars = (cents: number): string => `$${centsText(cents).replace(/\B(?=(\d{3})+\.)/g, ",")}`;

const holders: Partial<Record<OutboxRow["channel"], string>> = {
  paymentFile: "The bank",
  contributions: "The clearing house",
  payEvent: "The tax agency",
  employmentInformation: "Inland Revenue",
};

function changesOf({ closed, passwords }: NonNullable<Held["users"]>): string {
  const told = [
    ...(closed > 0
      ? [`${closed === 1 ? "one" : closed} closed since the backup ${closed === 1 ? "stays" : "stay"} closed`]
      : []),
    ...(passwords > 0 ? [`${passwords === 1 ? "a newer password counts" : `${passwords} newer passwords count`}`] : []),
  ];
  return told.length > 0 ? `${told.join(", ")}; ` : "";
}

function wordsOf({ key, channel, receipt, date, cents }: ListedThing, users?: Held["users"]): string {
  if (key === "users")
    return users?.unread === false
      ? `Users: ${changesOf(users)}look through who was added, and who may do what`
      : "Users, passwords and rights are those of the backup: look them through, and close whoever left since";
  if (key.startsWith(slipsKey))
    return `Payslips of payday ${dateWords(date ?? "")}: nobody can be asked whether they were mailed with what was taken over`;
  if (channel === null)
    return `Payday ${dateWords(date ?? "")}: ${key.startsWith("run ") ? "the run was open" : "no run was opened"} when the backup was made`;
  const over = cents === null ? "" : ` over ${dollars(cents)}`;
  return `${holders[channel]} holds ${receipt}${over} for ${dateWords(date ?? "")}, which this store does not know`;
}

/** Messages of ours, not sent yet, that may be the one that a receiver holds: same business, payday and amount. */
function fitting({ store: { db } }: Context, { businessId, channel, date, cents }: ListedThing) {
  if (channel === null) return [];
  return db
    .select({ row: outbox, number: payRun.number, payday: payRun.payday })
    .from(outbox)
    .innerJoin(payRun, eq(outbox.runId, payRun.id))
    .where(
      and(
        eq(outbox.businessId, businessId ?? 0),
        eq(outbox.channel, channel),
        inArray(outbox.state, ["prepared", "queued", "refused"]),
      ),
    )
    .all()
    .filter(({ row, payday }) => (cents === null ? payday === date : paidBy(db, row.id) === cents))
    .map(({ row, number, payday }) => ({ row, id: row.id, words: `run ${number}, payday ${dateWords(payday)}` }));
}

const paidBy = (db: Context["store"]["db"], outboxId: number): number =>
  db
    .select({ cents: payment.cents })
    .from(payment)
    .where(eq(payment.outboxId, outboxId))
    .all()
    .reduce((all, each) => all + each.cents, 0);

/** Paydays still to answer of businesses of which no receiver holds anything new: there nothing can have gone out. */
function untouched({ list = [], decided = {} }: Held): ListedThing[] {
  const touched = new Set(list.flatMap((each) => (each.channel === null ? [] : each.businessId)));
  const isPayday = ({ key, channel }: ListedThing) => channel === null && !key.startsWith(slipsKey);
  return list.filter(
    (each) => isPayday(each) && each.businessId !== null && !touched.has(each.businessId) && !decided[each.key],
  );
}

/** The same said of all paydays that no receiver holds anything of. */
function confirmUntouched(context: Context, actor: Actor): void {
  const { store } = context;
  store.transaction(() => {
    const held = heldState(store);
    const found = held ? untouched(held) : [];
    if (!held || found.length === 0) throw notFound("line of the list");
    const said = Object.fromEntries(found.map(({ key }) => [key, { as: "anew" as const, reason: "" }]));
    keepHeld(store, { ...held, decided: { ...held.decided, ...said } });
    record(store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId: null },
      what: `after the restore: ${labels.anew}`,
      about: `${found.length} paydays that no receiver holds anything of`,
    });
  });
}

/** What a person says of one thing of the list, or of all that no receiver holds anything of. */
export function confirm(context: Context, actor: Actor, { key, as, reason, message }: Confirm): void {
  if (key === "untouched") return confirmUntouched(context, actor);
  const { store } = context;
  store.transaction(() => {
    const held = heldState(store);
    const thing = held?.list?.find((each) => each.key === key);
    if (!held || !thing) throw notFound("line of the list");
    if (held.decided?.[key]) throw cannot("decided", "Somebody has answered this line already.");
    if (as === "takenOver" && thing.channel !== null) takeOver(context, thing, message);
    if (as === "anew" && thing.channel !== null)
      throw cannot(
        "arrived",
        "Its receiver holds it: it is taken over, or dismissed with a reason, and not made anew.",
      );
    if (key.startsWith(slipsKey)) answerSlips(context, Number(key.slice(slipsKey.length)), as, reason ?? "");
    const list = withSlips(context, held.list ?? [], as === "takenOver" && message ? [message] : []);
    keepHeld(store, {
      ...held,
      list,
      decided: { ...held.decided, [key]: { as, reason: reason ?? "" } },
    });
    record(store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId: thing.businessId },
      what: `after the restore: ${labelOf(key, as)}`,
      about: `${wordsOf(thing)}${reason ? `: ${reason}` : ""}`,
    });
  });
}

/** What a receiver holds counts as sent by the run that was made again. */
function takeOver(context: Context, thing: ListedThing, outboxId: number | undefined): void {
  const found = fitting(context, thing).find((each) => each.id === outboxId);
  if (!found || thing.channel === null)
    throw cannot(
      "nothing-fits",
      thing.cents === null
        ? `No signed-off run of payday ${dateWords(thing.date ?? "")} has something to take over. Open and sign off that run first, with the hours of then; nothing is sent meanwhile.`
        : `No signed-off run pays ${dollars(thing.cents)}. Open and sign off that run first, with the hours of then, so that it comes to just this amount; nothing is sent meanwhile.`,
    );
  const { db } = context.store;
  const { row } = found;
  // What was sent then is not this message's bytes: its result is asked for under what its receiver knows it by.
  const detail = `Taken over after the restore: sent before under ${thing.receipt}; the result is awaited.`;
  db.update(outbox)
    .set({
      state: "acknowledged",
      receipt: thing.receipt,
      knownAs: thing.knownAs ?? thing.receipt,
      detail,
      tries: 0,
      nextAt: 0,
    })
    .where(eq(outbox.id, row.id))
    .run();
  settleAnswer(context, row, null);
}

function answerSlips(context: Context, runId: number, as: Confirm["as"], reason: string): void {
  const detail =
    as === "dismissed" ? `Not mailed from here: ${reason}.` : "Mailed before the restore, with what was sent then.";
  for (const slip of slipsOf(context, runId))
    if (as === "anew") context.store.db.update(outbox).set({ state: "queued" }).where(eq(outbox.id, slip.id)).run();
    else settleAnswer(context, slip, { kind: "final", state: "accepted", items: [], detail });
}

/** Everything of the list is answered: it is sent from here again. */
export function releaseRestored(context: Context, actor: Actor): void {
  const held = heldState(context.store);
  if (!held?.restored) return;
  const open = held.list?.filter((each) => !held.decided?.[each.key]) ?? null;
  if (open === null)
    throw cannot(
      "not-asked-yet",
      "Bank and agencies have not all told yet what they hold. It is asked again by itself.",
    );
  if (open.length > 0)
    throw cannot(
      "not-all-answered",
      `${open.length === 1 ? "One line of the list is" : `${open.length} lines of the list are`} not answered yet.`,
    );
  release(context, actor.userId, `${held.list?.length ?? 0} lines answered`);
  context.wakeOutbox();
}
