import type { outbox } from "../store/schema.ts";

type Row = Pick<typeof outbox.$inferSelect, "state" | "replacesId">;

/** A replacement that was not taken: the event that it was to replace stands, and this one says nothing. */
export const isVain = ({ state, replacesId }: Row): boolean =>
  replacesId !== null && (state === "refused" || state === "rejected");
