/** Failed sign-ins, by account and by address, kept in the store: a restart forgives nothing. */
import { and, count, eq, gt, lt } from "drizzle-orm";
import type { Context } from "../context.ts";
import { ProblemError } from "../http/problem.ts";
import { record } from "../store/audit.ts";
import { failedSignIn } from "../store/schema.ts";

const windowMs = 15 * 60_000;
/** Wrong tries in the window: of one account, and from one address (an office shares one). */
const most = { account: 8, address: 100 } as const;

/** @throws when the account or the address has to wait */
export function demandFree(context: Context, email: string, address: string): void {
  const { db } = context.store;
  const since = Date.now() - windowMs;
  const of = (column: typeof failedSignIn.email | typeof failedSignIn.address, value: string) =>
    db
      .select({ n: count() })
      .from(failedSignIn)
      .where(and(eq(column, value), gt(failedSignIn.at, since)))
      .get()?.n ?? 0;
  if (of(failedSignIn.email, email) >= most.account || of(failedSignIn.address, address) >= most.address)
    throw new ProblemError(
      429,
      "too-many-tries",
      "Too many wrong tries. Wait a quarter of an hour, or reset the password.",
    );
}

export function noteFailure(context: Context, email: string, address: string, what = "wrong sign-in"): void {
  const { db } = context.store;
  context.store.transaction(() => {
    db.delete(failedSignIn)
      .where(lt(failedSignIn.at, Date.now() - windowMs))
      .run();
    db.insert(failedSignIn).values({ email, address, at: Date.now() }).run();
    record(context.store, {
      at: context.clock.now(),
      userId: null,
      businessId: null,
      what,
      about: `${email} from ${address}`,
    });
  });
}

export const forgive = (context: Context, email: string): void =>
  void context.store.db.delete(failedSignIn).where(eq(failedSignIn.email, email)).run();
