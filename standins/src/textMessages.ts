/** A simulated gateway for text messages: takes each once under its key, and knows numbers that are none. */
import express, { Router } from "express";
import { exchange } from "./exchange.ts";
import type { World } from "./world.ts";

export function textMessages(world: World): Router {
  const router = Router();
  router.use(express.raw({ type: () => true, limit: "64kb" }));
  router.post("/", (request, response) =>
    exchange(world, "text", "send", request, response, {}, (bytes) => {
      const { id, to, text } = JSON.parse(bytes.toString("utf8")) as Record<string, string>;
      if (!/^\+[1-9]\d{7,14}$/.test(to ?? "") || !id || !text)
        return { status: 422, body: { code: "NUMBER_UNKNOWN", text: "There is no such number." } };
      world.db
        .prepare("INSERT INTO text_message (id, received_at, recipient, body) VALUES (?, ?, ?, ?)")
        .run(id, world.now(), to, text);
      return { status: 202, body: { id } };
    }),
  );
  return router;
}
