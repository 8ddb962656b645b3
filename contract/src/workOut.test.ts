/** The command's input: what is refused says where and why. */
import { describe, expect, it } from "vitest";
import { check } from "./fields.ts";
import { workOutCase } from "./workOut.ts";

const good = {
  id: "1",
  country: "AU",
  payday: "2025-10-09",
  cycle: "weekly",
  person: { birthDate: "1990-02-03", basis: "casual", tax: { fileNumber: "given" } },
  lines: [{ element: "ordinary", hours: "10", rate: "30" }],
};
const errors = (change: object) => {
  const checked = check(workOutCase, { ...good, ...change });
  return "errors" in checked ? checked.errors : [];
};

describe("work-out input", () => {
  it("takes a good case", () => expect(errors({})).toEqual([]));
  it.each([
    [{ country: "XX" }, "country", "Country must be one of [AU, NZ]."],
    [{ payday: "2026-02-30" }, "payday", "Payday is not a date. Write it as 2026-07-02."],
    [{ surprise: 1 }, "surprise", "Surprise is not a known field."],
    [{ lines: [{ element: "ordinary", hours: "10" }] }, "lines.0", "A line needs hours and a rate, or an amount."],
    [
      { lines: [{ element: "ordinary", hours: "10", rate: "30", amount: "1" }] },
      "lines.0",
      "A line has either hours and a rate, or an amount, not both.",
    ],
    [
      { lines: [{ element: "ordinary", hours: "7h", rate: "30" }] },
      "lines.0.hours",
      "Hours is not a number of hours. Write it as 7.6.",
    ],
    [
      { lines: [{ element: "redundancy", amount: "100" }] },
      "lines.0",
      "A redundancy payment needs the completed years of service.",
    ],
    [
      { person: { ...good.person, basis: "boss" } },
      "person.basis",
      "Basis must be one of [full-time, part-time, casual, labour-hire, contractor].",
    ],
  ])("%o", (change, path, text) => expect(errors(change)).toContainEqual({ path, text }));
});
