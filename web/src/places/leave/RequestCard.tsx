/** A request with what it means, and its answer: approve, decline or withdraw, with a comment. */
import type { LeaveAnswer, LeaveRequestView, LeaveView } from "@zesty/contract/leave";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { TextField, TickField } from "../../parts/Fields.tsx";
import { shortDate, weekdayDate } from "../../parts/format.ts";
import { AskedFacts } from "../../parts/leave/AskedFacts.tsx";
import { askedFacts } from "../../parts/leave/asked.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { leaveApi } from "../../state/leaveApi.ts";
import { Papers } from "./Papers.tsx";

export const stateWords = {
  waiting: "waits for an answer",
  approved: "approved",
  declined: "declined",
  withdrawn: "withdrawn",
} as const;

export function RequestCard({
  view,
  request,
  away,
  onDone,
}: {
  view: LeaveView;
  request: LeaveRequestView;
  /** who else is away then, by name */
  away: readonly string[];
  onDone: (note: string | null) => void;
}) {
  const person = view.people.find((each) => each.personId === request.personId);
  const [comment, setComment] = useState("");
  const [agreed, setAgreed] = useState(false);
  const [answer, { error, isLoading }] = leaveApi.useAnswerLeaveMutation();
  const facts = person ? askedFacts(view, person, request, request.state === "approved") : null;
  const below = request.state === "waiting" && (facts?.after?.isNegative() ?? false);
  const say = async (said: LeaveAnswer) => {
    const done = await answer({
      ...{ business: view.businessId, request: request.id, answer: said, comment: comment || null, was: request.state },
      belowNought: agreed,
    });
    if (done.data) onDone(done.data.note);
  };
  return (
    <article className="flex flex-col gap-2">
      <h2 className="font-name text-[20px] leading-tight">{person?.name ?? "Somebody not shown here"}</h2>
      <p>
        {leaveKindIn(view.country, request.kind).words}, {weekdayDate(request.first)}
        {request.last === request.first ? "" : ` to ${weekdayDate(request.last)}`}
        {request.hoursADay ? `, ${request.hoursADay} h each day` : ""}
        {request.inAdvance ? ", paid in advance" : ""}
      </p>
      <p className="text-[14px] text-quiet">
        Asked by {request.askedBy} on {shortDate(request.askedOn.slice(0, 10))}; {stateWords[request.state]}
        {request.answeredBy ? ` by ${request.answeredBy}` : ""}
        {request.comment ? `: “${request.comment}”` : ""}.
      </p>
      {request.note && <p className="border-l-3 border-rule-strong pl-2">{request.note}</p>}
      {facts && <AskedFacts facts={facts} />}
      {away.length > 0 && (
        <p className="text-[14.5px] text-quiet">
          Also away then: {away.slice(0, 5).join(", ")}
          {away.length > 5 ? ` and ${away.length - 5} more` : ""}.
        </p>
      )}
      {request.canAnswer && request.state !== "withdrawn" && <Papers view={view} request={request} />}
      {request.canAnswer && (request.state === "waiting" || request.state === "approved") && (
        <>
          <TextField
            label="Comment"
            maxLength={300}
            value={comment}
            onChange={(event) => setComment(event.target.value)}
          />
          {below && (
            <TickField
              label="Leave in advance is agreed: the balance may go below nought"
              checked={agreed}
              onChange={(event) => setAgreed(event.target.checked)}
            />
          )}
          <div className="flex flex-wrap gap-2">
            {request.state === "waiting" && (
              <>
                <Button look="main" disabled={isLoading || (below && !agreed)} onClick={() => void say("approved")}>
                  Approve
                </Button>
                <Button disabled={isLoading} onClick={() => void say("declined")}>
                  Decline
                </Button>
              </>
            )}
            <Button look="quiet" disabled={isLoading} onClick={() => void say("withdrawn")}>
              Withdraw
            </Button>
          </div>
        </>
      )}
      {/* Also once the other's answer stands in place of the buttons. */}
      <ProblemNote error={error} />
    </article>
  );
}
