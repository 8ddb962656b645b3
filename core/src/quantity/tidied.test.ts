import { expect, test } from "vitest";
import { tidied, tidiedHours } from "./tidied.ts";

test.each([
  ["82,000", "82000"],
  ["$1,234.50", "1234.50"],
  ["-$5", "-5"],
  [".5", "0.5"],
  ["-.25", "-0.25"],
  ["7.", "7"],
  [" 38 ", "38"],
  ["12 %", "12"],
  ["7.6h", "7.6"],
  ["1,5", "1,5"],
  ["82,00", "82,00"],
  ["abc", "abc"],
  [" a lot ", "a lot"],
  ["2023-24", "2023-24"],
  ["", ""],
])("%s becomes %s", (typed, figure) => {
  expect(tidied(typed)).toBe(figure);
});

test.each([
  ["7:30", "7.5"],
  ["7:20", "7.3333"],
  ["0:05", "0.0833"],
  ["40:00", "40"],
  ["7:60", "7:60"],
  [".5", "0.5"],
])("%s hours are %s", (typed, hours) => {
  expect(tidiedHours(typed)).toBe(hours);
});
