/** Sentences of what would be otherwise: in the address, whole or half typed; and the year as two lines. */
import { type AheadChange, type AheadKind, type AheadWeek, aheadKinds } from "@zesty/contract/ahead";
import { addDays } from "@zesty/core/calendar/dates";

export const kindWords: Record<AheadKind, string> = {
  rates: "Rates rise",
  hours: "Other hours",
  level: "Another level",
  more: "One more person",
  leaves: "Somebody leaves",
  contribution: "Another rate of",
};

/** A sentence to begin with, from the first day of the month after the next. */
export function sentence(kind: AheadKind, day: string): AheadChange {
  const [year = 0, month = 1] = day.split("-").map(Number);
  const from = new Date(Date.UTC(year, month, 1)).toISOString().slice(0, 10);
  const value = { rates: "3.5", hours: "", level: "", more: "1", leaves: "", contribution: "" }[kind];
  return { kind, from, people: [], by: "percent", value, weekly: "", on: true };
}

/** Whether enough is said of it to be worked out. */
export const isWhole = ({ kind, value, people, from }: AheadChange): boolean =>
  from !== "" &&
  (kind === "leaves" || value.trim() !== "") &&
  (kind === "rates" || kind === "contribution" || people.length > 0);

/** Whether an error stands at one of so many sentences. */
export const isOfSentence = (path: string, sentences: number): boolean => {
  const at = /^changes\.(\d+)\./.exec(path)?.[1];
  return at !== undefined && Number(at) < sentences;
};

/** What stands in the address; what somebody else wrote there is left out where it makes no sense. */
export function changesIn(text: string | null): AheadChange[] {
  try {
    const read: unknown = JSON.parse(text ?? "[]");
    if (!Array.isArray(read)) return [];
    return read.flatMap((each: Partial<AheadChange> | null): AheadChange[] => {
      if (!each || !(aheadKinds as readonly unknown[]).includes(each.kind)) return [];
      const { kind, from, people, by, value, weekly, on } = each as AheadChange;
      return [
        {
          ...{ kind, from: String(from ?? ""), by: by === "hourly" ? by : "percent", on: on !== false },
          people: Array.isArray(people) ? people.filter((id) => Number.isInteger(id)) : [],
          ...{ value: String(value ?? ""), weekly: String(weekly ?? "") },
        },
      ];
    });
  } catch {
    return [];
  }
}

export interface Line {
  /** a value a week */
  now: number[];
  would: number[];
  most: number;
  least: number;
}

/** Cash week by week, or cost added up: the lines of the tape, in dollars. */
export function linesOf(weeks: readonly AheadWeek[], by: "week" | "sum"): Line {
  const of = (side: "now" | "would"): number[] => {
    let sum = 0;
    return weeks.map((week) => {
      if (by === "week") return Number(week.cash[side]);
      sum += Number(week.cost[side]);
      return Math.round(sum * 100) / 100;
    });
  };
  const [now, would] = [of("now"), of("would")];
  const all = [...now, ...would, 0];
  return { now, would, most: Math.max(...all), least: Math.min(...all) };
}

/** Round steps of an axis, at most five of them. */
export function stepsTo(most: number): number[] {
  if (most <= 0) return [0];
  const rough = most / 4;
  const ten = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 2.5, 5, 10].map((each) => each * ten).find((each) => each >= rough) ?? 10 * ten;
  return Array.from({ length: Math.floor(most / step) + 1 }, (_, at) => at * step);
}

/** Where months begin among the weeks. */
export const monthsAlong = (weeks: readonly AheadWeek[]): { at: number; month: string }[] =>
  weeks.flatMap(({ from }, at) => {
    const end = addDays(from, 6);
    return from.slice(0, 7) !== end.slice(0, 7) || from.endsWith("-01") ? [{ at, month: end.slice(0, 7) }] : [];
  });

export const dearest = (weeks: readonly AheadWeek[], side: "now" | "would"): AheadWeek | undefined =>
  weeks.reduce<AheadWeek | undefined>(
    (most, each) => (most && Number(most.cash[side]) >= Number(each.cash[side]) ? most : each),
    undefined,
  );
