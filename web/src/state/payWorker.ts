/** Works many rows out off the main thread, so that the page stays free. */
import { type WhyRequest, type WorkRequest, whyOf, workOut } from "./workOut.ts";

export type Asked = { id: number } & (({ kind: "work" } & WorkRequest) | ({ kind: "why" } & WhyRequest));

self.onmessage = ({ data }: MessageEvent<Asked>) =>
  self.postMessage(data.kind === "why" ? { id: data.id, working: whyOf(data) } : { id: data.id, rows: workOut(data) });
