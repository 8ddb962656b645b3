/** Does a piece of work for real and takes it all back: what is shown beforehand is what the work itself would do. */
import type { Store } from "./open.ts";

export function dryRun<T>(store: Store, work: () => T): T {
  const done: { result?: T } = {};
  const takeBack = new Error("dry run");
  const tried = () => {
    done.result = work();
    throw takeBack;
  };
  try {
    // Within other work it is a point to come back to: joined to it, what was only tried would stay.
    if (store.sqlite.inTransaction) store.sqlite.transaction(tried)();
    else store.transaction(tried);
  } catch (error) {
    if (error !== takeBack) throw error;
  }
  return done.result as T;
}
