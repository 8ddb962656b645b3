/** A sentence of an agreement's rules, with what a copy changed struck out and written over, and its numbers as fields. */

import type { AgreementView } from "@zesty/contract/time";
import type { AgreementRules } from "@zesty/core/agreements/agreementRules";
import {
  type ChangedSentence,
  fieldsOf,
  isOfList,
  type RuleField,
  withAnother,
  withFields,
  withoutSentence,
} from "@zesty/core/agreements/editing";
import type { RuleSentence } from "@zesty/core/agreements/sentences";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { timeApi } from "../../state/timeApi.ts";

const unitWords = { hours: "hours", "%": "per cent", $: "dollars", time: "time", "": "" } as const;

export function Sentence({
  businessId,
  agreement,
  sentence,
  changed,
  spoke,
}: {
  businessId: number;
  agreement: AgreementView;
  sentence: RuleSentence;
  /** what the shipped set says in its place, where a copy changed it; new, where it says nothing of the kind */
  changed: ChangedSentence | null;
  spoke: boolean;
}) {
  const [open, setOpen] = useState(false);
  const canChange = fieldsOf(agreement.rules, sentence.path).length > 0 || isOfList(sentence.path);
  return (
    <li className={`group figures border-b border-rule py-1 ${spoke ? "bg-lime-soft" : ""}`}>
      {changed?.before && <del className="mr-2 text-quiet">{changed.before}</del>}
      {changed ? <ins className="bg-lime-soft no-underline">{sentence.text}</ins> : sentence.text}
      {sentence.ref && <span className="ml-2 text-[13px] text-quiet">{sentence.ref}</span>}
      {canChange && (
        <button
          type="button"
          aria-expanded={open}
          aria-label={`Change: ${sentence.text}`}
          className="ml-2 text-[13px] text-action underline opacity-0 group-hover:opacity-100 focus:opacity-100 aria-expanded:opacity-100"
          onClick={() => setOpen(!open)}
        >
          Change
        </button>
      )}
      {open && (
        <Fields businessId={businessId} agreement={agreement} path={sentence.path} onDone={() => setOpen(false)} />
      )}
    </li>
  );
}

function Fields({
  businessId,
  agreement,
  path,
  onDone,
}: {
  businessId: number;
  agreement: AgreementView;
  path: string;
  onDone: () => void;
}) {
  const [fields, setFields] = useState<RuleField[]>(() => fieldsOf(agreement.rules, path));
  const [fault, setFault] = useState<string | null>(null);
  const [load, { error, isLoading }] = timeApi.useLoadAgreementMutation();
  const use = async (rules: AgreementRules | { fault: string }) => {
    if ("fault" in rules) return setFault(rules.fault);
    setFault(null);
    const done = await load({ business: businessId, rules });
    if (!done.error) onDone();
  };
  return (
    <form
      noValidate
      className="my-2 border-l-3 border-lime pl-3"
      onSubmit={(event) => {
        event.preventDefault();
        void use(withFields(agreement.rules, fields));
      }}
    >
      <div className="grid grid-cols-4 gap-x-4 gap-y-2 max-[900px]:grid-cols-2">
        {fields.map((field) => (
          <TextField
            key={field.path}
            label={`${field.label}${unitWords[field.unit] && !field.label.includes(unitWords[field.unit]) ? `, ${unitWords[field.unit]}` : ""}`}
            inputMode={field.unit === "time" ? "text" : "decimal"}
            value={field.value}
            onChange={(event) =>
              setFields(fields.map((each) => (each === field ? { ...each, value: event.target.value } : each)))
            }
          />
        ))}
      </div>
      {fault && (
        <p role="alert" className="pt-1 text-plum">
          {fault}
        </p>
      )}
      <ProblemNote error={error} />
      <p className="pt-1 text-[13px] text-quiet">
        {agreement.own
          ? "Your own set changes; open runs are priced by it at once."
          : "A copy of your own stands in for the shipped set from then on, with the same days; what you changed stays marked."}
      </p>
      <div className="flex gap-3 pt-1">
        <Button type="submit" disabled={isLoading}>
          Use it
        </Button>
        {isOfList(path) && (
          <>
            <Button disabled={isLoading} onClick={() => void use(withAnother(agreement.rules, path, fields))}>
              Add as another sentence
            </Button>
            <Button disabled={isLoading} onClick={() => void use(withoutSentence(agreement.rules, path))}>
              Take the sentence out
            </Button>
          </>
        )}
        <Button look="quiet" onClick={onDone}>
          Leave it
        </Button>
      </div>
    </form>
  );
}
