/**
 * A business that was taken in from its file may still be sent for by the installation that it came from: nothing of it
 * leaves from here until somebody says that it does. What its receivers hold by then is asked first.
 */
import { and, eq, inArray } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { notFound } from "../ground/problem.ts";
import type { Store } from "../store/open.ts";
import { business, outbox, setting } from "../store/schema.ts";
import { record } from "../store/trail.ts";

const name = "movedIn";

/** When the export of each was made, by the id of the business. */
type MovedIn = Record<string, string>;

function read({ db }: Pick<Store, "db">): MovedIn {
  const row = db.select().from(setting).where(eq(setting.name, name)).get();
  return row ? (JSON.parse(row.value) as MovedIn) : {};
}

function keep({ db }: Store, moved: MovedIn): void {
  const value = JSON.stringify(moved);
  if (Object.keys(moved).length === 0) db.delete(setting).where(eq(setting.name, name)).run();
  else db.insert(setting).values({ name, value }).onConflictDoUpdate({ target: setting.name, set: { value } }).run();
}

export const holdMovedIn = (store: Store, businessId: number, madeAt: string): void =>
  keep(store, { ...read(store), [businessId]: madeAt });

/** A business that is here no more. */
export function forgetMovedIn(store: Store, businessId: number): void {
  const { [businessId]: _gone, ...others } = read(store);
  keep(store, others);
}

/** Businesses of which nothing is sent yet. */
export const movedIn = (store: Pick<Store, "db">): number[] => Object.keys(read(store)).map(Number);

export const movedInView = ({ store }: Context): { id: number; name: string; madeAt: string }[] =>
  Object.entries(read(store)).flatMap(([id, madeAt]) => {
    const owner = store.db
      .select({ id: business.id, name: business.name })
      .from(business)
      .where(eq(business.id, Number(id)))
      .get();
    return owner ? [{ ...owner, madeAt }] : [];
  });

/** From now on it is sent from here. What was on its way is asked after before it goes out a second time. */
export function sendFromHere(context: Context, userId: number, businessId: number): void {
  const { store } = context;
  store.transaction(() => {
    const { [businessId]: madeAt, ...others } = read(store);
    if (madeAt === undefined) throw notFound("business that was taken in");
    keep(store, others);
    store.db
      .update(outbox)
      .set({ state: "unknown", nextAt: 0 })
      .where(and(eq(outbox.businessId, businessId), inArray(outbox.state, ["queued", "sending"])))
      .run();
    record(store, {
      ...{ at: context.clock.now(), userId, businessId: null },
      what: "said that the business taken in is sent from here now",
      about: `business ${businessId}, export made ${madeAt}`,
    });
  });
  context.wakeOutbox();
}
