/** Takes a statement in: lines that are not here yet, matched with what was sent; what it says of dues is kept with them. */

import type { MatchByHand, StatementFile, StatementTaken } from "@zesty/contract/bankStatements";
import { type Match, matchLines } from "@zesty/core/bank/matching";
import { addDays } from "@zesty/core/calendar/dates";
import { counted } from "@zesty/core/quantity/units";
import { and, eq, isNotNull, isNull } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { cannot, conflict, notFound } from "../ground/problem.ts";
import { bookDues } from "../remittances/bookDues.ts";
import { moveParts, partsOf } from "../remittances/moveParts.ts";
import { openAccount } from "../setup/businessRow.ts";
import { bankLine, bankMatch, bankStatement, duePayment, remittance } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { readStatement } from "./readStatement.ts";
import { sentToBank } from "./sent.ts";

type Line = typeof bankLine.$inferSelect;
/** Payments are looked for from so many days before the first line. */
const daysBefore = 14;

export function takeStatementIn(
  context: Context,
  actor: Actor,
  businessId: number,
  { name, data, columns }: StatementFile,
): StatementTaken {
  const { db } = context.store;
  const bad = (text: string) => cannot("statement", text, { errors: [{ path: "data", text }] });
  const last = db
    .select()
    .from(bankStatement)
    .where(eq(bankStatement.businessId, businessId))
    .all()
    .findLast((row) => row.columns !== null);
  const by = columns ?? last?.columns ?? undefined;
  const said = readStatement(Buffer.from(data, "base64"), todayAt(context, businessId), by);
  if ("fault" in said) throw bad(said.fault);
  if ("headings" in said) {
    if (said.headings.length < 2) throw bad("This is no statement: a CAMT.053, OFX or CSV file is wanted.");
    return { added: 0, known: 0, matched: 0, cameBack: 0, ask: said.headings };
  }
  const { read } = said;
  const [first] = read.lines;
  if (!first) throw bad("There is no line in this statement.");
  demandOwnAccount(context, businessId, read.account, bad);
  return context.store.transaction(() => {
    const at = context.clock.now();
    const dates = read.lines.map((line) => line.date).sort();
    const { id: statementId } = db
      .insert(bankStatement)
      .values({
        ...{ businessId, name, from: dates[0] ?? first.date, to: dates.at(-1) ?? first.date, at, userId: actor.userId },
        ...{ closingCents: read.closing, columns: columns ?? null },
      })
      .returning({ id: bankStatement.id })
      .get();
    const write = context.store.prepared<[number, number, string, string, number, string]>(
      `INSERT INTO bank_line (business_id, statement_id, key, date, cents, text) VALUES (?, ?, ?, ?, ?, ?)
       ON CONFLICT (business_id, key) DO NOTHING`,
    );
    let added = 0;
    for (const line of read.lines)
      added += write.run(businessId, statementId, line.key, line.date, line.cents, line.text).changes;
    if (added === 0)
      throw conflict("statement-known", `All ${read.lines.length} lines of it are here already. Nothing was taken in.`);
    const found = matchOpen(context, businessId, dates[0] ?? first.date, actor.userId);
    record(context.store, {
      ...{ at, userId: actor.userId, businessId, what: "took a bank statement in" },
      about: `${name}: ${counted(String(added), "lines")}, ${found.length} matched`,
    });
    return {
      ...{ added, known: read.lines.length - added, ask: null },
      matched: found.filter((each) => each.how !== "return").length,
      cameBack: found.filter((each) => each.how === "return").length,
    };
  });
}

/** The account is compared by its digits, from the right: banks write it with or without the bank's own. */
function demandOwnAccount(
  context: Context,
  businessId: number,
  account: string | null,
  bad: (text: string) => Error,
): void {
  const owner = findBusiness(context, businessId);
  const own = openAccount(context, owner);
  if (account === null || !own) return;
  const ours = `${own.bsb}${own.account}`.replace(/\D/g, "");
  const [short, long] = account.length < ours.length ? [account, ours] : [ours, account];
  if (!long.endsWith(short))
    throw bad(
      `This is the statement of the account ending ${account.slice(-3)}, and ${owner.name} pays from the one ending ${ours.slice(-3)}.`,
    );
}

const standing = ({ store: { db } }: Context, businessId: number) =>
  db
    .select()
    .from(bankMatch)
    .where(and(eq(bankMatch.businessId, businessId), isNull(bankMatch.endedAt)))
    .all();

const paymentOf = ({ outboxId, duePaymentId }: typeof bankMatch.$inferSelect): string =>
  outboxId !== null ? `run ${outboxId}` : duePaymentId !== null ? `dues ${duePaymentId}` : "";

