/**
 * Events come from the trail: it is written in the same transaction as the act, once, whatever door the act came by. Which
 * entry is which event stands here alone; a test does each act and looks for its event.
 */
import type { EventKind, ProgramEvent } from "@zesty/contract/programEvents";
import type { Store } from "../store/open.ts";

const kinds: readonly [EventKind, RegExp][] = [
  ["run.signedOff", /^signed off run/],
  ["run.takenBack", /^took back run/],
  ["message.answered", /^answer to /],
  ["days.approved", /^(approved|took back the approval of) (a|\d+) days?$/],
  ["leave.answered", /^(approved|declined|withdrawn) leave$/],
  [
    "person.changed",
    /^(added person$|changed \w+ from |undid a change of |recorded a departure, |undid a departure, |employed again |undid an employment again )/,
  ],
  ["dues.released", /^released a payment of dues$/],
];

export interface TrailEntry {
  id: number;
  at: string;
  businessId: number;
  what: string;
  about: string;
  hash: string;
}

export function eventOf(store: Store, { id, at, businessId, what, about }: TrailEntry): ProgramEvent | null {
  const type = kinds.find(([, words]) => words.test(what))?.[0];
  if (!type) return null;
  const run = runOf(store, businessId, type, about);
  return { type, timestamp: at, data: { business: businessId, entry: id, ...(run === null ? {} : { run }) } };
}

/** The run that an entry is about: by its number, or by the message that was answered. */
function runOf(store: Store, businessId: number, type: EventKind, about: string): number | null {
  if (type === "message.answered")
    return (
      store
        .prepared<[number, string], { run: number | null }>(
          "SELECT run_id AS run FROM outbox WHERE business_id = ? AND message_id = ?",
        )
        .get(businessId, about.replace(/^message /, ""))?.run ?? null
    );
  if (!type.startsWith("run.")) return null;
  return (
    store
      .prepared<[number, number], { id: number }>("SELECT id FROM pay_run WHERE business_id = ? AND number = ?")
      .get(businessId, Number.parseInt(about, 10))?.id ?? null
  );
}
