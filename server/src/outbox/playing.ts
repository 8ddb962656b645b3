/** What goes to receivers of a business to play in goes nowhere: each is taken to have it, and to say yes. */
import nodemailer, { type Transporter } from "nodemailer";
import type { Context } from "../ground/context.ts";
import { isPlay } from "../ground/play.ts";
import type { LineOutcome } from "../outside/outcome.ts";
import type { Courier, OutboxRow } from "./channels.ts";

export const playedWords = "Played: nothing left the house.";

/** Letters are made as ever, and handed to nobody. */
export const playedMail = (): Transporter => nodemailer.createTransport({ jsonTransport: true }) as never;

const played = (context: Context): Courier => {
  const taken = (row: OutboxRow) =>
    Promise.resolve({ kind: "acknowledged" as const, receipt: `PLAYED-${row.id}`, detail: playedWords });
  return {
    send: taken,
    find: taken,
    result: (row) =>
      Promise.resolve({
        ...{ kind: "final", state: "accepted", detail: playedWords, items: [] },
        lines: linesOf(context, row.id),
      }),
  };
};

/** Every line of a file of net pays or of dues, as paid. */
const linesOf = ({ store }: Context, outboxId: number): LineOutcome[] =>
  store
    .prepared<[{ id: number }], { line: number }>(
      `SELECT line FROM payment WHERE outbox_id = @id UNION
       SELECT r.line FROM remittance r JOIN due_payment p ON p.id = r.due_payment_id WHERE p.file_outbox_id = @id`,
    )
    .all({ id: outboxId })
    .map(({ line }) => ({ line, state: "paid", reason: "" }));

/** @param lettersOf couriers whose letters are made as ever, and given to `playedMail` */
export function playing(
  context: Context,
  real: Record<OutboxRow["channel"], Courier>,
  lettersOf: typeof real,
): typeof real {
  const pretended = played(context);
  const instead: Partial<typeof real> = { payslip: lettersOf.payslip, yearSummary: lettersOf.yearSummary };
  const either = (own: Courier, other: Courier): Courier => {
    const of = (row: OutboxRow) => (isPlay(context.store, row.businessId) ? other : own);
    return {
      send: (row, keep) => of(row).send(row, keep),
      find: (row, keep) => of(row).find(row, keep),
      result: (row, keep) => of(row).result(row, keep),
    };
  };
  const channels = Object.entries(real) as [OutboxRow["channel"], Courier][];
  return Object.fromEntries(
    channels.map(([channel, own]) => [channel, either(own, instead[channel] ?? pretended)]),
  ) as typeof real;
}
