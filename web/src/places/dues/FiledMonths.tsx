/** Inland Revenue, month by month: what was filed and what is owed on the day, with the paydays that differ. */
import { type FiledKind, type FiledMonth, type FiledPayday, filedKinds } from "@zesty/contract/nz/filedMonths";
import { Link } from "react-router";
import { cents, centsOrDash, longDate, shortDate } from "../../parts/format.ts";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { duesApi } from "../../state/duesApi.ts";

const heads: Record<FiledKind, string> = {
  tax: "PAYE",
  loan: "Student loan",
  support: "Child support",
  kiwiSaver: "KiwiSaver",
  esct: "ESCT",
};
const inAll = (sums: FiledMonth["filed"]) => filedKinds.reduce((sum, kind) => sum + sums[kind], 0);
const differing = ({ signed, filed, owed }: FiledPayday) =>
  filedKinds.filter((kind) => signed[kind] !== owed[kind] || (filed !== null && filed[kind] !== owed[kind]));

export function FiledMonths({ business }: { business: number }) {
  const { data = [], error } = duesApi.useFiledMonthsQuery(business, { refetchOnMountOrArgChange: true });
  if (error) return <ProblemNote error={error} />;
  if (data.length === 0) return null;
  return (
    <section aria-label="Filed and owed" className="mt-8">
      <h2 className="mb-1 font-name text-[19px]">Filed and owed, by the day it is due</h2>
      <p className="mb-2 text-quiet">
        What Inland Revenue took of each payday, laid beside what was signed and what is owed.
      </p>
      <table className="figures w-full text-[15px]">
        <thead>
          <tr className="border-b border-rule-strong text-right text-[14px] text-quiet [&>th]:font-medium">
            <th className="py-1 text-left">Due</th>
            {filedKinds.map((kind) => (
              <th key={kind}>{heads[kind]}</th>
            ))}
            <th>Filed in all</th>
            <th>Owed in all</th>
            <th className="pl-6 text-left">Standing</th>
          </tr>
        </thead>
        <tbody>
          {data.map((month) => (
            <tr key={month.due} className="border-b border-rule text-right align-top [&>td]:py-1.5">
              <td className="text-left">{longDate(month.due)}</td>
              {filedKinds.map((kind) => (
                <td key={kind} className={month.filed[kind] === month.owed[kind] ? "" : "text-plum"}>
                  {centsOrDash(month.filed[kind])}
                </td>
              ))}
              <td className="font-semibold">{cents(inAll(month.filed))}</td>
              <td className={inAll(month.filed) === inAll(month.owed) ? "font-semibold" : "font-semibold text-plum"}>
                {cents(inAll(month.owed))}
              </td>
              <td className="pl-6 text-left">
                <Standing month={month} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Standing({ month: { paydays } }: { month: FiledMonth }) {
  const open = paydays.filter((each) => each.filed === null || differing(each).length > 0);
  if (open.length === 0)
    return (
      <p className="flex items-center gap-2">
        <MarkShape kind="note" ticked />
        {paydays.length === 1 ? "one payday agrees" : `${paydays.length} paydays agree`}
      </p>
    );
  return open.map((each) => (
    <p key={each.payday}>
      <Link className="text-action underline" to={`/run/${each.runId}`}>
        {shortDate(each.payday)}
      </Link>{" "}
      {each.filed === null
        ? "is not filed or not answered yet"
        : `differs: ${differing(each)
            .map((kind) => heads[kind])
            .join(", ")}`}
    </p>
  ));
}
