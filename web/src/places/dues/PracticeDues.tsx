/** One sheet for the practice: what every business has to pay over, ticked, compared, and paid in one step. */
import { skipToken } from "@reduxjs/toolkit/query";
import { useState } from "react";
import { Link } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { counted, dollars } from "../../parts/format.ts";
import { Loading, Nothing, Page, PageProblem } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { duesApi } from "../../state/duesApi.ts";
import { BusinessBand } from "./BusinessBand.tsx";
import { asked, inTheWay, payable, withinDays } from "./practiceSheet.ts";

const spans = [3, 7, 14, 31, 62];

export function PracticeDues() {
  const [days, setDays] = useState(7);
  const [leftOut, setLeftOut] = useState<ReadonlySet<string>>(new Set());
  const [confirmed, setConfirmed] = useState<ReadonlySet<string>>(new Set());
  const [dates, setDates] = useState<Readonly<Record<number, string>>>({});
  const { data: all, error } = duesApi.usePracticeDuesQuery(undefined, { refetchOnMountOrArgChange: true });
  const shown = all ? withinDays(all, days) : [];
  const wanted = asked(shown, leftOut, dates);
  // What was seen stays while a tick is worked out anew: the page does not jump.
  const looked = duesApi.usePlanSeveralDuesQuery(wanted.length > 0 ? wanted : skipToken);
  const [pay, paying] = duesApi.usePaySeveralDuesMutation();
  if (error) return <PageProblem error={error} />;
  if (!all) return <Loading what="what is due" />;
  const settled = looked.currentData;
  const plans = (settled ?? []).flatMap(({ business, plan }) => {
    const of = wanted.find((each) => each.business === business);
    return of ? [{ of, plan }] : [];
  });
  const ready = payable(plans, confirmed);
  const cents = ready.reduce((sum, each) => sum + each.cents, 0);
  const receivers = plans
    .filter(({ of }) => ready.some((each) => each.business === of.business))
    .reduce((sum, { plan }) => sum + plan.lines.length, 0);
  const held = plans.filter(({ of, plan }) => inTheWay(plan, of.business, confirmed) !== null).length;
  const name = (id: number) => all.find((each) => each.businessId === id)?.business ?? "A business";
  const toggle = (keys: readonly string[], out: boolean) => {
    const next = new Set(leftOut);
    for (const key of keys) out ? next.add(key) : next.delete(key);
    setLeftOut(next);
  };
  return (
    <Page title="Pay over what is due" aside={<Within days={days} onDays={setDays} />}>
      {paying.data && <Done done={paying.data} name={name} />}
      <ProblemNote error={paying.error ?? looked.error} />
      {shown.length === 0 && (
        <Nothing>
          {all.length === 0
            ? "Everything that is owed is paid over, or on its way."
            : `Nothing has to leave within ${days} days. Look further ahead above.`}
        </Nothing>
      )}
      {shown.map((each) => {
        const isWanted = wanted.some(({ business }) => business === each.businessId);
        const seen = looked.data?.find(({ business }) => business === each.businessId);
        return (
          <BusinessBand
            key={each.businessId}
            of={each}
            plan={isWanted ? (seen?.plan ?? null) : null}
            {...{ leftOut, confirmed, onLeaveOut: toggle }}
            date={dates[each.businessId] ?? ""}
            onDate={(date) => setDates({ ...dates, [each.businessId]: date })}
            onConfirm={(key, on) => {
              const next = new Set(confirmed);
              on ? next.add(key) : next.delete(key);
              setConfirmed(next);
            }}
          />
        );
      })}
      {wanted.length > 0 && (
        <div className="sticky bottom-0 flex flex-wrap items-center gap-4 border-t border-rule-strong bg-ground py-3">
          <Button
            look="main"
            disabled={paying.isLoading || ready.length === 0 || !settled}
            onClick={() => void pay(ready)}
          >
            {paying.isLoading
              ? "Paying…"
              : ready.length === 0
                ? "Pay"
                : `Pay ${dollars(cents)} to ${counted(receivers, "receiver")} of ${counted(ready.length, "business", "businesses")}`}
          </Button>
          {held > 0 && (
            <p className="text-plum">
              {counted(held, "business", "businesses")} cannot be paid for yet: the reason stands there.
            </p>
          )}
        </div>
      )}
    </Page>
  );
}

function Within({ days, onDays }: { days: number; onDays: (days: number) => void }) {
  return (
    <p className="flex flex-wrap items-baseline gap-x-4 text-quiet">
      <label>
        To leave within{" "}
        <select
          className="rounded-(--radius) border border-rule-strong bg-sheet px-1 py-0.5"
          value={days}
          onChange={(event) => onDays(Number(event.target.value))}
        >
          {spans.map((each) => (
            <option key={each} value={each}>
              {each} days
            </option>
          ))}
        </select>
      </label>
      <Link className="text-action underline" to="/desk">
        Desk
      </Link>
    </p>
  );
}

function Done({
  done: { paid, refused },
  name,
}: {
  done: { paid: { business: number }[]; refused: { business: number; text: string }[] };
  name: (business: number) => string;
}) {
  return (
    <div role="status" className="mb-4">
      {paid.length > 0 && (
        <p className="text-leaf">
          Paid for {counted(paid.length, "business", "businesses")}. Each answer comes in on that business's Dues; where
          somebody else releases, it waits there.
        </p>
      )}
      {refused.map((each) => (
        <p key={each.business} role="alert" className="text-plum">
          {name(each.business)}: {each.text}
        </p>
      ))}
    </div>
  );
}
