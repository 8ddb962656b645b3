/** The pay event of Single Touch Payroll: what an Australian payday tells the agency. */
import type { SignOffPlan } from "@zesty/contract/signOff";
import { type EventAgent, payEvent, payeeRecord } from "@zesty/core/au/documents/payEvent";
import { addDays, dateWords } from "@zesty/core/calendar/dates";
import { payrollYearAu } from "@zesty/core/calendar/payrollYear";
import { sum } from "@zesty/core/quantity/decimal";
import { centsText, moneyText } from "@zesty/core/quantity/units";
import { superGuaranteeRules } from "@zesty/core/rulebook/au/superGuaranteeRules";
import { keepDocument } from "../documents/documents.ts";
import type { Actor, Context } from "../ground/context.ts";
import { messageIdOf } from "../ground/messageId.ts";
import { agentOn, standingOn } from "../lodging/lodging.ts";
import type { LodgingOfCountry } from "../outbox/lodgingOfCountry.ts";
import type { Prepared } from "../row/prepared.ts";
import { runName } from "../signOff/runDocuments.ts";
import { outbox } from "../store/schema.ts";
import { factSums } from "../store/sums.ts";
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

/** Makes the pay event of a prepared run. What it returns keeps it as a document and puts it into the outbox. */
function makePayEvent(
  context: Context,
  actor: Actor,
  prepared: Prepared,
  { state, suffix, replaced }: { state: "prepared" | "queued"; suffix: string; replaced?: Replaced },
): () => void {
  const { business: owner, loaded } = prepared;
  const { run } = loaded;
  const rules = context.rules.row(superGuaranteeRules, run.payday).figures;
  const reportedYear = throughTheYear(context, prepared);
  const sources = payeeSources(context, run);
  const agent = eventAgent(context, owner.id, run.payday);
  const says = {
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
  const messageId = messageIdOf(context, {
    bmsId: owner.bmsId,
    run,
    payId: null,
    channel: "payEvent",
    says: JSON.stringify(says),
  });
  const bytes = payEventXml(
    payEvent({
      submissionId: replaced?.submissionId ?? messageId,
      ...(replaced ? { replaces: true } : {}),
      runAt: context.clock.now(),
      declaration: { declarer: actor.email, date: context.clock.today(owner.timeZone), accepted: true },
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
 * Year-to-date as a pay event reports it: with paydays of the year that come later and are signed off already. An event
 * made again, or one for an earlier payday, would else take the reported year back.
 */
function throughTheYear({ store }: Context, { loaded: { run, rows } }: Prepared) {
  const later = factSums(
    store,
    rows.map((row) => row.person.id),
    addDays(run.payday, 1),
    payrollYearAu(run.payday).to,
  );
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
  replace: (context, actor, prepared, replaced) =>
    makePayEvent(context, actor, prepared, { state: "queued", suffix: "-replacement", replaced })(),
  amendable: [],
  read: { payEvent: readPayEvent },
  due: () => null,
  takenBack: () => {},
};
