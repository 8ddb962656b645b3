/** The payslip before it is sent, with everything the PDF holds. */
import type { Payslip } from "@zesty/core/au/documents/payslip";
import { slipLayout } from "@zesty/core/countries/slipLayout";
import type { PayslipLine, SlipTable } from "@zesty/core/documents/slip";
import type { PayslipNz } from "@zesty/core/nz/documents/payslip";
import { Button } from "../../parts/Button.tsx";
import { longDate, money, moneyOrDash, shortDate } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { runApi } from "../../state/runApi.ts";

export function PayslipPreview({ runId, payId, onBack }: { runId: number; payId: number; onBack: () => void }) {
  const { data: slip, error } = runApi.usePayslipQuery({ run: runId, payId }, { refetchOnMountOrArgChange: true });
  return (
    <div>
      <div className="flex items-center justify-between">
        <Button look="quiet" onClick={onBack}>
          Back to the account
        </Button>
        <a
          className="text-action underline"
          href={`/api/runs/${runId}/pays/${payId}/payslip.pdf`}
          target="_blank"
          rel="noreferrer"
        >
          As PDF
        </a>
      </div>
      {error ? (
        <ProblemNote error={error} />
      ) : slip ? (
        <Slip slip={slip} />
      ) : (
        <p className="text-quiet">Making the payslip…</p>
      )}
    </div>
  );
}

function Slip({ slip }: { slip: Payslip | PayslipNz }) {
  const shown = slipLayout(slip);
  return (
    <article className="figures mt-2 border border-rule-strong bg-sheet p-4 text-[14px]" aria-label="Payslip">
      <p className="font-semibold">{slip.employer.name}</p>
      <p className="text-quiet">{shown.registration}</p>
      <h2 className="mt-2 font-name text-[18px]">{slip.employee.name}</h2>
      <p className="text-quiet">
        {longDate(slip.period.start)} to {longDate(slip.period.end)}, paid {longDate(slip.payday)}
        {shown.facts.map(([label, value]) => ` · ${label.toLowerCase()} ${value}`)}
      </p>
      <Lines
        title="Earnings"
        lines={slip.earnings}
        total={{ label: "Gross", amount: slip.gross, toDate: slip.yearToDate.gross }}
      />
      <Lines title="Reimbursements" lines={slip.reimbursements} />
      <Lines
        title="Tax and deductions"
        lines={shown.deductions}
        total={{ label: "Net pay", amount: slip.net, toDate: slip.yearToDate.net }}
      />
      <Rows table={shown.contributions} />
      <Rows table={shown.leave} />
      {slip.paidTo.map((each) => (
        <p key={each.title + each.account} className="mt-1 text-quiet">
          {money(each.amount)} to {each.title}, account {each.account}
        </p>
      ))}
      {slip.message && <p className="mt-3 italic">{slip.message}</p>}
    </article>
  );
}

/** The two columns of money stand one below the other through the whole slip. */
const lastColumns = ["w-[80px] pl-2 text-right", "w-[88px] pl-2 text-right"];

function Rows({ table }: { table: SlipTable }) {
  if (table.rows.length === 0) return null;
  const text = (value: string, at: number) =>
    table.money.includes(at) ? money(value) : table.dates.includes(at) ? shortDate(value) : value;
  const place = (at: number) =>
    at === 0 ? "text-left" : (lastColumns[at - table.head.length + 2] ?? "pl-2 text-right");
  return (
    <table className="mt-2 w-full border-t border-rule">
      <thead>
        <tr className="text-quiet">
          {table.head.map((title, at) => (
            <th key={title} className={`font-normal ${place(at)}`}>
              {title}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {table.rows.map((row) => (
          <tr key={row[0]}>
            {row.map((value, at) => (
              <td key={table.head[at]} className={place(at)}>
                {text(value, at)}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Lines({
  title,
  lines,
  total,
}: {
  title: string;
  lines: readonly PayslipLine[];
  total?: { label: string; amount: string; toDate: string };
}) {
  if (lines.length === 0 && !total) return null;
  const [thisPay, toDate] = lastColumns;
  return (
    <table className="mt-2 w-full">
      <thead>
        <tr className="border-b border-rule text-quiet">
          <th className="text-left font-normal">{title}</th>
          <th className={`${thisPay} font-normal`}>This pay</th>
          <th className={`${toDate} font-normal`}>To date</th>
        </tr>
      </thead>
      <tbody>
        {lines.map((line) => (
          <tr key={line.name + line.amount} className="align-top">
            <td>
              {line.name}
              {line.hours && (
                <span className="block text-[13px] text-quiet">
                  {line.hours} × {line.rate}
                </span>
              )}
            </td>
            <td className={thisPay}>{moneyOrDash(line.amount)}</td>
            <td className={`${toDate} text-quiet`}>{moneyOrDash(line.yearToDate)}</td>
          </tr>
        ))}
      </tbody>
      {total && (
        <tfoot>
          <tr className="border-t border-rule font-semibold">
            <td className="pt-1">{total.label}</td>
            <td className={`${thisPay} pt-1`}>{money(total.amount)}</td>
            <td className={`${toDate} pt-1 font-normal text-quiet`}>{money(total.toDate)}</td>
          </tr>
        </tfoot>
      )}
    </table>
  );
}
