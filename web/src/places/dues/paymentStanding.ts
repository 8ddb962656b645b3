/** Where a payment stands as a whole, and what of it came back. */
import type { DuePaymentView, RemittanceView } from "@zesty/contract/dues";

/** Nothing is to be done or waited for any more. */
export const isOver = ({ cancelled, messages, remittances }: DuePaymentView): boolean =>
  cancelled ||
  (messages.every((message) => !message.odd) &&
    remittances.every((each) => each.parts.every(({ state }) => state === "received" || state === "allocated")));

/** What came back, a line a person: one may have had it for many paydays. */
export function cameBack({ name, events }: RemittanceView) {
  const found = new Map<string, { key: string; who: string; on: string; reason: string; cents: number }>();
  for (const { what, on, reason, person, cents: own } of events) {
    if (what !== "returned") continue;
    const key = `${person} ${on} ${reason}`;
    const known = found.get(key);
    found.set(key, { ...{ key, who: person ?? name, on, reason }, cents: (known?.cents ?? 0) + (own ?? 0) });
  }
  return [...found.values()];
}
