/** What the forms of a person's sections share. Dated sections ask from which day the change counts. */
import type { BusinessView } from "@zesty/contract/business";
import type { PersonView } from "@zesty/contract/people";
import { useState } from "react";
import type { UseFormReturn } from "react-hook-form";
import { AskBeforeLeaving } from "../../../parts/AskBeforeLeaving.tsx";
import { Button } from "../../../parts/Button.tsx";
import { Cancel } from "../../../parts/Cancel.tsx";
import { errorAt, showErrors, submitOf, TextField } from "../../../parts/Fields.tsx";
import { longDate } from "../../../parts/format.ts";
import { isOutdated } from "../../../state/api.ts";
import { peopleApi } from "../../../state/peopleApi.ts";
import type { Held } from "./useHeld.ts";

export interface FormProps {
  person: PersonView;
  setUp: BusinessView;
  day: string;
  /** @param note what became of it, where that is worth a word */
  onDone: (note?: string) => void;
}

/** Saving one section: errors land at their fields, success closes the form. */
export function useSection<T extends object>(
  person: PersonView,
  section: string,
  form: UseFormReturn<T>,
  onDone: (note?: string) => void,
  shape: (values: T, person: PersonView) => object = (values) => values,
  held?: Held,
) {
  const [save] = peopleApi.useSavePersonMutation();
  const [look] = peopleApi.useLazyPersonQuery();
  // As the form was opened: what somebody else saves since is not written over by what its other fields still show.
  const [seen] = useState(person.stamps[section]);
  return submitOf(form, async (typed) => {
    let as = { values: typed, person };
    try {
      if (held) as = { person: await held.settle(), values: form.getValues() };
    } catch (error) {
      return showErrors(form.setError, error);
    }
    const answer = await save({ person: person.id, section, values: shape(as.values, as.person), seen });
    if (isOutdated(answer.error)) await look(person.id);
    if (answer.error) showErrors(form.setError, answer.error);
    else onDone(savedWords(answer.data.carried ?? [], answer.data.told ?? []));
  });
}

/** "Saved. It goes on into what counts from 3 August." */
const savedWords = (carried: readonly string[], told: readonly string[]): string =>
  [
    carried.length === 0
      ? "Saved."
      : `Saved. What changed goes on into what is on record from ${carried.map(longDate).join(" and from ")}.`,
    ...told,
  ].join(" ");

export function Frame({
  submit,
  form,
  onDone,
  children,
}: {
  submit: () => Promise<void>;
  form: { formState: { isSubmitting: boolean; isDirty: boolean; errors: { root?: { message?: string } } } };
  onDone: () => void;
  children: React.ReactNode;
}) {
  return (
    <form
      noValidate
      className="mt-2 border-l-3 border-lime pl-4"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <AskBeforeLeaving when={form.formState.isDirty && !form.formState.isSubmitting} />
      <div className="grid grid-cols-2 gap-x-5 gap-y-3">{children}</div>
      {form.formState.errors.root && (
        <p role="alert" className="mt-2 text-plum">
          {form.formState.errors.root.message}
        </p>
      )}
      <div className="mt-3 flex gap-2">
        <Button look="main" type="submit" disabled={form.formState.isSubmitting}>
          Save
        </Button>
        <Cancel onClick={() => onDone()} />
      </div>
    </form>
  );
}

interface FromProps {
  form: UseFormReturn<{ from: string }>;
  hint?: string;
  held?: Held;
}

export const From = ({ form, hint = "Paydays from this day on use it", held }: FromProps) => (
  <TextField
    label="Counts from"
    type="date"
    hint={held?.differs ? `${hint}. The fields show what is on record for it; today is otherwise` : hint}
    error={errorAt(form.formState.errors, "from")}
    {...form.register("from")}
  />
);
