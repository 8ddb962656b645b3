/** By what the figures of an answer are laid out, and how each is called. */
export const dimensions = [
  ...(["month", "quarter", "payrollYear", "person", "element", "costCentre", "place", "state", "business"] as const),
  ...(["fund", "kind"] as const),
] as const;
export type Dimension = (typeof dimensions)[number];

export const dimensionWords: Record<Dimension, string> = {
  ...{ month: "month", quarter: "quarter", payrollYear: "payroll year", person: "person", element: "kind of pay" },
  ...{ costCentre: "cost centre", place: "place", state: "State", business: "business", fund: "fund", kind: "kind" },
};

/** The column of all columns: "" is the column of what belongs to none, such as no cost centre. */
export const sumColumn = "=";
