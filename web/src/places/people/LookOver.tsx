/** Past pays looked over: a span of paydays, what comes out differently by person and pay, and one step to pay it. */
import type { LookedPay, LookOverView } from "@zesty/contract/lookOver";
import { addMonths } from "@zesty/core/calendar/dates";
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { counted, money, shortDate } from "../../parts/format.ts";
import { JobBar } from "../../parts/JobBar.tsx";
import { Loading, Nothing, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { api, problemOf } from "../../state/api.ts";
import { useBusiness } from "../../state/business.ts";
import { lookOverApi } from "../../state/lookOverApi.ts";

export function LookOver() {
  const business = useBusiness();
  const day = api.useSessionQuery().data?.day;
  return day ? <Span key={business.id} business={business} day={day} /> : <Loading what="the day" />;
}

function Span({ business, day }: { business: { id: number; name: string }; day: string }) {
  const [from, setFrom] = useState(addMonths(day, -12));
  const [to, setTo] = useState(day);
  const [look, { data, error, isLoading }] = lookOverApi.useLookOverMutation();
  const errorOf = (path: string) => problemOf(error).errors?.find((each) => each.path === path)?.text;
  const isOf = data?.from === from && data.to === to;
  return (
    <Page title="Past pays">
      <p className="mb-3 max-w-3xl">
        Every pay is worked out again by the record of time, the terms, the rates and the rules as they stand now,
        beside what was paid. Nothing is changed by looking.
      </p>
      <form
        noValidate
        className="mb-3 flex flex-wrap items-end gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void look({ business: business.id, from, to, people: null });
        }}
      >
        <TextField
          label="Paydays from"
          type="date"
          autoFocus
          error={errorOf("from")}
          value={from}
          onChange={(event) => setFrom(event.target.value)}
        />
        <TextField
          label="To"
          type="date"
          error={errorOf("to")}
          value={to}
          onChange={(event) => setTo(event.target.value)}
        />
        <Button type="submit" look={isOf ? "plain" : "main"} disabled={isLoading}>
          Look them over
        </Button>
      </form>
      <JobBar />
      {error && !problemOf(error).errors && <ProblemNote error={error} />}
      {data && isOf && !isLoading && <Found key={JSON.stringify(data)} business={business} found={data} />}
    </Page>
  );
}

interface OfPerson {
  personId: number;
  name: string;
  pays: LookedPay[];
  short: string;
}

/** Pays by person, who is short of most first. */
function byPerson(pays: readonly LookedPay[]): OfPerson[] {
  const found = new Map<number, LookedPay[]>();
  for (const each of pays) found.set(each.personId, [...(found.get(each.personId) ?? []), each]);
  return [...found]
    .map(([personId, own]) => ({
      ...{ personId, name: own[0]?.name ?? "", pays: own },
      short: sum(own.map((each) => decimal(each.difference)).filter((each) => each.gt(0))).toFixed(2),
    }))
    .sort((a, b) => decimal(b.short).comparedTo(decimal(a.short)) || (a.name < b.name ? -1 : 1));
}

