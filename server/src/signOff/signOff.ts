/**
 * Sign-off. All that it will write is made first, in steps, so that nobody else waits; then one transaction writes facts,
 * leave entries, dues, journal, documents and the outbox. Either all of it stands afterwards, or nothing does.
 */
import { figuresOf, workingsToKeep } from "@zesty/core/countries/countries";
import type { Actor, Context } from "../ground/context.ts";
import { findRun, type Run } from "../ground/findRun.ts";
import { messageIdOf } from "../ground/messageId.ts";
import { cannot, conflict, ProblemError } from "../ground/problem.ts";
import { demandYearOpen } from "../ground/yearClosed.ts";
import { heldBecause, standingOn } from "../lodging/lodging.ts";
import { applyWaiting } from "../row/finalLines.ts";
import { freshen } from "../row/keepComposed.ts";
import { missingFrom } from "../row/missing.ts";
import type { Prepared, PreparedPay } from "../row/prepared.ts";
import { demandOpen, demandVersion } from "../row/runInHand.ts";
import { atOnce, eachOf, type Steps } from "../store/steps.ts";
import { packWorkings } from "../store/workings.ts";
import { demandYes } from "./approval.ts";
import { blockersOf } from "./plan.ts";
import { prepareSteps } from "./prepareSignOff.ts";
import { makePaymentFile } from "./runDocuments.ts";
import { type ReadyPay, type ReadyRun, writeSigned } from "./writeSigned.ts";

/** @param final pays of who left, with which their payroll year is made final */
export function signOff(
  context: Context,
  actor: Actor,
  runId: number,
  version: number,
  final: readonly number[] = [],
): void {
  atOnce(signOffSteps(context, actor, runId, version, final));
}

export function* signOffSteps(
  context: Context,
  actor: Actor,
  runId: number,
  version: number,
  final: readonly number[] = [],
): Steps<void> {
  demandNobodyWaits(context, runId);
  const again = () => readySteps(context, actor, runId, version, final);
  let ready = yield* again();
  // What was written by others meanwhile may count here. Made anew twice at most, then within the transaction.
  for (let more = 2; more > 0 && ready.stamp !== context.store.stamp(); more -= 1) ready = yield* again();
  yield { part: "Writing", done: 0, of: 1 };
  context.store.transaction(() => {
    if (ready.stamp !== context.store.stamp()) ready = atOnce(again());
    writeSigned(context, actor, ready, final);
  });
  context.announce(runId);
}

/** Everything that sign-off writes, made from the store as it stands. */
function* readySteps(
  context: Context,
  actor: Actor,
  runId: number,
  version: number,
  final: readonly number[],
): Steps<ReadyRun & { stamp: string }> {
  freshen(context, runId);
  const stamp = context.store.stamp();
  const run = demandOpen(findRun(context, runId));
  demandVersion(run, version);
  demandYes(context, runId);
  demandYearOpen(context, run.businessId, run.payday);
  const prepared = yield* prepareSteps(context, runId, final);
  demandClean(context, prepared);
  demandNobodyMissing(context, run);
  demandAuthority(context, prepared);
  demandLeft(context, prepared, final);
  demandOtherEyes(actor, run, prepared);
  const pays = yield* eachOf("Keeping the workings", prepared.pays, (pay) => readyPay(context, prepared, pay));
  const { business: owner } = prepared;
  const lodged = context.country(owner.country).lodging.make(context, actor, prepared);
  const payments = prepared.pays.flatMap((each) =>
    each.payments.map((payment) => ({ payId: each.row.row.payId, payment })),
  );
  const bank = makePaymentFile(context, owner, run, payments, "prepared");
  return { stamp, prepared, pays, signedAt: context.clock.now(), putOut: [lodged, bank] };
}

/** A pay as text: what is kept of it, and the number under which its payslip goes out. */
function readyPay(context: Context, { loaded: { run }, business }: Prepared, pay: PreparedPay): ReadyPay {
  const { row, worked, slip } = pay;
  const { payId, person } = row.row;
  const says = JSON.stringify(slip);
  return {
    pay,
    input: JSON.stringify(row.input),
    snapshot: JSON.stringify({ figures: figuresOf(worked) }),
    slip: says,
    workings: packWorkings(workingsToKeep(worked)),
    mail:
      person.email && person.payslipBy === "mail"
        ? {
            to: person.email,
            id: messageIdOf(context, { bmsId: business.bmsId, run, payId, channel: "payslip", says }),
          }
        : null,
  };
}

function demandLeft(context: Context, prepared: Prepared, final: readonly number[]): void {
  if (final.length === 0) return;
  const { leavers } = context.country(prepared.business.country).lodging;
  const left = leavers(context, prepared).map((each) => each.payId);
  if (final.some((payId) => !left.includes(payId)))
    throw cannot(
      "not-left",
      "A payroll year is made final with a pay only for who left, with the reason recorded. Open the run again.",
    );
}

/** Whoever is paid in this cycle and has no row is brought in or left out: nobody goes unpaid unseen. */
function demandNobodyMissing(context: Context, run: Run): void {
  const [first, ...others] = missingFrom(context, run);
  if (!first) return;
  const more = others.length === 0 ? "" : ` So ${others.length === 1 ? "is one more" : `are ${others.length} more`}.`;
  throw cannot(
    "people-missing",
    `${first.name} ${first.why}, and is not in it.${more} Bring them in, or leave them out, at the head of the run.`,
  );
}

function demandClean(context: Context, prepared: Prepared): void {
  const { blockers, openQueries } = blockersOf(prepared);
  const [first] = blockers;
  if (first)
    throw cannot(
      "stops-open",
      `${blockers.length === 1 ? "One stop" : `${blockers.length} stops`} must be mended first. ${first.name}: ${first.text}`,
      {
        errors: blockers.map((each) => ({ path: `pay.${each.payId}`, text: `${each.name}: ${each.text}` })),
      },
    );
  const { lodgesNothing } = context.country(prepared.business.country).lodging;
  if (prepared.pays.length === 0 && (!lodgesNothing || prepared.rows.length > 0))
    throw cannot("nobody-paid", "Nobody is in this run. Include at least one person.");
  if (openQueries > 0)
    throw cannot(
      "queries-open",
      `${openQueries === 1 ? "One query is" : `${openQueries} queries are`} not ticked yet. Look at each, and tick it or change the row.`,
    );
}

/** What is declared is lodged in somebody's name: an agent without authority declares nothing. */
function demandAuthority(context: Context, { business: owner, loaded: { run } }: Prepared): void {
  const held =
    standingOn(context, owner.id, run.payday) === null ? heldBecause(context, owner, run.payday, "payday") : null;
  if (held) throw cannot("no-authority", held, { mend: "/set-up#lodging" });
}

/** Where the business wants two pairs of eyes, whoever prepared the run does not authorise it. */
function demandOtherEyes(actor: Actor, run: Run, { business: owner }: Prepared): void {
  if (owner.fourEyes && run.preparers.includes(actor.userId))
    throw new ProblemError(
      403,
      "prepared-yourself",
      `${owner.name} wants two pairs of eyes: you changed or ticked rows of this run, so somebody else authorises it.`,
    );
}

/** A departure whose final lines could not be worked out when the run was opened (its tables were missing) gets them now. */
function demandNobodyWaits(context: Context, runId: number): void {
  const names = applyWaiting(context, runId);
  if (names.length > 0)
    throw conflict(
      "final-pay-added",
      `The final pay of ${names.join(", ")} was not in the run yet. Open the run again: its lines are added, look at them before signing off.`,
      `/run/${runId}`,
    );
}
