/** The totals line, always in sight: each total with its difference from last time. */
import { centsOrDash, difference, shortDate } from "../../parts/format.ts";

const shown = [
  ["gross", "Gross"],
  ["beforeTax", "Before tax"],
  ["withheld", "Tax"],
  ["afterTax", "After tax"],
  ["net", "Net"],
  ["super", "Super"],
  ["cost", "Cost"],
] as const;

export function TotalsLine({
  totals,
  last,
  people,
}: {
  totals: Record<string, number>;
  last: { payday: string; totals: Record<string, number> } | null;
  people: number;
}) {
  return (
    <dl
      className="figures grid shrink-0 grid-cols-[1.1fr_repeat(7,1fr)] items-end gap-x-3 border-t-2 border-rule-strong bg-paper px-6 py-2"
      aria-label="Totals of the run"
    >
      <div>
        <dt className="text-[13px] text-quiet">{people} people</dt>
        <dd className="text-[13px] text-quiet">{last ? `± payday ${shortDate(last.payday)}` : "first run"}</dd>
      </div>
      {shown.map(([name, label]) => (
        <div key={name} className="text-right">
          <dt className="text-[13px] text-quiet">{label}</dt>
          <dd
            className={`font-name leading-tight ${name === "net" ? "text-[21px] font-semibold" : "text-[18px]"}`}
            data-total={name}
          >
            {centsOrDash(totals[name] ?? 0)}
          </dd>
          <dd className="h-[18px] text-[13px] text-quiet">
            {last ? difference((totals[name] ?? 0) - (last.totals[name] ?? 0)) : ""}
          </dd>
        </div>
      ))}
    </dl>
  );
}
