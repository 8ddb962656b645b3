/** A business on the sheet of the practice: its account, its day, its dues with whom and where each is paid to. */
import type { PaymentPlan } from "@zesty/contract/dues";
import type { BusinessDues } from "@zesty/contract/payOver";
import { useId, useState } from "react";
import { Link } from "react-router";
import { DateInput } from "../../parts/DateInput.tsx";
import { cents, counted, dollars, shortDate, weekdayDate } from "../../parts/format.ts";
import { useTakeBusiness } from "../../state/business.ts";
import { balanceTyped, dueOf, fresh, leaveBy } from "./practiceSheet.ts";

interface Props {
  of: BusinessDues;
  /** null: nothing of it is ticked, or it is being worked out */
  plan: PaymentPlan | null;
  leftOut: ReadonlySet<string>;
  confirmed: ReadonlySet<string>;
  date: string;
  onLeaveOut: (keys: readonly string[], out: boolean) => void;
  onDate: (date: string) => void;
  onConfirm: (key: string, on: boolean) => void;
}

const small = "figures rounded-(--radius) border border-rule-strong bg-sheet px-2 py-0.5";

export function BusinessBand({ of, plan, leftOut, confirmed, date, onLeaveOut, onDate, onConfirm }: Props) {
  const take = useTakeBusiness();
  const dayId = useId();
  const keys = of.dues.map((due) => dueOf(of.businessId, due.key));
  const out = keys.filter((key) => leftOut.has(key)).length;
  return (
    <section aria-label={of.business} className="mb-7">
      <div className="flex flex-wrap items-center gap-x-6 gap-y-1 pb-1">
        <label className="flex min-w-52 flex-1 items-center gap-2.5">
          <input
            type="checkbox"
            className="size-4 accent-(--action)"
            aria-label={`Tick all of ${of.business}`}
            checked={out === 0}
            ref={(box) => {
              if (box) box.indeterminate = out > 0 && out < keys.length;
            }}
            onChange={(event) => onLeaveOut(keys, !event.target.checked)}
          />
          <Link
            className="font-name text-[19px] hover:underline"
            to="/dues"
            title="Its dues, receivers and payments"
            onClick={() => take(of.businessId)}
          >
            {of.business}
          </Link>
        </label>
        {plan && <Balance plan={plan} />}
        {plan && (
          <span className="flex items-center gap-2">
            <label htmlFor={dayId} className="text-[14px] text-quiet">
              Paid on
            </label>
            <DateInput
              id={dayId}
              type="date"
              className={`${small} w-40`}
              value={date || plan.earliest}
              onChange={(event) => onDate(event.target.value)}
            />
          </span>
        )}
      </div>
      <table className="figures w-full table-fixed text-[15px]" aria-label={`Dues of ${of.business}`}>
        <thead>
          <tr className="border-y border-rule-strong text-left text-[14px] text-quiet [&>th]:py-1 [&>th]:font-medium">
            <th className="w-8">
              <span className="sr-only">Ticked</span>
            </th>
            <th className="w-32">Leaves by</th>
            <th>To</th>
            <th className="w-28 max-[900px]:hidden">Account</th>
            <th className="w-52 max-[900px]:hidden">Reference</th>
            <th className="w-28 text-right">Left to pay</th>
          </tr>
        </thead>
        <tbody>
          {of.dues.map((due) => (
            <DueRow
              key={due.key}
              due={due}
              business={of.business}
              line={plan?.lines.find((line) => line.dues.includes(due.key))}
              out={leftOut.has(dueOf(of.businessId, due.key))}
              onLeaveOut={(away) => onLeaveOut([dueOf(of.businessId, due.key)], away)}
            />
          ))}
        </tbody>
        {plan && of.dues.length > 1 && (
          <tfoot>
            <tr className="font-semibold">
              <td colSpan={3} className="py-1.5">
                <span className="sr-only">Together</span>
              </td>
              <td className="max-[900px]:hidden" />
              <td className="max-[900px]:hidden" />
              <td className="py-1.5 text-right">{cents(plan.cents)}</td>
            </tr>
          </tfoot>
        )}
      </table>
      {plan?.faults.map((each) => (
        <p key={each.text} className="mt-1 text-plum">
          {each.text}{" "}
          <Link className="underline" to={each.mend ?? "/dues"} onClick={() => take(of.businessId)}>
            Mend it
          </Link>
        </p>
      ))}
      {plan && <FirstPaid of={of} plan={plan} confirmed={confirmed} onConfirm={onConfirm} />}
      {plan?.fourEyes && <p className="mt-1 text-[13.5px] text-quiet">Somebody else releases it.</p>}
    </section>
  );
}

