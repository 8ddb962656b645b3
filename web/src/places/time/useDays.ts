/** The week as it is typed: shown at once, sent at once, approved, and taken back step by step. */
import type { Problem } from "@zesty/contract/problem";
import type { DayChange, WeekView } from "@zesty/contract/time";
import { useCallback, useMemo, useRef, useState } from "react";
import { api, problemOf, problemOfTyping } from "../../state/api.ts";
import { type DaysAnswer, isNotReached, type SentDays } from "../../state/daySender.ts";
import { useAppDispatch } from "../../state/store.ts";
import { timeApi } from "../../state/timeApi.ts";
import { useTypedDays } from "../../state/useTypedDays.ts";
import { type Asked, type DayValue, dayAt, dayKey, withDays } from "./typedDays.ts";
import { useArrived } from "./useArrived.ts";

/** What the server said of days, and in words: where only some steps are refused, others go all the same. */
function refusedOf({ errors = [], detail }: Problem, days: SentDays<DayValue>) {
  const keys = Object.keys(days);
  const named = errors.flatMap(({ path, text }) => {
    const key = keys[Number(path.split(".")[1])];
    return key ? [[key, text] as const] : [];
  });
  const isPart = new Set(Object.values(days).map(({ step }) => step)).size > 1 && named.length > 0;
  const words = isPart ? named.map(([, text]) => text).join(" ") : detail;
  return { faults: Object.fromEntries(named.length > 0 ? named : keys.map((key) => [key, detail] as const)), words };
}

/** @param answered the week as the server had it when it was asked */
export function useDays(asked: Asked, answered: WeekView | undefined) {
  const dispatch = useAppDispatch();
  const { since, arrived } = useArrived(asked, answered);
  const [save] = timeApi.useSaveDaysMutation();
  const [approveDays] = timeApi.useApproveDaysMutation();
  const [said, setSaid] = useState<{ message: string | null; way: string | null }>({ message: null, way: null });
  const tell = useCallback((message: string | null, way: string | null = null) => setSaid({ message, way }), []);
  const undo = useRef<{ step: number; days: DayChange[] }[]>([]);
  const lastStep = useRef<number | null>(null);
  const dropped = useRef(new Set<number>());

  const send = async (days: SentDays<DayValue>): Promise<DaysAnswer> => {
    const changes = Object.entries(days).map(([key, { was, is }]): DayChange => ({ ...dayAt(key), record: is, was }));
    const { error } = await save({ business: asked.business, days: changes });
    if (!error) {
      arrived(days);
      return "arrived";
    }
    const problem = problemOfTyping(error);
    if (isNotReached(problem.status)) {
      tell(problem.detail);
      return "lost";
    }
    if (problem.code === "day-changed") dispatch(api.util.invalidateTags(["Week"]));
    const { faults, words } = refusedOf(problem, days);
    tell(words, problem.mend ?? null);
    return faults;
  };
  const typed = useTypedDays<DayValue>(`week-${asked.business}`, {
    send,
    onDropped: (steps) => {
      for (const step of steps) dropped.current.add(step);
      undo.current = undo.current.filter(({ step }) => !steps.has(step));
    },
  });
  const { keeper, type, flush, newest } = typed;
  const view = useMemo(() => since && withDays(since, keeper.values), [since, keeper.values]);

  /** Another one than any that is kept from an earlier visit. */
  const nextStep = useCallback((): number => {
    const known = Object.values(newest().values).map(({ step }) => step);
    lastStep.current = (lastStep.current ?? Math.max(0, ...known)) + 1;
    return lastStep.current;
  }, [newest]);

  /** @returns whether all of it is at the server */
  const put = useCallback(
    async (step: number, days: readonly DayChange[]): Promise<boolean> => {
      // Cleared before it is sent: when the answer comes, what is said is of the day typed by then.
      tell(null);
      type(Object.fromEntries(days.map((day) => [dayKey(day), { was: day.was ?? null, is: day.record, step }])));
      await flush();
      return !dropped.current.has(step) && days.every((day) => !(dayKey(day) in newest().values));
    },
    [type, flush, newest, tell],
  );

  const change = useCallback(
    async (changes: readonly DayChange[], known: readonly DayChange[] = []) => {
      if (!view || changes.length === 0) return false;
      // Of days that the page does not show it is said what they were.
      const held = new Map(known.map((each) => [dayKey(each), each.record]));
      const people = new Map(view.people.map((each) => [each.personId, each]));
      const days = changes.map((each): DayChange => {
        const shown = people.get(each.personId)?.days[each.date]?.[each.kind] ?? null;
        return { ...each, was: held.has(dayKey(each)) ? held.get(dayKey(each)) : shown };
      });
      const step = nextStep();
      // Taken back day by day, against what was put there: a colleague's change since then stays.
      const back = days.map((each): DayChange => ({ ...each, record: each.was ?? null, was: each.record }));
      undo.current.push({ step, days: back });
      return put(step, days);
    },
    [view, put, nextStep],
  );

  const back = useCallback(() => {
    const before = undo.current.pop();
    if (before) void put(nextStep(), before.days);
    else tell("There is nothing to undo in this week.");
  }, [put, nextStep, tell]);

  const approve = useCallback(
    async (days: { personId: number; date: string }[], approved: boolean) => {
      if (days.length === 0) return tell("No days need approval.");
      // What is approved is what stands there: it is at the server first.
      await flush();
      if (Object.keys(newest().values).length > 0) return;
      const people = new Map(view?.people.map((each) => [each.personId, each]));
      const seen = days.map((day) => ({ ...day, was: people.get(day.personId)?.days[day.date]?.worked ?? null }));
      const { error } = await approveDays({ business: asked.business, days: seen, approved });
      const problem = error ? problemOf(error) : null;
      tell(problem?.detail ?? null, problem?.mend ?? null);
    },
    [approveDays, asked.business, flush, newest, view, tell],
  );

  const unsent = typed.lost ? Object.keys(keeper.values).length : 0;
  return { view, change, back, approve, ...said, tell, unsent, again: () => void flush() };
}
