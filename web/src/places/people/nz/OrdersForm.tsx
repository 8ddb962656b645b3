import { type UseFormReturn, useFieldArray, useForm } from "react-hook-form";
import { Button } from "../../../parts/Button.tsx";
import { ChoiceField, errorAt, TextField } from "../../../parts/Fields.tsx";
import { Entry } from "../forms/Entry.tsx";
import { type FormProps, Frame, From, useSection } from "../forms/section.tsx";
import { useHeld } from "../forms/useHeld.ts";

export const orderWords = {
  court: "court order",
  fine: "fine",
  benefit: "benefit debt",
  arrears: "tax arrears",
} as const;

/** What is on record, as the fields show it. */
function heldOf({ nz }: FormProps["person"]) {
  const known = nz?.orders;
  return {
    childSupport: {
      amount: known?.childSupport?.amount ?? "",
      protectedPercent: known?.childSupport?.protectedPercent ?? "",
    },
    orders: (known?.orders ?? []).map((order) => ({
      kind: order.kind as string,
      name: order.name,
      amount: order.amount ?? "",
      percentOfNet: order.percentOfNet ?? "",
      served: order.served,
      protectedPercent: order.protectedPercent ?? "",
      until: order.until ?? "",
      total: order.total ?? "",
    })),
  };
}

export function OrdersForm({ person, day, onDone }: FormProps) {
  const form = useForm({ defaultValues: { ...heldOf(person), from: day } });
  const held = useHeld({ person, day }, form, heldOf);
  const orders = useFieldArray({ control: form.control, name: "orders" });
  const submit = useSection(person, "orders", form, onDone, undefined, held);
  const { errors } = form.formState;
  const field = (name: Parameters<typeof form.register>[0], label: string, hint = "", more: object = {}) => (
    <TextField
      label={label}
      {...(hint ? { hint } : {})}
      error={errorAt(errors, name)}
      {...more}
      {...form.register(name)}
    />
  );
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <From form={form as unknown as UseFormReturn<{ from: string }>} held={held} />
      <span />
      {field("childSupport.amount", "Child support each pay", "As the notice has it; empty for none")}
      {field("childSupport.protectedPercent", "Protected per cent", "Empty: 60 % of pay after PAYE")}
      {orders.fields.map((part, at) => (
        <Entry key={part.id} name={`Order ${at + 1}`} onTakeOut={() => orders.remove(at)}>
          <ChoiceField label="Kind" {...form.register(`orders.${at}.kind`)}>
            {Object.entries(orderWords).map(([kind, words]) => (
              <option key={kind} value={kind}>
                {words}
              </option>
            ))}
          </ChoiceField>
          {field(`orders.${at}.name`, "Name on the payslip")}
          {field(`orders.${at}.amount`, "Amount each pay")}
          {field(`orders.${at}.percentOfNet`, "or % after PAYE")}
          {field(`orders.${at}.served`, "Served on", "", { type: "date" })}
          {field(`orders.${at}.until`, "Until", "", { type: "date" })}
          {field(`orders.${at}.total`, "Total")}
        </Entry>
      ))}
      <Button
        className="col-span-2 w-fit"
        onClick={() =>
          orders.append({
            kind: "court",
            name: "",
            amount: "",
            percentOfNet: "",
            served: day,
            protectedPercent: "",
            until: "",
            total: "",
          })
        }
      >
        Add an order
      </Button>
    </Frame>
  );
}
