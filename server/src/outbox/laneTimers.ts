/** Goes through each lane by itself, again and again: one that is slow, or fails, holds up nobody but its own. */
interface Ways<Lane> {
  lanes: readonly Lane[];
  /** handles what is due in a lane; returns how much it touched */
  once: (lane: Lane) => Promise<number>;
  failed: (error: unknown) => void;
}

const restMs = 1000;
const atOnceMs = 10;

export function laneTimers<Lane>({ lanes, once, failed }: Ways<Lane>) {
  const timers = new Map<Lane, NodeJS.Timeout>();
  const running = new Map<Lane, Promise<unknown>>();
  const woken = new Set<Lane>();
  const busy = new Set<Lane>();
  let started = false;
  let stopped = false;

  async function loop(lane: Lane): Promise<void> {
    do {
      woken.delete(lane);
      while (!stopped && (await once(lane)) > 0);
    } while (woken.has(lane) && !stopped);
  }

  function go(lane: Lane): void {
    // A lane that is still busy takes up what woke it when it is through.
    if (busy.has(lane)) return;
    busy.add(lane);
    const round = loop(lane)
      .catch(failed)
      .then(() => {
        busy.delete(lane);
        schedule(lane, restMs);
      });
    running.set(lane, round);
  }

  function schedule(lane: Lane, ms: number): void {
    if (stopped || !started) return;
    clearTimeout(timers.get(lane));
    timers.set(
      lane,
      setTimeout(() => go(lane), ms),
    );
  }

  return {
    start: () => {
      started = true;
      for (const lane of lanes) schedule(lane, atOnceMs);
    },
    wake: () => {
      for (const lane of lanes) {
        woken.add(lane);
        schedule(lane, atOnceMs);
      }
    },
    /** resolves when what is under way is through */
    stop: async () => {
      stopped = true;
      for (const timer of timers.values()) clearTimeout(timer);
      await Promise.all(running.values());
    },
  };
}
