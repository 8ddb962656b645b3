import type { Working } from "@zesty/core/working/figure";
import type { WhyRequest, WorkedRow, WorkRequest } from "./workOut.ts";

let worker: Worker | undefined;
let asked = 0;
const waiting = new Map<number, (answer: { rows?: WorkedRow[]; working?: Working }) => void>();

function start(): Worker {
  const made = new Worker(new URL("./payWorker.ts", import.meta.url), { type: "module" });
  made.onmessage = ({ data }: MessageEvent<{ id: number; rows?: WorkedRow[]; working?: Working }>) => {
    waiting.get(data.id)?.(data);
    waiting.delete(data.id);
  };
  // A throw inside the worker answers nothing: who waits gets nothing, the server's figures come in, a new one starts.
  made.onerror = (event) => {
    event.preventDefault();
    for (const answer of waiting.values()) answer({});
    waiting.clear();
    made.terminate();
    worker = undefined;
  };
  return made;
}

type Asks = ({ kind: "work" } & WorkRequest) | ({ kind: "why" } & WhyRequest);

function ask(request: Asks) {
  worker ??= start();
  asked += 1;
  const id = asked;
  return new Promise<{ rows?: WorkedRow[]; working?: Working }>((resolve) => {
    waiting.set(id, resolve);
    worker?.postMessage({ ...request, id });
  });
}

let near: typeof import("./workOut.ts") | undefined;
/** So many rows are worked out faster than a message goes to the worker and back past the next frame. */
const fewRows = 16;

/** Fetches the core into the page; until it is there, and where it cannot be fetched, the worker does all. */
export const bringNear = (): void =>
  void import("./workOut.ts").then(
    (core) => {
      near = core;
    },
    () => undefined,
  );

/** Figures within the keystroke, before anything is drawn; null where the worker is to be asked. */
export function workedNow(request: WorkRequest): WorkedRow[] | null {
  if (!near || request.rows.length > fewRows) return null;
  try {
    return near.workOut(request);
  } catch {
    return null;
  }
}

export const workRows = async (request: WorkRequest): Promise<WorkedRow[]> =>
  (await ask({ ...request, kind: "work" })).rows ?? [];
export const askWhy = async (request: WhyRequest): Promise<Working | undefined> =>
  (await ask({ ...request, kind: "why" })).working;
