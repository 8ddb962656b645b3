/** Days of a signed pay typed as they should have been: what was typed, read into what the correction says. */
import type { CorrectablePay, DayTold } from "@zesty/contract/corrections";
import type { CountryCode } from "@zesty/core/countries/countries";
import { dayText, readDay } from "@zesty/core/hours/dayText";

type PayDay = NonNullable<CorrectablePay["days"]>[number];

/** What is typed for a day, by date. */
export type ToldTexts = Readonly<Record<string, string>>;

/** "2026-06-23 sick;2026-06-24 9-17 b30": days that another page hands over with its way here. */
export function textsFrom(said: string | null): ToldTexts {
  const days = (said ?? "").split(";").map((each) => each.trim());
  return Object.fromEntries(
    days.flatMap((each) => {
      const [date = "", ...words] = each.split(" ");
      return /^\d{4}-\d{2}-\d{2}$/.test(date) ? [[date, words.join(" ")]] : [];
    }),
  );
}

/** As a day begins in the form: what was handed over, what waits or was left out, or what it was paid by. */
export const textOf = ({ date, record, told }: PayDay, texts: ToldTexts, country: CountryCode): string =>
  texts[date] ?? dayText(told === undefined ? record : told, country);

/** @returns the days that are said otherwise than they were paid, or the sentence for each that cannot be read */
export function daysTold(
  days: readonly PayDay[],
  texts: ToldTexts,
  country: CountryCode,
): { days: DayTold[]; faults: Record<string, string> } {
  const faults: Record<string, string> = {};
  const told = days.flatMap((day): DayTold[] => {
    const text = textOf(day, texts, country);
    const known = [day.told, day.record].find((each) => each !== undefined && dayText(each, country) === text.trim());
    const record = known === undefined ? readDay(text, day.date, country) : known;
    if (record && "fault" in record) faults[day.date] = record.fault;
    else if (dayText(record, country) !== dayText(day.record, country)) return [{ date: day.date, record }];
    return [];
  });
  return { days: told, faults };
}
