/** The totals line, always in sight: each total with its difference from last time, and each answers "why". */
import type { CountryCode } from "@zesty/core/countries/countries";
import { centsOrDash, counted, difference, shortDate } from "../../parts/format.ts";

export type TotalName =
  | "gross"
  | "beforeTax"
  | "withheld"
  | "studentLoan"
  | "kiwiSaver"
  | "afterTax"
  | "net"
  | "super"
  | "cost";
export const totalNames: Record<CountryCode, Partial<Record<TotalName, string>>> = {
  AU: {
    gross: "Gross",
    beforeTax: "Before tax",
    withheld: "Tax",
    afterTax: "After tax",
    net: "Net",
    super: "Super",
    cost: "Cost",
  },
  NZ: {
    gross: "Gross",
    withheld: "PAYE",
    studentLoan: "Student loan",
    kiwiSaver: "KiwiSaver",
    net: "Net",
    super: "Employer KS",
    cost: "Cost",
  },
};

interface Props {
  country: CountryCode;
  totals: Record<string, number>;
  last: { payday: string; totals: Record<string, number> } | null;
  people: number;
  onWhy: (name: TotalName) => void;
}

export function TotalsLine({ country, totals, last, people, onWhy }: Props) {
  return (
    <section
      className="figures grid shrink-0 print:hidden grid-cols-[1.1fr_repeat(7,1fr)] items-end gap-x-3 border-t-2 border-rule-strong bg-paper px-6 py-2"
      aria-label="Totals of the run"
    >
      <p className="text-[13px] text-quiet">
        {counted(people, "person", "people")}
        <br />
        {last ? `± payday ${shortDate(last.payday)}` : "first run"}
      </p>
      {(Object.keys(totalNames[country]) as TotalName[]).map((name) => (
        <button
          type="button"
          key={name}
          className="text-right hover:bg-hover"
          onClick={() => onWhy(name)}
          aria-label={`${totalNames[country][name]} of the run, ${centsOrDash(totals[name] ?? 0)}. Why?`}
        >
          <span className="block text-[13px] text-quiet">{totalNames[country][name]}</span>
          <span
            className={`block font-name text-[18px] leading-[26px] ${name === "net" ? "text-[21px] font-semibold" : ""}`}
            data-total={name}
          >
            {centsOrDash(totals[name] ?? 0)}
          </span>
          <span className="block h-[18px] text-[13px] text-quiet">
            {last ? difference((totals[name] ?? 0) - (last.totals[name] ?? 0)) : ""}
          </span>
        </button>
      ))}
    </section>
  );
}
