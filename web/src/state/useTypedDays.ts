/**
 * Keeps days that are typed (dayKeeper) in this browser and sends them, one batch after another: what is typed while
 * one is on its way goes after it, what was not answered goes again by itself.
 */
import { useCallback, useEffect, useRef, useState } from "react";
import {
  type DayKeeper,
  daysArrived,
  daysRefused,
  daysSent,
  dayTyped,
  type HeldDay,
  nothingKept,
  refusedDropped,
} from "./dayKeeper.ts";
import { keepHere, keptHere } from "./keptHere.ts";

const againAfterMs = 3000;

export type SentDays<T> = NonNullable<DayKeeper<T>["sent"]>;
/** the server has them, it could not be reached, or its sentences by day */
export type DaysAnswer = "arrived" | "lost" | Record<string, string>;

interface Ways<T> {
  send: (days: SentDays<T>) => Promise<DaysAnswer>;
  /** refused days go from the page with all that was put in together with them; else they stay, to be typed anew */
  onDropped?: (steps: ReadonlySet<number>) => void;
}

/** @param name what it is kept under in this browser; another one is another page */
export function useTypedDays<T>(name: string, ways: Ways<T>) {
  const [keeper, setKeeper] = useState<DayKeeper<T>>(() => keptHere<DayKeeper<T>>(name) ?? nothingKept);
  // Typed on an earlier visit, or not reached on this one: it stands on the page and is not at the server.
  const [lost, setLost] = useState(() => Object.keys(keeper.days).length > 0);
  const newest = useRef(keeper);
  const going = useRef<Promise<void> | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const latest = useRef(ways);
  latest.current = ways;

  const change = useCallback(
    (by: (now: DayKeeper<T>) => DayKeeper<T>) => {
      newest.current = by(newest.current);
      setKeeper(newest.current);
      keepHere(name, Object.keys(newest.current.days).length === 0 ? null : newest.current);
    },
    [name],
  );

  const type = useCallback(
    (days: Record<string, HeldDay<T>>) =>
      change((now) => Object.entries(days).reduce((kept, [key, day]) => dayTyped(kept, key, day), now)),
    [change],
  );

  /** Resolves when everything typed so far, and meanwhile, was answered, or nobody was there to answer. */
  const flush = useCallback((): Promise<void> => {
    clearTimeout(timer.current);
    const all = async () => {
      for (change(daysSent); newest.current.sent; change(daysSent)) {
        const answer = await latest.current.send(newest.current.sent);
        setLost(answer === "lost");
        if (answer === "lost") {
          timer.current = setTimeout(() => void flush(), againAfterMs);
          return;
        }
        if (answer === "arrived") change(daysArrived);
        else refuse(answer);
      }
    };
    const refuse = (faults: Record<string, string>) => {
      const { onDropped } = latest.current;
      change((now) => daysRefused(now, faults));
      if (!onDropped) return;
      const dropped = refusedDropped(newest.current);
      change(() => dropped.keeper);
      onDropped(dropped.steps);
    };
    going.current ??= all().finally(() => {
      going.current = null;
    });
    return going.current;
  }, [change]);

  useEffect(() => {
    const signal = () => void flush();
    window.addEventListener("online", signal);
    return () => {
      window.removeEventListener("online", signal);
      clearTimeout(timer.current);
    };
  }, [flush]);
  return { keeper, lost, type, flush, newest };
}
