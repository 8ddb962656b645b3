/** The account of the person in hand: a slim column from earnings to net, employer's part, leave, year to date. */

import type { RunRow } from "@zesty/contract/runs";
import type { CountryCode } from "@zesty/core/countries/countries";
import { leaveWords } from "@zesty/core/leave/kinds";
import { leaveKindsNz } from "@zesty/core/nz/pay/elements";
import type { RowContextNz } from "@zesty/core/nz/pay/row";
import type { RowFigures } from "@zesty/core/pay/snapshot";
import { counted } from "@zesty/core/quantity/units";
import { Link } from "react-router";
import { onPage } from "../../countries/onPage.ts";
import { Button } from "../../parts/Button.tsx";
import { hours, longDate, money, moneyOrDash, shortDate, unitsOf } from "../../parts/format.ts";
import { centreAdded } from "../../state/runSlice.ts";
import { useAppDispatch } from "../../state/store.ts";
import { Marks, type Props } from "./AccountMarks.tsx";
import { earningsShown } from "./earningsShown.ts";

export function Account({ view, row, onWhy, onTick, onInclude, onPayslip, onPeriods, onOpen }: Props) {
  const { figures } = row;
  const open = view.state === "open";
  const lastDay = row.context?.facts.endDate ?? null;
  const isLast = lastDay !== null && lastDay <= view.periodEnd;
  const waits = isLast || row.laid?.strands.some(({ source }) => source === "act" || source === "final");
  return (
    <div>
      <div className="flex items-baseline justify-between gap-2">
        <h2 className="font-name text-[20px] leading-tight">{row.name}</h2>
        <Link className="text-[14px] whitespace-nowrap text-action underline" to={`/people/${row.personId}`}>
          Person's page
        </Link>
      </div>
      <p className="text-[14px] text-quiet">
        {row.payrollId} · {row.basis}
        {row.context?.facts.hourlyRate ? ` · $${money(row.context.facts.hourlyRate)} an hour` : ""}
      </p>
      <Marks
        row={row}
        onTick={onTick}
        open={open}
        from={view.periodStart}
        onLeave={view.kind === "cycle" ? () => onOpen("leave") : undefined}
      />
      {!row.included && (
        <p className="my-3 text-quiet">
          Left out of this run: nothing is paid.
          {waits && " The final pay, correction or back pay in the row goes into the next run."}
        </p>
      )}
      {figures && row.included && <Figures country={view.country} figures={figures} row={row} onWhy={onWhy} />}
      {row.included && <PeriodsCovered row={row} open={open} onPeriods={onPeriods} />}
      <div className="mt-4 flex gap-2">
        {figures && row.included && <Button onClick={onPayslip}>See the payslip</Button>}
        {open && (
          <Button onClick={() => onInclude(!row.included)}>{row.included ? "Leave out" : "Pay in this run"}</Button>
        )}
        {!open && view.state !== "takenBack" && row.figures && (
          <Button onClick={() => onOpen("correction")}>Correct this pay</Button>
        )}
      </div>
      {open && row.included && <Also view={view} row={row} onOpen={onOpen} />}
    </div>
  );
}

/** What a pay needs now and then: it stands below, out of the way of the plain case. */
function Also({ view, row, onOpen }: Pick<Props, "view" | "row" | "onOpen">) {
  const dispatch = useAppDispatch();
  const others = view.costCentres.filter((each) => row.lines.every((line) => line.costCentre !== each.code));
  return (
    <div className="mt-4 flex flex-col items-start border-t border-rule pt-2 text-[14.5px]">
      <Button look="quiet" onClick={() => onOpen("lines")}>
        Rates, codes and terms of lines
      </Button>
      {view.kind === "cycle" && (
        <Button look="quiet" onClick={() => onOpen("leave")}>
          Leave by its dates
        </Button>
      )}
      {onPage[view.country].holidaysAnswered && (
        <Button look="quiet" onClick={() => onOpen("publicHolidays")}>
          Public holidays of the period
        </Button>
      )}
      <Button look="quiet" onClick={() => onOpen("byHand")}>
        {onPage[view.country].byHand.title}
      </Button>
      {others.length > 0 && (
        <select
          aria-label="Add a row for a cost centre"
          className="mt-1 rounded-(--radius) border border-rule-strong bg-sheet px-1 py-0.5"
          value=""
          onChange={(event) => dispatch(centreAdded({ payId: row.payId, costCentre: event.target.value }))}
        >
          <option value="">Add a row for a cost centre…</option>
          {others.map((each) => (
            <option key={each.code} value={each.code}>
              {each.name}
            </option>
          ))}
        </select>
      )}
    </div>
  );
}

