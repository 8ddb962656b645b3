/** Leave over public holidays: Fair Work Act 2009 s 89; holidays from the shipped calendar. */
import { describe, expect, it } from "vitest";
import { decimal } from "../quantity/decimal.ts";
import { evenPattern, leaveDays } from "./leaveDays.ts";

const week = evenPattern(decimal("38"));

describe("leave from day to day", () => {
  it("leaves out public holidays and days off", () => {
    const found = leaveDays("2026-04-02", "2026-04-07", week, "VIC");
    expect(found.leave.toString()).toBe("15.2");
    expect(found.holidays.toString()).toBe("15.2");
    expect(found.days.map((day) => [day.date, day.holiday])).toEqual([
      ["2026-04-02", null],
      ["2026-04-03", "Good Friday"],
      ["2026-04-06", "Easter Monday"],
      ["2026-04-07", null],
    ]);
  });
  it("goes by the State: the first Monday of March is a holiday in the West only", () => {
    expect(leaveDays("2026-03-02", "2026-03-02", week, "WA").holidays.toString()).toBe("7.6");
    expect(leaveDays("2026-03-02", "2026-03-02", week, "VIC").leave.toString()).toBe("7.6");
  });
  it("goes by the person's own pattern", () => {
    const part = ["0", "8", "8", "0", "4", "0", "0"];
    expect(leaveDays("2026-06-29", "2026-07-05", part, "VIC").leave.toString()).toBe("20");
  });
  it("is nothing from a later to an earlier day", () => {
    expect(leaveDays("2026-07-02", "2026-07-01", week, "VIC").days).toEqual([]);
  });
});
