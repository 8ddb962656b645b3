/** What a pay run may be, and which of it counts. */
export const runStates = ["open", "signedOff", "sent", "settled", "takenBack"] as const;
export type RunState = (typeof runStates)[number];

/** Signed off and not taken back: its pays count. */
export const signedStates = ["signedOff", "sent", "settled"] as const satisfies readonly RunState[];
/** Something is still to be done for it. */
export const unsettledStates = ["open", "signedOff", "sent"] as const satisfies readonly RunState[];
