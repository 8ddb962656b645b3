/** Corrects a pay that was signed off and sent: type it as it should have been, see the difference, choose where it goes. */

import type { CorrectablePay, CorrectionPlan } from "@zesty/contract/corrections";
import type { RunRow, RunView } from "@zesty/contract/runs";
import type { CountryCode } from "@zesty/core/countries/countries";
import type { SheetLine } from "@zesty/core/pay/row";
import { useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { onPage } from "../../countries/onPage.ts";
import { Button } from "../../parts/Button.tsx";
import { ChoiceField, TextField } from "../../parts/Fields.tsx";
import { hours, longDate, money } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { afterwardsApi } from "../../state/afterwardsApi.ts";
import { DaysAsWanted } from "./DaysAsWanted.tsx";
import { daysTold, type ToldTexts, textsFrom } from "./toldDays.ts";

export function CorrectionPanel({ view, row, onBack }: { view: RunView; row: RunRow; onBack: () => void }) {
  const { data, error } = afterwardsApi.useCorrectableQuery(
    { run: view.id, payId: row.payId },
    { refetchOnMountOrArgChange: true },
  );
  return (
    <div>
      <Button look="quiet" onClick={onBack}>
        Back to the account
      </Button>
      <h2 className="mt-2 font-name text-[20px]">Correct this pay</h2>
      <ProblemNote error={error} />
      {data && <Correct key={data.payId} country={view.country} pay={data} />}
    </div>
  );
}

type Into = "next" | "own";
type By = "days" | "lines" | "now";

const emptyOf = {
  hours: { hours: "0" },
  amount: { amount: "0" },
  weeks: { units: "0" },
  units: { units: "0" },
  days: { units: "0" },
} as const;

/** Weeks and days typed anew bring the hours that go with them. */
function retyped(line: SheetLine, value: string): SheetLine {
  if (line.units !== undefined) {
    const { hours: _hours, ...rest } = line;
    return { ...rest, units: value };
  }
  return line.hours === undefined ? { ...line, amount: value } : { ...line, hours: value };
}

function Correct({ country, pay }: { country: CountryCode; pay: CorrectablePay }) {
  const navigate = useNavigate();
  // As it was opened: what a colleague corrects meanwhile is not taken back by what these lines still show.
  const [seen] = useState(pay.stamp);
  const [lines, setLines] = useState<SheetLine[]>(pay.lines);
  const said = useSearchParams()[0].get("told");
  const [handed] = useState(textsFrom(said));
  const [texts, setTexts] = useState<ToldTexts>(handed);
  const [faults, setFaults] = useState<Record<string, string>>({});
  const { days } = pay;
  const isToldByDays = days?.some((day) => handed[day.date] !== undefined || day.told !== undefined);
  const [by, setBy] = useState<By>(said === "now" && pay.asNow ? "now" : isToldByDays ? "days" : "lines");
  const [into, setInto] = useState<Into>("next");
  const [perPay, setPerPay] = useState("");
  const [plan, planned] = afterwardsApi.usePlanCorrectionMutation();
  const [make, made] = afterwardsApi.useMakeCorrectionMutation();
  const wanted = {
    run: pay.runId,
    payId: pay.payId,
    ...(by === "days" && { days: daysTold(days ?? [], texts, country).days }),
    ...(by === "now" && { asNow: true as const }),
    ...(by === "lines" && { lines }),
    into,
    ...(perPay && into === "own" ? { recoverPerPay: perPay } : {}),
  };
  // The difference that is shown is the one that is made: typed on, it is asked for anew.
  const typed =
    <T,>(set: (value: T) => void) =>
    (value: T) => {
      planned.reset();
      set(value);
    };
  const overpaid = planned.data?.net.startsWith("-") === true;
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        const unread = by === "days" && days ? daysTold(days, texts, country).faults : {};
        setFaults(unread);
        if (Object.keys(unread).length === 0) void plan(wanted);
      }}
    >
      <p className="mb-2 text-[14.5px] text-quiet">
        {pay.name}, payday {longDate(pay.payday)}. What was sent stays as it is; only the difference is paid or taken
        back, and the next pay event carries it.
      </p>
      {pay.corrections.map((each) => (
        <p key={each.runId} className="text-[14.5px]">
          Corrected before, in the{" "}
          <Link className="text-action underline" to={`/run/${each.runId}`}>
            run of {longDate(each.payday)}
          </Link>
          . Signed off, it is in the lines below.
        </p>
      ))}
      <h3 className="mt-2 font-semibold">As it should have been</h3>
      {(days || pay.asNow) && (
        <ChoiceField label="Say it by" value={by} onChange={(event) => typed(setBy)(event.target.value as By)}>
          <option value="lines">its lines</option>
          {days && <option value="days">its days</option>}
          {pay.asNow && <option value="now">what holds now</option>}
        </ChoiceField>
      )}
      {by === "days" && days ? (
        <DaysAsWanted {...{ country, days, texts, faults }} onTexts={typed(setTexts)} />
      ) : by === "now" ? (
        <p className="text-[14px] text-quiet">
          The pay is worked out again by the record of time, the terms, rates and rules as they stand now.
        </p>
      ) : (
        <LinesAsWanted pay={pay} lines={lines} onLines={typed(setLines)} />
      )}
      <div className="mt-3 flex flex-col gap-3">
        <ChoiceField label="Correct it" value={into} onChange={(event) => typed(setInto)(event.target.value as Into)}>
          <option value="next">with the next run, as lines of that pay</option>
          <option value="own">in a run of its own, now</option>
        </ChoiceField>
        {overpaid && into === "own" && (
          <TextField
            label="Take back from each coming pay"
            hint="Empty: the debt is recorded and nothing is taken yet. The person agrees in writing."
            value={perPay}
            onChange={(event) => setPerPay(event.target.value.trim())}
          />
        )}
      </div>
      <div className="mt-3 empty:hidden">
        <ProblemNote error={planned.error ?? made.error} />
      </div>
      {planned.data && <Difference country={country} plan={planned.data} />}
      <div className="mt-3 flex gap-2">
        <Button type="submit">See the difference</Button>
        {planned.data && (
          <Button
            look="main"
            disabled={made.isLoading}
            onClick={() =>
              void make({ ...wanted, seen }).then((answer) => {
                if (answer.data) void navigate(`/run/${answer.data.id}`);
              })
            }
          >
            Correct it
          </Button>
        )}
      </div>
    </form>
  );
}

