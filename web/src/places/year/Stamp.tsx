/** Where a person stands at the year's end, as a stamp in the margin: shape and word, and what it means. */
import type { EndingPerson, EndingState } from "@zesty/contract/year";
import { counted } from "../../parts/format.ts";
import { MarkShape } from "../../parts/MarkShape.tsx";

const shown: Record<EndingState, { word: string; kind: "stop" | "query" | "note"; ticked?: boolean }> = {
  open: { word: "open", kind: "note" },
  sending: { word: "on its way", kind: "note" },
  final: { word: "final", kind: "note", ticked: true },
  changed: { word: "changed since", kind: "query" },
  refused: { word: "refused", kind: "stop" },
  leftOut: { word: "left out", kind: "note" },
};

export function Stamp({ person }: { person: EndingPerson }) {
  const { word, kind, ticked = false } = shown[person.state];
  // That the year is not over is nobody's fault.
  const marks = person.marks.filter((mark) => !mark.ofFinal);
  const stops = marks.filter((mark) => mark.kind === "stop").length;
  const queries = marks.length - stops;
  const isOpen = person.state === "open" || person.state === "refused" || person.state === "changed";
  const mark = isOpen && stops > 0 ? "stop" : isOpen && queries > 0 && kind !== "stop" ? "query" : kind;
  const counts = [stops && counted(stops, "stop"), queries && counted(queries, "query", "queries")].filter(Boolean);
  return (
    <span className="inline-flex items-center gap-1.5 whitespace-nowrap" title={person.words || undefined}>
      <MarkShape kind={mark} ticked={ticked} />
      {isOpen && counts.length > 0 ? `${word}, ${counts.join(", ")}` : word}
    </span>
  );
}
