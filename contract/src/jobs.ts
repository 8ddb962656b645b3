/** Long work that goes on at the server: how far it has come, and how it ended. */
import type { Problem } from "./problem.ts";

export interface JobView {
  id: string;
  state: "waiting" | "running" | "done" | "refused";
  /** what is being done just now, in words */
  part: string;
  done: number;
  of: number;
  /** counts up with each change: who has seen this one is answered when there is a newer one */
  change: number;
  /** why it was refused */
  problem: Problem | null;
  /** what came out of it, once it is done */
  answer: unknown;
}
