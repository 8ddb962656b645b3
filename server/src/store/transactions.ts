/** One transaction at a time: what joins it, what is committed with it, and what is told once it is committed. */
import { AsyncLocalStorage } from "node:async_hooks";
import type Database from "better-sqlite3";

export interface Transactions {
  /** all or nothing; nested calls join the outer transaction */
  transaction<T>(work: () => T): T;
  /** What `mark` writes is committed with the first transaction of the work, whenever that comes: both or neither. */
  marking<T>(mark: () => void, work: () => T): T;
  /** Says that something of a business stands in the trail: told when all of it is committed, or never. */
  touched(businessId: number): void;
  /** @param listener is told of each business that a transaction touched, once */
  onTouched(listener: (businessId: number) => void): void;
}

/** @param check called before anything is begun @throws what it throws */
export function transactions(sqlite: Database.Database, check: () => void): Transactions {
  const marks = new AsyncLocalStorage<() => void>();
  let listen: (businessId: number) => void = () => undefined;
  let businesses = new Set<number>();
  const transaction: Transactions["transaction"] = (work) => {
    if (sqlite.inTransaction) return work();
    check();
    businesses = new Set();
    const mark = marks.getStore();
    const result = sqlite
      .transaction(() => {
        const done = work();
        mark?.();
        return done;
      })
      .immediate();
    for (const each of businesses) listen(each);
    return result;
  };
  return {
    transaction,
    marking: (mark, work) => marks.run(mark, work),
    touched: (businessId) => void businesses.add(businessId),
    onTouched: (listener) => {
      listen = listener;
    },
  };
}
