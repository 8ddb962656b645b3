/**
 * Sends days that are typed (dayKeeper), one batch after another: what is typed while one is on its way goes after it,
 * what was not answered goes again by itself. It knows neither page nor storage: both are told of every change.
 */
import {
  type DayKeeper,
  daysArrived,
  daysRefused,
  daysSent,
  dayTyped,
  type HeldDay,
  refusedDropped,
} from "./dayKeeper.ts";

export const againAfterMs = 3000;

export type SentDays<T> = NonNullable<DayKeeper<T>["sent"]>;
/** the server has them, it could not be reached, or its sentences by day */
export type DaysAnswer = "arrived" | "lost" | Record<string, string>;

export interface SenderWays<T> {
  send: (days: SentDays<T>) => Promise<DaysAnswer>;
  /** refused days go with all that was put in together with them; without this they stay, to be typed anew */
  onDropped?: ((steps: ReadonlySet<number>) => void) | undefined;
}

interface Told<T> {
  onChange: (now: DayKeeper<T>) => void;
  /** whether something stands on the page that the server could not be told */
  onLost: (lost: boolean) => void;
}

/** @param ways asked for at each batch: a page's newest */
export function daySender<T>(begin: DayKeeper<T>, ways: () => SenderWays<T>, { onChange, onLost }: Told<T>) {
  let keeper = begin;
  let going: Promise<void> | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;

  const change = (by: (now: DayKeeper<T>) => DayKeeper<T>) => {
    keeper = by(keeper);
    onChange(keeper);
  };

  const type = (days: Readonly<Record<string, HeldDay<T>>>) =>
    change((now) => Object.entries(days).reduce((kept, [key, day]) => dayTyped(kept, key, day), now));

  function refuse(faults: Record<string, string>): void {
    const { onDropped } = ways();
    change((now) => daysRefused(now, faults));
    if (!onDropped) return;
    const dropped = refusedDropped(keeper);
    change(() => dropped.keeper);
    onDropped(dropped.steps);
  }

  async function sendAll(): Promise<void> {
    for (change(daysSent); keeper.sent; change(daysSent)) {
      const answer = await ways().send(keeper.sent);
      onLost(answer === "lost");
      if (answer === "lost") {
        timer = setTimeout(() => void flush(), againAfterMs);
        return;
      }
      if (answer === "arrived") change(daysArrived);
      else refuse(answer);
    }
  }

  /** Resolves when everything typed so far, and meanwhile, was answered, or nobody was there to answer. */
  function flush(): Promise<void> {
    clearTimeout(timer);
    going ??= sendAll().finally(() => {
      going = null;
    });
    return going;
  }

  return { type, flush, newest: () => keeper, stop: () => clearTimeout(timer) };
}