const nzNames = { childSupport: "Child support", studentLoan: "Student loan", kiwiSaver: "KiwiSaver" } as const;

/** A line of an earlier pay says whose it is. */
const labelOf = ({ name, costCentre, corrects }: RowFigures["lines"][number]): string =>
  [name, costCentre, corrects && `pay of ${shortDate(corrects)}`].filter(Boolean).join(", ");

interface FiguresProps {
  country: CountryCode;
  figures: RowFigures;
  row: RunRow;
  onWhy: (figure: string) => void;
}

function Figures({ country, figures, row, onWhy }: FiguresProps) {
  const group = (...names: string[]) =>
    figures.lines.filter((line) => names.includes(line.group) && line.amount !== "0.00");
  const earnings = earningsShown(group("earnings", "extra", "unusedLeave", "termination", "returnToWork"));
  const toDate = row.context?.toDate;
  const words = onPage[country];
  const line = (
    name: string,
    label: string,
    amount: string,
    more: { hours?: string | null; units?: string | undefined; strong?: boolean; sign?: string } = {},
  ) => (
    <FigureLine key={`${name}${label}${amount}`} label={label} amount={amount} {...more} onWhy={() => onWhy(name)} />
  );
  return (
    <div className="figures mt-2 text-[15px]">
      {earnings.map((each) =>
        line(`line:${each.code}`, labelOf(each), each.amount, {
          hours: each.units === undefined ? each.hours : null,
          units: each.units === undefined ? undefined : counted(hours(each.units, 2), each.unit ?? "", each.name),
        }),
      )}
      {line("gross", "Gross", figures.gross, { strong: true })}
      {group("beforeTax").map((each) => line(`line:${each.code}`, each.name, each.amount, { sign: "−" }))}
      {figures.beforeTax !== "0.00" && line("taxable", "Taxable", figures.taxable)}
      {line("withheld", words.tax, figures.withheld, { sign: "−" })}
      {(["childSupport", "studentLoan", "kiwiSaver"] as const).map((name) =>
        (figures[name] ?? "0.00") === "0.00" ? null : line(name, nzNames[name], figures[name] ?? "", { sign: "−" }),
      )}
      {group("afterTax", "deduction", "donation").map((each) =>
        line(`line:${each.code}`, each.name, each.amount, { sign: "−" }),
      )}
      {group("reimbursement").map((each) => line(`line:${each.code}`, each.name, each.amount, { sign: "+" }))}
      <button
        type="button"
        onClick={() => onWhy("net")}
        className="flex w-full items-baseline justify-between border-y border-rule-strong py-1.5 text-left hover:bg-hover"
        aria-label={`Net pay ${figures.net}. Why?`}
      >
        <span className="font-semibold">Net pay</span>
        <span className="font-name text-[22px]">{money(figures.net)}</span>
      </button>
      <h3 className="mt-3 text-[13px] text-quiet">Employer's part</h3>
      {line("super", words.employer, figures.super)}
      {(figures.employerCosts ?? []).map((each) => line(`cost:${each.code}`, each.name, each.amount))}
      {line("cost", "Cost to the business", figures.cost)}
      {Object.keys(figures.leave).length > 0 && (
        <>
          <h3 className="mt-3 text-[13px] text-quiet">Leave accrued, hours (balance before)</h3>
          {Object.entries(figures.leave).map(([kind, accrued]) => (
            <button
              type="button"
              key={kind}
              className="flex w-full justify-between py-0.5 hover:bg-hover"
              onClick={() => onWhy(`leave:${kind}`)}
            >
              <span>{leaveWords(kind)}</span>
              <span>
                {hours(accrued, 2)} <span className="text-quiet">({hours(row.context?.balances[kind] ?? "0", 2)})</span>
              </span>
            </button>
          ))}
        </>
      )}
      {row.context && "nextAnniversary" in row.context && <BalancesNz context={row.context} />}
      {toDate && (
        <>
          <h3 className="mt-3 text-[13px] text-quiet">Year to date before this pay</h3>
          <p className="flex justify-between py-0.5">
            <span>Gross</span>
            <span>{moneyOrDash(toDate.gross ?? "0")}</span>
          </p>
          <p className="flex justify-between py-0.5">
            <span>{words.taxShort}</span>
            <span>{moneyOrDash(toDate.withheld ?? "0")}</span>
          </p>
        </>
      )}
    </div>
  );
}

