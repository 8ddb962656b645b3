/** Adding a person: what the first pay needs; the rest is mended on the person's page and stays marked until then. */
import { bases } from "@zesty/core/pay/payInput";
import { useForm } from "react-hook-form";
import { useNavigate } from "react-router";
import { AskBeforeLeaving } from "../../parts/AskBeforeLeaving.tsx";
import { Button } from "../../parts/Button.tsx";
import { ChoiceField, errorAt, showErrors, TextField } from "../../parts/Fields.tsx";
import { Loading, Page } from "../../parts/Page.tsx";
import { api } from "../../state/api.ts";
import { useBusiness } from "../../state/business.ts";

export function NewPersonPage() {
  const business = useBusiness();
  const navigate = useNavigate();
  const { data: setUp } = api.useBusinessQuery(business.id);
  const [create] = api.useNewPersonMutation();
  const form = useForm({
    defaultValues: {
      payrollId: "",
      details: { givenName: "", familyName: "", birthDate: "", startDate: "", email: "" },
      employment: { basis: "full-time", weeklyHours: "38", hourlyRate: "", cycleId: "" },
    },
  });
  if (!setUp) return <Loading what="the set-up" />;
  const isNz = setUp.country === "NZ";
  const { errors } = form.formState;
  const submit = form.handleSubmit(async ({ payrollId, details, employment }) => {
    const permanent = employment.basis === "full-time" || employment.basis === "part-time";
    const answer = await create({
      business: business.id,
      person: {
        payrollId,
        details: { ...details, phone: null, address: null, endDate: null, payslipMessage: null, privateNotes: null },
        employment: {
          ...employment,
          basis: employment.basis as (typeof bases)[number],
          cycleId: Number(employment.cycleId || setUp.cycles[0]?.id),
          classification: null,
          minimumRate: null,
          placeId: setUp.places[0]?.id ?? null,
          costCentreId: null,
        },
        ...(isNz
          ? {
              holidays: {
                withPay: false,
                varies: employment.basis === "casual",
                agreedWeek: null,
                averageOnlyUntil: null,
                keepsAnniversary: false,
              },
            }
          : {}),
        ...(permanent && !isNz
          ? {
              leave: {
                entitlements: [
                  { kind: "annual", weeksPerYear: "4" },
                  { kind: "personal", weeksPerYear: "2" },
                ],
              },
            }
          : {}),
      },
    });
    if (answer.error) showErrors(form.setError, answer.error);
    else void navigate(`/people/${answer.data.id}`);
  });
  const field = (name: Parameters<typeof form.register>[0], label: string, more: object = {}) => (
    <TextField label={label} error={errorAt(errors, name)} {...more} {...form.register(name)} />
  );
  return (
    <Page title="Add a person">
      <form
        noValidate
        className="grid max-w-2xl grid-cols-2 gap-x-5 gap-y-3 border-t border-rule-strong pt-4"
        onSubmit={(event) => void submit(event)}
      >
        <AskBeforeLeaving when={form.formState.isDirty && !form.formState.isSubmitting} />
        {field("details.givenName", "Given name", { autoFocus: true })}
        {field("details.familyName", "Family name")}
        {field("details.birthDate", "Birth date", { type: "date" })}
        {field("details.startDate", "Start date", { type: "date" })}
        {field("payrollId", "Payroll ID", { hint: "Stays with the person; never used twice" })}
        {field("details.email", "E-mail", { hint: "Payslips go there" })}
        <ChoiceField label="Basis" {...form.register("employment.basis")}>
          {bases
            .filter((basis) => !isNz || (basis !== "labour-hire" && basis !== "contractor"))
            .map((basis) => (
              <option key={basis}>{basis}</option>
            ))}
        </ChoiceField>
        <ChoiceField label="Pay cycle" {...form.register("employment.cycleId")}>
          {setUp.cycles.map((cycle) => (
            <option key={cycle.id} value={cycle.id}>
              {cycle.name}
            </option>
          ))}
        </ChoiceField>
        {field("employment.weeklyHours", "Hours a week")}
        {field("employment.hourlyRate", "Hourly rate")}
        <div className="col-span-2">
          {errors.root && (
            <p role="alert" className="mb-2 text-plum">
              {errors.root.message}
            </p>
          )}
          <p className="mb-3 text-[14px] text-quiet">
            {isNz
              ? "Tax code, KiwiSaver, bank account and address come next, on the person's page. A new employee from 18 to 64 is enrolled in KiwiSaver unless exempt. Until then they are marked as missing."
              : "Tax declaration, fund, bank account and address come next, on the person's page. Until then they are marked as missing."}
          </p>
          <Button look="main" type="submit" disabled={form.formState.isSubmitting}>
            Add
          </Button>
        </div>
      </form>
    </Page>
  );
}
