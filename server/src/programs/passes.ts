/** Passes of other programs: made by a lead, shown once, ended by hand or by their day. */
import { createHash, randomBytes } from "node:crypto";
import type { NewProgram, OwnProgram, ProgramsView, Scope } from "@zesty/contract/programs";
import { addMonths, dateWords } from "@zesty/core/calendar/dates";
import { desc, eq } from "drizzle-orm";
import { officeZone } from "../ground/clock.ts";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { demandRight, rightIn } from "../ground/rights.ts";
import { business, program, user } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { listenerView } from "./listeners.ts";

/** A pass that nobody renews ends by itself. */
const mostMonths = 12;
const todayOf = (context: Context) => context.clock.today(officeZone);
export const hashOfPass = (secret: string): string => createHash("sha256").update(secret).digest("hex");

export function listPrograms(context: Context): ProgramsView {
  const rows = context.store.db
    .select({ program, madeBy: user.name })
    .from(program)
    .innerJoin(user, eq(user.id, program.userId))
    .orderBy(desc(program.id))
    .all();
  const today = todayOf(context);
  return {
    today,
    latest: addMonths(today, mostMonths),
    programs: rows.map(({ program: { hash: _hash, userId: _user, ...each }, madeBy }) => ({
      ...each,
      scopes: each.scopes as Scope[],
      madeBy,
      usedFrom: each.usedFrom ?? [],
      listener: listenerView(context, each.id),
    })),
  };
}

/** @returns the pass: it is shown this once and cannot be read again */
export function makeProgram(context: Context, actor: Actor, wanted: NewProgram): { pass: string } {
  const today = todayOf(context);
  const latest = addMonths(today, mostMonths);
  if (wanted.endsOn < today || wanted.endsOn > latest) {
    const text = `A pass ends on a day from ${dateWords(today)} to ${dateWords(latest)}. Make a new one when it has ended.`;
    throw cannot("pass-day", text, { errors: [{ path: "endsOn", text }] });
  }
  if (wanted.businessId !== null) demandRight(context, actor, wanted.businessId, "see");
  const pass = `zl_${randomBytes(32).toString("base64url")}`;
  context.store.transaction(() => {
    const madeAt = context.clock.now();
    context.store.db
      .insert(program)
      .values({ ...wanted, hash: hashOfPass(pass), userId: actor.userId, madeAt })
      .run();
    record(context.store, {
      at: madeAt,
      userId: actor.userId,
      businessId: wanted.businessId,
      what: "made a pass for another program",
      about: `${wanted.name}: ${wanted.scopes.join(", ")}; ends on ${wanted.endsOn}`,
    });
  });
  return { pass };
}

export function endProgram(context: Context, actor: Actor, id: number): void {
  const found = context.store.db.select().from(program).where(eq(program.id, id)).get();
  if (!found) throw notFound("pass");
  if (found.endedAt !== null) return;
  context.store.transaction(() => {
    const at = context.clock.now();
    context.store.db.update(program).set({ endedAt: at }).where(eq(program.id, id)).run();
    record(context.store, {
      ...{ at, userId: actor.userId, businessId: found.businessId },
      ...{ what: "ended the pass of a program", about: found.name },
    });
  });
}

export type Pass = typeof program.$inferSelect;

/** The pass that a secret opens today; null where it is none, has ended, or its maker may not sign in any more. */
export function passOf(context: Context, secret: string): { pass: Pass; actor: Actor } | null {
  const row = context.store.db
    .select({ pass: program, user })
    .from(program)
    .innerJoin(user, eq(user.id, program.userId))
    .where(eq(program.hash, hashOfPass(secret)))
    .get();
  if (!row || row.pass.endedAt !== null || row.pass.endsOn < todayOf(context)) return null;
  if (!row.user.active || row.user.staff) return null;
  const { id: userId, name, email, lead } = row.user;
  return { pass: row.pass, actor: { userId, name, email, lead } };
}

/** Where and when it was used last: written once a minute, and at once from another address. */
export function noteUse(context: Context, { id, lastUsedAt, usedFrom }: Pass, address: string): void {
  const at = context.clock.now();
  const known = usedFrom ?? [];
  const isKnown = known[0]?.address === address;
  if (isKnown && lastUsedAt !== null && Date.parse(at) - Date.parse(lastUsedAt) < 60_000) return;
  const lately = [{ address, at }, ...known.filter((each) => each.address !== address)].slice(0, 5);
  context.store.db.update(program).set({ lastUsedAt: at, usedFrom: lately }).where(eq(program.id, id)).run();
}

/** What a pass is told of itself. */
export function readOwn(context: Context, actor: Actor, pass: Pass): OwnProgram {
  const businesses = context.store.db.select().from(business).orderBy(business.id).all();
  return {
    name: pass.name,
    scopes: pass.scopes as Scope[],
    endsOn: pass.endsOn,
    businesses: businesses
      .filter((each) => pass.businessId === null || each.id === pass.businessId)
      .filter((each) => rightIn(context, actor, each.id) !== null)
      .map(({ id, name, country }) => ({ id, name, country })),
  };
}
