/** Facts of people that the business keeps for itself: they stand on each person's page and in the list that is taken. */
import type { BusinessView } from "@zesty/contract/business";
import type { OwnField } from "@zesty/contract/ownFacts";
import { useForm } from "react-hook-form";
import { AddForm } from "../../parts/AddForm.tsx";
import { ChoiceField, errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { GrowingBlock } from "../../parts/GrowingBlock.tsx";
import { setUpApi } from "../../state/setUpApi.ts";
import { ChangingList } from "./ChangingList.tsx";

const kinds: Record<OwnField["kind"], string> = {
  text: "words",
  number: "a number",
  date: "a day",
  choice: "a choice",
};
const choicesHint = "One beside the other, with commas";
const listed = (text: string) =>
  text
    .split(",")
    .map((each) => each.trim())
    .filter(Boolean);

export function OwnFields({ setUp }: { setUp: BusinessView }) {
  return (
    <GrowingBlock title="Facts of your own" form={(done) => <NewField setUp={setUp} onDone={done} />}>
      <ChangingList
        setUp={setUp}
        list="own-fields"
        entries={setUp.ownFields}
        users={["person", "people"]}
        nameOf={(field) => field.name}
        empty="A uniform size, a locker, a team: what you keep of people beside pay. Nothing is worked out from it."
        show={({ name, kind, choices }) => (
          <>
            {name}{" "}
            <span className="text-quiet">
              {kinds[kind]}
              {choices.length > 0 && `: ${choices.join(", ")}`}
            </span>
          </>
        )}
        valuesOf={({ name, choices, retired }) => ({ name, choices, retired })}
        fields={(form, { kind }) => (
          <>
            <TextField
              label="Name"
              autoFocus
              error={errorAt(form.formState.errors, "name")}
              {...form.register("name")}
            />
            {kind === "choice" && (
              <TextField
                label="Choices"
                hint={choicesHint}
                error={errorAt(form.formState.errors, "choices")}
                {...form.register("choices", { setValueAs: (typed) => (Array.isArray(typed) ? typed : listed(typed)) })}
              />
            )}
          </>
        )}
      />
    </GrowingBlock>
  );
}

function NewField({ setUp, onDone }: { setUp: BusinessView; onDone: () => void }) {
  const [add] = setUpApi.useAddToSetUpMutation();
  const form = useForm({ defaultValues: { name: "", kind: "text" as OwnField["kind"], choices: "" } });
  const { errors } = form.formState;
  const submit = submitOf(form, async ({ name, kind, choices }) => {
    const values = { name, kind, choices: listed(choices) };
    const answer = await add({ business: setUp.id, list: "own-fields", values });
    if (answer.error) return showErrors(form.setError, answer.error);
    onDone();
  });
  return (
    <AddForm fault={errors.root?.message} onSubmit={submit} onLeave={onDone}>
      <TextField label="Name" autoFocus error={errorAt(errors, "name")} {...form.register("name")} />
      <ChoiceField label="Written as" {...form.register("kind")}>
        {Object.entries(kinds).map(([kind, words]) => (
          <option key={kind} value={kind}>
            {words}
          </option>
        ))}
      </ChoiceField>
      {form.watch("kind") === "choice" && (
        <TextField
          label="Choices"
          hint={choicesHint}
          error={errorAt(errors, "choices")}
          {...form.register("choices")}
        />
      )}
    </AddForm>
  );
}
