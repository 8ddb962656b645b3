/** The states of what leaves the house, in words and shapes; colour only goes with them. */
import type { OutboxState } from "@zesty/contract/outboxStates";

interface Look {
  words: string;
  bank?: string;
  colour: string;
  shape: "waiting" | "moving" | "done" | "trouble" | "asking";
}

export const outboxLook: Record<OutboxState, Look> = {
  prepared: { words: "Ready, not sent", colour: "text-quiet", shape: "waiting" },
  queued: { words: "On its way", colour: "text-ink", shape: "moving" },
  sending: { words: "On its way", colour: "text-ink", shape: "moving" },
  unknown: { words: "No clear answer yet", colour: "text-amber", shape: "asking" },
  acknowledged: { words: "Received, result awaited", bank: "The bank has it", colour: "text-ink", shape: "moving" },
  accepted: { words: "Accepted", bank: "Paid", colour: "text-leaf", shape: "done" },
  acceptedWithWarnings: { words: "Accepted with warnings", colour: "text-leaf", shape: "done" },
  partial: { words: "Some people rejected", bank: "Some payments came back", colour: "text-plum", shape: "trouble" },
  rejected: { words: "Rejected", bank: "All payments came back", colour: "text-plum", shape: "trouble" },
  refused: { words: "Refused", colour: "text-plum", shape: "trouble" },
  replaced: { words: "Replaced by the event after it", colour: "text-quiet", shape: "waiting" },
  cancelled: { words: "Taken back, never sent", colour: "text-quiet", shape: "waiting" },
};

export function StateShape({ state }: { state: OutboxState }) {
  const { shape } = outboxLook[state];
  return (
    <svg
      viewBox="0 0 16 16"
      width="16"
      height="16"
      aria-hidden="true"
      fill="none"
      stroke="currentColor"
      strokeWidth="2"
    >
      {shape === "done" && <path d="M2.500 8.500 L6.500 12.500 L13.500 3.500" />}
      {shape === "trouble" && <path d="M3 3 L13 13 M13 3 L3 13" />}
      {shape === "waiting" && <circle cx="8" cy="8" r="5.500" />}
      {shape === "moving" && <path d="M2 8 H13 M9 4 L13 8 L9 12" />}
      {shape === "asking" && <path d="M4 5 a4 4 0 1 1 5 4 v2 M8.900 13.500 v1" />}
    </svg>
  );
}
