/** The pay event of Single Touch Payroll: what an Australian payday tells the agency. */
import type { SignOffPlan } from "@zesty/contract/signOff";
import { type EventAgent, payEvent, payeeRecord } from "@zesty/core/au/documents/payEvent";
import { addDays, dateInZone, dateWords } from "@zesty/core/calendar/dates";
import { payrollYearAu } from "@zesty/core/calendar/payrollYear";
import { sum } from "@zesty/core/quantity/decimal";
import { centsText, moneyText } from "@zesty/core/quantity/units";
import { superGuaranteeRules } from "@zesty/core/rulebook/au/superGuaranteeRules";
import { and, eq } from "drizzle-orm";
import { keepDocument } from "../documents/documents.ts";
import type { Actor, Context } from "../ground/context.ts";
import type { Run } from "../ground/findRun.ts";
import { messageIdOf } from "../ground/messageId.ts";
import { rightIn } from "../ground/rights.ts";
import { agentOn, standingOn } from "../lodging/lodging.ts";
import type { LodgingOfCountry } from "../outbox/lodgingOfCountry.ts";
import type { Owner } from "../row/countryRows.ts";
import type { Prepared } from "../row/prepared.ts";
import { prepareAgain } from "../signOff/prepareAgain.ts";
import { runName } from "../signOff/runDocuments.ts";
import { outbox, user } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { heldThoughTakenBack, overtakenIn } from "./overtaken.ts";
import { payEventXml } from "./payEventXml.ts";
import { payeeFacts, payeeSources } from "./payees.ts";
import { readPayEvent } from "./readEvent.ts";

/** W1 leaves out what is sacrificed and what is tax-free (activity statement); W2 is what was withheld. */
const payerTotals = (prepared: Pick<Prepared, "pays">) => ({
  w1: moneyText(
    sum(
      prepared.pays.map(({ worked }) =>
        worked.country === "AU"
          ? worked.gross.value.minus(worked.deductions.beforeTax.value).minus(worked.lumpSums.D?.value ?? "0")
          : worked.gross.value,
      ),
    ),
  ),
  w2: moneyText(sum(prepared.pays.map((each) => each.worked.withheld.value))),
});

/** The agent that lodges and declares a payday, as an event names it; null where the employer does. */
export function eventAgent(context: Context, businessId: number, payday: string): EventAgent | null {
  const agent = agentOn(context, businessId, payday);
  return agent && { abn: agent.abn.replace(/\s/g, ""), number: agent.number, contact: agent.contact };
}

/** Child support taken in the run, by the way that it was ordered; null where there was none. */
const childSupportOf = ({ pays }: Pick<Prepared, "pays">) => {
  const taken = (code: string) => {
    const cents = pays
      .flatMap((each) => each.facts)
      .reduce((sum, each) => sum + (each.code === code ? each.cents : 0), 0);
    return cents === 0 ? null : centsText(cents);
  };
  return { garnishee: taken("report:deduction:G"), deduction: taken("report:deduction:D") };
};

/** Who stands in the pay event: a contractor paid super only is no employee and does not. */
const reported = (prepared: Prepared) =>
  prepared.pays.filter((each) => each.row.row.context.person.basis !== "contractor");

/** The event that another takes the place of, with the number that both go out under. */
interface Replaced {
  id: number;
  submissionId: string;
}

/** What the event of a prepared run says, but for who sends it and when. */
function eventSays(context: Context, prepared: Prepared) {
  const { business: owner, loaded } = prepared;
  const { run } = loaded;
  const rules = context.rules.row(superGuaranteeRules, run.payday).figures;
  const reportedYear = throughTheYear(context, prepared);
  const sources = payeeSources(context, run);
  const agent = eventAgent(context, owner.id, run.payday);
  return {
    payDate: run.payday,
    payer: { bmsId: owner.bmsId, abn: owner.abn, branch: owner.branch, name: owner.legalName, contact: owner.contact },
    ...payerTotals(prepared),
    childSupport: childSupportOf(prepared),
    ...(agent ? { agent } : {}),
    payees: reported(prepared).map((each) => {
      const { person, context: known } = each.row.row;
      if (known.country !== "AU") throw new Error("A pay event is made for Australian pays only.");
      const facts = payeeFacts(context, sources, {
        person,
        known: known.person,
        tax: loaded.records.tax.get(person.id),
        period: { start: run.periodStart, end: run.periodEnd },
        final: each.row.row.yearFinal,
        yearToDate: reportedYear(each),
      });
      return payeeRecord(facts, rules.base === "qualifying earnings");
    }),
  };
}

