/** The one place where parts of payments change their state; what was done or heard is appended beside it. */
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { type RemittanceState, remittance, remittanceEvent, remittancePart } from "../store/schema.ts";

export type Part = typeof remittancePart.$inferSelect;
type Event = typeof remittanceEvent.$inferInsert;

/** Where each state may come from: what a fund allocated cannot be sent again. */
const from: Record<Exclude<RemittanceState, "prepared">, readonly RemittanceState[]> = {
  sent: ["prepared"],
  received: ["prepared", "sent"],
  allocated: ["prepared", "sent", "received"],
  returned: ["prepared", "sent", "received"],
  // What was typed by hand may be taken back; what a receiver said never is.
  cancelled: ["prepared", "sent", "received"],
};

export interface Heard {
  on: string;
  receipt?: string;
  reason?: string;
  userId?: number | null;
}

export const noteEvent = (
  { store, clock }: Context,
  remittanceId: number,
  line: number | null,
  what: Event["what"],
  { on, receipt = "", reason = "", userId = null }: Heard,
): void => {
  store.db
    .insert(remittanceEvent)
    .values({ remittanceId, line, what, on, receipt, reason, at: clock.now(), userId })
    .run();
};

/** @returns those that moved: told twice is told once */
export function moveParts(
  context: Context,
  parts: readonly Part[],
  to: Exclude<RemittanceState, "prepared">,
  heard: Heard,
): Part[] {
  const moved = parts.filter((part) => from[to].includes(part.state));
  const write = context.store.prepared<[string, number, number]>(
    "UPDATE remittance_part SET state = ? WHERE remittance_id = ? AND line = ?",
  );
  for (const part of moved) {
    write.run(to, part.remittanceId, part.line);
    noteEvent(context, part.remittanceId, part.line, to, heard);
  }
  return moved;
}

export const partsOf = ({ store }: Context, duePaymentId: number): Part[] =>
  store.db
    .select({ part: remittancePart })
    .from(remittancePart)
    .innerJoin(remittance, eq(remittancePart.remittanceId, remittance.id))
    .where(eq(remittance.duePaymentId, duePaymentId))
    .orderBy(remittancePart.line)
    .all()
    .map((row) => row.part);
