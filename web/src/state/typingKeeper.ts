/**
 * What is typed and is not at the server yet, as a value that acts change: one keeper for the run, for the week of a cycle
 * and for the staff pages. What is typed again before it arrived keeps what the server held before the first time; what
 * was sent and never answered goes again as it was, and the server takes the same twice as once.
 */
export interface HeldValue<T> {
  /** what the server held where it was typed */
  was: T;
  is: T;
  /** values put in together are refused together */
  step: number;
}

type Values<T> = Readonly<Record<string, HeldValue<T>>>;

export interface TypingKeeper<T> {
  values: Values<T>;
  /** as they went out: the very same goes again until it is answered; null while nothing is on its way */
  sent: Values<T> | null;
  /** refused as they are, with the server's sentence: they go again when they are typed anew */
  refused: Readonly<Record<string, string>>;
}

export const nothingKept: TypingKeeper<never> = { values: {}, sent: null, refused: {} };

export const isAlike = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other);

const without = <V>(of: Readonly<Record<string, V>>, keys: Iterable<string>): Record<string, V> => {
  const left = { ...of };
  for (const key of keys) delete left[key];
  return left;
};

const leftOf = <T>(sent: Values<T>): Values<T> | null => (Object.keys(sent).length === 0 ? null : sent);

/** @param typed what the server holds, as far as the page knows, and what is typed over it */
export function valuesTyped<T>(keeper: TypingKeeper<T>, typed: Values<T>): TypingKeeper<T> {
  const values: Record<string, HeldValue<T>> = { ...keeper.values };
  for (const [key, value] of Object.entries(typed)) {
    // Typed anew after a refusal it goes against what the page says since.
    const held = key in keeper.refused ? undefined : values[key];
    const was = held ? held.was : value.was;
    // As the server has it, and nothing else of it on its way: there is nothing to send.
    if (isAlike(was, value.is) && !keeper.sent?.[key]) delete values[key];
    else values[key] = { ...value, was };
  }
  return { ...keeper, refused: without(keeper.refused, Object.keys(typed)), values };
}

/** All that may go is on its way; what went and was not answered goes first, as it was. */
export function valuesSent<T>(keeper: TypingKeeper<T>): TypingKeeper<T> {
  if (keeper.sent) return keeper;
  const going = without(keeper.values, Object.keys(keeper.refused));
  return Object.keys(going).length === 0 ? keeper : { ...keeper, sent: going };
}

/** What was typed over a value meanwhile stays, now against what arrived. */
export function valuesArrived<T>(keeper: TypingKeeper<T>): TypingKeeper<T> {
  const values: Record<string, HeldValue<T>> = { ...keeper.values };
  for (const [key, { is }] of Object.entries(keeper.sent ?? {})) {
    const now = values[key];
    if (now && !isAlike(now.is, is)) values[key] = { ...now, was: is };
    else delete values[key];
  }
  return { ...keeper, values, sent: null };
}

/**
 * Nothing of it was written down, so the rest goes again, as it was: an answer before this one may have been lost.
 * @param faults the server's sentences by value; a value that was typed anew meanwhile is not what was refused
 */
export function valuesRefused<T>(keeper: TypingKeeper<T>, faults: Readonly<Record<string, string>>): TypingKeeper<T> {
  const still = Object.entries(faults).filter(([key]) => isAlike(keeper.values[key]?.is, keeper.sent?.[key]?.is));
  const sent = leftOf(without(keeper.sent ?? {}, Object.keys(faults)));
  return { ...keeper, sent, refused: { ...keeper.refused, ...Object.fromEntries(still) } };
}

/** Refused values go from the page, and with each of them what was put in together with it. */
export function refusedDropped<T>(keeper: TypingKeeper<T>): { keeper: TypingKeeper<T>; steps: ReadonlySet<number> } {
  const steps = new Set(Object.keys(keeper.refused).flatMap((key) => keeper.values[key]?.step ?? []));
  const gone = Object.entries(keeper.values).flatMap(([key, { step }]) => (steps.has(step) ? [key] : []));
  const sent = leftOf(without(keeper.sent ?? {}, gone));
  return { keeper: { sent, values: without(keeper.values, gone), refused: {} }, steps };
}

/** What several pages kept of one thing, as one: where both have a value it is the later page's. */
export function keepersJoined<T>(all: readonly TypingKeeper<T>[]): TypingKeeper<T> {
  const join = <V>(of: (keeper: TypingKeeper<T>) => Readonly<Record<string, V>> | null | undefined) =>
    Object.assign({}, ...all.map((keeper) => of(keeper) ?? {})) as Record<string, V>;
  return {
    values: join(({ values }) => values),
    sent: leftOf(join(({ sent }) => sent)),
    refused: join(({ refused }) => refused),
  };
}
