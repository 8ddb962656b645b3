/** From memory of s 159ZR: more than twelve months, and the year is the one in which it was due. */
import { expect, it } from "vitest";
import { longOwedYear } from "./longOwed.ts";

it.each([
  ["2025-07-09", "2026-07-09", null],
  ["2025-07-08", "2026-07-09", "2025-26"],
  ["2025-06-30", "2026-07-09", "2024-25"],
  ["2024-02-29", "2025-02-28", null],
  ["2026-07-09", "2026-07-09", null],
])("due %s, paid %s: of %s", (due, paid, year) => expect(longOwedYear(due, paid)).toBe(year));
