/** What a total is made of: everybody's figure, and the way on to its own working. */

import type { RunRow } from "@zesty/contract/runs";
import type { CountryCode } from "@zesty/core/countries/countries";
import { Button } from "../../parts/Button.tsx";
import { cents, moneyOrDash } from "../../parts/format.ts";
import { type TotalName, totalNames } from "./TotalsLine.tsx";

interface Props {
  country: CountryCode;
  name: TotalName;
  total: number;
  rows: readonly RunRow[];
  onWhy: (row: RunRow) => void;
  onBack: () => void;
}

export function TotalPanel({ country, name, total, rows, onWhy, onBack }: Props) {
  return (
    <div className="figures">
      <Button look="quiet" onClick={onBack}>
        Back to the account
      </Button>
      <p className="mt-2 flex items-baseline justify-between font-name text-[20px]">
        <span>{totalNames[country][name]} of the run</span>
        <span>{cents(total)}</span>
      </p>
      <p className="mb-2 text-[14px] text-quiet">The sum of everybody in the run. Choose a figure for its working.</p>
      {rows.map((row) =>
        row.included && row.figures ? (
          <button
            type="button"
            key={row.payId}
            className="flex w-full justify-between border-b border-rule py-1 text-left text-[15px] hover:bg-hover"
            aria-label={`${row.name}, ${row.figures[name] ?? "0.00"}. Why?`}
            onClick={() => onWhy(row)}
          >
            <span>{row.name}</span>
            <span>{moneyOrDash(row.figures[name] ?? "0.00")}</span>
          </button>
        ) : null,
      )}
    </div>
  );
}
