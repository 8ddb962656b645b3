/** A run that asks for nothing: everybody is paid as usual, nobody typed anything, and no mark waits. */
import type { RunView } from "@zesty/contract/runs";

type Row = Pick<RunView["rows"][number], "included" | "typed" | "overrides"> & {
  lines: readonly unknown[];
  marks: readonly Pick<RunView["rows"][number]["marks"][number], "kind" | "ticked">[];
};
type Looked = Pick<RunView, "kind" | "canSign"> & {
  rows: readonly Row[];
  leftOut: readonly Pick<RunView["leftOut"][number], "should">[];
};

export function isAsUsual({ kind, canSign, leftOut, rows }: Looked): boolean {
  const paid = rows.filter((row) => row.included);
  return (
    kind === "cycle" &&
    canSign &&
    paid.length > 0 &&
    !leftOut.some((each) => each.should) &&
    paid.every(
      ({ lines, typed, overrides, marks }) =>
        lines.length > 0 &&
        typed.length === 0 &&
        overrides === null &&
        !marks.some((mark) => mark.kind === "stop" || (mark.kind === "query" && !mark.ticked)),
    )
  );
}
