/** A raise for several people from one day: who gets what, what it costs a year, what signed pays miss; then one step. */
import type { RaisePlan, RaiseRow, RaiseWanted } from "@zesty/contract/raise";
import { useCallback, useState } from "react";
import { useNavigate } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { ChoosePeople, type PeopleColumn } from "../../parts/ChoosePeople.tsx";
import { ChoiceField, TextField, TickField } from "../../parts/Fields.tsx";
import { counted, longDate, money } from "../../parts/format.ts";
import { Loading, Nothing, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useAsked } from "../../parts/useAsked.ts";
import { api, isOutdated, problemOf } from "../../state/api.ts";
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
  const wanted: RaiseWanted & { business: number } = {
    ...{ business: business.id, from, by, value: value.trim() || "0" },
    ...{ people: [...chosen], payBack },
  };
  // Where somebody else was faster it is looked at anew; and only what is shown can be done.
  const [again, setAgain] = useState(0);
  const asked = JSON.stringify({ ...wanted, again });
  const look = useCallback(
    async ({ again: times, ...of }: typeof wanted & { again: number }) => {
      const { data: found } = await plan(of);
      return { data: found && { ...found, asked: JSON.stringify({ ...of, again: times }) } };
    },
    [plan],
  );
  const data = useAsked<typeof wanted & { again: number }, RaisePlan & { asked: string }>(asked, look);
  const errors = problemOf(planning.error).errors ?? [];
  const errorOf = (path: string) => errors.find((each) => each.path === path)?.text;
  const blank = value.trim() === "";
  async function go(): Promise<void> {
    const answer = await raise({ ...wanted, seen: data?.stamp ?? "" });
    if (isOutdated(answer.error)) setAgain(again + 1);
    if (answer.data) void navigate(answer.data.runIds[0] ? `/run/${answer.data.runIds[0]}` : "/people");
  }
  return (
    <Page
      title="Raise several people"
      aside={
        <Button
          look="main"
          disabled={blank || chosen.size === 0 || data?.asked !== asked || Boolean(planning.error) || raising.isLoading}
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
          <ChoosePeople
            rows={data.rows}
            mayChoose={(row) => row.is !== null}
            chosen={chosen}
            onChosen={setChosen}
            columns={columnsOf(data, blank)}
            footnote="wages alone, by the agreed hours of 52 weeks"
          />
          {data.backPay !== "0.00" && (
            <TickField
              label={`Add $${money(data.backPay)} back pay to the next run`}
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

/** @param blank no raise is typed yet */
const columnsOf = (plan: RaisePlan, blank: boolean): PeopleColumn<RaiseRow>[] => [
  { title: "Basis", show: (row) => row.basis },
  { title: "Cycle", show: (row) => row.cycle },
  { title: "Now", isFigure: true, show: (row) => <span className="text-quiet">{row.was ?? "–"}</span> },
  { title: "Then", isFigure: true, show: (row, on) => (on && !blank ? row.is : "") },
  {
    ...{ title: "More a year", isFigure: true, total: blank ? "" : money(plan.yearly) },
    show: (row, on) =>
      !on || blank ? "" : row.yearly === null ? <span className="text-quiet">by hours</span> : money(row.yearly),
  },
  {
    ...{ title: "Missed by signed pays", isFigure: true },
    total: blank || plan.backPay === "0.00" ? "" : money(plan.backPay),
    show: (row, on) => (on && !blank && row.backPay ? money(row.backPay) : ""),
  },
];
