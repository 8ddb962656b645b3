/** Adding a person: what the first pay needs; the rest is mended on the person's page and stays marked until then. */

import type { BusinessView } from "@zesty/contract/business";
import type { UsualLine } from "@zesty/contract/people";
import type { Cycle } from "@zesty/core/calendar/payPeriods";
import { bases } from "@zesty/core/pay/input";
import { usualOfPeriod } from "@zesty/core/pay/usualOfPeriod";
import { isDecimalText } from "@zesty/core/quantity/decimal";
import { tidied } from "@zesty/core/quantity/tidied";
import { useForm } from "react-hook-form";
import { useNavigate } from "react-router";
import { FieldNotesOf } from "../../countries/FieldNotesOf.tsx";
import { onPage } from "../../countries/onPage.ts";
import { AskBeforeLeaving } from "../../parts/AskBeforeLeaving.tsx";
import { Button } from "../../parts/Button.tsx";
import { ChoiceField, errorAt, showErrors, submitOf, TextField, TickField } from "../../parts/Fields.tsx";
import { isOffered } from "../../parts/offered.ts";
import { Loading, Page } from "../../parts/Page.tsx";
import { api } from "../../state/api.ts";
import { useBusiness } from "../../state/business.ts";
import { newPersonOf } from "./newPersonOf.tsx";

const isPermanent = (basis: string): boolean => basis === "full-time" || basis === "part-time";

/** Usual pay as one line: the salary's share of a pay, or the hours of the period. What cannot be read is left out. */
function usualLines(
  employment: { salary: string; weeklyHours: string },
  { cycle }: BusinessView["cycles"][number],
  setUp: BusinessView,
): UsualLine[] {
  const [salary, weeklyHours] = [tidied(employment.salary), tidied(employment.weeklyHours)];
  if (![salary, weeklyHours].every((text) => text === "" || isDecimalText(text))) return [];
  const usual = usualOfPeriod({ salary, weeklyHours }, cycle as Cycle);
  const entry = usual && "amount" in usual ? "amount" : "hours";
  const element = setUp.elements.find(
    (each) => each.element === "ordinary" && each.entry === entry && Number(each.percent) === 100,
  );
  return usual && element ? [{ elementId: element.id, ...usual }] : [];
}

export function NewPersonPage() {
  const { data: setUp } = api.useBusinessQuery(useBusiness().id);
  return setUp ? <NewPersonForm key={setUp.id} setUp={setUp} /> : <Loading what="the set-up" />;
}

function NewPersonForm({ setUp }: { setUp: BusinessView }) {
  const navigate = useNavigate();
  const [create] = api.useNewPersonMutation();
  const form = useForm({
    defaultValues: {
      payrollId: "",
      details: { givenName: "", familyName: "", birthDate: "", startDate: "", email: "" },
      employment: {
        basis: "full-time",
        weeklyHours: "38",
        hourlyRate: "",
        salary: "",
        cycleId: String(setUp.cycles.find(isOffered())?.id ?? ""),
      },
      usual: true,
      kiwiSaver: "later",
      withPay: false,
    },
  });
  const own = newPersonOf[setUp.country];
  const { errors } = form.formState;
  const basis = form.watch("employment.basis");
  const submit = submitOf(form, async ({ payrollId, details, employment, usual, kiwiSaver, withPay }) => {
    if (employment.hourlyRate !== "" && employment.salary !== "")
      return form.setError("employment.salary", {
        message: "A salary or an hourly rate: take one of them out. The rate of a salary follows from it.",
      });
    const permanent = isPermanent(employment.basis);
    const cycle = setUp.cycles.find((each) => each.id === Number(employment.cycleId)) ?? setUp.cycles[0];
    const answer = await create({
      business: setUp.id,
      person: {
        payrollId,
        details: { ...details, phone: null, address: null, endDate: null, payslipMessage: null, privateNotes: null },
        employment: {
          ...employment,
          basis: employment.basis as (typeof bases)[number],
          cycleId: cycle?.id ?? 0,
          classification: null,
          minimumRate: null,
          placeId: setUp.places.find(isOffered())?.id ?? null,
          costCentreId: null,
        },
        ...own.facts({ kiwiSaver, withPay, basis: employment.basis, permanent }, setUp),
        ...(usual && permanent && cycle ? { usualPay: { lines: usualLines(employment, cycle, setUp) } } : {}),
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
      <FieldNotesOf country={setUp.country} subject="person">
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
              .filter((basis) => !onPage[setUp.country].withoutBases.includes(basis))
              .map((basis) => (
                <option key={basis}>{basis}</option>
              ))}
          </ChoiceField>
          <ChoiceField label="Pay cycle" {...form.register("employment.cycleId")}>
            {setUp.cycles.filter(isOffered()).map((cycle) => (
              <option key={cycle.id} value={cycle.id}>
                {cycle.name}
              </option>
            ))}
          </ChoiceField>
          {field("employment.weeklyHours", "Hours a week")}
          {field("employment.hourlyRate", "Hourly rate", { hint: onPage[setUp.country].rateHint(basis, null) })}
          {field("employment.salary", "or salary a year")}
          {isPermanent(basis) ? (
            <TickField
              label="That is the usual pay"
              hint="Each run begins with it; change it on the person's page"
              {...form.register("usual")}
            />
          ) : (
            <span />
          )}
          <own.Fields register={form.register as never} permanent={isPermanent(basis)} />
          <div className="col-span-2">
            {errors.root && (
              <p role="alert" className="mb-2 text-plum">
                {errors.root.message}
              </p>
            )}
            <p className="mb-3 text-[14px] text-quiet">{own.next}</p>
            <Button look="main" type="submit" disabled={form.formState.isSubmitting}>
              Add
            </Button>
          </div>
        </form>
      </FieldNotesOf>
    </Page>
  );
}