interface WantedProps {
  pay: CorrectablePay;
  lines: SheetLine[];
  onLines: (lines: SheetLine[]) => void;
}

function LinesAsWanted({ pay, lines, onLines }: WantedProps) {
  const unused = pay.elements.filter((element) => !lines.some((line) => line.elementId === element.id));
  const type = (at: number, value: string) =>
    onLines(lines.map((line, index) => (index !== at ? line : retyped(line, value))));
  return (
    <>
      {lines.map((line, at) => {
        const element = pay.elements.find((each) => each.id === line.elementId);
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: lines have no id of their own
          <label key={`${line.elementId} ${at}`} className="flex items-baseline justify-between gap-3 py-0.5">
            {element?.name}
            <span className="flex items-baseline gap-2">
              <input
                className="figures w-28 rounded-(--radius) border border-rule-strong bg-sheet px-2 py-0.5 text-right"
                value={line.units ?? line.hours ?? line.amount ?? ""}
                onChange={(event) => type(at, event.target.value)}
              />
              <span className="w-10 text-quiet">
                {line.units !== undefined ? element?.entry : line.hours === undefined ? "$" : "h"}
              </span>
            </span>
          </label>
        );
      })}
      {unused.length > 0 && (
        <select
          aria-label="Add a pay element"
          className="mt-1 rounded-(--radius) border border-rule-strong bg-sheet px-1 py-0.5 text-[14.5px]"
          value=""
          onChange={(event) => {
            const element = pay.elements.find((each) => each.id === Number(event.target.value));
            if (element) onLines([...lines, { elementId: element.id, ...emptyOf[element.entry] }]);
          }}
        >
          <option value="">Add a pay element…</option>
          {unused.map((element) => (
            <option key={element.id} value={element.id}>
              {element.name}
            </option>
          ))}
        </select>
      )}
    </>
  );
}

const signed = (amount: string) => (amount.startsWith("-") ? `−${money(amount.slice(1))}` : money(amount));

function Difference({ country, plan }: { country: CountryCode; plan: CorrectionPlan }) {
  const rows = [
    ["Gross", plan.gross],
    [onPage[country].tax, plan.withheld],
    [onPage[country].employer, plan.super],
  ] as const;
  return (
    <div className="figures mt-3 border-t border-rule-strong pt-1 text-[15px]">
      {plan.lines.map((line) => (
        <p key={line.name + line.amount} className="flex justify-between">
          <span>
            {line.name}
            {line.hours && <span className="ml-2 text-quiet">{hours(line.hours.replace("-", "−"), 2)} h</span>}
          </span>
          <span>{signed(line.amount)}</span>
        </p>
      ))}
      {rows.map(([name, amount]) => (
        <p key={name} className="flex justify-between border-t border-rule">
          <span>{name}</span>
          <span>{signed(amount)}</span>
        </p>
      ))}
      <p className="flex justify-between border-y border-rule-strong py-1 font-semibold">
        <span>{plan.net.startsWith("-") ? "Overpaid, net" : "Still to pay, net"}</span>
        <span>{money(plan.net.replace("-", ""))}</span>
      </p>
      {plan.earlierYear && (
        <p className="mt-1 text-amber">
          The pay lies in an earlier payroll year.{" "}
          {plan.amendsYear
            ? "That year is amended: the gross is owed back, and the tax withheld from it stays to the person's account with the tax agency."
            : "What is paid or taken back now counts in this year."}
        </p>
      )}
    </div>
  );
}
