/**
 * A business to play in: its people are made up, its receivers are taken to say yes at once, and nothing of it leaves the
 * house. Put away it is as if it did not exist, though what was recorded of it stays.
 */
import type { Store } from "../store/open.ts";

type Asked = Pick<Store, "prepared">;

const playOf = (store: Asked, businessId: number): "open" | "putAway" | null =>
  store
    .prepared<[number], { play: "open" | "putAway" | null }>("SELECT play FROM business WHERE id = ?")
    .get(businessId)?.play ?? null;

export const isPlay = (store: Asked, businessId: number): boolean => playOf(store, businessId) !== null;
export const isPutAway = (store: Asked, businessId: number): boolean => playOf(store, businessId) === "putAway";