/** The first use of an account is compared with what the receiver says. */
function FirstPaid({
  of,
  plan,
  confirmed,
  onConfirm,
}: Pick<Props, "of" | "confirmed" | "onConfirm"> & { plan: PaymentPlan }) {
  return fresh(plan).map((line) => (
    <label key={line.receiver} className="mt-1 flex items-start gap-2">
      <input
        type="checkbox"
        className="mt-1 size-4 accent-(--action)"
        checked={confirmed.has(dueOf(of.businessId, line.receiver))}
        onChange={(event) => onConfirm(dueOf(of.businessId, line.receiver), event.target.checked)}
      />
      <span>
        {line.name}, account {line.whole ?? line.account}: paid to for the first time. I have compared it.
      </span>
    </label>
  ));
}

interface DueProps {
  due: BusinessDues["dues"][number];
  business: string;
  line: PaymentPlan["lines"][number] | undefined;
  /** not ticked */
  out: boolean;
  onLeaveOut: (out: boolean) => void;
}

function DueRow({ due, business, line, out, onLeaveOut }: DueProps) {
  return (
    <tr className={`border-b border-rule align-top ${out ? "text-quiet" : ""}`}>
      <td className="py-1.5">
        <input
          type="checkbox"
          className="mt-1 size-4 accent-(--action)"
          aria-label={`Tick ${due.words} of ${business}, due ${shortDate(due.dueDate)}`}
          checked={!out}
          onChange={(event) => onLeaveOut(!event.target.checked)}
        />
      </td>
      <td className={`py-1.5 ${due.isLate ? "text-plum" : ""}`}>
        {weekdayDate(leaveBy(due))}
        {(due.isLate || due.sendBy) && (
          <span className="block text-[13px]">
            {due.isLate ? "late" : "due"}
            {(due.isLate && !due.sendBy) || ` ${due.isLate ? "since" : ""} ${shortDate(due.dueDate)}`}
          </span>
        )}
      </td>
      <td className="py-1.5 pr-3">
        {due.words}
        {due.people > 0 && `, ${counted(due.people, "person", "people")}`}
        {due.returnedCents > 0 && (
          <span className="block text-[13px] text-plum">{cents(due.returnedCents)} of it came back</span>
        )}
      </td>
      <td className="py-1.5 text-quiet max-[900px]:hidden">{line?.account}</td>
      <td className="py-1.5 text-quiet max-[900px]:hidden">
        <span className="select-all">{line?.reference}</span>
      </td>
      <td className="py-1.5 text-right">{cents(due.unpaidCents)}</td>
    </tr>
  );
}

/** What the account holds: from the newest statement, or typed over. Kept on the page alone. */
function Balance({ plan: { balance, cents: sum } }: { plan: PaymentPlan }) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? (balance ? cents(balance.cents) : "");
  const holds = text.trim() === "" ? null : balanceTyped(text);
  const isOdd = text.trim() !== "" && holds === null;
  const short = holds !== null && holds < sum ? sum - holds : 0;
  return (
    <span className="flex flex-wrap items-center gap-2">
      <label htmlFor={id} className="text-[14px] text-quiet">
        Account holds
      </label>
      <input
        id={id}
        inputMode="decimal"
        className={`${small} w-32 text-right aria-invalid:border-plum`}
        aria-invalid={isOdd}
        aria-describedby={`${id}-note`}
        value={text}
        onChange={(event) => setTyped(event.target.value)}
      />
      <span
        id={`${id}-note`}
        className={`text-[13px] ${short > 0 ? "text-amber" : isOdd ? "text-plum" : "text-quiet"}`}
      >
        {isOdd
          ? "Write it as 12,400.50"
          : short > 0
            ? `${dollars(short)} short`
            : typed === null && balance
              ? `on ${shortDate(balance.on)}`
              : ""}
      </span>
    </span>
  );
}
