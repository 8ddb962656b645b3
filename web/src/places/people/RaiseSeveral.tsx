/** A raise for several people from one day: who gets what, what it costs a year, what signed pays miss; then one step. */
import type { RaisePlan, RaiseRow, RaiseWanted } from "@zesty/contract/raise";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { ChoiceField, TextField, TickField } from "../../parts/Fields.tsx";
import { counted, longDate, money } from "../../parts/format.ts";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { Loading, Nothing, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { api, problemOf } from "../../state/api.ts";
import { useBusiness } from "../../state/business.ts";
import { raiseApi } from "../../state/raiseApi.ts";

export function RaiseSeveral() {
  const business = useBusiness();
  const day = api.useSessionQuery().data?.day;
  return day ? <Raise key={business.id} business={business} day={day} /> : <Loading what="the day" />;
}

function Raise({ business, day }: { business: { id: number; name: string }; day: string }) {
  const navigate = useNavigate();
  const [from, setFrom] = useState(day);
  const [by, setBy] = useState<RaiseWanted["by"]>("percent");
  const [value, setValue] = useState("");
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  const [payBack, setPayBack] = useState(true);
  const [plan, planning] = raiseApi.usePlanRaiseMutation();
  const [raise, raising] = raiseApi.useRaiseMutation();
  // The last answer stays while the next is on its way: nothing jumps under the hand.
  const [data, setData] = useState<RaisePlan | null>(null);
  const wanted: RaiseWanted & { business: number } = {
    ...{ business: business.id, from, by, value: value.trim() || "0" },
    ...{ people: [...chosen], payBack },
  };
  const asked = JSON.stringify(wanted);
  useEffect(() => {
    let current = true;
    const timer = setTimeout(() => {
      void plan(JSON.parse(asked) as typeof wanted).then((answer) => {
        if (current && answer.data) setData(answer.data);
      });
    }, 200);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [asked, plan]);
  const errors = problemOf(planning.error).errors ?? [];
  const errorOf = (path: string) => errors.find((each) => each.path === path)?.text;
  const able = data?.rows.filter((row) => row.is !== null) ?? [];
  const isAll = able.length > 0 && able.every((row) => chosen.has(row.personId));
  const set = (ids: readonly number[], on: boolean) => {
    const next = new Set(chosen);
    for (const each of ids) on ? next.add(each) : next.delete(each);
    setChosen(next);
  };
  const blank = value.trim() === "";
  async function go(): Promise<void> {
    const answer = await raise(wanted);
    if (answer.data) void navigate(answer.data.runIds[0] ? `/run/${answer.data.runIds[0]}` : "/people");
  }
  return (
    <Page
      title="Raise several people"
      aside={
        <Button
          look="main"
          disabled={
            blank || chosen.size === 0 || !data || planning.isLoading || Boolean(planning.error) || raising.isLoading
          }
          onClick={() => void go()}
        >
          Raise {chosen.size === 0 ? "" : counted(chosen.size, "person", "people")} from {longDate(from)}
        </Button>
      }
    >
      <div className="mb-3 grid max-w-3xl grid-cols-3 gap-4 max-[700px]:grid-cols-1">
        <TextField
          label="From"
          type="date"
          hint="Work from this day on is paid by it"
          error={errorOf("from")}
          value={from}
          onChange={(event) => setFrom(event.target.value)}
        />
        <ChoiceField label="By" value={by} onChange={(event) => setBy(event.target.value as RaiseWanted["by"])}>
          <option value="percent">per cent</option>
          <option value="hourly">dollars an hour</option>
        </ChoiceField>
        <TextField
          label={by === "percent" ? "Per cent" : "Dollars an hour"}
          hint="Rates and salaries go to the cent"
          inputMode="decimal"
          autoFocus
          error={errorOf("value")}
          value={value}
          onChange={(event) => setValue(event.target.value)}
        />
      </div>
      <ProblemNote error={raising.error ?? (errors.length === 0 ? planning.error : undefined)} />
      {!data ? (
        planning.error ? null : (
          <Loading what="the people" />
        )
      ) : data.rows.length === 0 ? (
        <Nothing>Nobody works for {business.name} on that day.</Nothing>
      ) : (
        <>
          <Table rows={data.rows} chosen={chosen} isAll={isAll} able={able} blank={blank} onSet={set} plan={data} />
          {data.backPay !== "0.00" && (
            <TickField
              label={`Pay $${money(data.backPay)} back with the next run`}
              hint="What pays that are signed off since that day miss, each as it would have been, taxed by its own method"
              checked={payBack}
              onChange={(event) => setPayBack(event.target.checked)}
            />
          )}
        </>
      )}
    </Page>
  );
}

interface TableProps {
  rows: readonly RaiseRow[];
  able: readonly RaiseRow[];
  chosen: ReadonlySet<number>;
  isAll: boolean;
  /** no raise is typed yet */
  blank: boolean;
  plan: RaisePlan;
  onSet: (ids: readonly number[], on: boolean) => void;
}

function Table({ rows, able, chosen, isAll, blank, plan, onSet }: TableProps) {
  return (
    <table className="w-full text-[15px] [&_:is(td,th):not(:last-child)]:pr-4">
      <thead>
        <tr className="border-b border-rule-strong text-left text-[14px] text-quiet [&>th]:font-medium">
          <th className="w-8 py-1">
            <input
              type="checkbox"
              aria-label="Everybody"
              className="size-4 accent-(--action)"
              checked={isAll}
              onChange={() =>
                onSet(
                  able.map((row) => row.personId),
                  !isAll,
                )
              }
            />
          </th>
          <th>Name</th>
          <th>Basis</th>
          <th>Cycle</th>
          <th className="text-right">Now</th>
          <th className="text-right">Then</th>
          <th className="text-right">More a year</th>
          <th className="text-right">Missed by signed pays</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => {
          const on = chosen.has(row.personId);
          return (
            <tr key={row.personId} className="border-b border-rule hover:bg-hover">
              <td className="py-1.5">
                <input
                  type="checkbox"
                  aria-label={row.name}
                  className="size-4 accent-(--action)"
                  disabled={row.is === null}
                  checked={on}
                  onChange={() => onSet([row.personId], !on)}
                />
              </td>
              <td>
                <span className="font-semibold">{row.name}</span>
                {row.note && (
                  <span className="ml-2 inline-flex items-baseline gap-1.5 text-[14px] text-quiet">
                    <MarkShape kind="query" />
                    {row.note}
                  </span>
                )}
              </td>
              <td>{row.basis}</td>
              <td>{row.cycle}</td>
              <td className="figures text-right text-quiet">{row.was ?? "–"}</td>
              <td className="figures text-right">{on && !blank ? row.is : ""}</td>
              <td className="figures text-right">
                {!on || blank ? (
                  ""
                ) : row.yearly === null ? (
                  <span className="text-quiet">by hours</span>
                ) : (
                  money(row.yearly)
                )}
              </td>
              <td className="figures text-right">{on && !blank && row.backPay ? money(row.backPay) : ""}</td>
            </tr>
          );
        })}
      </tbody>
      <tfoot>
        <tr className="font-semibold">
          <td />
          <td className="py-1.5" colSpan={5}>
            {counted(chosen.size, "person", "people")} chosen
            <span className="font-normal text-quiet">; wages alone, by the agreed hours of 52 weeks</span>
          </td>
          <td className="figures text-right">{blank ? "" : money(plan.yearly)}</td>
          <td className="figures text-right">{blank || plan.backPay === "0.00" ? "" : money(plan.backPay)}</td>
        </tr>
      </tfoot>
    </table>
  );
}
