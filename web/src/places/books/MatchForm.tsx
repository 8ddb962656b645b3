/** Which of ours a line of the bank is, said by hand. */
import type { BankLineView, SentToBank } from "@zesty/contract/bankStatements";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { ChoiceField, TextField } from "../../parts/Fields.tsx";
import { cents, shortDate } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { problemOf } from "../../state/api.ts";
import { booksApi } from "../../state/booksApi.ts";

const notOurs = "not ours";

export function MatchForm({
  business,
  line,
  payments,
  onDone,
}: {
  business: number;
  line: BankLineView;
  payments: SentToBank[];
  onDone: () => void;
}) {
  const [save, { error, isLoading }] = booksApi.useMatchByHandMutation();
  const [chosen, setChosen] = useState(notOurs);
  const [reason, setReason] = useState("");
  const isBack = line.cents > 0;
  // A line that left is one of those not seen; one that came in, a part of those that were.
  const offered = payments.flatMap((each) =>
    isBack
      ? each.parts
          .filter((part) => part.seen)
          .map((part) => ({
            key: JSON.stringify([each.id, part.id]),
            words: `${part.words}, ${each.words}: ${cents(part.cents)}`,
          }))
      : each.seenCents === 0
        ? [
            {
              key: JSON.stringify([each.id, null]),
              words: `${each.words}, ${shortDate(each.on)}: ${cents(each.cents)}`,
            },
          ]
        : each.parts
            .filter((part) => !part.seen)
            .map((part) => ({
              key: JSON.stringify([each.id, part.id]),
              words: `${part.words}, ${each.words}: ${cents(part.cents)}`,
            })),
  );
  const problem = error ? problemOf(error) : null;
  const fault = problem?.errors?.find((each) => each.path === "reason")?.text;
  return (
    <form
      className="mt-2 ml-auto grid w-3/5 grid-cols-2 items-start gap-3 border-l-3 border-lime pl-3"
      onSubmit={(event) => {
        event.preventDefault();
        const [payment, part] = chosen === notOurs ? [null, null] : (JSON.parse(chosen) as [string, string | null]);
        void save({ business, line: line.id, payment, part, reason })
          .unwrap()
          .then(onDone, () => {});
      }}
    >
      <ChoiceField
        label={isBack ? "What came back" : "What left"}
        value={chosen}
        onChange={(event) => setChosen(event.target.value)}
      >
        <option value={notOurs}>Nothing of payroll's</option>
        {offered.map((each) => (
          <option key={each.key} value={each.key}>
            {each.words}
          </option>
        ))}
      </ChoiceField>
      <TextField label="Reason" value={reason} onChange={(event) => setReason(event.target.value)} error={fault} />
      <div className="col-span-2 flex gap-2">
        <Button type="submit" disabled={isLoading}>
          Match it
        </Button>
        <Cancel onClick={onDone} />
      </div>
      {problem && !fault && (
        <div className="col-span-2">
          <ProblemNote error={error} />
        </div>
      )}
    </form>
  );
}
