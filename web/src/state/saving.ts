/**
 * Saves typed rows, whether or not their page is still open: shortly after typing, at once on leaving, with the last
 * breath of a closing tab. Until the server has them they are kept in this browser.
 */
import type { RunView } from "@zesty/contract/runs";
import { problemOfTyping } from "./api.ts";
import { isNotReached } from "./daySender.ts";
import { keepTyping } from "./keptTyping.ts";
import { keptOf, lastOf, nextOf, type Pending, pendingOf } from "./pending.ts";
import { runApi } from "./runApi.ts";
import { caughtUp, notTaken, refused, said, saved, sent } from "./runSlice.ts";
import { namedIn } from "./runTyping.ts";
import { store } from "./store.ts";

const saveAfterMs = 350;
const retryAfterMs = 3000;

let timer: ReturnType<typeof setTimeout> | undefined;
let running: Promise<void> | null = null;

/** Something was typed, or taken back: kept here at once, sent when the hands rest. */
export function typed(): void {
  const { run } = store.getState();
  clearTimeout(timer);
  if (run.view) keepTyping(run.view.id, keptOf(run));
  if (!pendingOf(run)) return;
  timer = setTimeout(() => void flush(), saveAfterMs);
}

/** Sends what is not yet saved, now. Resolves when the server has answered. */
export async function flush(): Promise<void> {
  clearTimeout(timer);
  while (running) await running;
  const next = nextOf(store.getState().run);
  if (!next) return;
  running = send(next).finally(() => {
    running = null;
  });
  await running;
  const left = pendingOf(store.getState().run);
  if (left && left.edit !== stuck) typed();
}

/** the edit that nobody answered: it is tried again later */
let stuck: number | null = null;

async function send({ runId, version, edit, rows }: Pending): Promise<void> {
  store.dispatch(sent());
  // As it goes out: what is overtaken meanwhile goes from it.
  const out = store.getState().run.keeper.sent ?? {};
  const answer = await store.dispatch(runApi.endpoints.saveRows.initiate({ run: runId, version, rows }));
  stuck = null;
  if (answer.data) {
    compare(runId, edit, answer.data.rows);
    store.dispatch(saved({ runId, saved: answer.data, isBatch: true }));
    if (answer.data.behind) await catchUp(runId);
    const { run } = store.getState();
    return keepTyping(runId, run.view?.id === runId ? keptOf(run) : { version, rows: [] });
  }
  const problem = problemOfTyping(answer.error);
  store.dispatch(said(problem.detail));
  if (isNotReached(problem.status) || problem.status === 500) {
    // Where nobody answered it may have arrived: it goes again as it was.
    if (problem.status === 500) store.dispatch(notTaken());
    stuck = store.getState().run.edit;
    timer = setTimeout(() => void flush(), retryAfterMs);
    return;
  }
  const paths = (problem.errors ?? []).map(({ path }) => path);
  store.dispatch(refused({ keys: namedIn(out, paths), text: problem.detail }));
}

/**
 * The run as the server has it now. Where it had been asked for already that answer comes, and may be older.
 * @param isNew whether it holds what it is read for
 */
export async function readAnew(runId: number, isNew: (view: RunView) => boolean): Promise<RunView | undefined> {
  const ask = () => store.dispatch(runApi.endpoints.run.initiate(runId, { forceRefetch: true }));
  const { data } = await ask();
  return data && !isNew(data) ? (await ask()).data : data;
}

/** Somebody else changed the run meanwhile: their rows come in, and what is typed here stays where they left it alone. */
async function catchUp(runId: number): Promise<void> {
  const fresh = await readAnew(runId, (view) => view.version >= (store.getState().run.view?.version ?? 0));
  if (fresh) store.dispatch(caughtUp(fresh));
}

/** Worker and server must agree to the cent; where they do not, that is a fault of ours and is said. */
function compare(runId: number, edit: number, rows: { payId: number; figures: unknown }[]): void {
  const { run } = store.getState();
  if (run.edit !== edit || run.view?.id !== runId) return;
  for (const each of rows) {
    const here: RunView["rows"][number] | undefined = run.view.rows.find((row) => row.payId === each.payId);
    if (here?.figures && JSON.stringify(here.figures) !== JSON.stringify(each.figures))
      store.dispatch(
        said(
          `${here.name}: this page and the server came to different figures. The server's count; please report this.`,
        ),
      );
  }
}

/** Waits until everything typed is saved; true when it is. */
export async function untilSaved(): Promise<boolean> {
  await flush();
  for (let tries = 0; tries < 60; tries += 1) {
    if (store.getState().run.unsaved.length === 0) return true;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  return false;
}

/** The tab closes or is put aside: a cell still being typed in is taken, and all of it is handed to the browser. */
function lastBreath(): void {
  (document.activeElement as HTMLElement | null)?.blur();
  const { run } = store.getState();
  const last = lastOf(run);
  if (!last) return;
  keepTyping(last.runId, keptOf(run));
  void fetch(`/api/runs/${last.runId}/rows`, {
    method: "PUT",
    keepalive: true,
    headers: { "Content-Type": "application/json", "X-Zesty": "1" },
    body: JSON.stringify({ version: last.version, rows: last.rows }),
  }).catch(() => undefined);
}
if (typeof window !== "undefined") window.addEventListener("pagehide", lastBreath);
