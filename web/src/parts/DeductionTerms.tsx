/** The terms of a deduction: in the run for once, in usual pay for good. */
import type { DeductionTerms } from "@zesty/core/pay/row";
import { NumberInput } from "./NumberInput.tsx";

/** How long a deduction goes on and what it leaves. */
export function TermsFields({ terms, onTerms }: { terms: DeductionTerms; onTerms: (change: DeductionTerms) => void }) {
  return (
    <>
      <NumberInput
        label="Per cent of gross"
        hint="In place of an amount"
        form="percent"
        value={terms.percentOfGross}
        onValue={(percentOfGross) => onTerms({ percentOfGross })}
      />
      <NumberInput
        label="Net pay that must stay, $"
        hint="Protected earnings of an order"
        form="money"
        value={terms.keepNet}
        onValue={(keepNet) => onTerms({ keepNet })}
      />
      <NumberInput label="Last payday" form="date" value={terms.until} onValue={(until) => onTerms({ until })} />
      <NumberInput
        label="Stops at a total of, $"
        form="money"
        value={terms.total}
        onValue={(total) => onTerms({ total })}
      />
      {terms.total && (
        <NumberInput label="Counted from" form="date" value={terms.since} onValue={(since) => onTerms({ since })} />
      )}
    </>
  );
}