/** The number that an event goes out under, or that a row of the outbox would have today. */
const numberOf = (context: Context, { business, loaded }: Prepared, says: object, before?: number): string =>
  messageIdOf(context, {
    ...{ bmsId: business.bmsId, run: loaded.run, payId: null, channel: "payEvent" as const },
    ...{ says: JSON.stringify(says), before },
  });

/**
 * Who declares, and when: whoever may authorise and makes the event, else who signed the run off. What somebody sends who
 * may only prepare stays declared as it was.
 */
function declaredBy(context: Context, actor: Actor, owner: Owner, { signedOffBy, signedOffAt }: Run) {
  const signer =
    signedOffBy !== null && rightIn(context, actor, owner.id) !== "authorise"
      ? context.store.db.select({ email: user.email }).from(user).where(eq(user.id, signedOffBy)).get()
      : undefined;
  return signer && signedOffAt !== null
    ? { declarer: signer.email, date: dateInZone(signedOffAt, owner.timeZone) }
    : { declarer: actor.email, date: context.clock.today(owner.timeZone) };
}

/** Makes the pay event of a prepared run. What it returns keeps it as a document and puts it into the outbox. */
function makePayEvent(
  context: Context,
  actor: Actor,
  prepared: Prepared,
  { state, suffix, replaced }: { state: "prepared" | "queued"; suffix: string; replaced?: Replaced },
): () => void {
  const { business: owner, loaded } = prepared;
  const { run } = loaded;
  const says = eventSays(context, prepared);
  const messageId = numberOf(context, prepared, says);
  const bytes = payEventXml(
    payEvent({
      submissionId: replaced?.submissionId ?? messageId,
      ...(replaced ? { replaces: true } : {}),
      runAt: context.clock.now(),
      declaration: { ...declaredBy(context, actor, owner, run), accepted: true },
      ...says,
    }),
  );
  return () => {
    const documentId = keepDocument(context, {
      ...{ runId: run.id, payId: null, kind: "payEvent", mime: "application/xml", bytes },
      fileName: `${runName(owner, run)}-pay-event${suffix}.xml`,
    });
    context.store.db
      .insert(outbox)
      .values({
        ...{ businessId: owner.id, runId: run.id, channel: "payEvent", documentId, messageId, state },
        ...{ tries: 0, nextAt: 0, replacesId: replaced?.id ?? null },
      })
      .run();
  };
}

/**
 * An event that waits since sign-off, made anew where it would say something else by now: a pay signed off or taken back
 * since is in the year to date that the agency takes from the newest event.
 */
function renewWaiting(context: Context, actor: Actor, run: Run): void {
  const { db } = context.store;
  const waiting = db
    .select({ id: outbox.id, messageId: outbox.messageId })
    .from(outbox)
    .where(and(eq(outbox.runId, run.id), eq(outbox.channel, "payEvent"), eq(outbox.state, "prepared")))
    .get();
  if (!waiting) return;
  const prepared = prepareAgain(context, run.id);
  if (numberOf(context, prepared, eventSays(context, prepared), waiting.id) === waiting.messageId) return;
  db.update(outbox).set({ state: "cancelled" }).where(eq(outbox.id, waiting.id)).run();
  makePayEvent(context, actor, prepared, { state: "prepared", suffix: "-anew" })();
  record(context.store, {
    at: context.clock.now(),
    userId: actor.userId,
    businessId: run.businessId,
    what: "made the pay event anew before it was sent",
    about: `run ${run.number}`,
  });
}

