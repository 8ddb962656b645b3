/** Failed sign-ins, by account and by address, kept in the store: a restart forgives nothing. */
import { and, count, eq, gt, lt, type SQL } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { ProblemError } from "../ground/problem.ts";
import { failedSignIn } from "../store/schema.ts";
import { record } from "../store/trail.ts";

const windowMs = 15 * 60_000;
/**
 * Wrong tries in the window: of an account from one address, from one address in all (an office shares one), and of an
 * account from everywhere. A stranger elsewhere locks nobody out: that takes the last, and spares known browsers.
 */
const most = { account: 8, address: 100, everywhere: 200 } as const;

/**
 * @param device what a known browser is counted under, or null
 * @throws when the account or the address has to wait
 */
export function demandFree(context: Context, email: string, address: string, device: string | null = null): void {
  const { db } = context.store;
  const since = gt(failedSignIn.at, Date.now() - windowMs);
  const of = (...conditions: SQL[]) =>
    db
      .select({ n: count() })
      .from(failedSignIn)
      .where(and(...conditions, since))
      .get()?.n ?? 0;
  const own = eq(failedSignIn.email, device ?? email);
  const here = eq(failedSignIn.address, address);
  const waits = device
    ? of(own) >= most.account
    : of(own, here) >= most.account || of(here) >= most.address || of(own) >= most.everywhere;
  if (waits)
    throw new ProblemError(429, "too-many-tries", "Too many attempts. Wait 15 minutes, or reset the password.");
}

export function noteFailure(
  context: Context,
  email: string,
  address: string,
  what = "wrong sign-in",
  device: string | null = null,
): void {
  const { db } = context.store;
  context.store.transaction(() => {
    db.delete(failedSignIn)
      .where(lt(failedSignIn.at, Date.now() - windowMs))
      .run();
    db.insert(failedSignIn)
      .values({ email: device ?? email, address, at: Date.now() })
      .run();
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
