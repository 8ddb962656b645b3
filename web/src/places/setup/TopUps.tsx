/** Schemes that top pays up to a guaranteed amount, and who is enrolled from which period on. */
import type { BusinessView } from "@zesty/contract/business";
import type { CostsView } from "@zesty/contract/costs";
import { cycles } from "@zesty/core/calendar/payPeriods";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { AddForm } from "../../parts/AddForm.tsx";
import { Button } from "../../parts/Button.tsx";
import { ChoiceField, errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { longDate, money } from "../../parts/format.ts";
import { GrowingBlock } from "../../parts/GrowingBlock.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useToday } from "../../state/business.ts";
import { peopleApi } from "../../state/peopleApi.ts";
import { setUpApi } from "../../state/setUpApi.ts";

type TopUp = CostsView["topUps"][number];

export function TopUps({ setUp }: { setUp: BusinessView }) {
  const { data } = setUpApi.useCostsQuery(setUp.id);
  return (
    <GrowingBlock
      title="Top-up to a guaranteed amount"
      word="Add a scheme"
      form={(done) => <SchemeForm setUp={setUp} onDone={done} />}
    >
      {data?.topUps.length === 0 && (
        <p className="py-2 text-quiet">
          A public scheme may ask that each enrolled person gets at least an amount. What a pay lacks is added, reported
          under the scheme's own code, without super.
        </p>
      )}
      {data?.topUps.map((scheme) => (
        <Scheme key={scheme.id} scheme={scheme} setUp={setUp} />
      ))}
    </GrowingBlock>
  );
}

function SchemeForm({ setUp, onDone }: { setUp: BusinessView; onDone: () => void }) {
  const [add] = setUpApi.useAddToSetUpMutation();
  const today = useToday();
  const form = useForm({
    defaultValues: { name: "", code: "", amount: "", cycle: "fortnightly", from: today, to: "" },
  });
  const { errors } = form.formState;
  const submit = submitOf(form, async (values) => {
    const answer = await add({ business: setUp.id, list: "top-ups", values });
    if (answer.error) showErrors(form.setError, answer.error);
    else onDone();
  });
  return (
    <AddForm fault={errors.root?.message} onSubmit={submit} onLeave={onDone}>
      <TextField label="Name" autoFocus error={errorAt(errors, "name")} {...form.register("name")} />
      <TextField label="Reporting code" error={errorAt(errors, "code")} {...form.register("code")} />
      <TextField label="Guaranteed amount" error={errorAt(errors, "amount")} {...form.register("amount")} />
      <ChoiceField label="For each pay that is" {...form.register("cycle")}>
        {cycles.map((cycle) => (
          <option key={cycle}>{cycle}</option>
        ))}
      </ChoiceField>
      <TextField label="First payday" type="date" error={errorAt(errors, "from")} {...form.register("from")} />
      <TextField
        label="Last payday"
        type="date"
        hint="Empty: until further notice"
        error={errorAt(errors, "to")}
        {...form.register("to")}
      />
    </AddForm>
  );
}

function Scheme({ scheme, setUp }: { scheme: TopUp; setUp: BusinessView }) {
  const [choosing, setChoosing] = useState(false);
  return (
    <div className="border-b border-rule py-1">
      <p className="figures flex gap-6">
        <span className="w-24 text-quiet">{scheme.code}</span>
        <span className="flex-1">
          {scheme.name}: at least ${money(scheme.amount)} for each {scheme.cycle} pay
        </span>
        <span className="text-quiet">
          {longDate(scheme.from)}
          {scheme.to ? ` to ${longDate(scheme.to)}` : " on"}
        </span>
        <Button look="quiet" onClick={() => setChoosing(!choosing)}>
          {scheme.people.length === 0 ? "Enrol people" : `${scheme.people.length} enrolled`}
        </Button>
      </p>
      {choosing && <Enrolment scheme={scheme} setUp={setUp} onDone={() => setChoosing(false)} />}
    </div>
  );
}

function Enrolment({ scheme, setUp, onDone }: { scheme: TopUp; setUp: BusinessView; onDone: () => void }) {
  const { data: people } = peopleApi.usePeopleQuery(setUp.id);
  const [enrol, { error }] = setUpApi.useAddToSetUpMutation();
  const [chosen, setChosen] = useState(() => new Set(scheme.people.map((each) => each.personId)));
  const [from, setFrom] = useState(setUp.cycles[0]?.next.start ?? scheme.from);
  return (
    <form
      noValidate
      className="border-l-3 border-lime py-2 pl-4"
      onSubmit={(event) => {
        event.preventDefault();
        const list = `top-ups/${scheme.id}/people`;
        void enrol({ business: setUp.id, list, values: { personIds: [...chosen], from } }).then((answer) => {
          if (answer.data) onDone();
        });
      }}
    >
      <div className="grid grid-cols-4 gap-x-4">
        {people?.map((each) => (
          <label key={each.id} className="flex items-center gap-2 py-0.5">
            <input
              type="checkbox"
              className="size-4 accent-(--action)"
              checked={chosen.has(each.id)}
              onChange={(event) => {
                const next = new Set(chosen);
                if (event.target.checked) next.add(each.id);
                else next.delete(each.id);
                setChosen(next);
              }}
            />
            {each.name}
          </label>
        ))}
      </div>
      <div className="mt-2 flex items-end gap-3">
        <TextField
          label="From the period that starts on"
          type="date"
          value={from}
          onChange={(event) => setFrom(event.target.value)}
        />
        <Button look="main" type="submit">
          Enrol these
        </Button>
      </div>
      <ProblemNote error={error} />
    </form>
  );
}
