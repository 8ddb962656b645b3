/** Leave asked for, or recorded as approved at once: kind, days in one field, hours of a part of the day. */
import type { AskLeave, LeavePerson, LeaveView } from "@zesty/contract/leave";
import type { KindOfLeave } from "@zesty/core/countries/leave";
import { weekOn } from "@zesty/core/leave/changingWeek";
import { tidiedHours } from "@zesty/core/quantity/tidied";
import { useState } from "react";
import { problemOf } from "../../state/api.ts";
import { leaveApi } from "../../state/leaveApi.ts";
import { untilSaved } from "../../state/saving.ts";
import { Button } from "../Button.tsx";
import { ChoiceField, TextField, TickField } from "../Fields.tsx";
import { longDate, shortDate } from "../format.ts";
import { ProblemNote } from "../ProblemNote.tsx";
import { AskedFacts } from "./AskedFacts.tsx";
import { askedFacts, kindsFor, readSpan } from "./asked.ts";

interface Props {
  view: LeaveView;
  person: LeavePerson;
  /** the kind that stands chosen at first */
  firstKind?: string | undefined;
  /** days drawn on the tape, or of the run's period */
  drawn?: { first: string; last: string } | null;
  onDone: () => void;
  onBack: () => void;
  /** the days that are asked for, while they are typed */
  onDays?: (days: { first: string; last: string }) => void;
}

const spanText = ({ first, last }: { first: string; last: string }) =>
  first === last ? shortDate(first) : `${shortDate(first)} – ${shortDate(last)}`;

export function LeaveForm({ view, person, firstKind, drawn = null, onDone, onBack, onDays }: Props) {
  const week = weekOn(person.weeks, drawn?.first ?? view.today);
  const kinds = kindsFor(person, view);
  const first = kinds.find((each) => each.code === firstKind) ?? kinds[0];
  const [kind, setKind] = useState(first?.code ?? "");
  const [text, setText] = useState(drawn ? spanText(drawn) : "");
  const [part, setPart] = useState("");
  const [note, setNote] = useState("");
  const [inAdvance, setInAdvance] = useState(false);
  const [agreed, setAgreed] = useState(false);
  const [ask, asked] = leaveApi.useAskLeaveMutation();
  const days = drawn && text === spanText(drawn) ? drawn : readSpan(text, view.today);
  const hoursADay = part.trim() === "" ? null : tidiedHours(part);
  const isNumber = hoursADay === null || /^\d{1,2}(\.\d{1,4})?$/.test(hoursADay);
  const facts = days && isNumber ? askedFacts(view, person, { kind, ...days, hoursADay }) : null;
  // Days outside what is shown: the server says that the balance would not do.
  const below = facts?.after?.isNegative() || (asked.error && problemOf(asked.error).code === "below-nought") || false;
  const outside = days !== null && (days.first < view.from || days.last > view.to);
  const busy = asked.isLoading;
  const send = async (approve: boolean) => {
    if (!days) return;
    // What was typed in an open run is at the server before its days change the run.
    await untilSaved();
    const wanted: AskLeave = {
      ...{ personId: person.personId, kind, ...days, hoursADay, inAdvance, note: note || null },
      approve: approve ? { belowNought: agreed } : null,
    };
    const made = await ask({ business: view.businessId, ...wanted });
    if (made.data) onDone();
  };
  return (
    <form
      noValidate
      className="flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void send(false);
      }}
    >
      <Button look="quiet" className="self-start" onClick={onBack}>
        Back
      </Button>
      <h2 className="font-name text-[20px] leading-tight">Leave for {person.name}</h2>
      <ChoiceField label="Leave" value={kind} onChange={(event) => setKind(event.target.value)}>
        <Kinds of={kinds} />
      </ChoiceField>
      <TextField
        label="From and to"
        placeholder="12/1-23/1, 6/7, fri"
        autoFocus={!drawn}
        value={text}
        hint={days ? `${longDate(days.first)}${days.last === days.first ? "" : ` to ${longDate(days.last)}`}` : ""}
        {...(text.trim() !== "" && !days ? { error: "Not understood. Write two days as 12/1-23/1, or one." } : {})}
        onChange={(event) => {
          setText(event.target.value);
          const read = readSpan(event.target.value, view.today);
          if (read) onDays?.(read);
        }}
      />
      <div className="grid grid-cols-[110px_1fr] gap-3">
        <TextField
          label="Hours a day"
          placeholder={week?.pattern ? "all" : ""}
          inputMode="decimal"
          value={part}
          {...(isNumber ? {} : { error: "Write hours as 3.8 or 3:48." })}
          onChange={(event) => setPart(event.target.value)}
        />
        <TextField label="Note" maxLength={300} value={note} onChange={(event) => setNote(event.target.value)} />
      </div>
      <WhatItMeans facts={facts} outside={outside} hasWeek={week?.pattern != null} />
      <TickField
        label="Pay it in advance, with the pay before it begins"
        checked={inAdvance}
        onChange={(event) => setInAdvance(event.target.checked)}
      />
      {below && (
        <TickField
          label="Leave in advance is agreed: the balance may go below nought"
          checked={agreed}
          onChange={(event) => setAgreed(event.target.checked)}
        />
      )}
      <ProblemNote error={asked.error} />
      <div className="flex flex-wrap gap-2">
        <Button look="main" disabled={busy || !days || !isNumber || (below && !agreed)} onClick={() => void send(true)}>
          Record it as approved
        </Button>
        <Button type="submit" disabled={busy || !days || !isNumber}>
          Send for approval
        </Button>
      </div>
    </form>
  );
}

/** Kinds of leave, paid ones first. */
const Kinds = ({ of: kinds }: { of: readonly KindOfLeave[] }) => (
  <>
    {[false, true].map((unpaid) => (
      <optgroup key={String(unpaid)} label={unpaid ? "Without pay" : "Paid"}>
        {kinds
          .filter((each) => each.unpaid === unpaid)
          .map((each) => (
            <option key={each.code} value={each.code}>
              {each.words}
            </option>
          ))}
      </optgroup>
    ))}
  </>
);

interface MeansProps {
  facts: ReturnType<typeof askedFacts> | null;
  /** days beyond those that the page knows */
  outside: boolean;
  hasWeek: boolean;
}

/** What the days come to, as far as it can be said here. */
function WhatItMeans({ facts, outside, hasWeek }: MeansProps) {
  return (
    <>
      {!hasWeek && (
        <p className="text-[13px] text-quiet">No week is on record: say how many hours each day would have had.</p>
      )}
      {facts && facts.days.length > 0 && !outside && <AskedFacts facts={facts} />}
      {facts && facts.days.length === 0 && <p className="text-amber">These dates include no working days.</p>}
      {outside && (
        <p className="text-quiet">These days lie outside what is shown; the balance is looked at when sent.</p>
      )}
    </>
  );
}
