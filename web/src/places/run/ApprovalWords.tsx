/** What was asked and answered about a run or a row; a question that waits is answered where it stands. */
import type { Approval, ApprovalWord } from "@zesty/contract/approval";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { moment } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { approvalApi } from "../../state/approvalApi.ts";

interface Props {
  runId: number;
  approval: Approval;
  /** only of this pay; of the whole run and all pays where left out */
  payId?: number;
  mayAnswer: boolean;
}

export function ApprovalWords({ runId, approval, payId, mayAnswer }: Props) {
  const questions = approval.words.filter(
    (each) => each.kind === "question" && (payId === undefined || each.payId === payId),
  );
  if (questions.length === 0) return null;
  return (
    <ul aria-label="Questions" className="my-2 border-l-3 border-amber pl-3 text-[14.5px]">
      {questions.map((question) => {
        const answer = approval.words.find((each) => each.answers === question.id);
        return (
          <li key={question.id} className="py-1">
            <Said word={question} named={payId === undefined} />
            {answer ? (
              <Said word={answer} named={false} />
            ) : mayAnswer ? (
              <AnswerForm runId={runId} question={question.id} />
            ) : (
              <p className="text-quiet">Not answered yet.</p>
            )}
          </li>
        );
      })}
    </ul>
  );
}

const Said = ({ word: { by, text, at, name }, named }: { word: ApprovalWord; named: boolean }) => (
  <p>
    <span className="font-semibold">{by}</span>
    {named && name ? `, of ${name}` : ""}: {text} <span className="text-quiet">{moment(at)}</span>
  </p>
);

function AnswerForm({ runId, question }: { runId: number; question: number }) {
  const [text, setText] = useState("");
  const [answer, { error, isLoading }] = approvalApi.useAnswerApprovalMutation();
  return (
    <form
      className="mt-1"
      onSubmit={(event) => {
        event.preventDefault();
        void answer({ run: runId, question, text });
      }}
    >
      <TextField label="Answer" value={text} maxLength={1000} onChange={(event) => setText(event.target.value)} />
      <Button type="submit" className="mt-1" disabled={text.trim() === "" || isLoading}>
        Answer
      </Button>
      <ProblemNote error={error} />
    </form>
  );
}
