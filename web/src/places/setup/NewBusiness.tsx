/** Adding a business: its registrations, its bank and its first pay cycle. */
import { cycles } from "@zesty/core/calendar/payPeriods";
import type { CountryCode } from "@zesty/core/countries/countries";
import { type ReactNode, useState } from "react";
import { type FieldErrors, type UseFormReturn, useForm } from "react-hook-form";
import { useNavigate } from "react-router";
import { FieldNotesOf } from "../../countries/FieldNotesOf.tsx";
import { onPage } from "../../countries/onPage.ts";
import { AskBeforeLeaving } from "../../parts/AskBeforeLeaving.tsx";
import { Button } from "../../parts/Button.tsx";
import { ChoiceField, errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { Page } from "../../parts/Page.tsx";
import { PlayOffer } from "../../parts/PlayOffer.tsx";
import { api } from "../../state/api.ts";
import { useTakeBusiness } from "../../state/business.ts";
import { setUpApi } from "../../state/setUpApi.ts";
import { type BusinessFields, BusinessFieldset, businessValues } from "./businessFields.tsx";
import { BusinessFieldsetNz, type BusinessFieldsNz, businessValuesNz } from "./nz/businessFields.tsx";
import { TakeIn } from "./TakeIn.tsx";

const codes = Object.keys(onPage) as CountryCode[];

export function NewBusinessPage() {
  const [country, setCountry] = useState<CountryCode>("AU");
  const Form = forms[country];
  return (
    <Page title="Add a business">
      <fieldset className="mb-3 flex gap-5">
        <legend className="sr-only">Country</legend>
        {codes.map((each) => (
          <label key={each} className="flex items-center gap-2">
            <input
              type="radio"
              name="country"
              className="accent-(--action)"
              checked={country === each}
              onChange={() => setCountry(each)}
            />
            {onPage[each].name}
          </label>
        ))}
      </fieldset>
      <FieldNotesOf country={country} subject="business">
        <Form />
      </FieldNotesOf>
      <TakeIn />
      <div className="mt-8 border-t border-rule-strong pt-4">
        <PlayOffer title="One to play in" />
      </div>
    </Page>
  );
}

function NewZealander() {
  const navigate = useNavigate();
  const take = useTakeBusiness();
  const [create] = setUpApi.useNewBusinessMutation();
  const form = useForm<BusinessFieldsNz & CycleFields>({
    defaultValues: {
      name: "",
      legalName: "",
      ird: "",
      province: "Auckland",
      contact: { name: "", phone: "", email: "" },
      bankAccount: "",
      filing: { large: false, paymentFile: "csv" },
      copyFrom: "",
      cycle: { name: "Weekly", cycle: "weekly", firstPeriodStart: "", paydayOffset: "3" },
    },
  });
  const { errors } = form.formState;
  const submit = submitOf(form, async ({ cycle, copyFrom, ...values }) => {
    const answer = await create({
      ...{ country: "NZ", ...businessValuesNz(values), cycle: cycleValues(cycle) },
      copyFrom: copyFrom === "" ? null : Number(copyFrom),
    });
    if (answer.error) showErrors(form.setError, answer.error);
    else {
      take(answer.data.id);
      void navigate("/desk");
    }
  });
  return (
    <BusinessForm country="NZ" submit={submit} form={form as never} errors={errors}>
      <BusinessFieldsetNz
        register={form.register as never}
        errors={errors}
        accountHint="As 01-0902-0068389-000; leave empty until there is one"
      />
    </BusinessForm>
  );
}

interface CycleFields {
  copyFrom: string;
  cycle: { name: string; cycle: string; firstPeriodStart: string; paydayOffset: string };
}
const cycleValues = ({ cycle, paydayOffset, ...rest }: CycleFields["cycle"]) => ({
  ...rest,
  cycle: cycle as "weekly",
  paydayOffset: Number(paydayOffset),
});

function NewAustralian() {
  const navigate = useNavigate();
  const take = useTakeBusiness();
  const [create] = setUpApi.useNewBusinessMutation();
  const form = useForm<BusinessFields & CycleFields>({
    defaultValues: {
      name: "",
      legalName: "",
      abn: "",
      state: "VIC",
      timeZone: "Australia/Melbourne",
      withholder: "medium",
      contact: { name: "", phone: "", email: "" },
      bank: { bsb: "", account: "", file: "directEntry", institution: "", userName: "", userId: "", balancing: true },
      copyFrom: "",
      cycle: { name: "Weekly", cycle: "weekly", firstPeriodStart: "", paydayOffset: "4" },
    },
  });
  const { errors } = form.formState;
  const submit = submitOf(form, async ({ copyFrom, ...values }) => {
    const answer = await create({
      ...businessValues(values),
      copyFrom: copyFrom === "" ? null : Number(copyFrom),
      state: values.state as "VIC",
      withholder: values.withholder as "medium",
      cycle: cycleValues(values.cycle),
    });
    if (answer.error) showErrors(form.setError, answer.error);
    else {
      take(answer.data.id);
      void navigate("/desk");
    }
  });
  return (
    <BusinessForm country="AU" submit={submit} form={form as never} errors={errors}>
      <BusinessFieldset
        register={form.register as never}
        errors={errors}
        bankFile={form.watch("bank.file")}
        accountHint="Leave empty until there is one"
      />
    </BusinessForm>
  );
}

const forms: Record<CountryCode, () => ReactNode> = { AU: NewAustralian, NZ: NewZealander };

interface FormProps {
  country: CountryCode;
  submit: () => Promise<void>;
  form: UseFormReturn<CycleFields>;
  errors: FieldErrors;
  children: ReactNode;
}

/** The facts of the business, then its first cycle; the same in both countries. */
function BusinessForm({ country, submit, form, errors, children }: FormProps) {
  const { data: session } = api.useSessionQuery();
  const others = session?.businesses.filter((each) => each.country === country) ?? [];
  return (
    <form
      noValidate
      className="max-w-3xl border-t border-rule-strong pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <AskBeforeLeaving when={form.formState.isDirty && !form.formState.isSubmitting} />
      <div className="grid grid-cols-2 gap-x-5 gap-y-3">{children}</div>
      <h2 className="mt-6 mb-2 border-b border-rule-strong pb-1 font-name text-[19px]">First pay cycle</h2>
      <div className="grid grid-cols-2 gap-x-5 gap-y-3">
        <TextField label="Cycle name" error={errorAt(errors, "cycle.name")} {...form.register("cycle.name")} />
        <ChoiceField label="Rhythm" {...form.register("cycle.cycle")}>
          {cycles.map((each) => (
            <option key={each}>{each}</option>
          ))}
        </ChoiceField>
        <TextField
          label="First period starts"
          type="date"
          error={errorAt(errors, "cycle.firstPeriodStart")}
          {...form.register("cycle.firstPeriodStart")}
        />
        <TextField
          label="Days from period end to payday"
          error={errorAt(errors, "cycle.paydayOffset")}
          {...form.register("cycle.paydayOffset")}
        />
      </div>
      {others.length > 0 && (
        <>
          <h2 className="mt-6 mb-2 border-b border-rule-strong pb-1 font-name text-[19px]">
            Pay elements and accounts
          </h2>
          <ChoiceField
            label="Set up like"
            hint="Pay elements, accounts, cost centres, funds and agreements are copied; nobody and no pay"
            error={errorAt(errors, "copyFrom")}
            {...form.register("copyFrom")}
          >
            <option value="">what most businesses use</option>
            {others.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name}
              </option>
            ))}
          </ChoiceField>
        </>
      )}
      {errors.root && (
        <p role="alert" className="mt-3 text-plum">
          {errors.root.message}
        </p>
      )}
      <Button look="main" type="submit" className="mt-4" disabled={form.formState.isSubmitting}>
        Add the business
      </Button>
    </form>
  );
}
