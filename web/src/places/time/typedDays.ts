/** Days of the week that are typed and not at the server yet, laid over the week as the server answered it. */
import { createNextState } from "@reduxjs/toolkit";
import type { DayChange, WeekView } from "@zesty/contract/time";
import type { SentDays } from "../../state/daySender.ts";

/** Which week is shown. */
export interface Asked {
  business: number;
  cycle?: number | undefined;
  day?: string | undefined;
}

export type DayValue = DayChange["record"];

export const dayKey = ({ personId, date, kind }: Pick<DayChange, "personId" | "date" | "kind">): string =>
  `${personId} ${date} ${kind}`;

export function dayAt(key: string): Pick<DayChange, "personId" | "date" | "kind"> {
  const [personId, date = "", kind] = key.split(" ");
  return { personId: Number(personId), date, kind: kind as DayChange["kind"] };
}

/** @param view a draft, changed in place */
export function putDays(view: WeekView, days: SentDays<DayValue>): void {
  const people = new Map(view.people.map((each) => [each.personId, each]));
  for (const [key, { is }] of Object.entries(days)) {
    const { personId, date, kind } = dayAt(key);
    const person = people.get(personId);
    if (!person) continue;
    const day = person.days[date] ?? { worked: null, planned: null, state: "open" as const, payday: null };
    const state = kind === "worked" && day.state === "approved" ? "changed" : day.state;
    person.days[date] = { ...day, [kind]: is, state };
  }
}

export const withDays = (view: WeekView, days: SentDays<DayValue>): WeekView =>
  Object.keys(days).length === 0 ? view : createNextState(view, (draft) => putDays(draft, days));
