/** Places of work: each decides the public holidays of those who work there. */
import type { BusinessView } from "@zesty/contract/business";
import { keepsOwnDays, regionsOf } from "@zesty/core/calendar/holidayWindows";
import { districtsIn, noDistrict, readPlaceDays } from "@zesty/core/calendar/placeDays";
import { type UseFormReturn, useForm } from "react-hook-form";
import { Link } from "react-router";
import { onPage } from "../../countries/onPage.ts";
import { AddForm } from "../../parts/AddForm.tsx";
import { AreaField, ChoiceField, errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { counted, shortDate } from "../../parts/format.ts";
import { GrowingBlock } from "../../parts/GrowingBlock.tsx";
import { useToday } from "../../state/business.ts";
import { setUpApi } from "../../state/setUpApi.ts";
import { ChangingList } from "./ChangingList.tsx";

const regionWord = (setUp: BusinessView) => onPage[setUp.country].region;
const Regions = ({ setUp }: { setUp: BusinessView }) =>
  regionsOf(setUp.country).map((region) => <option key={region}>{region}</option>);

interface PlaceValues {
  name: string;
  state: string;
  district: string;
  days: string;
}

/** What of a State's calendar is not of the whole State: its district, and days that were declared for the place. */
function OwnDays<Values extends PlaceValues>({ setUp, form }: { setUp: BusinessView; form: UseFormReturn<Values> }) {
  const { register, watch, formState } = form as unknown as UseFormReturn<PlaceValues>;
  const districts = districtsIn(watch("state"));
  const today = useToday();
  if (!keepsOwnDays(setUp.country)) return null;
  const read = readPlaceDays(watch("days"));
  const past = Array.isArray(read) ? read.filter(({ date }) => date < today) : [];
  return (
    <>
      {districts.length > 0 && (
        <ChoiceField
          label="District with days of its own"
          error={errorAt(formState.errors, "district")}
          {...register("district")}
        >
          <option value="">not said: its days are asked about</option>
          {districts.map((each) => (
            <option key={each}>{each}</option>
          ))}
          <option value={noDistrict}>elsewhere: only the days of the State</option>
        </ChoiceField>
      )}
      <div className="col-span-2">
        <AreaField
          label="Days of its own"
          rows={3}
          hint="One a line: 28/8/2026 Show Day; 24/12/2026 18:00-24:00 Eve for a part of a day; not 3/11/2026 for a day of the State that is not kept here"
          error={errorAt(formState.errors, "days")}
          {...register("days")}
        />
        {past.length > 0 && (
          <p className="mt-1 text-[14px] text-quiet">
            {past.map((each) => shortDate(each.date)).join(", ")} {past.length === 1 ? "is" : "are"} over. Pays that are
            signed off stay as they are:{" "}
            <Link className="text-action underline" to="/people/pays">
              look them over
            </Link>{" "}
            for what they are short.
          </p>
        )}
      </div>
    </>
  );
}

export function Places({ setUp }: { setUp: BusinessView }) {
  return (
    <GrowingBlock title="Places of work" form={(done) => <NewPlace setUp={setUp} onDone={done} />}>
      <ChangingList
        setUp={setUp}
        list="places"
        entries={setUp.places}
        users={["person", "people"]}
        nameOf={(place) => place.name}
        show={({ name, state, district, days }) => (
          <>
            {name}{" "}
            <span className="text-quiet">
              holidays of {state}
              {district && district !== noDistrict && `, ${district}`}
              {days && `, and ${counted(days.split("\n").length, "day", "days")} of its own`}
            </span>
          </>
        )}
        valuesOf={({ name, state, district, days, retired }) => ({
          name,
          state,
          district: district ?? "",
          days,
          retired,
        })}
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
            <OwnDays setUp={setUp} form={form} />
          </>
        )}
      />
    </GrowingBlock>
  );
}

function NewPlace({ setUp, onDone }: { setUp: BusinessView; onDone: () => void }) {
  const [add] = setUpApi.useAddToSetUpMutation();
  const form = useForm<PlaceValues>({
    defaultValues: { name: "", state: setUp.places[0]?.state ?? "", district: "", days: "" },
  });
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
      <OwnDays setUp={setUp} form={form} />
    </AddForm>
  );
}
