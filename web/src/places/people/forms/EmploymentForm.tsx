import type { BusinessView } from "@zesty/contract/business";
import { bases } from "@zesty/core/pay/input";
import { type UseFormReturn, useFieldArray, useForm } from "react-hook-form";
import { onPage } from "../../../countries/onPage.ts";
import { Button } from "../../../parts/Button.tsx";
import { ChoiceField, errorAt, TextField } from "../../../parts/Fields.tsx";
import { isOffered } from "../../../parts/offered.ts";
import { setUpApi } from "../../../state/setUpApi.ts";
import { BackPayOffer, useWayToRun } from "./BackPayOffer.tsx";
import { type FormProps, Frame, From, useSection } from "./section.tsx";
import { useHeld } from "./useHeld.ts";
import { WorkWeeks, workWeeksOf, workWeeksShape } from "./WorkWeeks.tsx";

/** What is on record, as the fields show it. */
const heldOf = ({ employment: { from: _from, ...employment } }: FormProps["person"]) => ({
  ...employment,
  classification: employment.classification ?? "",
  // A salary gives the rate.
  hourlyRate: employment.salary ? "" : (employment.hourlyRate ?? ""),
  salary: employment.salary ?? "",
  minimumRate: employment.minimumRate ?? "",
  placeId: String(employment.placeId ?? ""),
  costCentreId: String(employment.costCentreId ?? ""),
  cycleId: String(employment.cycleId),
  ...workWeeksOf({ from: "", ...employment }),
  costSplit: (employment.costSplit ?? []).map((part) => ({ ...part, costCentreId: String(part.costCentreId) })),
  wagesAccount: employment.wagesAccount ?? "",
  ownCosts: Object.fromEntries((employment.ownCosts ?? []).map(({ code, percent }) => [code, percent])),
});
type Values = ReturnType<typeof heldOf> & { from: string };
type Form = UseFormReturn<Values>;

/** As it is saved. */
function shape(values: Values) {
  const { rosterLength: _length, rosterFrom: _from, furtherWeeks: _further, ...said } = values;
  return {
    ...said,
    cycleId: Number(values.cycleId),
    placeId: values.placeId ? Number(values.placeId) : null,
    costCentreId: values.costCentreId ? Number(values.costCentreId) : null,
    ...workWeeksShape(values),
    costSplit:
      values.costSplit.length === 0
        ? null
        : values.costSplit.map((part) => ({ ...part, costCentreId: Number(part.costCentreId) })),
    ownCosts: Object.entries(values.ownCosts).flatMap(([code, percent]) =>
      percent.trim() === "" ? [] : [{ code, percent }],
    ),
  };
}

export function EmploymentForm({ person, setUp, day, onDone }: FormProps) {
  const { employment } = person;
  const setPaidWith = useWayToRun();
  const form = useForm<Values>({ defaultValues: { ...heldOf(person), from: day } });
  const held = useHeld({ person, day }, form, heldOf);
  const submit = useSection(person, "employment", form, onDone, shape, held);
  const values = form.watch();
  const moved =
    values.hourlyRate !== form.formState.defaultValues?.hourlyRate ||
    values.salary !== form.formState.defaultValues?.salary;
  const { errors } = form.formState;
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <From
        form={form as unknown as UseFormReturn<{ from: string }>}
        hint="Work from this day on is paid by it"
        held={held}
      />
      <ChoiceField label="Basis" error={errorAt(errors, "basis")} {...form.register("basis")}>
        {bases
          .filter((basis) => !onPage[person.country].withoutBases.includes(basis))
          .map((basis) => (
            <option key={basis}>{basis}</option>
          ))}
      </ChoiceField>
      <TextField
        label="Classification"
        error={errorAt(errors, "classification")}
        {...form.register("classification")}
      />
      <ChoiceField label="Pay cycle" {...form.register("cycleId")}>
        {setUp.cycles.filter(isOffered(person.employment.cycleId)).map((cycle) => (
          <option key={cycle.id} value={cycle.id}>
            {cycle.name}
          </option>
        ))}
      </ChoiceField>
      <TextField
        label="Hourly rate"
        hint={onPage[person.country].rateHint(values.basis, Boolean(person.time?.agreement))}
        error={errorAt(errors, "hourlyRate")}
        {...form.register("hourlyRate")}
      />
      <TextField
        label="Salary a year"
        hint="In place of a rate: the rate follows from 52 weeks"
        error={errorAt(errors, "salary")}
        {...form.register("salary")}
      />
      <TextField
        label={onPage[person.country].minimum}
        hint={onPage[person.country].minimumHint}
        error={errorAt(errors, "minimumRate")}
        {...form.register("minimumRate")}
      />
      <TextField label="Hours a week" error={errorAt(errors, "weeklyHours")} {...form.register("weeklyHours")} />
      <WorkWeeks form={form} />
      <ChoiceField label="Place of work" {...form.register("placeId")}>
        <option value="">none</option>
        {setUp.places.filter(isOffered(person.employment.placeId)).map((place) => (
          <option key={place.id} value={place.id}>
            {place.name}, {place.state}
          </option>
        ))}
      </ChoiceField>
      <CostCentres form={form} setUp={setUp} held={employment.costCentreId} />
      <div className="col-span-2">
        <ChoiceField
          label="Wages go to account"
          error={errorAt(errors, "wagesAccount")}
          {...form.register("wagesAccount")}
        >
          <option value="">the business's wages account</option>
          {setUp.accounts
            .filter((account) => !account.retired || account.code === employment.wagesAccount)
            .map((account) => (
              <option key={account.code} value={account.code}>
                {account.code} {account.name}
              </option>
            ))}
        </ChoiceField>
      </div>
      <OwnCosts form={form} businessId={setUp.id} day={day} />
      <BackPayOffer
        person={person}
        section="employment"
        terms={
          held.settled && moved && (values.hourlyRate || values.salary) && person.pays.length > 0 ? shape(values) : null
        }
        onDone={(runId) => {
          form.reset(values);
          setPaidWith(runId);
        }}
      />
    </Frame>
  );
}

