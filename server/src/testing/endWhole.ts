/** The end of a world in which acts of every kind were done: nothing that was sealed is touched by any of them. */
import { verify } from "../store/trail.ts";
import type { SmallWorld } from "./smallWorld.ts";

export function endWhole(world: Pick<SmallWorld, "context" | "end">): Promise<void> {
  const { store } = world.context;
  // Ended before: by the test itself.
  const broken = store.sqlite.open ? verify(store).broken : [];
  if (broken.length > 0) throw new Error(broken.map((each) => each.words).join(" "));
  return world.end();
}
