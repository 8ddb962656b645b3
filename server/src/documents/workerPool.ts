/** Work in threads of their own, two at a time: what takes long must not stop the server. */
import { existsSync } from "node:fs";
import { extname, join } from "node:path";
import { Piscina } from "piscina";

const ending = extname(import.meta.filename);
/** In the bundle all programs lie in one folder; in the source a worker lies in its own area. */
const places = [".", "..", "../documents", "../sheets"];

const longest = 60_000;

export interface WorkerPool {
  run<T>(task: unknown): Promise<T>;
  stop(): Promise<void>;
}

/** @param worker file name of the worker, without its ending */
export function workerPool(worker: string): WorkerPool {
  const filename =
    places.map((place) => join(import.meta.dirname, place, `${worker}${ending}`)).find((file) => existsSync(file)) ??
    "";
  let pool: Piscina | undefined;
  return {
    run: async <T>(task: unknown) => {
      pool ??= new Piscina({
        filename,
        minThreads: 1,
        maxThreads: 2,
        idleTimeout: 10_000,
        // A file that unpacks to more than this, or keeps a worker busy for a minute, is none of ours.
        resourceLimits: { maxOldGenerationSizeMb: 768 },
        execArgv: ending === ".ts" ? ["--import", "tsx"] : [],
      });
      return (await pool.run(task, { signal: AbortSignal.timeout(longest) })) as T;
    },
    stop: async () => {
      await pool?.destroy();
      pool = undefined;
    },
  };
}
