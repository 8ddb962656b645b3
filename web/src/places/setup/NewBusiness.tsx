/** Adding a business: its registrations, its bank and its first pay cycle. */
import { cycles } from "@zesty/core/calendar/payPeriods";
import { useForm } from "react-hook-form";
import { useNavigate } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { ChoiceField, errorAt, showErrors, TextField } from "../../parts/Fields.tsx";
import { Page } from "../../parts/Page.tsx";
import { api } from "../../state/api.ts";
import { type BusinessFields, BusinessFieldset, businessValues } from "./businessFields.tsx";

type Fields = BusinessFields & {
  cycle: { name: string; cycle: string; firstPeriodStart: string; paydayOffset: string };
};

export function NewBusinessPage() {
  const navigate = useNavigate();
  const [create] = api.useNewBusinessMutation();
  const form = useForm<Fields>({
    defaultValues: {
      name: "",
      legalName: "",
      abn: "",
      state: "VIC",
      timeZone: "Australia/Melbourne",
      contact: { name: "", phone: "", email: "" },
      bank: { bsb: "", account: "", institution: "", userName: "", userId: "", balancing: true },
      cycle: { name: "Weekly", cycle: "weekly", firstPeriodStart: "", paydayOffset: "4" },
    },
  });
  const { errors } = form.formState;
  const submit = form.handleSubmit(async (values) => {
    const answer = await create({
      ...businessValues(values),
      state: values.state as "VIC",
      cycle: {
        ...values.cycle,
        cycle: values.cycle.cycle as "weekly",
        paydayOffset: Number(values.cycle.paydayOffset),
      },
    });
    if (answer.error) showErrors(form.setError, answer.error);
    else void navigate("/desk");
  });
  return (
    <Page title="Add a business">
      <form noValidate className="max-w-3xl border-t border-rule-strong pt-4" onSubmit={(event) => void submit(event)}>
        <div className="grid grid-cols-2 gap-x-5 gap-y-3">
          <BusinessFieldset
            register={form.register as never}
            errors={errors}
            accountHint="Leave empty until there is one"
          />
        </div>
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
        {errors.root && (
          <p role="alert" className="mt-3 text-plum">
            {errors.root.message}
          </p>
        )}
        <Button look="main" type="submit" className="mt-4" disabled={form.formState.isSubmitting}>
          Add the business
        </Button>
      </form>
    </Page>
  );
}
