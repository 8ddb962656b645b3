/** People of a due as the page shows them: paydays that went the same way are one line. */
import type { DuePerson } from "@zesty/contract/dues";
import { shortDate } from "../../parts/format.ts";

/** Paydays of a person that went the same way are one line. */
export function alikeIn(people: readonly DuePerson[]) {
  const found = new Map<string, DuePerson & { key: string; first: string; last: string; count: number }>();
  for (const each of people) {
    const way = each.steps.filter(({ what }) => what !== "payday");
    const key = JSON.stringify([each.personId, way, each.parts.map((part) => part.state), each.reason]);
    const known = found.get(key);
    if (!known) found.set(key, { ...each, key, first: each.payday, last: each.payday, count: 1 });
    else
      found.set(key, {
        ...known,
        ...{ last: each.payday, count: known.count + 1, cents: known.cents + each.cents },
        parts: known.parts.map((part, at) => ({ ...part, cents: part.cents + (each.parts[at]?.cents ?? 0) })),
      });
  }
  return [...found.values()].map((each) => ({
    ...each,
    paydays:
      each.count === 1
        ? `Payday ${shortDate(each.first)}`
        : `${each.count} paydays, ${shortDate(each.first)} to ${shortDate(each.last)}`,
  }));
}
