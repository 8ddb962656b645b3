/** What would be otherwise becomes so: each sentence as its act, all of them or none. */
import type { AheadAdopted, AheadChange } from "@zesty/contract/ahead";
import { decimal } from "@zesty/core/quantity/decimal";
import { dollars } from "@zesty/core/quantity/units";
import { casesOf, planRaise, raise } from "../afterwards/raise.ts";
import type { Actor, Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { refreshTimeInRuns } from "../time/intoRun.ts";
import { applyChanges, demandPossible, everybody } from "./changes.ts";
import { sentenceOf } from "./sentences.ts";

interface Elsewhere {
  to: string;
  why: string;
}
/** What needs facts that nobody has given yet is done where they are asked for. */
const byHand: Partial<Record<AheadChange["kind"], (change: AheadChange) => Elsewhere>> = {
  more: () => ({
    to: "/people/several",
    why: "add the person under People: name, birth date, tax and account are still unknown",
  }),
  contribution: () => ({ to: "/people", why: "agree it with each person: it stands on their page" }),
  leaves: ({ people: [first] }) => ({
    to: `/people/${first}#departure`,
    why: "record the departure: it asks for the reason and the notice",
  }),
};

export function adopt(
  context: Context,
  actor: Actor,
  businessId: number,
  changes: readonly AheadChange[],
): AheadAdopted {
  const on = changes.filter((each) => each.on);
  const acts = on.filter((each) => !(each.kind in byHand));
  demandPossible(context, businessId, on, todayAt(context, businessId));
  const rest = on.flatMap((each) => {
    // Each departure is asked about by itself.
    const single = each.kind === "leaves" ? each.people.map((id) => ({ ...each, people: [id] })) : [each];
    return single.flatMap((one) => {
      const hand = byHand[each.kind]?.(one);
      return hand ? [{ ...hand, text: sentenceOf(context, businessId, one) }] : [];
    });
  });
  return context.store.transaction(() => {
    const done = acts.map((each) => {
      const text = sentenceOf(context, businessId, each);
      const told: string[] = [];
      if (each.kind === "rates") {
        const { from, by, value } = each;
        const wanted = { from, by, value, people: each.people, payBack: false };
        const all = [...casesOf(context, businessId, wanted)].flatMap(([id, { terms }]) => (terms ? [id] : []));
        const people = each.people.length > 0 ? each.people : all;
        const { backPay } = planRaise(context, actor, businessId, { ...wanted, people });
        raise(context, actor, businessId, { ...wanted, people });
        if (decimal(backPay).gt(0))
          told.push(
            `Pays that are signed off already cover days from then on: ${dollars(decimal(backPay))} is owed for them. People, Look past pays over, finds it and puts it into the next run.`,
          );
      } else {
        const who = everybody(context, businessId, []);
        applyChanges(context, actor, businessId, [each], who, (_change, note) => told.push(note));
      }
      return [text, ...told].join(" ");
    });
    refreshTimeInRuns(context, businessId, [...new Set(acts.flatMap((each) => each.people))]);
    return { done, rest };
  });
}