interface CentresProps {
  form: Form;
  setUp: BusinessView;
  /** where the person's costs go now, offered although it is retired */
  held: number | null;
}

/** Where costs go: to one cost centre, or over several by per cent. */
function CostCentres({ form, setUp, held }: CentresProps) {
  const { errors } = form.formState;
  const split = useFieldArray({ control: form.control, name: "costSplit" });
  const centres = setUp.costCentres.filter(isOffered(held)).map((centre) => (
    <option key={centre.id} value={centre.id}>
      {centre.name}
    </option>
  ));
  return (
    <>
      <ChoiceField label="Cost centre" {...form.register("costCentreId")}>
        <option value="">none</option>
        {centres}
      </ChoiceField>
      {split.fields.map((part, at) => (
        <fieldset key={part.id} className="col-span-2 grid grid-cols-[1fr_120px_auto] items-end gap-3">
          <legend className="sr-only">Share {at + 1}</legend>
          <ChoiceField label="Cost centre" {...form.register(`costSplit.${at}.costCentreId`)}>
            {centres}
          </ChoiceField>
          <TextField
            label="Per cent"
            error={errorAt(errors, `costSplit.${at}.percent`)}
            {...form.register(`costSplit.${at}.percent`)}
          />
          <Button onClick={() => split.remove(at)}>Take out</Button>
        </fieldset>
      ))}
      {errorAt(errors, "costSplit") && <p className="col-span-2 text-plum">{errorAt(errors, "costSplit")}</p>}
      {setUp.costCentres.length > 1 && (
        <Button
          className="col-span-2 w-fit"
          onClick={() => split.append({ costCentreId: String(setUp.costCentres[0]?.id ?? ""), percent: "" })}
        >
          Split over cost centres by per cent
        </Button>
      )}
    </>
  );
}

/** Costs set aside at a per cent of the person's own. */
function OwnCosts({ form, businessId, day }: { form: Form; businessId: number; day: string }) {
  const { errors } = form.formState;
  const { data: setAside } = setUpApi.useCostsQuery(businessId);
  // Of each cost the newest row that holds on the day.
  const costs = [
    ...new Map((setAside?.costs ?? []).filter((each) => each.from <= day).map((each) => [each.code, each])).values(),
  ];
  return (
    <>
      {costs.map((cost) => (
        <TextField
          key={cost.code}
          label={`${cost.name}, per cent`}
          hint={`Empty: ${cost.percent}, as for everybody; 0: none`}
          inputMode="decimal"
          {...form.register(`ownCosts.${cost.code}`)}
        />
      ))}
      {errorAt(errors, "ownCosts") && <p className="col-span-2 text-plum">{errorAt(errors, "ownCosts")}</p>}
    </>
  );
}
