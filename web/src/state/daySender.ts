/**
 * Sends days that are typed (typingKeeper), one batch after another: what is typed while one is on its way goes after it,
 * what was not answered goes again by itself. It knows neither page nor storage: both are told of every change.
 */
import {
  type HeldValue,
  refusedDropped,
  type TypingKeeper,
  valuesArrived,
  valuesRefused,
  valuesSent,
  valuesTyped,
} from "./typingKeeper.ts";

export const againAfterMs = 3000;

export type SentDays<T> = NonNullable<TypingKeeper<T>["sent"]>;
/** the server has them, it could not be reached, or its sentences by day */
export type DaysAnswer = "arrived" | "lost" | Record<string, string>;

/**
 * No line, a gateway that answers in its place, too busy, or the session is over: nothing was refused. A fault of the
 * server itself is an answer: the same would come to the same for ever, and hold up what is typed after it.
 */
export const isNotReached = (status: number): boolean => [0, 401, 429].includes(status) || status > 500;

export interface SenderWays<T> {
  send: (days: SentDays<T>) => Promise<DaysAnswer>;
  /** refused days go with all that was put in together with them; without this they stay, to be typed anew */
  onDropped?: ((steps: ReadonlySet<number>) => void) | undefined;
  /** somebody says when: by itself goes only what was sent before and not answered, never a day half typed */
  isAsked?: boolean | undefined;
}

interface Told<T> {
  onChange: (now: TypingKeeper<T>) => void;
  /** whether something stands on the page that the server could not be told */
  onLost: (lost: boolean) => void;
}

/** @param ways asked for at each batch: a page's newest */
export function daySender<T>(kept: TypingKeeper<T>, ways: () => SenderWays<T>, { onChange, onLost }: Told<T>) {
  let keeper = kept;
  let going: Promise<void> | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  /** what is typed goes too, beside what was sent and not answered */
  let isWanted = false;
  /** the page is left: what is kept waits for the next visit */
  let isLeft = false;

  const change = (by: (now: TypingKeeper<T>) => TypingKeeper<T>) => {
    keeper = by(keeper);
    onChange(keeper);
  };

  const type = (days: Readonly<Record<string, HeldValue<T>>>) => change((now) => valuesTyped(now, days));

  function refuse(faults: Record<string, string>): void {
    const { onDropped } = ways();
    change((now) => valuesRefused(now, faults));
    if (!onDropped) return;
    const dropped = refusedDropped(keeper);
    change(() => dropped.keeper);
    onDropped(dropped.steps);
  }

  async function sendAll(): Promise<void> {
    const take = () => {
      if (isWanted) change(valuesSent);
    };
    for (take(); keeper.sent; take()) {
      const answer = await ways().send(keeper.sent);
      onLost(answer === "lost");
      if (answer === "lost") {
        if (!isLeft) timer = setTimeout(() => void again(), againAfterMs);
        return;
      }
      if (answer === "arrived") change(valuesArrived);
      else refuse(answer);
    }
  }

  function begin(): Promise<void> {
    isLeft = false;
    clearTimeout(timer);
    going ??= sendAll().finally(() => {
      going = null;
      isWanted = false;
    });
    return going;
  }

  /** Resolves when everything typed so far, and meanwhile, was answered, or nobody was there to answer. */
  function flush(): Promise<void> {
    isWanted = true;
    return begin();
  }

  /** By itself, when time has passed or the signal is back. */
  function again(): Promise<void> {
    isWanted ||= !ways().isAsked;
    return begin();
  }

  function leave(): void {
    isLeft = true;
    clearTimeout(timer);
  }

  return { type, flush, again, leave, newest: () => keeper };
}
