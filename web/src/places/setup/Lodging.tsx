/** Who lodges for the business, by which authority, and whether it lodges later or not at all. */
import type { BusinessView } from "@zesty/contract/business";
import type { Agent, LodgingView, NewLodgingChannel, StandingView } from "@zesty/contract/lodging";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { onPage } from "../../countries/onPage.ts";
import { AddForm } from "../../parts/AddForm.tsx";
import { Block } from "../../parts/Block.tsx";
import { Button } from "../../parts/Button.tsx";
import { errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { longDate } from "../../parts/format.ts";
import { useToday } from "../../state/business.ts";
import { lodgingApi } from "../../state/lodgingApi.ts";
import { ChannelForm } from "./ChannelForm.tsx";
import { SenderForm } from "./SenderForm.tsx";
import { StandingForm } from "./StandingForm.tsx";

export function Lodging({ setUp }: { setUp: BusinessView }) {
  const { data } = lodgingApi.useLodgingQuery(setUp.id);
  const [form, setForm] = useState<"sender" | "standing" | "channel" | null>(null);
  const own = onPage[setUp.country];
  const day = useToday();
  const now = data?.senders.find((each) => each.from <= day);
  return (
    <div id="lodging">
      <Block
        title="Lodging"
        action={
          form === null &&
          data?.mayChange && (
            <span className="flex gap-4">
              <Button look="quiet" onClick={() => setForm("sender")}>
                Change who lodges
              </Button>
              {own.lodgesLater && (
                <Button look="quiet" onClick={() => setForm("channel")}>
                  The credential
                </Button>
              )}
              {own.lodgesLater && (
                <Button look="quiet" onClick={() => setForm("standing")}>
                  Lodge later, or not at all
                </Button>
              )}
            </span>
          )
        }
      >
        {form === "sender" && (
          <SenderForm setUp={setUp} day={day} agent={now?.agent ?? null} onDone={() => setForm(null)} />
        )}
        {form === "channel" && (
          <ChannelForm business={setUp.id} known={data?.channel ?? null} onDone={() => setForm(null)} />
        )}
        {form === "standing" && <StandingForm business={setUp.id} day={day} onDone={() => setForm(null)} />}
        {data && <Senders business={setUp.id} data={data} country={setUp.country} day={day} />}
        {data?.channel && <Channel channel={data.channel} />}
        {data?.standings.map((each) => (
          <Standing key={each.id} business={setUp.id} standing={each} day={day} mayEnd={data.mayChange} />
        ))}
      </Block>
    </div>
  );
}

/** Newest first; of one day only what was said last. */
function Senders({
  business,
  data,
  country,
  day,
}: {
  business: number;
  data: LodgingView;
  country: BusinessView["country"];
  day: string;
}) {
  const [telling, setTelling] = useState<number | null>(null);
  const [told] = lodgingApi.useToldAgencyMutation();
  const shown = data.senders.filter((each, at, all) => all.findIndex(({ from }) => from === each.from) === at);
  if (data.senders.length === 0)
    return <p className="py-1">The employer lodges itself; whoever signs off declares for it.</p>;
  return (
    <ul>
      {shown.map(({ id, from, agent, by }) => (
        <li key={id} className="figures border-b border-rule py-1">
          <span className="font-semibold">{agent ? agent.name : "The employer itself"}</span> from the payday of{" "}
          {longDate(from)}
          {agent && <AgentWords agent={agent} country={country} />}
          <span className="text-quiet"> Recorded by {by}.</span>{" "}
          {agent && !agent.nominatedOn && data.mayChange && telling !== id && (
            <Button look="quiet" onClick={() => setTelling(id)}>
              Record that the agency was told
            </Button>
          )}
          {telling === id && (
            <DayForm
              label="Told to the agency on"
              action="Record it"
              day={day}
              send={(on) => told({ business, sender: id, on })}
              onDone={() => setTelling(null)}
            />
          )}
        </li>
      ))}
    </ul>
  );
}

const Channel = ({ channel: { holder, expires, softwareToldOn } }: { channel: NewLodgingChannel }) => (
  <p className="figures border-b border-rule py-1">
    Messages go out under the machine credential of <span className="font-semibold">{holder}</span>, to{" "}
    {longDate(expires)}.{" "}
    {softwareToldOn ? (
      `The agency was told of this software on ${longDate(softwareToldOn)}.`
    ) : (
      <span className="font-semibold text-plum">The agency was not told of this software yet.</span>
    )}
  </p>
);

function AgentWords({ agent, country }: { agent: Agent; country: BusinessView["country"] }) {
  const own = onPage[country];
  return (
    <>
      , {own.lodger} {agent.number || agent.ird}. Authority signed on {longDate(agent.signedOn)}
      {agent.to ? `, to ${longDate(agent.to)}` : ", until it is withdrawn"}, for{" "}
      {agent.covers.map((each) => (each === "payday" ? "paydays" : "the payroll year")).join(" and ")}.{" "}
      {agent.nominatedOn ? (
        `The agency was told on ${longDate(agent.nominatedOn)}.`
      ) : (
        <span className="font-semibold text-plum">The agency was not told yet: it refuses what the agent sends.</span>
      )}{" "}
      {agent.contact.name}, {agent.contact.phone}.
    </>
  );
}

function Standing({
  business,
  standing: { id, kind, from, to, reason, reference },
  day,
  mayEnd,
}: {
  business: number;
  standing: StandingView;
  day: string;
  mayEnd: boolean;
}) {
  const [ending, setEnding] = useState(false);
  const [end] = lodgingApi.useEndStandingMutation();
  const isOver = to !== null && to < day;
  return (
    <div className={`border-b border-rule py-1 ${isOver ? "text-quiet" : ""}`}>
      <p className="figures flex items-baseline gap-4">
        <span className="flex-1">
          <span className="font-semibold">{kind === "deferred" ? "Lodging deferred" : "Exempt from lodging"}</span>:
          paydays from {longDate(from)}
          {to ? ` to ${longDate(to)}` : " on"}
          {reference && `, reference ${reference}`}. {reason}
        </span>
        {!isOver && mayEnd && !ending && (
          <Button look="quiet" onClick={() => setEnding(true)}>
            End it
          </Button>
        )}
      </p>
      {ending && (
        <DayForm
          label="Last payday of it"
          hint="The paydays after it are lodged"
          action="End it"
          day={day}
          send={(on) => end({ business, standing: id, on })}
          onDone={() => setEnding(false)}
        />
      )}
    </div>
  );
}

/** A day that is recorded of what stands above it. */
function DayForm({
  label,
  hint = "",
  action,
  day,
  send,
  onDone,
}: {
  label: string;
  hint?: string;
  action: string;
  day: string;
  send: (on: string) => PromiseLike<{ error?: unknown }>;
  onDone: () => void;
}) {
  const form = useForm({ defaultValues: { on: day } });
  const { errors } = form.formState;
  const submit = submitOf(form, async ({ on }) => {
    const answer = await send(on);
    if (answer.error) showErrors(form.setError, answer.error);
    else onDone();
  });
  return (
    <AddForm action={action} fault={errors.root?.message} onSubmit={submit} onLeave={onDone}>
      <TextField
        label={label}
        type="date"
        autoFocus
        hint={hint}
        error={errorAt(errors, "on")}
        {...form.register("on")}
      />
    </AddForm>
  );
}
