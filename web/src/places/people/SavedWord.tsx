/** After a save: what changed and from when, with the way back. */
import type { LineOfTime } from "@zesty/contract/lineOfTime";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { longDate } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { lineApi } from "../../state/lineApi.ts";

export interface Saved {
  id: string;
  note: string;
  /** the newest change of the section before it was saved */
  after: number;
}

const notchesOf = (line: LineOfTime | undefined, section: string) =>
  line?.lanes.find((lane) => lane.section === section)?.notches ?? [];

export const newestNotch = (line: LineOfTime | undefined, section: string): number =>
  Math.max(0, ...notchesOf(line, section).map((each) => each.id));

export function SavedWord({ personId, saved: { id, note, after } }: { personId: number; saved: Saved }) {
  const { data: line } = lineApi.useLineQuery(personId);
  const [undo, { error, isLoading }] = lineApi.useUndoChangeMutation();
  const [isUndone, setIsUndone] = useState(false);
  const notch = notchesOf(line, id).find((each) => each.id > after);
  const changed = notch?.changes.filter((each) => each.was !== null) ?? [];
  return (
    <div role="status" className="mt-1 border-l-3 border-lime pl-3">
      {isUndone ? (
        "Undone: what applied before applies again."
      ) : (
        <>
          {note}
          {notch && changed.length > 0 && (
            <span className="text-quiet">
              {" "}
              {changed.map((each) => `${each.what}: ${each.was} → ${each.is}`).join("; ")}, from {longDate(notch.from)}.
            </span>
          )}{" "}
          {notch?.canUndo && (
            <Button
              look="quiet"
              disabled={isLoading}
              onClick={() =>
                void undo({ person: personId, section: id, notch: notch.id }).then(
                  ({ data }) => data && setIsUndone(true),
                )
              }
            >
              Undo
            </Button>
          )}
        </>
      )}
      <ProblemNote error={error} />
    </div>
  );
}
