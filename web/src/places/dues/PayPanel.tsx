/** What is ticked, as it would be paid: whom, how much, to which account, under which reference. */
import type { DuePick, PaymentPlan } from "@zesty/contract/dues";
import { useState } from "react";
import { Link } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { cents, counted, dollars, shortDate } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { problemOf } from "../../state/api.ts";
import { duesApi } from "../../state/duesApi.ts";

interface Props {
  business: number;
  picks: DuePick[];
  today: string;
  onDone: () => void;
}

export function PayPanel({ business, picks, today, onDone }: Props) {
  const [way, setWay] = useState<"file" | "byHand">("file");
  const [date, setDate] = useState("");
  const { data: plan, error } = duesApi.usePlanDuesQuery({
    business,
    picks,
    ...(way === "file" && date ? { date } : {}),
  });
  if (error) return <ProblemNote error={error} />;
  if (!plan) return <p className="text-quiet">Working out the payment…</p>;
  return (
    <section aria-label="Payment" className="border-l-3 border-lime pl-4 lg:sticky lg:top-4">
      <div role="tablist" aria-label="How it is paid" className="mb-3 flex gap-4 border-b border-rule">
        {(["file", "byHand"] as const).map((each) => (
          <button
            key={each}
            type="button"
            role="tab"
            aria-selected={way === each}
            className={`pb-1 ${way === each ? "border-b-2 border-action font-semibold" : "text-quiet"}`}
            onClick={() => setWay(each)}
          >
            {each === "file" ? "Pay now" : "Paid by hand"}
          </button>
        ))}
      </div>
      <ul className="mb-3 text-[14.5px]">
        {plan.lines.map((line) => (
          <li key={line.receiver} className="border-b border-rule py-1.5">
            <p className="flex justify-between gap-3">
              <span className="font-semibold">{line.name}</span>
              <span className="figures">{cents(line.cents)}</span>
            </p>
            <p className="text-[13.5px] text-quiet">
              {line.fundId !== null && `${counted(line.people, "member")}, `}
              {way === "byHand" && line.whole ? (
                <>
                  account <span className="select-all text-ink">{line.whole}</span>,{" "}
                </>
              ) : line.account ? (
                `account ${line.account}, `
              ) : (
                ""
              )}
              reference <span className="select-all">{line.reference}</span>
            </p>
            {line.setOffCents > 0 && (
              <p className="text-[13.5px] text-quiet">
                less {cents(line.setOffCents)} that was paid or told too much before
              </p>
            )}
          </li>
        ))}
        <li className="flex justify-between py-1.5 font-semibold">
          <span>Together</span>
          <span className="figures">{cents(plan.cents)}</span>
        </li>
        {plan.balance && (
          <li className={plan.balance.cents < plan.cents ? "text-amber" : "text-[13.5px] text-quiet"}>
            The account held {dollars(plan.balance.cents)} on {shortDate(plan.balance.on)}
            {plan.balance.cents < plan.cents && ": less than this"}.
          </li>
        )}
      </ul>
      {way === "file" ? (
        <ByFile {...{ business, picks, plan, date, onDone }} onDate={setDate} />
      ) : (
        <ByHand {...{ business, picks, plan, today, onDone }} />
      )}
    </section>
  );
}

interface OfPlan {
  business: number;
  picks: DuePick[];
  plan: PaymentPlan;
  onDone: () => void;
}

function ByFile({
  business,
  picks,
  plan,
  date,
  onDate,
  onDone,
}: OfPlan & { date: string; onDate: (date: string) => void }) {
  const [pay, { error, isLoading }] = duesApi.usePayDuesMutation();
  const [confirmed, setConfirmed] = useState<string[]>([]);
  const fresh = plan.lines.filter((line) => line.isNew && line.account !== null);
  const left = fresh.filter((line) => !confirmed.includes(line.receiver));
  const on = date || plan.earliest;
  const problem = error ? problemOf(error) : null;
  const fault = problem?.errors?.find((each) => each.path === "date")?.text;
  return (
    <>
      {plan.faults.map((each) => (
        <p key={each.text} className="mb-2 text-plum">
          {each.text}{" "}
          {each.mend && (
            <Link className="underline" to={each.mend}>
              Mend it
            </Link>
          )}
        </p>
      ))}
      <TextField
        label="Paid on"
        type="date"
        value={on}
        onChange={(event) => onDate(event.target.value)}
        hint={
          plan.withData ? "The contributions go ahead, and their money the same day." : "A day on which banks work."
        }
        error={fault}
      />
      {fresh.map((line) => (
        <label key={line.receiver} className="mt-2 flex items-start gap-2">
          <input
            type="checkbox"
            className="mt-1 size-4 accent-(--action)"
            checked={confirmed.includes(line.receiver)}
            onChange={(event) =>
              setConfirmed(
                event.target.checked
                  ? [...confirmed, line.receiver]
                  : confirmed.filter((each) => each !== line.receiver),
              )
            }
          />
          <span>
            {line.name}, account {line.account}: paid to for the first time. I have compared it.
          </span>
        </label>
      ))}
      <div className="mt-3">
        <Button
          look="main"
          disabled={isLoading || plan.cents === 0 || plan.faults.length > 0 || left.length > 0}
          onClick={() =>
            void pay({ business, picks, date: on, cents: plan.cents, confirmed })
              .unwrap()
              .then(onDone, () => {})
          }
        >
          {plan.fourEyes ? `Prepare ${dollars(plan.cents)}` : `Pay ${dollars(plan.cents)}`} to{" "}
          {counted(plan.lines.length, "receiver")}
        </Button>
        {plan.fourEyes && <p className="mt-1 text-[13.5px] text-quiet">Somebody else releases it.</p>}
      </div>
      {problem && !fault && <ProblemNote error={error} />}
    </>
  );
}

function ByHand({ business, picks, plan, today, onDone }: OfPlan & { today: string }) {
  const [save, { error, isLoading }] = duesApi.useDuesByHandMutation();
  const [typed, setTyped] = useState({ on: today, receipt: "", receivedOn: "" });
  const problem = error ? problemOf(error) : null;
  const at = (path: string) => problem?.errors?.find((each) => each.path === path)?.text;
  const hasSuper = plan.lines.some((line) => line.fundId !== null);
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        const { receivedOn, ...rest } = typed;
        void save({ business, picks, cents: plan.cents, ...rest, ...(receivedOn ? { receivedOn } : {}) })
          .unwrap()
          .then(onDone, () => {});
      }}
    >
      <TextField
        label="Paid on"
        type="date"
        value={typed.on}
        onChange={(event) => setTyped({ ...typed, on: event.target.value })}
        error={at("on")}
      />
      <TextField
        label="Receipt"
        value={typed.receipt}
        onChange={(event) => setTyped({ ...typed, receipt: event.target.value })}
        error={at("receipt")}
      />
      {hasSuper && (
        <TextField
          label="The fund had it on"
          type="date"
          value={typed.receivedOn}
          onChange={(event) => setTyped({ ...typed, receivedOn: event.target.value })}
          hint="Leave it empty until the fund says so: only its receipt settles super."
          error={at("receivedOn")}
        />
      )}
      <div>
        <Button look="main" type="submit" disabled={isLoading || plan.cents === 0}>
          Record {dollars(plan.cents)} as paid {typed.on && shortDate(typed.on)}
        </Button>
      </div>
      {problem && !problem.errors && <ProblemNote error={error} />}
    </form>
  );
}
