import type { DeductionTerms, SheetLine } from "@zesty/core/pay/row";

/** A line with its terms changed; without any, the line stands as it is typed. */
export function withTerms(line: SheetLine, change: DeductionTerms): SheetLine {
  const terms = Object.fromEntries(Object.entries({ ...line.terms, ...change }).filter(([, value]) => value));
  const { terms: _terms, ...rest } = line;
  return Object.keys(terms).length === 0 ? rest : { ...rest, terms };
}
