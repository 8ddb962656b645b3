/** The pencilled shapes of the margin: cross = stop, question mark = query, dot = note, tick = looked at. */
import type { MarkKind } from "@zesty/core/checks/mark";

export function MarkShape({ kind, ticked = false }: { kind: MarkKind; ticked?: boolean }) {
  if (ticked)
    return (
      <svg viewBox="0 0 14 14" width="14" height="14" aria-hidden="true" className="text-leaf">
        <path d="M2 7.500 L5.500 11 L12 3" fill="none" stroke="currentColor" strokeWidth="2" />
      </svg>
    );
  if (kind === "stop")
    return (
      <svg viewBox="0 0 14 14" width="14" height="14" aria-hidden="true" className="text-plum">
        <path d="M2.500 2.500 L11.500 11.500 M11.500 2.500 L2.500 11.500" stroke="currentColor" strokeWidth="2.2" />
      </svg>
    );
  if (kind === "query")
    return (
      <span
        aria-hidden="true"
        className="w-[14px] text-center font-name text-[17px] leading-none font-semibold text-amber"
      >
        ?
      </span>
    );
  return (
    <svg viewBox="0 0 14 14" width="14" height="14" aria-hidden="true" className="text-quiet">
      <circle cx="7" cy="7" r="2.2" fill="currentColor" />
    </svg>
  );
}

export const kindWord: Record<MarkKind, string> = { stop: "Stop", query: "Query", note: "Note" };
