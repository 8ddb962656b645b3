/** Does a piece of work for real and takes it all back: what is shown beforehand is what the work itself would do. */
import type { Store } from "./open.ts";

export function dryRun<T>(store: Store, work: () => T): T {
  const done: { result?: T } = {};
  const takeBack = new Error("dry run");
  try {
    store.transaction(() => {
      done.result = work();
      throw takeBack;
    });
  } catch (error) {
    if (error !== takeBack) throw error;
  }
  return done.result as T;
}
