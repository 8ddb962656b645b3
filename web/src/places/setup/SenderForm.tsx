/** Who lodges from a payday on: the employer itself, or an agent with its authority. */
import type { BusinessView } from "@zesty/contract/business";
import type { Agent } from "@zesty/contract/lodging";
import { useForm } from "react-hook-form";
import { onPage } from "../../countries/onPage.ts";
import { AddForm } from "../../parts/AddForm.tsx";
import { ChoiceField, errorAt, showErrors, submitOf, TextField, TickField } from "../../parts/Fields.tsx";
import { lodgingApi } from "../../state/lodgingApi.ts";

const nobody: Agent = {
  ...{ name: "", abn: "", number: "", ird: "", contact: { name: "", phone: "", email: "" } },
  ...{ signedOn: "", to: "", covers: ["payday"], nominatedOn: "" },
};

export function SenderForm({
  setUp,
  day,
  agent,
  onDone,
}: {
  setUp: BusinessView;
  day: string;
  agent: Agent | null;
  onDone: () => void;
}) {
  const [save] = lodgingApi.useSetSenderMutation();
  const { covers, ...rest } = agent ?? nobody;
  const form = useForm({
    defaultValues: {
      ...{ from: day, who: "agent" },
      agent: {
        ...rest,
        to: rest.to ?? "",
        nominatedOn: rest.nominatedOn ?? "",
        payday: true,
        year: covers.includes("year"),
      },
    },
  });
  const { errors } = form.formState;
  const own = onPage[setUp.country];
  const submit = submitOf(form, async ({ from, who, agent: typed }) => {
    const { payday, year, ...facts } = typed;
    const what = [...(payday ? (["payday"] as const) : []), ...(year ? (["year"] as const) : [])];
    const answer = await save({ business: setUp.id, from, agent: who === "agent" ? { ...facts, covers: what } : null });
    if (answer.error) showErrors(form.setError, answer.error);
    else onDone();
  });
  const field = (
    name: Parameters<typeof form.register>[0],
    label: string,
    more: { hint?: string; type?: string } = {},
  ) => <TextField label={label} {...more} error={errorAt(errors, name)} {...form.register(name)} />;
  return (
    <AddForm action="Save" fault={errors.root?.message} onSubmit={submit} onLeave={onDone}>
      <ChoiceField label="Who lodges" autoFocus {...form.register("who")}>
        <option value="agent">{own.lodgerTitle}</option>
        <option value="employer">The employer itself</option>
      </ChoiceField>
      {field("from", "From payday", { type: "date", hint: "Later than the last one signed off" })}
      {form.watch("who") === "agent" && (
        <>
          {field("agent.name", "Name of the agent")}
          {own.lodgesLater ? (
            <>
              {field("agent.number", "Registered agent number")}
              {field("agent.abn", "Agent's ABN")}
            </>
          ) : (
            field("agent.ird", "Agent's IRD number")
          )}
          {field("agent.contact.name", "Contact")}
          {field("agent.contact.phone", "Telephone")}
          {field("agent.contact.email", "E-mail")}
          {field("agent.signedOn", "Authority signed on", { type: "date" })}
          {field("agent.to", "Authority's last day", {
            type: "date",
            hint: own.lodgesLater ? "Twelve months on at most" : "Empty: until it is withdrawn",
          })}
          {field("agent.nominatedOn", "Told to the agency on", {
            type: "date",
            hint: "It takes what an agent sends only once the employer told it",
          })}
          <fieldset>
            <legend className="text-[14px] text-quiet">The authority covers</legend>
            <TickField label="Paydays" {...form.register("agent.payday")} />
            <TickField label="The payroll year" {...form.register("agent.year")} />
            {errorAt(errors, "agent.covers") && (
              <p className="text-[14px] text-plum">{errorAt(errors, "agent.covers")}</p>
            )}
          </fieldset>
        </>
      )}
    </AddForm>
  );
}