/** Who has left by the end of the period with a reason on record, and is reported year by year. */
function leaversOf(context: Context, prepared: Prepared): SignOffPlan["leavers"] {
  const { run } = prepared.loaded;
  const { cessation } = payeeSources(context, run);
  return reported(prepared).flatMap(({ row: { row } }) =>
    row.person.endDate !== null && row.person.endDate <= run.periodEnd && cessation(row.person.id)
      ? [{ payId: row.payId, name: row.context.facts.name, lastDay: row.person.endDate }]
      : [],
  );
}

/**
 * Year-to-date as a pay event reports it: with paydays of the year that come later and were told already. An event made
 * again, or one for an earlier payday, would else take the reported year back. What waits to be sent tells itself.
 */
function throughTheYear({ store }: Context, { loaded: { run, rows } }: Prepared) {
  const later = new Map<number, [code: string, cents: number][]>();
  for (const { personId, code, cents } of store
    .prepared<[string, string, string, number], { personId: number; code: string; cents: number }>(
      `SELECT f.person_id AS personId, f.code AS code, SUM(f.cents) AS cents
       FROM pay_fact f JOIN signed_pay s ON s.id = f.signed_pay_id
       WHERE f.person_id IN (SELECT value FROM json_each(?)) AND f.payday BETWEEN ? AND ?
         AND NOT EXISTS (SELECT 1 FROM outbox o WHERE o.run_id = s.run_id AND o.business_id = ?
           AND o.channel = 'payEvent' AND o.state = 'prepared')
       GROUP BY f.person_id, f.code`,
    )
    .all(
      ...[JSON.stringify(rows.map((row) => row.person.id)), addDays(run.payday, 1)],
      ...[payrollYearAu(run.payday).to, run.businessId],
    ))
    later.set(personId, [...(later.get(personId) ?? []), [code, cents]]);
  return ({ row, yearAfter }: Prepared["pays"][number]): Map<string, number> => {
    const sums = new Map(yearAfter);
    for (const [code, cents] of later.get(row.row.person.id) ?? []) sums.set(code, (sums.get(code) ?? 0) + cents);
    return sums;
  };
}

export const lodgingAu: LodgingOfCountry = {
  declaration: (name, agent) =>
    agent
      ? `${name} authorised ${agent.name} in writing on ${dateWords(agent.signedOn)} to make this declaration. I make it for ${agent.name}, and what is reported in this pay event is true and correct.`
      : `I am authorised to make this declaration for ${name}, and what is reported in this pay event is true and correct.`,
  lodged: "pay event",
  lodgesNothing: false,
  plan: (context, prepared) => ({
    payEvent: standingOn(context, prepared.business.id, prepared.loaded.run.payday)
      ? null
      : {
          people: reported(prepared).length,
          ...payerTotals(prepared),
          payday: prepared.loaded.run.payday,
        },
    filing: null,
  }),
  leavers: leaversOf,
  make: (context, actor, prepared) =>
    reported(prepared).length > 0 && standingOn(context, prepared.business.id, prepared.loaded.run.payday) === null
      ? makePayEvent(context, actor, prepared, { state: "prepared", suffix: "" })
      : () => {},
  again: {
    payEvent: (context, actor, prepared) =>
      makePayEvent(context, actor, prepared, { state: "queued", suffix: "-again" })(),
  },
  replace: {
    // An update tells nobody's pay of a day: what it said is put right by another.
    may: (bytes) => bytes.includes('action="submit"'),
    make: (context, actor, prepared, replaced) =>
      makePayEvent(context, actor, prepared, { state: "queued", suffix: "-replacement", replaced })(),
  },
  amendable: [],
  read: { payEvent: readPayEvent },
  due: () => null,
  beforeSending: renewWaiting,
  overtaken: overtakenIn,
  takenBack: heldThoughTakenBack,
};
