/** A person's balances today and on a day to come, what is asked for, the ledger, and what changes a balance by hand. */
import type { LeavePerson, LeaveRequestView, LeaveView } from "@zesty/contract/leave";
import { entryWords } from "@zesty/contract/leaveEntryWords";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { balanceOn } from "@zesty/core/leave/forecast";
import { useState } from "react";
import { Link } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { hours, longDate, shortDate } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { leaveApi } from "../../state/leaveApi.ts";
import { Adjust, CashOut } from "./ChangeBalance.tsx";
import { stateWords } from "./RequestCard.tsx";

interface Props {
  view: LeaveView;
  person: LeavePerson;
  onAsk: () => void;
  onRequest: (request: LeaveRequestView) => void;
  onSay: (text: string) => void;
}

export function PersonLeave({ view, person, onAsk, onRequest, onSay }: Props) {
  const [open, setOpen] = useState<"adjust" | "cash" | null>(null);
  const requests = view.requests.filter((each) => each.personId === person.personId);
  return (
    <div className="flex flex-col gap-4">
      <div>
        <h2 className="font-name text-[20px] leading-tight">{person.name}</h2>
        <p className="text-[14px] text-quiet">
          {person.basis} · {person.place}{" "}
          <Link className="text-action underline" to={`/people/${person.personId}#leave`}>
            Terms of leave
          </Link>
        </p>
      </div>
      {person.canAnswer && (
        <Button look="main" className="self-start" onClick={onAsk}>
          Ask for leave
        </Button>
      )}
      {person.canAnswer && <Balances view={view} person={person} />}
      <Held view={view} person={person} />
      {requests.length > 0 && <AskedFor view={view} requests={requests} onRequest={onRequest} />}
      {person.canAnswer && <History view={view} person={person} />}
      {view.canPrepare && (
        <div className="flex gap-4">
          <Button
            look="quiet"
            aria-expanded={open === "adjust"}
            onClick={() => setOpen(open === "adjust" ? null : "adjust")}
          >
            Adjust a balance
          </Button>
          <Button look="quiet" aria-expanded={open === "cash"} onClick={() => setOpen(open === "cash" ? null : "cash")}>
            Cash out leave
          </Button>
        </div>
      )}
      {open === "adjust" && (
        <Adjust
          view={view}
          person={person}
          onDone={() => {
            setOpen(null);
            onSay("The balance is adjusted; its reason stands in the ledger.");
          }}
        />
      )}
      {open === "cash" && <CashOut view={view} person={person} />}
    </div>
  );
}

