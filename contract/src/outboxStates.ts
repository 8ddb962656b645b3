/** What a message that leaves the house may be, and what counts as arrived. */
export const outboxStates = [
  "prepared",
  "queued",
  "sending",
  "unknown",
  "acknowledged",
  "accepted",
  "acceptedWithWarnings",
  "partial",
  "rejected",
  "refused",
  "cancelled",
  "replaced",
] as const;
export type OutboxState = (typeof outboxStates)[number];

/** Its receiver took it, for everybody or for some. */
export const takenStates = ["accepted", "acceptedWithWarnings", "partial"] as const satisfies readonly OutboxState[];
/** Its receiver said what became of it. */
export const answeredStates = [...takenStates, "rejected"] as const satisfies readonly OutboxState[];
/** Its receiver holds it. */
export const heldStates = ["acknowledged", ...answeredStates] as const satisfies readonly OutboxState[];

export const isTaken = (state: string): boolean => (takenStates as readonly string[]).includes(state);
