/** The page's side of the pay worker: ask, and get the answer to that very question. */
import type { Mark } from "@zesty/core/checks/mark";
import type { RowFigures } from "@zesty/core/pay/snapshot";
import type { Working } from "@zesty/core/working/figure";
import type { WhyRequest, WorkRequest } from "./payWorker.ts";

export interface WorkedRow {
  payId: number;
  figures: RowFigures | null;
  marks: (Mark & { key: string; text: string })[];
}

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

function ask(request: Omit<WorkRequest, "id"> | Omit<WhyRequest, "id">) {
  worker ??= start();
  asked += 1;
  const id = asked;
  return new Promise<{ rows?: WorkedRow[]; working?: Working }>((resolve) => {
    waiting.set(id, resolve);
    worker?.postMessage({ ...request, id });
  });
}

export const workRows = async (request: Omit<WorkRequest, "id" | "kind">): Promise<WorkedRow[]> =>
  (await ask({ ...request, kind: "work" })).rows ?? [];
export const askWhy = async (request: Omit<WhyRequest, "id" | "kind">): Promise<Working | undefined> =>
  (await ask({ ...request, kind: "why" })).working;
