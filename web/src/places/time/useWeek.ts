/** Which week of which period is shown, and whose days. */
import type { WeekView } from "@zesty/contract/time";
import { addDays } from "@zesty/core/calendar/dates";
import { useMemo, useState } from "react";
import { isNamed } from "../../parts/FindPerson.tsx";

function daysOf(view: WeekView | undefined): string[] {
  if (!view) return [];
  const found: string[] = [];
  for (let date = view.from; date <= view.to; date = addDays(date, 1)) found.push(date);
  return found;
}

/** The days of a period by weeks, and the week in hand. */
export function useWeeks(view: WeekView | undefined) {
  const dates = useMemo(() => daysOf(view), [view]);
  const weeks = useMemo(
    () => Array.from({ length: Math.ceil(dates.length / 7) }, (_, at) => dates.slice(at * 7, at * 7 + 7)),
    [dates],
  );
  const [weekNo, setWeekNo] = useState(0);
  return { dates, weeks, shown: weeks[weekNo] ?? weeks[0] ?? dates, setWeekNo };
}

/** Whoever approves for some looks at these first. */
export function useWhose(view: WeekView | undefined) {
  const [find, setFind] = useState("");
  const [everybody, setEverybody] = useState(false);
  const canEdit = view?.people.some((each) => each.canEdit) ?? false;
  const some = canEdit && (view?.people.some((each) => !each.canEdit) ?? false);
  const people = useMemo(
    () => (view?.people ?? []).filter((each) => (each.canEdit || !some || everybody) && isNamed(each.name, find)),
    [view, find, some, everybody],
  );
  return { people, canEdit, some, find, setFind, everybody, setEverybody };
}