/** Matches what can be, from a day on. */
function matchOpen(context: Context, businessId: number, from: string, userId: number): Match[] {
  const { db } = context.store;
  const start = addDays(from, -daysBefore);
  const lines = db
    .select()
    .from(bankLine)
    .where(eq(bankLine.businessId, businessId))
    .all()
    .filter((line) => line.date >= start);
  const byKey = new Map(lines.map((line) => [line.key, line]));
  const byId = new Map(lines.map((line) => [line.id, line.key]));
  const known = standing(context, businessId).map(
    (each): Match => ({
      ...{
        line: byId.get(each.lineId) ?? "",
        payment: paymentOf(each),
        part: each.part === null ? null : String(each.part),
      },
      how: each.how === "notOurs" ? "whole" : each.how,
    }),
  );
  // What somebody said is no match is not found again by itself.
  const ended = new Set(
    db
      .select({ lineId: bankMatch.lineId })
      .from(bankMatch)
      .where(and(eq(bankMatch.businessId, businessId), isNotNull(bankMatch.endedAt)))
      .all()
      .map((row) => row.lineId),
  );
  const open = lines.filter((line) => !ended.has(line.id));
  const found = matchLines(open, sentToBank(context, businessId, start), known);
  for (const match of found) {
    const line = byKey.get(match.line);
    if (line) keepMatch(context, businessId, line, match, { userId: null, reason: "" }, userId);
  }
  return found;
}

/** @param by null where it was found by itself @param who brought the statement */
function keepMatch(
  context: Context,
  businessId: number,
  line: Line,
  { payment, part, how }: Omit<Match, "line">,
  { userId, reason }: { userId: number | null; reason: string },
  who: number,
): void {
  const [kind, id] = payment.split(" ");
  context.store.db
    .insert(bankMatch)
    .values({
      ...{ businessId, lineId: line.id, part: part === null ? null : Number(part), how, reason, userId },
      ...{ outboxId: kind === "run" ? Number(id) : null, duePaymentId: kind === "dues" ? Number(id) : null },
      at: context.clock.now(),
    })
    .run();
  if (kind === "dues") tellDues(context, businessId, Number(id), part, how, line, who);
}

/** What the account says of dues: it left, so that the tax office has it; or it came back, and is owed again. */
function tellDues(
  context: Context,
  businessId: number,
  id: number,
  part: string | null,
  how: Match["how"],
  line: Line,
  userId: number,
): void {
  const { db } = context.store;
  const row = db.select().from(duePayment).where(eq(duePayment.id, id)).get();
  const parts = partsOf(context, id).filter((each) => {
    if (part === null) return true;
    const own = db.select({ line: remittance.line }).from(remittance).where(eq(remittance.id, each.remittanceId)).get();
    return own?.line === Number(part);
  });
  if (how === "return") {
    const back = moveParts(context, parts, "returned", { on: line.date, reason: line.text.slice(0, 200), userId });
    bookDues(context, { businessId, number: row?.number ?? 0, on: line.date, back: true }, back);
  } else
    moveParts(
      context,
      parts.filter((each) => each.kind !== "super" && each.state === "sent"),
      "received",
      { on: line.date, receipt: "statement", userId },
    );
}

/** A person says which payment a line is, or that it is nothing of payroll's. */
export function matchByHand(context: Context, actor: Actor, businessId: number, wanted: MatchByHand): void {
  const { db } = context.store;
  context.store.transaction(() => {
    const line = db.select().from(bankLine).where(eq(bankLine.id, wanted.line)).get();
    if (line?.businessId !== businessId) throw notFound("line");
    const matches = standing(context, businessId);
    if (matches.some((each) => each.lineId === line.id))
      throw conflict("matched", "This line has its payment already.");
    if (wanted.payment === null) {
      db.insert(bankMatch)
        .values({
          businessId,
          lineId: line.id,
          how: "notOurs",
          reason: wanted.reason,
          at: context.clock.now(),
          userId: actor.userId,
        })
        .run();
    } else {
      const sent = sentToBank(context, businessId, "1900-01-01").find((each) => each.id === wanted.payment);
      const part = sent?.parts.find((each) => each.id === wanted.part) ?? null;
      if (!sent || (wanted.part !== null && !part)) throw notFound("payment");
      const cents = part?.cents ?? sent.cents;
      const how = line.cents > 0 ? "return" : part === null ? "whole" : "part";
      const same = (each: (typeof matches)[number]) =>
        paymentOf(each) === sent.id &&
        (each.how === "return") === (how === "return") &&
        (each.part === null || part === null || String(each.part) === part.id);
      if (matches.some(same)) throw conflict("matched", "This payment has its line already. End that match first.");
      if (Math.abs(line.cents) !== cents && wanted.reason.length < 3) {
        const text = "The amounts differ. Say why they are the same all the same.";
        throw cannot("amounts-differ", text, { errors: [{ path: "reason", text }] });
      }
      keepMatch(
        context,
        businessId,
        line,
        { payment: sent.id, part: part?.id ?? null, how },
        { userId: actor.userId, reason: wanted.reason },
        actor.userId,
      );
    }
    record(context.store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId, what: "matched a line of the bank by hand" },
      about: `${line.date}, ${line.text.slice(0, 80)}${wanted.reason ? `: ${wanted.reason}` : ""}`,
    });
  });
}

/** Ends a match that was wrong. What came back of dues has moved them: that is mended where they are paid. */
export function endMatch(context: Context, actor: Actor, businessId: number, id: number): void {
  const { db } = context.store;
  context.store.transaction(() => {
    const row = standing(context, businessId).find((each) => each.id === id);
    if (!row) throw notFound("match");
    if (row.how === "return" && row.duePaymentId !== null)
      throw conflict(
        "moved-dues",
        "By this line dues came back, and are owed again. That is not undone here: record under Dues what became of them.",
      );
    db.update(bankMatch).set({ endedAt: context.clock.now() }).where(eq(bankMatch.id, id)).run();
    record(context.store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId, what: "ended a match with the bank" },
      about: `match ${id}`,
    });
  });
}
