/** A small run, for tests of what a page makes of one. */
import type { RunRow, RunView } from "@zesty/contract/runs";
import { nothingLaid, type Typed } from "@zesty/core/pay/strands";
import { setCells } from "../state/rowContent.ts";

export const figures = (gross: string) => ({
  hours: "0",
  gross,
  beforeTax: "0.00",
  taxable: gross,
  withheld: "0.00",
  afterTax: "0.00",
  reimbursements: "0.00",
  net: gross,
  super: "0.00",
  cost: gross,
  leave: {},
  lines: [],
  employerCosts: [],
});
export const usual = { elementId: 1, hours: "10", rate: "40" };
export const typedHours = (hours: string): Typed => ({ source: "typed", line: { elementId: 1, hours }, over: "10" });
export const typedBonus = (amount: string): Typed => ({ source: "typed", line: { elementId: 2, amount } });
/** A row with what somebody typed in it, as the server composes it. */
export const withTyped = (each: RunRow, ...typed: Typed[]): RunRow => {
  const made = structuredClone(each);
  setCells(
    made,
    typed.map((is) => ({ cell: is.line, is })),
    new Map(view.elements.map((element) => [element.id, element])),
  );
  return made;
};
export const row = (payId: number): RunRow => ({
  payId,
  version: 1,
  personId: payId,
  payrollId: `E${payId}`,
  name: `Alex ${payId}`,
  basis: "casual",
  included: true,
  periods: 1,
  overrides: null,
  lines: [usual],
  typed: [],
  laid: {
    ...nothingLaid,
    spans: [{ from: "2026-06-22", to: "2026-06-28", hours: "38", rate: "40" }],
    base: [{ span: 0, line: usual, ordinary: true }],
  },
  context: null,
  figures: figures("100.10"),
  marks: [
    {
      kind: "query",
      code: "noEmail",
      facts: {},
      mend: { place: "person", section: "details" },
      key: "k",
      text: "t",
      ticked: false,
    },
  ],
  last: null,
});
export const view = {
  id: 1,
  version: 3,
  state: "open",
  segments: ["now", "todo", "todo", "todo", "todo"],
  totals: {},
  elements: [
    { id: 1, name: "Ordinary", code: "ORD", entry: "hours", element: "ordinary", percent: "100" },
    { id: 2, name: "Bonus", code: "BON", entry: "amount", element: "bonus", percent: "100" },
  ],
  rows: [row(1), row(2)],
} as unknown as RunView;
