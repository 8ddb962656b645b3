import type { BusinessView } from "@zesty/contract/business";
import type { ReactNode } from "react";
import { type UseFormReturn, useFieldArray, useForm } from "react-hook-form";
import { Button } from "../../../parts/Button.tsx";
import { ChoiceField, errorAt, TextField, TickField } from "../../../parts/Fields.tsx";
import { isOffered } from "../../../parts/offered.ts";
import { Entry } from "../forms/Entry.tsx";
import { type FormProps, Frame, From, useSection } from "../forms/section.tsx";
import { useHeld } from "../forms/useHeld.ts";
import { FundSteps } from "./FundSteps.tsx";
import { howWords } from "./howFund.ts";

const defaultFund = (setUp: BusinessView) => setUp.funds.find((fund) => fund.isDefault && !fund.retired);

/** The choice that is on record, as the fields show it. */
const heldIn =
  (setUp: BusinessView) =>
  ({ super: chosen }: FormProps["person"]) => ({
    fundId: String(chosen.fundId ?? defaultFund(setUp)?.id ?? ""),
    memberNumber: chosen.memberNumber ?? "",
    guarantee: chosen.guarantee,
    anyAge: chosen.anyAge ?? false,
    agreedPercent: chosen.agreedPercent ?? "",
    how: chosen.how ?? "",
    askedOn: chosen.askedOn ?? "",
    shares: (chosen.shares ?? []).map((share) => ({ ...share, fundId: String(share.fundId) })),
  });
const useChoice = (person: FormProps["person"], setUp: BusinessView, day: string) =>
  useForm({ defaultValues: { ...heldIn(setUp)(person), from: day } });
type Form = ReturnType<typeof useChoice>;

function fundsFor(person: FormProps["person"], setUp: BusinessView): ReactNode[] {
  return setUp.funds.filter(isOffered(person.super.fundId)).map((fund) => (
    <option key={fund.id} value={fund.id}>
      {fund.name}
    </option>
  ));
}

export function SuperForm({ person, setUp, day, onDone }: FormProps) {
  const chosen = person.super;
  const usual = defaultFund(setUp);
  const form = useChoice(person, setUp, day);
  const held = useHeld({ person, day }, form, heldIn(setUp));
  const submit = useSection(
    person,
    "super",
    form,
    onDone,
    (values) => ({
      ...values,
      fundId: values.fundId ? Number(values.fundId) : null,
      // Who chose is not asked after.
      askedOn: values.how === "chosen" ? "" : values.askedOn,
      shares:
        values.shares.length === 0 ? null : values.shares.map((share) => ({ ...share, fundId: Number(share.fundId) })),
    }),
    held,
  );
  const { errors } = form.formState;
  const [how, fundId] = form.watch(["how", "fundId"]);
  const funds = fundsFor(person, setUp);
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <From form={form as unknown as UseFormReturn<{ from: string }>} held={held} />
      <ChoiceField
        label="Fund"
        hint={
          usual && chosen.fundId === null
            ? "The default fund stands here: change it where another was chosen"
            : "Funds are added in Set-up"
        }
        error={errorAt(errors, "fundId")}
        {...form.register("fundId")}
      >
        <option value="">not chosen yet</option>
        {funds}
      </ChoiceField>
      <TextField label="Member number" error={errorAt(errors, "memberNumber")} {...form.register("memberNumber")} />
      <ChoiceField label="How it came about" error={errorAt(errors, "how")} {...form.register("how")}>
        <option value="">not said</option>
        {Object.entries(howWords).map(([code, words]) => (
          <option key={code} value={code}>
            {words}
          </option>
        ))}
      </ChoiceField>
      {how !== "chosen" && (
        <TextField
          label="Stapled fund asked for on"
          hint="At the tax office, where no form came back"
          type="date"
          error={errorAt(errors, "askedOn")}
          {...form.register("askedOn")}
        />
      )}
      {!fundId && <FundSteps startDate={person.details.startDate} />}
      <TextField
        label="Agreed per cent"
        hint="Only where more than the guarantee is agreed"
        error={errorAt(errors, "agreedPercent")}
        {...form.register("agreedPercent")}
      />
      <div className="col-span-2">
        <TickField label="Super guarantee is owed" {...form.register("guarantee")} />
        <TickField
          label="Super at any age and hours"
          hint="An award or agreement asks for it below the law's thresholds, as for people under 18"
          {...form.register("anyAge")}
        />
      </div>
      <Shares form={form} setUp={setUp} funds={funds} />
    </Frame>
  );
}

/** Shares of the super that go to other funds. */
function Shares({ form, setUp, funds }: { form: Form; setUp: BusinessView; funds: ReactNode[] }) {
  const { errors } = form.formState;
  const shares = useFieldArray({ control: form.control, name: "shares" });
  return (
    <>
      {shares.fields.map((share, at) => (
        <Entry key={share.id} name={`Share ${at + 1}`} onTakeOut={() => shares.remove(at)}>
          <ChoiceField
            label="Another fund"
            error={errorAt(errors, `shares.${at}.fundId`)}
            {...form.register(`shares.${at}.fundId`)}
          >
            {funds}
          </ChoiceField>
          <TextField
            label="Member number"
            error={errorAt(errors, `shares.${at}.memberNumber`)}
            {...form.register(`shares.${at}.memberNumber`)}
          />
          <TextField
            label="Per cent"
            error={errorAt(errors, `shares.${at}.percent`)}
            {...form.register(`shares.${at}.percent`)}
          />
        </Entry>
      ))}
      {errorAt(errors, "shares") && <p className="col-span-2 text-plum">{errorAt(errors, "shares")}</p>}
      {setUp.funds.length > 1 && (
        <Button
          className="col-span-2 w-fit"
          onClick={() => shares.append({ fundId: String(setUp.funds[0]?.id ?? ""), memberNumber: "", percent: "" })}
        >
          Send a share to another fund
        </Button>
      )}
    </>
  );
}
