/** What is owed to whom by when, paid from here, and followed until it is there. */
import type { DuePick, DueView } from "@zesty/contract/dues";
import { type ReactNode, useState } from "react";
import { onPage } from "../../countries/onPage.ts";
import { Button } from "../../parts/Button.tsx";
import { dollars, longDate } from "../../parts/format.ts";
import { Loading, Nothing, Page, PageProblem } from "../../parts/Page.tsx";
import { useBusiness, useToday } from "../../state/business.ts";
import { duesApi } from "../../state/duesApi.ts";
import { DueList } from "./DueList.tsx";
import { FiledMonths } from "./FiledMonths.tsx";
import { Payees } from "./Payees.tsx";
import { Payments } from "./Payments.tsx";
import { PayPanel } from "./PayPanel.tsx";
import { Statements } from "./Statements.tsx";

/** Messages that move by themselves: looked at again every few seconds. */
const moving = ["queued", "sending", "unknown", "acknowledged"];

const pickOf = ({ dueDate, kind, fundId, payee }: DueView): DuePick => ({ dueDate, kind, fundId, payee });
const isThere = ({ notFollowed, unpaidCents, parts }: DueView): boolean =>
  notFollowed || (unpaidCents === 0 && parts.every((part) => part.state === "received" || part.state === "allocated"));

export function Dues() {
  const business = useBusiness();
  const [years, setYears] = useState(1);
  const [asks, setAsks] = useState(false);
  const { data, error } = duesApi.useDuesQuery(
    { business: business.id, most: years },
    { refetchOnMountOrArgChange: true, pollingInterval: asks ? 3000 : 0 },
  );
  const today = useToday();
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [opened, setOpened] = useState<string | null>(null);
  const isMoving =
    data?.payments.some((each) => each.messages.some((message) => moving.includes(message.state))) ?? false;
  if (isMoving !== asks) setAsks(isMoving);
  if (error) return <PageProblem error={error} />;
  if (!data) return <Loading what="the dues" />;
  const { dues } = data;
  const there = dues.filter(isThere).reverse();
  const open = dues.filter((each) => !isThere(each));
  const late = open.filter((each) => each.isLate);
  const ahead = open.filter((each) => !each.isLate);
  const chosen = open.filter((each) => ticked.has(each.key) && each.unpaidCents > 0);
  const tick = (key: string) => {
    const next = new Set(ticked);
    if (!next.delete(key)) next.add(key);
    setTicked(next);
  };
  const list = { business: business.id, today, ticked, opened, onTick: tick, onOpen: setOpened };
  const left = (some: readonly DueView[]) => some.reduce((sum, each) => sum + Math.max(each.unpaidCents, 0), 0);
  return (
    <Page
      title="Dues"
      wide={chosen.length > 0}
      aside={
        <p className="text-quiet">
          {late.length > 0 && <span className="text-plum">Late: {dollars(left(late))} · </span>}
          Ahead: {dollars(left(ahead))} ·{" "}
          <a className="text-action underline" href={`/api/businesses/${business.id}/dues.ics`} download>
            Calendar
          </a>{" "}
          · <Remind days={data.remindDays} />
        </p>
      }
    >
      {dues.length === 0 ? (
        <Nothing>What is owed to the tax agency and to funds comes here as soon as a run is signed off.</Nothing>
      ) : (
        <div
          className={
            chosen.length > 0 ? "grid grid-cols-[minmax(0,1fr)_21rem] items-start gap-6 max-lg:grid-cols-1" : ""
          }
        >
          <div>
            {late.length > 0 && (
              <>
                <h2 className="mb-1 font-name text-[19px] text-plum">Late</h2>
                <DueList title="Late" dues={late} {...list} />
                <div className="mb-8" />
              </>
            )}
            <h2 className="mb-1 font-name text-[19px]">Ahead</h2>
            {ahead.length === 0 ? (
              <p className="text-quiet">Nothing is due.</p>
            ) : (
              <DueList title="Ahead" dues={ahead} {...list} />
            )}
          </div>
          {chosen.length > 0 && (
            <PayPanel
              key={chosen.map((each) => each.key).join()}
              business={business.id}
              picks={chosen.map(pickOf)}
              today={today}
              onDone={() => setTicked(new Set())}
            />
          )}
        </div>
      )}
      <Payments business={business.id} payments={data.payments} today={today} />
      {there.length > 0 && (
        <There before={data.notFollowedBefore} years={years} onYears={setYears}>
          <DueList title="There" dues={there} {...list} />
        </There>
      )}
      <Payees business={business.id} payees={data.payees} hasBsb={onPage[business.country].hasStatements} />
      {onPage[business.country].hasStatements ? (
        <Statements business={business.id} />
      ) : (
        <FiledMonths business={business.id} />
      )}
    </Page>
  );
}

interface ThereProps {
  /** what fell due before this day was not followed */
  before: string | null;
  years: number;
  onYears: (years: number) => void;
  children: ReactNode;
}

/** What is with its receiver. */
function There({ before, years, onYears, children }: ThereProps) {
  return (
    <>
      <h2 className="mt-8 mb-1 font-name text-[19px]">There</h2>
      {before !== null && (
        <p className="mb-2 text-quiet">
          What fell due before {longDate(before)} was not followed here: whether it was paid stands elsewhere.
        </p>
      )}
      {children}
      <Button className="mt-3" onClick={() => onYears(years + 1)}>
        {years === 1 ? "Show the year before" : `Shown: ${years} years. Show one more`}
      </Button>
    </>
  );
}

/** A letter to oneself, some days before something has to leave. */
function Remind({ days }: { days: number | null }) {
  const [save] = duesApi.useRemindOfDuesMutation();
  return (
    <label>
      Remind me by mail{" "}
      <select
        className="rounded-(--radius) border border-rule-strong bg-sheet px-1 py-0.5"
        value={days ?? ""}
        onChange={(event) => void save({ days: event.target.value === "" ? null : Number(event.target.value) })}
      >
        <option value="">never</option>
        {[1, 2, 3, 5, 7, 14].map((each) => (
          <option key={each} value={each}>
            {each === 1 ? "a day before" : `${each} days before`}
          </option>
        ))}
      </select>
    </label>
  );
}
