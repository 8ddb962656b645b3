/** Days of a signed pay as they are typed: what is unchanged is not sent, what another page hands over stands there. */
import { readDay } from "@zesty/core/hours/dayText";
import { expect, it } from "vitest";
import { daysTold, textOf, textsFrom } from "./toldDays.ts";

const day = (date: string, record: string, told?: string) => {
  const read = (text: string) => readDay(text, date, "AU") as never;
  return { date, record: read(record), usual: "7.6", ...(told === undefined ? {} : { told: read(told) }) };
};
const days = [day("2026-06-22", ""), day("2026-06-23", "9-17 b30"), day("2026-06-24", "", "sick")];

it.each([
  [{}, ["2026-06-24 personal"]],
  [{ "2026-06-23": "9-17 b30" }, ["2026-06-24 personal"]],
  [{ "2026-06-24": "" }, []],
  [{ "2026-06-22": "al", "2026-06-23": "", "2026-06-24": "" }, ["2026-06-22 annual", "2026-06-23 nothing"]],
])("%o says %o", (texts, due) => {
  const { days: told, faults } = daysTold(days, texts, "AU");
  expect(told.map(({ date, record }) => `${date} ${record?.leave[0]?.kind ?? "nothing"}`)).toEqual(due);
  expect(faults).toEqual({});
});
it("says what cannot be read", () => {
  const { days: told, faults } = daysTold(days, { "2026-06-22": "sik", "2026-06-24": "" }, "AU");
  expect(told).toEqual([]);
  expect(faults["2026-06-22"]).toMatch(/^“sik” is not understood/);
});
it("takes days from another page", () => {
  const texts = textsFrom("2026-06-22 al 3.8;2026-06-23 9-17 b30; nonsense");
  expect(texts).toEqual({ "2026-06-22": "al 3.8", "2026-06-23": "9-17 b30" });
  expect(textsFrom(null)).toEqual({});
  expect(days.map((each) => textOf(each, texts, "AU"))).toEqual(["al 3.8", "9-17 b30", "sick"]);
});
