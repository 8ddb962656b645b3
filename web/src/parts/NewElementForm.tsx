/** Makes a pay element: in the set-up, or from inside a run. Fields appear as the kind asks for them. */

import type { ElementAu } from "@zesty/core/au/pay/input";
import type { CountryCode } from "@zesty/core/countries/countries";
import { leaveKindsIn } from "@zesty/core/countries/leave";
import type { ElementNz } from "@zesty/core/nz/pay/input";
import type { Entry } from "@zesty/core/pay/row";
import { useForm } from "react-hook-form";
import { elementsOnPage } from "../countries/elements.tsx";
import { setUpApi } from "../state/setUpApi.ts";
import { Button } from "./Button.tsx";
import { Cancel } from "./Cancel.tsx";
import { ElementFields, saidOf } from "./ElementFields.tsx";
import { elementWords } from "./elementWords.ts";
import { ChoiceField, errorAt, showErrors, submitOf, TextField } from "./Fields.tsx";

const inHours: readonly string[] = ["ordinary", "overtime", "leaveTaken", "timeInLieuEarned", "publicHolidayWorked"];

function entryOf(country: CountryCode, element: string): Entry {
  if (elementsOnPage[country].inDays.includes(element)) return "days";
  return inHours.includes(element) ? "hours" : "amount";
}

interface Props {
  country: CountryCode;
  businessId: number;
  accounts: readonly { code: string; name: string }[];
  /** two columns, beside the sheet */
  narrow?: boolean;
  children?: React.ReactNode;
  onDone: (created?: { id: number; entry: Entry }) => void;
}

export function NewElementForm({ country, businessId, accounts, narrow = false, children, onDone }: Props) {
  const [create] = setUpApi.useNewElementMutation();
  const form = useForm({
    defaultValues: {
      code: "",
      name: "",
      element: "ordinary" as ElementAu | ElementNz,
      entry: "hours" as Entry,
      percent: "100",
      unitRate: "",
      leave: "annual",
      allowance: "KN",
      detail: "G1",
      deduction: "",
      counts: "usual",
      regular: "usual",
      account: "",
      paidTo: "",
    },
  });
  const { errors } = form.formState;
  const element = form.watch("element");
  const submit = submitOf(form, async (all) => {
    const { counts: _counts, regular: _regular, ...values } = all;
    const answer = await create({
      business: businessId,
      element: {
        ...values,
        leave: values.element === "leaveTaken" ? values.leave : null,
        taxable: null,
        ...saidOf(country, values.element, all),
      },
    });
    if (answer.error) showErrors(form.setError, answer.error);
    else onDone({ id: answer.data.id, entry: values.entry });
  });
  return (
    <form
      noValidate
      className={narrow ? "mt-2" : "border-l-3 border-lime py-3 pl-4"}
      onSubmit={(event) => void submit(event)}
    >
      <div className={`grid gap-3 ${narrow ? "grid-cols-2" : "grid-cols-4"}`}>
        <TextField label="Name" autoFocus error={errorAt(errors, "name")} {...form.register("name")} />
        <TextField label="Code" error={errorAt(errors, "code")} {...form.register("code")} />
        <ChoiceField
          label="Kind"
          error={errorAt(errors, "element")}
          {...form.register("element", {
            onChange: (event: { target: { value: ElementAu | ElementNz } }) =>
              form.setValue("entry", entryOf(country, event.target.value)),
          })}
        >
          {elementsOnPage[country].kinds.map((each) => (
            <option key={each} value={each}>
              {elementWords[each]}
            </option>
          ))}
        </ChoiceField>
        <ChoiceField label="Typed as" {...form.register("entry")}>
          <option value="hours">hours</option>
          <option value="amount">dollars</option>
          {elementsOnPage[country].entries(element).map(([entry, words]) => (
            <option key={entry} value={entry}>
              {words}
            </option>
          ))}
        </ChoiceField>
        {form.watch("entry") === "hours" && (
          <TextField label="Per cent of rate" error={errorAt(errors, "percent")} {...form.register("percent")} />
        )}
        {form.watch("entry") === "units" && (
          <TextField label="Dollars each" error={errorAt(errors, "unitRate")} {...form.register("unitRate")} />
        )}
        {element === "leaveTaken" && (
          <ChoiceField label="Kind of leave" error={errorAt(errors, "leave")} {...form.register("leave")}>
            {leaveKindsIn(country).map((kind) => (
              <option key={kind.code} value={kind.code}>
                {kind.words}
              </option>
            ))}
          </ChoiceField>
        )}
        <ElementFields country={country} element={element} form={form} accounts={accounts} />
      </div>
      {children}
      <div className="mt-3 flex items-center gap-2">
        <Button look="main" type="submit">
          Add
        </Button>
        <Cancel onClick={() => onDone()} />
        {errors.root && <p className="text-plum">{errors.root.message}</p>}
      </div>
    </form>
  );
}
