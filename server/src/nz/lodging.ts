/** What New Zealand says of lodging: a payday is filed once, with all runs of it, and amended as a whole. */
import { isTaken } from "@zesty/contract/outboxStates";
import type { SendView } from "@zesty/contract/sending";
import { dateWords } from "@zesty/core/calendar/dates";
import { filingDueDate } from "@zesty/core/nz/documents/employmentInformation";
import { and, desc, eq, inArray, ne, notInArray } from "drizzle-orm";
import { sha256 } from "../documents/documents.ts";
import type { Actor, Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import type { LodgingOfCountry } from "../outbox/lodgingOfCountry.ts";
import { prepareAgain } from "../signOff/prepareAgain.ts";
import { document, outbox, payRun } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { detailsBytes, filingBytes, filingOf, filingPlan, filingsOf, makeDetails, makeFiling } from "./paydayFiling.ts";
import { readFiling } from "./readFiling.ts";

/** A run that is taken back gives the filing of its payday back to the run that it had taken it from. */
function giveBackFiling(context: Context, run: { id: number; businessId: number; payday: string }): void {
  const { db } = context.store;
  if (filingsOf(context, run.businessId, run.payday).length > 0) return;
  const last = db
    .select({ id: outbox.id, runId: payRun.id })
    .from(outbox)
    .innerJoin(payRun, eq(outbox.runId, payRun.id))
    .where(
      and(
        eq(outbox.businessId, run.businessId),
        eq(outbox.channel, "employmentInformation"),
        eq(outbox.state, "cancelled"),
        eq(payRun.payday, run.payday),
        ne(payRun.id, run.id),
        notInArray(payRun.state, ["open", "takenBack"]),
      ),
    )
    .orderBy(desc(outbox.id))
    .get();
  if (!last) return;
  db.update(outbox).set({ state: "prepared", detail: null }).where(eq(outbox.id, last.id)).run();
  // What else that run sent may have arrived long ago: its payday is to be filed all the same.
  db.update(payRun).set({ state: "signedOff" }).where(eq(payRun.id, last.runId)).run();
}

/** What waits since sign-off, where it would say something else by now: another run told it, or a number was put right. */
function renewWaiting(context: Context, actor: Actor, run: Run): void {
  const { db } = context.store;
  const waiting = db
    .select({ id: outbox.id, channel: outbox.channel, amendment: outbox.amendment, sha256: document.sha256 })
    .from(outbox)
    .innerJoin(document, eq(outbox.documentId, document.id))
    .where(
      and(
        ...[eq(outbox.runId, run.id), eq(outbox.state, "prepared")],
        inArray(outbox.channel, ["employmentInformation", "employeeDetails"]),
      ),
    )
    .all();
  if (waiting.length === 0) return;
  const prepared = prepareAgain(context, run.id);
  const cancel = (id: number) => db.update(outbox).set({ state: "cancelled" }).where(eq(outbox.id, id)).run();
  let renewed = false;
  for (const row of waiting) {
    if (row.channel === "employmentInformation") {
      const made = filingOf(context, prepared);
      if (made.amendment === row.amendment && sha256(filingBytes(made)) === row.sha256) continue;
      makeFiling(context, prepared, "prepared")();
    } else {
      const bytes = detailsBytes(context, prepared);
      if (bytes !== null && sha256(bytes) === row.sha256) continue;
      cancel(row.id);
      makeDetails(context, prepared, "prepared")();
    }
    renewed = true;
  }
  if (renewed)
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: run.businessId,
      what: "made the filing anew before it was sent",
      about: `run ${run.number}`,
    });
}

/** By when a payday has to be filed, and whether that day has gone by without it. */
function filingState(context: Context, owner: { id: number; timeZone: string }, { payday }: Run): SendView["filing"] {
  const due = filingDueDate(payday);
  const filed = filingsOf(context, owner.id, payday).some((each) => isTaken(each.outbox.state));
  return { due, late: !filed && context.clock.today(owner.timeZone) > due };
}

export const lodgingNz: LodgingOfCountry = {
  declaration: (name, agent) =>
    agent
      ? `${name} authorised ${agent.name} on ${dateWords(agent.signedOn)} to file for it. I file for ${agent.name}, and the employment information of this payday is true and correct.`
      : `I am authorised to file for ${name}, and the employment information of this payday is true and correct.`,
  lodged: "payday filing",
  // It is filed as a nil return.
  lodgesNothing: true,
  // A run without tables works nothing out, and no filing can be shown.
  plan: (context, prepared, tablesMissing) => ({
    payEvent: null,
    filing: tablesMissing ? null : filingPlan(context, prepared),
  }),
  leavers: () => [],
  make(context, _actor, prepared) {
    const made = [makeDetails(context, prepared, "prepared"), makeFiling(context, prepared, "prepared")];
    return () => {
      for (const keep of made) keep();
    };
  },
  replace: null,
  again: {
    employmentInformation: (context, _actor, prepared) => makeFiling(context, prepared, "queued")(),
    employeeDetails: (context, _actor, prepared) => makeDetails(context, prepared, "queued")(),
  },
  // A filed payday may always be amended.
  amendable: ["employmentInformation"],
  read: { employmentInformation: readFiling },
  due: filingState,
  beforeSending: renewWaiting,
  overtaken: () => new Map(),
  takenBack: giveBackFiling,
};
