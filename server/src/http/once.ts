/**
 * What a page asks for goes by a key of its own press: where the answer was lost on its way and the same is pressed once
 * more, that answer comes again and nothing is done twice. The keys outlive a stop of the server, the answers do not.
 */
import { and, eq, lt } from "drizzle-orm";
import type { RequestHandler, Response } from "express";
import type { Context } from "../ground/context.ts";
import { conflict } from "../ground/problem.ts";
import { press } from "../store/schema.ts";

interface Answer {
  status: number;
  type: string;
  text: string;
}
interface Kept {
  /** what was answered; null where it cannot be said again, as a file */
  ended: Promise<Answer | null>;
  size: number;
}

/** So many signs of answers are held, the newest, and none of them longer than somebody tries once more. */
const mostHeld = 4_000_000;
const heldMs = 10 * 60_000;
/** Keys are kept as long as somebody may stand before the same page. */
const keptMs = 2 * 24 * 60 * 60 * 1000;

export const answerLost = () =>
  conflict(
    "answer-lost",
    "This was under way already, and its answer was lost. Load the page and look whether it is done before you do it again.",
  );

export function oncePerPress(context: Context): RequestHandler {
  const { db } = context.store;
  const held = new Map<string, Kept>();
  return async (request, response, next) => {
    const key = request.header("Idempotency-Key");
    const { userId } = request.session;
    if (request.method === "GET" || request.program || userId === undefined || !key?.match(/^[\x21-\x7e]{8,100}$/))
      return next();
    const name = `${userId} ${key} ${request.method} ${request.path}`;
    const own = and(eq(press.userId, userId), eq(press.key, key));
    const before = held.get(name);
    if (before) {
      const answer = await before.ended;
      if (!answer) throw answerLost();
      return void response.status(answer.status).type(answer.type).send(answer.text);
    }
    if (db.select().from(press).where(own).get()) throw answerLost();
    let [isOver, hasWritten] = [false, false];
    const mark = () => {
      if (isOver) return;
      hasWritten = true;
      const at = Date.now();
      db.insert(press).values({ userId, key, at }).onConflictDoNothing().run();
      db.delete(press)
        .where(lt(press.at, at - keptMs))
        .run();
    };
    hold(held, name, response, () => {
      isOver = true;
      const isRefused = response.statusCode >= 400;
      // What was refused did nothing, and what only looks may be looked at again: the same press goes once more.
      if (isRefused || !hasWritten) held.delete(name);
      if (isRefused) db.delete(press).where(own).run();
    });
    context.store.marking(mark, next);
  };
}

/** Keeps what is answered, the newest of all. @param atEnd called when it is known */
function hold(held: Map<string, Kept>, name: string, response: Response, atEnd: () => void): void {
  const kept: Kept = { ended: Promise.resolve(null), size: 0 };
  kept.ended = new Promise((resolve) => {
    let isKnown = false;
    const end = (answer: Answer | null) => {
      if (isKnown) return;
      isKnown = true;
      atEnd();
      kept.size = answer?.text.length ?? 0;
      resolve(answer);
    };
    const send = response.send.bind(response);
    response.send = (sent) => {
      response.send = send;
      const type = String(response.getHeader("Content-Type") ?? "application/json");
      end(typeof sent === "string" ? { status: response.statusCode, type, text: sent } : null);
      return send(sent);
    };
    // A file that goes out piece by piece. Where whoever asked has gone meanwhile, the work goes on to its answer.
    response.on("finish", () => end(null));
  });
  held.set(name, kept);
  setTimeout(() => void (held.get(name) === kept && held.delete(name)), heldMs).unref();
  let size = [...held.values()].reduce((sum, each) => sum + each.size, 0);
  for (const [oldest, each] of held) {
    if (size <= mostHeld && held.size <= 500) break;
    held.delete(oldest);
    size -= each.size;
  }
}