function Found({ business, found }: { business: { id: number; name: string }; found: LookOverView }) {
  const navigate = useNavigate();
  const people = byPerson(found.pays);
  const [chosen, setChosen] = useState<ReadonlySet<number>>(
    new Set(people.filter((each) => each.short !== "0.00").map((each) => each.personId)),
  );
  const [pay, { error, isLoading }] = lookOverApi.usePayLookedOverMutation();
  const wanted = sum(people.filter((each) => chosen.has(each.personId)).map((each) => decimal(each.short)));
  const toggle = (id: number, on: boolean) =>
    setChosen(on ? new Set([...chosen, id]) : new Set([...chosen].filter((each) => each !== id)));
  const go = async () => {
    const { from, to } = found;
    const done = await pay({ business: business.id, from, to, people: [...chosen] });
    if (done.data?.runIds[0]) void navigate(`/run/${done.data.runIds[0]}`);
  };
  if (found.looked === 0) return <Nothing>No pay of a cycle was signed off for a payday between these days.</Nothing>;
  if (people.length === 0)
    return <Nothing>{counted(found.looked, "pay")} looked over. Each comes out as it was paid.</Nothing>;
  return (
    <>
      <div className="mb-2 flex flex-wrap items-center justify-between gap-3">
        <p className="figures">
          {counted(found.looked, "pay")} looked over.{" "}
          {found.short === "0.00" ? "None is short." : <strong>Short by ${money(found.short)}.</strong>}{" "}
          {found.over !== "0.00" && (
            <span className="text-quiet">
              ${money(found.over)} paid too much: take it back by a correction of the pay, with the person's agreement.
            </span>
          )}
        </p>
        <div className="flex items-center gap-3">
          <a
            className="text-action underline"
            href={`/api/businesses/${business.id}/look-over.csv?from=${found.from}&to=${found.to}`}
            download
          >
            As a file
          </a>
          {wanted.gt(0) && (
            <Button look="main" disabled={isLoading} onClick={() => void go()}>
              Put ${money(wanted.toFixed(2))} into the next run
            </Button>
          )}
        </div>
      </div>
      <ProblemNote error={error} />
      <table className="figures w-full text-[15px]">
        <thead className="border-b border-rule-strong text-[14px] text-quiet">
          <tr>
            <th className="w-8">
              <span className="sr-only">Pay</span>
            </th>
            <th className="py-1 text-left font-medium">Payday</th>
            <th className="text-right font-medium">Paid</th>
            <th className="text-right font-medium">Paid since</th>
            <th className="text-right font-medium">Due</th>
            <th className="text-right font-medium">Short</th>
            <th className="pl-5 text-left font-medium">Why</th>
          </tr>
        </thead>
        {people.map((each) => (
          <tbody key={each.personId} className="border-b border-rule">
            <tr>
              <td className="pt-2 align-top">
                {each.short !== "0.00" && (
                  <input
                    type="checkbox"
                    className="accent-(--action)"
                    aria-label={`Pay ${each.name}`}
                    checked={chosen.has(each.personId)}
                    onChange={(event) => toggle(each.personId, event.target.checked)}
                  />
                )}
              </td>
              <th className="pt-2 text-left font-semibold" colSpan={4} scope="rowgroup">
                <Link to={`/people/${each.personId}`}>{each.name}</Link>
              </th>
              <td className="pt-2 text-right font-semibold">{each.short === "0.00" ? "" : money(each.short)}</td>
              <td />
            </tr>
            {each.pays.map((one) => (
              <PayRow key={one.signedPayId} pay={one} />
            ))}
          </tbody>
        ))}
      </table>
    </>
  );
}

function PayRow({ pay }: { pay: LookedPay }) {
  const isOver = pay.difference.startsWith("-");
  return (
    <tr className="align-baseline">
      <td />
      <td className="py-0.5">
        <Link className="text-action" to={`/run/${pay.runId}?pay=${pay.payId}`}>
          {shortDate(pay.payday)}
        </Link>
      </td>
      <td className="text-right">{money(pay.paid)}</td>
      <td className="text-right text-quiet">{pay.before === "0.00" ? "" : money(pay.before)}</td>
      <td className="text-right">{pay.fault === null ? money(pay.due) : ""}</td>
      <td className={`text-right ${isOver ? "text-quiet" : ""}`}>
        {pay.fault === null ? (isOver ? `−${money(pay.difference.slice(1))}` : money(pay.difference)) : ""}
      </td>
      <td className={`max-w-[520px] pl-5 text-[14.5px] ${pay.fault === null ? "text-quiet" : "text-amber"}`}>
        {pay.fault ?? pay.reasons.join(" ")}
        {isOver && pay.fault === null && (
          <Link className="ml-2 text-action underline" to={`/run/${pay.runId}?pay=${pay.payId}&told=now`}>
            Correct it
          </Link>
        )}
      </td>
    </tr>
  );
}
