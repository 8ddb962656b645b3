/** Leave takes the place of usual hours, or of that part of a salary: nobody is paid twice for a day. */

import { describe, expect, it } from "vitest";
import type { PayElement } from "./row.ts";
import { withLeave } from "./withLeave.ts";

const elements = [
  { id: 1, element: "ordinary", entry: "hours", percent: "100" },
  { id: 2, element: "leaveTaken", entry: "hours", percent: "100", leave: "annual" },
  { id: 3, element: "ordinary", entry: "amount", percent: "100" },
] as unknown as PayElement[];
const leave = (hours: string, inPeriod = hours) => ({ elementId: 2, leave: hours, inPeriod, rate: "40" });

describe("leave in place of usual pay", () => {
  it("reduces the usual hours by the leave of the period", () => {
    expect(withLeave([{ elementId: 1, hours: "38" }], elements, leave("15.2"))).toEqual({
      lines: [
        { elementId: 1, hours: "22.8" },
        { elementId: 2, hours: "15.2" },
      ],
      reducedBy: "15.2",
    });
  });
  it("does not reduce them for days that are paid in advance", () => {
    expect(withLeave([{ elementId: 1, hours: "38" }], elements, leave("53.2", "15.2")).lines[0]?.hours).toBe("22.8");
  });
  it("typed again, takes the place of what was typed before", () => {
    const once = withLeave([{ elementId: 1, hours: "38" }], elements, leave("15.2")).lines;
    expect(withLeave(once, elements, leave("7.6")).lines).toEqual([
      { elementId: 1, hours: "30.4" },
      { elementId: 2, hours: "7.6" },
    ]);
  });
  it("leaves no empty line of usual hours", () => {
    expect(withLeave([{ elementId: 1, hours: "38" }], elements, leave("38")).lines).toEqual([
      { elementId: 2, hours: "38" },
    ]);
  });
  it("takes its part out of a salary, at the hourly rate", () => {
    expect(withLeave([{ elementId: 3, amount: "1520.00" }], elements, leave("7.6")).lines).toEqual([
      { elementId: 3, amount: "1216.00" },
      { elementId: 2, hours: "7.6", rate: "40" },
    ]);
  });
  it("stands alone where there is no usual pay", () => {
    expect(withLeave([], elements, leave("7.6"))).toEqual({
      lines: [{ elementId: 2, hours: "7.6", rate: "40" }],
      reducedBy: "0",
    });
  });
});
