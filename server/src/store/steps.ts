/** Long work in steps: done at once where nobody waits, or in slices between which other requests are answered. */
import { setImmediate as nextTurn } from "node:timers/promises";

/** How far a part of the work has come. */
export interface Step {
  part: string;
  done: number;
  of: number;
}
export type Steps<T> = Generator<Step, T, void>;

/** A keystroke of somebody else is answered within a frame. */
const sliceMs = 12;

/** The same done for one thing after the other, with a step after each. */
export function* eachOf<Thing, T>(part: string, things: readonly Thing[], work: (thing: Thing) => T): Steps<T[]> {
  const made: T[] = [];
  for (const thing of things) {
    made.push(work(thing));
    yield { part, done: made.length, of: things.length };
  }
  return made;
}

export function atOnce<T>(steps: Steps<T>): T {
  for (;;) {
    const next = steps.next();
    if (next.done) return next.value;
  }
}

/** @param told how far the work has come, after each slice */
export async function inSlices<T>(steps: Steps<T>, told: (step: Step) => void): Promise<T> {
  for (;;) {
    const began = performance.now();
    let next = steps.next();
    while (!next.done && performance.now() - began < sliceMs) next = steps.next();
    if (next.done) return next.value;
    told(next.value);
    await nextTurn();
  }
}

/** The same work, left where it is as soon as it is to stop: of work that goes on another time where it was left. */
export function* stopsAt<T>(steps: Steps<T>, isOver: () => boolean): Steps<T | undefined> {
  for (let next = steps.next(); ; next = steps.next()) {
    if (next.done) return next.value;
    if (isOver()) return undefined;
    yield next.value;
  }
}
