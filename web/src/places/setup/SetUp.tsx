/** Set-up of a business: its facts, cycles, pay elements, funds and accounts; and the way to the rule book. */
import type { BusinessView } from "@zesty/contract/business";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { Link } from "react-router";
import { AddForm } from "../../parts/AddForm.tsx";
import { Block } from "../../parts/Block.tsx";
import { Button } from "../../parts/Button.tsx";
import { errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { abnGrouped, weekdayDate } from "../../parts/format.ts";
import { GrowingBlock } from "../../parts/GrowingBlock.tsx";
import { Loading, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { api } from "../../state/api.ts";
import { useBusiness } from "../../state/business.ts";
import { eyesWords, withholderWords } from "./businessFields.tsx";
import { CodedList } from "./CodedList.tsx";
import { Costs } from "./Costs.tsx";
import { Elements } from "./Elements.tsx";
import { FactsForm } from "./FactsForm.tsx";
import { FactsNz } from "./FactsNz.tsx";
import { NewCycle } from "./NewCycle.tsx";
import { TopUps } from "./TopUps.tsx";

const leadPages = [
  ["/set-up/users", "Users"],
  ["/set-up/safety", "Safety"],
  ["/set-up/new-business", "Add a business"],
] as const;

export function SetUp() {
  const business = useBusiness();
  const { data: setUp, error } = api.useBusinessQuery(business.id, { refetchOnMountOrArgChange: true });
  const { data: session } = api.useSessionQuery();
  if (error) return <ProblemNote error={error} />;
  if (!setUp) return <Loading what="the set-up" />;
  return (
    <Page
      title="Set-up"
      aside={
        <div className="flex gap-4">
          <Link className="text-action underline" to="/set-up/agreements">
            Agreements
          </Link>
          <Link className="text-action underline" to="/set-up/rules">
            Rule book
          </Link>
          {session?.user?.lead &&
            leadPages.map(([to, name]) => (
              <Link key={to} className="text-action underline" to={to}>
                {name}
              </Link>
            ))}
        </div>
      }
    >
      {setUp.nz ? <FactsNz setUp={setUp} facts={setUp.nz} /> : <Facts setUp={setUp} />}
      <GrowingBlock title="Pay cycles" form={(done) => <NewCycle setUp={setUp} onDone={done} />}>
        {setUp.cycles.map((cycle) => (
          <p key={cycle.id} className="border-b border-rule py-1">
            {cycle.name}
            {cycle.name.toLowerCase() === cycle.cycle ? "" : ` (${cycle.cycle})`}: next for{" "}
            {weekdayDate(cycle.next.start)} to {weekdayDate(cycle.next.end)}, paid {weekdayDate(cycle.next.payday)}
          </p>
        ))}
      </GrowingBlock>
      <Elements setUp={setUp} />
      {setUp.country === "AU" && <Funds setUp={setUp} />}
      <Costs setUp={setUp} />
      {setUp.country === "AU" && <TopUps setUp={setUp} />}
      <CodedList setUp={setUp} title="Cost centres" list="cost-centres" entries={setUp.costCentres} />
      <CodedList setUp={setUp} title="Ledger accounts" list="accounts" entries={setUp.accounts} />
    </Page>
  );
}

function Facts({ setUp }: { setUp: BusinessView }) {
  const [editing, setEditing] = useState(false);
  const { facts } = setUp;
  return (
    <Block
      title="The business"
      action={
        !editing && (
          <Button look="quiet" onClick={() => setEditing(true)}>
            Change
          </Button>
        )
      }
    >
      {editing ? (
        <FactsForm setUp={setUp} onDone={() => setEditing(false)} />
      ) : (
        <dl className="mt-1 grid grid-cols-[190px_1fr] gap-y-0.5">
          {(
            [
              ["Legal name", facts.legalName],
              ["ABN", abnGrouped(facts.abn)],
              ["Where", `${facts.state}, ${facts.timeZone}`],
              ["PAYG withheld", withholderWords[facts.withholder ?? "medium"]],
              ["Signing off", eyesWords(facts.fourEyes)],
              ["Answers questions", `${facts.contact.name}, ${facts.contact.phone}, ${facts.contact.email}`],
              [
                "Pays from",
                facts.bank
                  ? `${facts.bank.shown}, as ${facts.bank.userName} (${facts.bank.institution}, user ${facts.bank.userId})`
                  : null,
              ],
              [
                "Payment file",
                facts.bank
                  ? facts.bank.balancing
                    ? "with a balancing debit"
                    : "without a balancing debit"
                  : undefined,
              ],
            ] as const
          )
            .filter(([, value]) => value !== undefined)
            .map(([label, value]) => (
              <div key={label} className="contents">
                <dt className="text-quiet">{label}</dt>
                <dd className="figures">
                  {value ?? <span className="font-semibold text-amber">missing: no payment file can be made</span>}
                </dd>
              </div>
            ))}
        </dl>
      )}
    </Block>
  );
}

function Funds({ setUp }: { setUp: BusinessView }) {
  return (
    <GrowingBlock title="Super funds" form={(done) => <NewFund setUp={setUp} onDone={done} />}>
      {setUp.funds.length === 0 && (
        <p className="py-2 text-quiet">Funds that people choose are listed here. Add the first one.</p>
      )}
      {setUp.funds.map((fund) => (
        <p key={fund.id} className="figures flex gap-6 border-b border-rule py-1">
          <span className="flex-1">{fund.name}</span>
          <span className="text-quiet">ABN {abnGrouped(fund.abn)}</span>
          <span className="text-quiet">USI {fund.usi}</span>
        </p>
      ))}
    </GrowingBlock>
  );
}

function NewFund({ setUp, onDone }: { setUp: BusinessView; onDone: () => void }) {
  const [create] = api.useNewFundMutation();
  const form = useForm({ defaultValues: { name: "", abn: "", usi: "" } });
  const { errors } = form.formState;
  const submit = submitOf(form, async (fund) => {
    const answer = await create({ business: setUp.id, fund });
    if (answer.error) return showErrors(form.setError, answer.error);
    onDone();
  });
  return (
    <AddForm fault={errors.root?.message} onSubmit={submit} onLeave={onDone}>
      <TextField label="Fund" autoFocus error={errorAt(errors, "name")} {...form.register("name")} />
      <TextField label="ABN of the fund" error={errorAt(errors, "abn")} {...form.register("abn")} />
      <TextField label="USI" error={errorAt(errors, "usi")} {...form.register("usi")} />
    </AddForm>
  );
}
