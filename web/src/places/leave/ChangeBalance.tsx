/** A balance changed by hand: adjusted with its reason, or cashed out into the open run. */
import type { LeavePerson, LeaveView } from "@zesty/contract/leave";
import { leaveKindIn, leaveKindsIn } from "@zesty/core/countries/leave";
import { useState } from "react";
import { Link } from "react-router";
import { onPage } from "../../countries/onPage.ts";
import { Button } from "../../parts/Button.tsx";
import { ChoiceField, TextField } from "../../parts/Fields.tsx";
import { sentenceCase } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { leaveApi } from "../../state/leaveApi.ts";

interface Props {
  view: LeaveView;
  person: LeavePerson;
}

export function Adjust({ view, person, onDone }: Props & { onDone: () => void }) {
  const kinds = leaveKindsIn(view.country).filter((kind) => kind.kept);
  const [kind, setKind] = useState(kinds[0]?.code ?? "");
  const [date, setDate] = useState(view.today);
  const [amount, setAmount] = useState("");
  const [reason, setReason] = useState("");
  const [seen] = useState(person.ledgerStamp);
  const [adjust, { error, isLoading }] = leaveApi.useAdjustLeaveMutation();
  return (
    <form
      noValidate
      className="flex flex-col gap-2 border-l-3 border-lime pl-3"
      onSubmit={(event) => {
        event.preventDefault();
        void adjust({ person: person.personId, kind, date, amount, reason, seen }).then((done) => {
          if (!done.error) onDone();
        });
      }}
    >
      <ChoiceField label="Balance of" value={kind} onChange={(event) => setKind(event.target.value)}>
        {kinds.map((each) => (
          <option key={each.code} value={each.code}>
            {each.words}, {each.unit}
          </option>
        ))}
      </ChoiceField>
      <TextField label="As of" type="date" value={date} onChange={(event) => setDate(event.target.value)} />
      <TextField
        label="Added, or taken off with a minus"
        inputMode="text"
        value={amount}
        onChange={(event) => setAmount(event.target.value)}
      />
      <TextField label="Reason" maxLength={300} value={reason} onChange={(event) => setReason(event.target.value)} />
      <ProblemNote error={error} />
      <Button type="submit" className="self-start" disabled={isLoading || amount === "" || reason === ""}>
        Adjust it
      </Button>
    </form>
  );
}

export function CashOut({ view, person }: Props) {
  const { kinds: codes, agreed: byBoth, law } = onPage[view.country].cashOut;
  const kinds = leaveKindsIn(view.country).filter((kind) => codes.includes(kind.code));
  const [kind, setKind] = useState(kinds[0]?.code ?? "");
  const [amount, setAmount] = useState("");
  const [agreed, setAgreed] = useState("");
  const [cash, { data, error, isLoading }] = leaveApi.useCashOutMutation();
  const unit = leaveKindIn(view.country, kind).unit;
  return (
    <form
      noValidate
      className="flex flex-col gap-2 border-l-3 border-lime pl-3"
      onSubmit={(event) => {
        event.preventDefault();
        void cash({ person: person.personId, kind, amount, agreed: byBoth.includes(kind) ? agreed : null });
      }}
    >
      <p className="text-[14.5px] text-quiet">{law}</p>
      <ChoiceField label="Leave" value={kind} onChange={(event) => setKind(event.target.value)}>
        {kinds.map((each) => (
          <option key={each.code} value={each.code}>
            {each.words}
          </option>
        ))}
      </ChoiceField>
      <TextField
        label={sentenceCase(unit)}
        inputMode="decimal"
        value={amount}
        onChange={(event) => setAmount(event.target.value)}
      />
      {byBoth.includes(kind) && (
        <TextField
          label="Agreed sum"
          inputMode="decimal"
          value={agreed}
          onChange={(event) => setAgreed(event.target.value)}
        />
      )}
      <ProblemNote error={error} />
      {data ? (
        <p role="status">
          It stands in the open run.{" "}
          <Link className="text-action underline" to={`/run/${data.runId}`}>
            Look at it there
          </Link>
        </p>
      ) : (
        <Button type="submit" className="self-start" disabled={isLoading || amount === ""}>
          Put it into the open run
        </Button>
      )}
    </form>
  );
}
