/** A payday as a small citrus wheel: five segments, one a step, filling as the steps are done. */
import type { SegmentState, Segments } from "@zesty/contract/runs";

const steps = ["Hours", "Check", "Sign off", "Send", "Settle"] as const;
const words: Record<SegmentState, string> = { todo: "to do", now: "in hand", done: "done", wrong: "needs you" };

const point = (angle: number, radius: number) =>
  `${(16 + radius * Math.sin(angle)).toFixed(2)} ${(16 - radius * Math.cos(angle)).toFixed(2)}`;

function segment(at: number): string {
  const gap = 0.09;
  const from = (at * 2 * Math.PI) / 5 + gap;
  const to = ((at + 1) * 2 * Math.PI) / 5 - gap;
  return `M${point((from + to) / 2, 2.4)} L${point(from, 11)} A11 11 0 0 1 ${point(to, 11)} Z`;
}

const fills: Record<SegmentState, string> = {
  todo: "fill-transparent stroke-rule-strong",
  now: "fill-lime stroke-amber",
  done: "fill-leaf stroke-leaf",
  wrong: "fill-plum stroke-plum",
};

export const wheelWords = (segments: Segments): string =>
  steps.map((step, at) => `${step} ${words[segments[at] ?? "todo"]}`).join(", ");

export function Wheel({ segments, size = 28, title }: { segments: Segments; size?: number; title?: string }) {
  return (
    <svg
      viewBox="0 0 32 32"
      width={size}
      height={size}
      role="img"
      aria-label={`${title ? `${title}: ` : ""}${wheelWords(segments)}`}
    >
      <circle cx="16" cy="16" r="14.4" className="fill-sheet stroke-action" strokeWidth="1.8" />
      {segments.map((state, at) => (
        <path key={steps[at]} d={segment(at)} className={fills[state]} strokeWidth="1" />
      ))}
      {segments.map((state, at) =>
        state === "wrong" ? (
          <path
            key={steps[at]}
            d="M13.500 13.500 L18.500 18.500 M18.500 13.500 L13.500 18.500"
            className="stroke-sheet"
            strokeWidth="2"
          />
        ) : null,
      )}
    </svg>
  );
}
