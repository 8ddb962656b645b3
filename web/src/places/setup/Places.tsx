/** Places of work: each decides the public holidays of those who work there. */
import type { BusinessView } from "@zesty/contract/business";
import { regionsOf } from "@zesty/core/calendar/holidayWindows";
import { useForm } from "react-hook-form";
import { onPage } from "../../countries/onPage.ts";
import { AddForm } from "../../parts/AddForm.tsx";
import { ChoiceField, errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { GrowingBlock } from "../../parts/GrowingBlock.tsx";
import { api } from "../../state/api.ts";
import { ChangingList } from "./ChangingList.tsx";

const regionWord = (setUp: BusinessView) => onPage[setUp.country].region;
const Regions = ({ setUp }: { setUp: BusinessView }) =>
  regionsOf(setUp.country).map((region) => <option key={region}>{region}</option>);

export function Places({ setUp }: { setUp: BusinessView }) {
  return (
    <GrowingBlock title="Places of work" form={(done) => <NewPlace setUp={setUp} onDone={done} />}>
      <ChangingList
        setUp={setUp}
        list="places"
        entries={setUp.places}
        users={["person", "people"]}
        nameOf={(place) => place.name}
        show={(place) => (
          <>
            {place.name} <span className="text-quiet">holidays of {place.state}</span>
          </>
        )}
        valuesOf={({ name, state, retired }) => ({ name, state, retired })}
        fields={(form) => (
          <>
            <TextField
              label="Name"
              autoFocus
              error={errorAt(form.formState.errors, "name")}
              {...form.register("name")}
            />
            <ChoiceField label={regionWord(setUp)} {...form.register("state")}>
              <Regions setUp={setUp} />
            </ChoiceField>
          </>
        )}
      />
    </GrowingBlock>
  );
}

function NewPlace({ setUp, onDone }: { setUp: BusinessView; onDone: () => void }) {
  const [add] = api.useAddToSetUpMutation();
  const form = useForm({ defaultValues: { name: "", state: setUp.places[0]?.state ?? "" } });
  const { errors } = form.formState;
  const submit = submitOf(form, async (values) => {
    const answer = await add({ business: setUp.id, list: "places", values });
    if (answer.error) return showErrors(form.setError, answer.error);
    onDone();
  });
  return (
    <AddForm fault={errors.root?.message} onSubmit={submit} onLeave={onDone}>
      <TextField label="Name" autoFocus error={errorAt(errors, "name")} {...form.register("name")} />
      <ChoiceField label={regionWord(setUp)} {...form.register("state")}>
        <Regions setUp={setUp} />
      </ChoiceField>
    </AddForm>
  );
}
