/**
 * What is typed of days and is not at the server yet, as a value that acts change: one keeper for the week of a cycle
 * and for the staff pages. A day that is typed again before it arrived keeps what the server held before the first
 * time; what was sent and never answered goes again as it was, and the server takes the same twice as once.
 */
export interface HeldDay<T> {
  /** what the server held where it was typed */
  was: T;
  is: T;
  /** days put in together are refused together */
  step: number;
}

type Days<T> = Readonly<Record<string, HeldDay<T>>>;

export interface DayKeeper<T> {
  days: Days<T>;
  /** as they went out: the very same goes again until it is answered; null while nothing is on its way */
  sent: Days<T> | null;
  /** refused as they are, with the server's sentence: they go again when they are typed anew */
  refused: Readonly<Record<string, string>>;
}

export const nothingKept: DayKeeper<never> = { days: {}, sent: null, refused: {} };

export const isSameDay = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other);

const without = <V>(of: Readonly<Record<string, V>>, keys: Iterable<string>): Record<string, V> => {
  const left = { ...of };
  for (const key of keys) delete left[key];
  return left;
};

const leftOf = <T>(sent: Days<T>): Days<T> | null => (Object.keys(sent).length === 0 ? null : sent);

/** @param typed what the server holds, as far as the page knows, and what is typed over it */
export function daysTyped<T>(keeper: DayKeeper<T>, typed: Days<T>): DayKeeper<T> {
  const days: Record<string, HeldDay<T>> = { ...keeper.days };
  for (const [key, day] of Object.entries(typed)) {
    // Typed anew after a refusal it goes against what the page says since.
    const held = key in keeper.refused ? undefined : days[key];
    const was = held ? held.was : day.was;
    // As the server has it, and nothing else of it on its way: there is nothing to send.
    if (isSameDay(was, day.is) && !keeper.sent?.[key]) delete days[key];
    else days[key] = { ...day, was };
  }
  return { ...keeper, refused: without(keeper.refused, Object.keys(typed)), days };
}

/** All that may go is on its way; what went and was not answered goes first, as it was. */
export function daysSent<T>(keeper: DayKeeper<T>): DayKeeper<T> {
  if (keeper.sent) return keeper;
  const going = without(keeper.days, Object.keys(keeper.refused));
  return Object.keys(going).length === 0 ? keeper : { ...keeper, sent: going };
}

/** What was typed over a day meanwhile stays, now against what arrived. */
export function daysArrived<T>(keeper: DayKeeper<T>): DayKeeper<T> {
  const days: Record<string, HeldDay<T>> = { ...keeper.days };
  for (const [key, { is }] of Object.entries(keeper.sent ?? {})) {
    const now = days[key];
    if (now && !isSameDay(now.is, is)) days[key] = { ...now, was: is };
    else delete days[key];
  }
  return { ...keeper, days, sent: null };
}

/**
 * Nothing of it was written down, so the rest goes again, as it was: an answer before this one may have been lost.
 * @param faults the server's sentences by day; a day that was typed anew meanwhile is not what was refused
 */
export function daysRefused<T>(keeper: DayKeeper<T>, faults: Readonly<Record<string, string>>): DayKeeper<T> {
  const still = Object.entries(faults).filter(([key]) => isSameDay(keeper.days[key]?.is, keeper.sent?.[key]?.is));
  const sent = leftOf(without(keeper.sent ?? {}, Object.keys(faults)));
  return { ...keeper, sent, refused: { ...keeper.refused, ...Object.fromEntries(still) } };
}

/** Refused days go from the page, and with each of them what was put in together with it. */
export function refusedDropped<T>(keeper: DayKeeper<T>): { keeper: DayKeeper<T>; steps: ReadonlySet<number> } {
  const steps = new Set(Object.keys(keeper.refused).flatMap((key) => keeper.days[key]?.step ?? []));
  const gone = Object.entries(keeper.days).flatMap(([key, { step }]) => (steps.has(step) ? [key] : []));
  const sent = leftOf(without(keeper.sent ?? {}, gone));
  return { keeper: { sent, days: without(keeper.days, gone), refused: {} }, steps };
}