/** Balances in the law's own units, and when the next weeks arise. */
function BalancesNz({ context }: { context: RowContextNz }) {
  // Family violence leave is confidential: it stands on the person's page only.
  const kept = leaveKindsNz.filter(
    (kind) => kind.kept && kind.code !== "familyViolence" && context.balances[kind.code] !== undefined,
  );
  return (
    <>
      <h3 className="mt-3 text-[13px] text-quiet">Leave before this pay</h3>
      {kept.map((kind) => (
        <p key={kind.code} className="flex justify-between py-0.5">
          <span>{kind.words}</span>
          <span>{unitsOf(context.balances[kind.code] ?? "0", kind.unit)}</span>
        </p>
      ))}
      <p className="text-[14px] text-quiet">
        {context.person.holidayPayWithPay
          ? "8 % with each pay in place of annual holidays."
          : context.nextAnniversary
            ? `Four more weeks on ${longDate(context.nextAnniversary)}.`
            : ""}
      </p>
    </>
  );
}

function FigureLine({
  label,
  amount,
  hours: worked,
  units,
  strong = false,
  sign = "",
  onWhy,
}: {
  label: string;
  amount: string;
  hours?: string | null;
  units?: string | undefined;
  strong?: boolean;
  sign?: string;
  onWhy: () => void;
}) {
  return (
    <button
      type="button"
      onClick={onWhy}
      aria-label={`${label} ${amount}. Why?`}
      className={`flex w-full items-baseline justify-between gap-3 py-0.5 text-left hover:bg-hover ${strong ? "border-t border-rule font-semibold" : ""}`}
    >
      <span>
        {label}
        {worked && <span className="ml-2 text-[13px] text-quiet">{hours(worked)} h</span>}
        {units && <span className="ml-2 text-[13px] text-quiet">{units}</span>}
      </span>
      <span>
        {amount === "0.00" ? "" : sign}
        {moneyOrDash(amount)}
      </span>
    </button>
  );
}

/** One payment may cover several pays, such as leave paid in advance: it is then taxed over so many periods. */
function PeriodsCovered({ row, open, onPeriods }: { row: RunRow; open: boolean; onPeriods: Props["onPeriods"] }) {
  if (!open) return row.periods === 1 ? null : <p className="mt-3 text-quiet">Taxed over {row.periods} pays</p>;
  return (
    <label className="mt-3 flex items-center justify-between text-[15px]">
      <span>
        Pays that this covers <span className="text-[13px] text-quiet">taxed over as many</span>
      </span>
      <input
        type="number"
        min={1}
        max={60}
        className="figures w-16 rounded-(--radius) border border-rule-strong bg-sheet px-2 py-0.5 text-right"
        value={row.periods}
        onChange={(event) => onPeriods(Number(event.target.value))}
      />
    </label>
  );
}
