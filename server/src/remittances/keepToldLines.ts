/** What a clearing house says of contributions, kept line by line as it is heard: with the fund, allocated, come back. */
import { centsText } from "@zesty/core/quantity/units";
import type { Context } from "../ground/context.ts";
import type { ToldLine } from "../outside/clearingHouse.ts";
import type { Outcome } from "../outside/outcome.ts";
import { record } from "../store/trail.ts";
import { bookDues } from "./bookDues.ts";
import { moveParts, type Part, partsOf } from "./moveParts.ts";
import type { DuePaymentRow } from "./pay.ts";

const over = (parts: readonly Part[]): number => parts.reduce((sum, each) => sum + each.cents, 0);

/** @returns what it came to: waiting until nothing is left to be heard */
export function keepToldLines(context: Context, payment: DuePaymentRow, told: readonly ToldLine[]): Outcome {
  const { businessId, number } = payment;
  return context.store.transaction((): Outcome => {
    const byLine = new Map(
      partsOf(context, payment.id).flatMap((part) => (part.kind === "super" ? [[part.line, part]] : [])),
    );
    let moved = 0;
    const back: Part[] = [];
    for (const { line, state, receivedOn, endedOn, memberNumber, reason } of told) {
      const part = byLine.get(line);
      if (!part) continue;
      if (receivedOn !== null && (state === "received" || state === "allocated"))
        moved += moveParts(context, [part], "received", { on: receivedOn }).length;
      if (state === "allocated") moved += moveParts(context, [part], "allocated", { on: endedOn ?? "" }).length;
      if (state === "returned") back.push(...moveParts(context, [part], "returned", { on: endedOn ?? "", reason }));
      if (state === "allocated" && memberNumber !== null) keepMemberNumber(context, part, memberNumber);
    }
    bookDues(
      context,
      { businessId, number, on: told.find((each) => each.state === "returned")?.endedOn ?? payment.date, back: true },
      back,
    );
    if (moved + back.length > 0)
      record(context.store, {
        ...{ at: context.clock.now(), userId: null, businessId, what: "heard of contributions" },
        about: `payment ${number}${back.length > 0 ? `, ${centsText(over(back))} came back` : ""}`,
      });
    // What the bank brought back never reaches the clearing house, which goes on waiting for it.
    const isBack = ({ line }: ToldLine) => byLine.get(line)?.state === "returned";
    return outcomeOf(told.map((each) => (isBack(each) ? { ...each, state: "returned" as const } : each)));
  });
}

function outcomeOf(told: readonly ToldLine[]): Outcome {
  const count = (state: ToldLine["state"]) => told.filter((each) => each.state === state).length;
  const [held, there, done, returned] = [count("held"), count("received"), count("allocated"), count("returned")];
  if (held + there > 0)
    return {
      kind: "waiting",
      detail:
        there + done === 0
          ? "The clearing house has the contributions, and waits for their money."
          : `With the fund: ${there + done} of ${told.length}. ${done} allocated to members${returned > 0 ? `, ${returned} came back` : ""}.`,
    };
  return {
    ...{ kind: "final", items: [] },
    state: returned === 0 ? "accepted" : returned === told.length ? "rejected" : "partial",
    detail:
      returned === 0
        ? "Allocated to every member."
        : `${returned} of ${told.length} contributions came back. They are owed again, by the day they were first due: mend what the fund names, then pay them again.`,
  };
}

/** A number that the fund gave a new member is kept with the choice that had none, so that the next file says it. */
function keepMemberNumber({ store }: Context, { personId, fundId }: Part, memberNumber: string): void {
  store
    .prepared<[string, number, number]>(
      `UPDATE super_choice SET member_number = ? WHERE member_number IS NULL AND id =
         (SELECT id FROM super_choice WHERE person_id = ? AND fund_id = ? ORDER BY "from" DESC, id DESC LIMIT 1)`,
    )
    .run(memberNumber, personId, fundId);
}