/** On the ledger, and on a day to come. */
function Balances({ view, person }: Pick<Props, "view" | "person">) {
  const [on, setOn] = useState(view.to);
  const kinds = Object.keys(person.standings).filter((kind) => leaveKindIn(view.country, kind).kept);
  return (
    <section className="figures text-[14.5px]">
      <h3 className="border-b border-rule-strong pb-0.5 font-semibold">Balances</h3>
      <table className="w-full">
        <thead className="text-[13px] text-quiet">
          <tr>
            <th className="py-0.5 text-left font-medium">Leave</th>
            <th className="text-right font-medium">On the ledger</th>
            <th className="pl-3 text-right font-medium whitespace-nowrap">{shortDate(on)}</th>
          </tr>
        </thead>
        <tbody>
          {kinds.map((kind) => {
            const standing = person.standings[kind];
            if (!standing) return null;
            const { words, unit } = leaveKindIn(view.country, kind);
            const then = balanceOn(standing, on);
            return (
              <tr key={kind} className="border-b border-rule" title={forecastWords(then, unit)}>
                <td className="py-0.5">
                  {words} <span className="text-quiet">{unit === "hours" ? "h" : unit}</span>
                </td>
                <td className="text-right">{hours(standing.balance, 2)}</td>
                <td className={`text-right font-semibold ${then.balance.isNegative() ? "text-plum" : ""}`}>
                  {hours(then.balance.toString(), 2)}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {kinds.length === 0 && <p className="py-1 text-quiet">No balance is kept for this person.</p>}
      {kinds.length > 0 && (
        <div className="mt-1 max-w-48">
          <TextField
            label="On the day"
            type="date"
            value={on}
            onChange={(event) => setOn(event.target.value || view.to)}
          />
        </div>
      )}
      <p className="mt-1 text-[13px] text-quiet">
        With what accrues in ordinary weeks, less leave on the record that no pay has taken yet.
      </p>
    </section>
  );
}

interface AskedProps extends Pick<Props, "view" | "onRequest"> {
  requests: readonly LeaveRequestView[];
}

function AskedFor({ view, requests, onRequest }: AskedProps) {
  return (
    <section className="text-[14.5px]">
      <h3 className="border-b border-rule-strong pb-0.5 font-semibold">Asked for</h3>
      <ul>
        {requests.map((each) => (
          <li key={each.id} className="border-b border-rule py-0.5">
            <button type="button" className="w-full text-left hover:bg-hover" onClick={() => onRequest(each)}>
              {shortDate(each.first)}
              {each.last === each.first ? "" : ` – ${shortDate(each.last)}`},{" "}
              {leaveKindIn(view.country, each.kind).words.toLowerCase()}{" "}
              <span className={each.state === "waiting" ? "text-amber" : "text-quiet"}>{stateWords[each.state]}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function forecastWords(then: ReturnType<typeof balanceOn>, unit: string): string {
  const part = (value: { isZero(): boolean; toString(): string }, words: string) =>
    value.isZero() ? [] : [`${hours(value.toString(), 2)} ${words}`];
  return [
    ...part(then.accrued, `${unit} accrue`),
    ...part(then.granted, `${unit} arise`),
    ...part(then.lapsed, "lapse"),
    ...part(then.taken, "recorded as taken"),
  ].join(", ");
}

/** Leave that arose day by day: from what, and since when it may be exchanged. */
function Held({ view, person }: Pick<Props, "view" | "person">) {
  const [first] = person.held;
  if (!first) return null;
  return (
    <section className="figures text-[14.5px]">
      <h3 className="border-b border-rule-strong pb-0.5 font-semibold">
        {leaveKindIn(view.country, first.kind).words}, the oldest first
      </h3>
      <ul>
        {person.held.map(({ on, left, words, exchangeFrom, noticeDays }, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two may have arisen on one day
          <li key={at} className="border-b border-rule py-0.5">
            {shortDate(on)} <span className="text-quiet">{words}</span>
            {left === "1" ? "" : `, ${hours(left, 2)} left`}
            <span className="block text-[13px] text-quiet">
              {exchangeFrom <= view.today
                ? `May be exchanged on request; you may fix the day, ${noticeDays} days ahead`
                : `May be exchanged from ${longDate(exchangeFrom)}`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function History({ view, person }: Pick<Props, "view" | "person">) {
  const [shown, setShown] = useState(false);
  const { data, error } = leaveApi.useLeaveHistoryQuery(person.personId, { skip: !shown });
  return (
    <details className="figures text-[14.5px]" onToggle={(event) => setShown(event.currentTarget.open)}>
      <summary className="text-action">The ledger of {person.name.split(" ")[0]}</summary>
      <ProblemNote error={error} />
      <table className="w-full">
        <thead className="text-[13px] text-quiet">
          <tr>
            <th className="py-0.5 text-left font-medium">Day</th>
            <th className="text-left font-medium">What</th>
            <th className="text-right font-medium">Amount</th>
            <th className="text-right font-medium">Balance</th>
          </tr>
        </thead>
        <tbody>
          {(data ?? []).map((entry, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a ledger's lines never move
            <tr key={at} className="border-b border-rule align-top">
              <td className="py-0.5 whitespace-nowrap text-quiet">{shortDate(entry.date)}</td>
              <td className="px-1">
                {leaveKindIn(view.country, entry.kind).words}{" "}
                {entry.runId === null ? (
                  <span className="text-quiet">{entryWords[entry.why]}</span>
                ) : (
                  <Link className="text-action underline" to={`/run/${entry.runId}`}>
                    {entryWords[entry.why]}
                  </Link>
                )}
                {entry.reason && <span className="block text-[13px] text-quiet">{entry.reason}</span>}
              </td>
              <td className="text-right">{hours(entry.amount, 2)}</td>
              <td className="text-right">{hours(entry.balance, 2)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}
