/** What stands in the way of a person's year, and leaving them out of its end with a reason. */
import type { EndingPerson } from "@zesty/contract/year";
import { useState } from "react";
import { Link } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { sentenceCase } from "../../parts/format.ts";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { yearApi } from "../../state/yearApi.ts";

export function PersonEnd({
  business,
  from,
  id,
  person,
  mayDeclare,
}: {
  business: number;
  from: string;
  id: number;
  person: EndingPerson;
  mayDeclare: boolean;
}) {
  const [leaveOut, { error }] = yearApi.useLeaveOutOfYearMutation();
  const [reason, setReason] = useState("");
  const mayLeave = mayDeclare && (person.state === "open" || person.state === "refused");
  return (
    <div className="mb-2 flex flex-wrap items-start justify-between gap-x-8 gap-y-2">
      <ul className="max-w-2xl">
        {person.words && (
          <li className="text-quiet">
            {sentenceCase(person.words)}
            {person.state === "refused" && (
              <Link className="ml-2 text-action underline" to={`/people/${id}#details`}>
                Mend it
              </Link>
            )}
          </li>
        )}
        {person.marks.map((mark) => (
          <li key={mark.text} className="flex items-baseline gap-2">
            <MarkShape kind={mark.ofFinal ? "note" : mark.kind} />
            <span>
              {mark.text}
              {mark.section && (
                <Link className="ml-2 text-action underline" to={`/people/${id}#${mark.section}`}>
                  Mend it
                </Link>
              )}
            </span>
          </li>
        ))}
      </ul>
      {mayLeave && (
        <form
          className="flex items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void leaveOut({ business, from, person: id, reason });
          }}
        >
          <TextField
            label="Leave out of the year's end, because"
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
          <Button type="submit" disabled={reason.trim() === ""}>
            Leave out
          </Button>
        </form>
      )}
      {mayDeclare && person.state === "leftOut" && (
        <Button onClick={() => void leaveOut({ business, from, person: id, reason: null })}>Take in again</Button>
      )}
      <ProblemNote error={error} />
    </div>
  );
}
