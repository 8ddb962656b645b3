/** What would be otherwise becomes so: each sentence as its act, all of them or none. */
import type { AheadAdopted, AheadChange } from "@zesty/contract/ahead";
import { casesOf, raise } from "../afterwards/raise.ts";
import type { Actor, Context } from "../ground/context.ts";
import { todayAt } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { refreshTimeInRuns } from "../time/intoRun.ts";
import { applyChanges, demandPossible, everybody } from "./changes.ts";
import { sentenceOf } from "./sentences.ts";

/** What needs facts that nobody has given yet is done where they are asked for. */
const byHand: Partial<Record<AheadChange["kind"], { to: string; why: string }>> = {
  more: {
    to: "/people/several",
    why: "add the person under People: name, birth date, tax and account are still unknown",
  },
  contribution: { to: "/people", why: "agree it with each person: it stands on their page" },
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
  if (acts.length === 0)
    throw cannot("nothing-to-do", "None of these sentences can be done from here. Nothing was changed.");
  const rest = on.flatMap((each) => {
    const hand = byHand[each.kind];
    return hand ? [{ ...hand, text: sentenceOf(context, businessId, each) }] : [];
  });
  return context.store.transaction(() => {
    const done = acts.map((each) => {
      const text = sentenceOf(context, businessId, each);
      const told: string[] = [];
      if (each.kind === "rates") {
        const { from, by, value } = each;
        const wanted = { from, by, value, people: each.people, payBack: false };
        const all = [...casesOf(context, businessId, wanted)].flatMap(([id, { terms }]) => (terms ? [id] : []));
        raise(context, actor, businessId, { ...wanted, people: each.people.length > 0 ? each.people : all });
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
