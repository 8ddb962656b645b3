/** A change of a person's facts, with what a country makes of it for pays that are signed off since its day. */
import type { IsoDate } from "@zesty/core/calendar/dates";
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { datedRecords } from "../store/dated.ts";
import { person } from "../store/schema.ts";
import { saidPerPay } from "./perPay.ts";
import { isPaidFrom } from "./readDeparture.ts";
import { acrossChange, paydaysOf, signedSince } from "./signedSince.ts";

/** Usual pay from a day in the past: pays that are signed off since were made without it, and nothing pays it by itself. */
function withUsualTold<T>(
  context: Context,
  id: number,
  from: IsoDate,
  change: () => T,
  tell: (sentence: string) => void,
): T {
  const { done, each: pays } = acrossChange(
    signedSince(context, id, from).filter(({ end }) => end >= from),
    ({ end }) => JSON.stringify(datedRecords(context.store.db, [id], end).usual.get(id)?.lines ?? []),
    change,
  );
  const without = pays.flatMap(({ pay, was, is }) => (was === is ? [] : [pay.payday]));
  if (without.length > 0)
    tell(
      `Pays signed off for ${paydaysOf(without)} were made before this change: add what they lack to the next run, or correct them.`,
    );
  return done;
}

/** Birth date and first day put right: rates by age and entitlements by service went by the others. */
/** @param asks whether somebody has to look at what arose by the other first day */
function withDetailsTold<T>(
  context: Context,
  id: number,
  change: () => T,
  asks: boolean,
  tell: (sentence: string) => void,
): T {
  const { db } = context.store;
  const read = () =>
    db.select({ birth: person.birthDate, start: person.startDate }).from(person).where(eq(person.id, id)).get();
  const before = read();
  const done = change();
  const after = read();
  if (!before || !after || !isPaidFrom(context, id, "0000-01-01")) return done;
  if (before.birth !== after.birth)
    tell("Pays that are signed off went by the other birth date: look past pays over for what they are short.");
  if (asks && before.start !== after.start)
    tell("Leave that arose by the other first day stays in the balances: look whether they are still right.");
  return done;
}

/** Another account: a payment file that waits since sign-off holds the one that was looked at then. */
function withAccountTold<T>(context: Context, id: number, change: () => T, tell: (sentence: string) => void): T {
  const { done, each: files } = acrossChange(
    context.store
      .prepared<[number], { payday: IsoDate }>(
        `SELECT DISTINCT r.payday AS payday FROM pay y JOIN pay_run r ON r.id = y.run_id JOIN payment q ON q.pay_id = y.id
           JOIN outbox o ON o.id = q.outbox_id
         WHERE y.person_id = ? AND o.channel = 'paymentFile' AND o.state = 'prepared' ORDER BY 1`,
      )
      .all(id),
    ({ payday }) => datedRecords(context.store.db, [id], payday).bank.get(id)?.id,
    change,
  );
  const waiting = files.flatMap(({ pay, was, is }) => (was === is ? [] : [pay.payday]));
  if (waiting.length > 0)
    tell(
      `The payment file for ${paydaysOf(waiting)} is not sent yet and pays to the account before. Take that run back and sign it off again to pay to this one.`,
    );
  return done;
}

export function sinceSigned<T>(
  context: Context,
  { id, businessId }: { id: number; businessId: number },
  section: string,
  from: IsoDate,
  change: () => T,
  tell: (sentence: string) => void = () => undefined,
): T {
  if (section === "bank") return withAccountTold(context, id, change, tell);
  if (section === "usualPay") return withUsualTold(context, id, from, change, tell);
  const settle = context.country(findBusiness(context, businessId).country).people.sinceSigned?.[section];
  const settled = () => (settle ? settle(context, id, from, change, tell) : change());
  if (section === "details") return withDetailsTold(context, id, settled, settle === undefined, tell);
  return section === "employment" ? withRhythmTold(context, { id, businessId }, from, settled, tell) : settled();
}

/** Another pay cycle: what is said for each pay stays. */
function withRhythmTold<T>(
  context: Context,
  who: { id: number; businessId: number },
  from: IsoDate,
  change: () => T,
  tell: (sentence: string) => void,
): T {
  const read = () => datedRecords(context.store.db, [who.id], from);
  const before = read();
  const done = change();
  const to = read().terms.get(who.id)?.cycleId;
  const said = to === undefined ? [] : saidPerPay(context, who, before, from, to);
  const list =
    said.length > 1
      ? `${said.slice(0, -1).join(", ")} and ${said.at(-1)} stay as they are`
      : `${said[0]} stays as it is`;
  if (said.length > 0) tell(`Each pay is for another length of time, and ${list}: change what should follow.`);
  return done;
}
