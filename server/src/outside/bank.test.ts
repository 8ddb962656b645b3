/** The bank's word counts for our file alone, and settles nothing that it leaves out. */
import { createHash } from "node:crypto";
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { afterEach, beforeEach, expect, it } from "vitest";
import { findPaymentFile, paymentFileResult, sendPaymentFile } from "./bank.ts";

const message = { messageId: "1", business: "b", reference: "r", bytes: Buffer.from("0 our file"), knownAs: null };
const fingerprint = createHash("sha256").update(message.bytes).digest("hex");
const paid = (line: number, state = "PAID", cents = line * 100) => ({ line, cents, state, reasonText: "" });
const own = [1, 2].map((line) => ({ line, cents: line * 100 }));
const file = (change: object = {}) => ({
  ...{ id: "F-1", fingerprint, state: "SETTLED", processDate: "2026-07-02", lines: [paid(1), paid(2)] },
  ...change,
});

let answer: { status: number; body: unknown };
let server: Server;
let base = "";
beforeEach(async () => {
  server = createServer((_request, response) => {
    response.writeHead(answer.status, { "Content-Type": "application/json" });
    response.end(typeof answer.body === "string" ? answer.body : JSON.stringify(answer.body));
  });
  await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterEach(() => new Promise((done) => server.close(done)));
const says = (body: unknown, status = 200) => {
  answer = { status, body };
};

it.each<[string, unknown, string]>([
  ["our file, all lines paid", file(), "final accepted"],
  ["one line came back", file({ lines: [paid(1), paid(2, "RETURNED")] }), "final partial"],
  ["a balancing line beside ours", file({ lines: [paid(1), paid(2), paid(3)] }), "final accepted"],
  ["not settled yet", file({ state: "AUTHORISED" }), "waiting"],
  ["settled, and no lines", file({ lines: undefined }), "waiting"],
  ["a line of ours left out", file({ lines: [paid(1)] }), "waiting"],
  ["a state that nobody knows", file({ lines: [paid(1), paid(2, "MAYBE")] }), "waiting"],
  ["another amount", file({ lines: [paid(1), paid(2, "PAID", 201)] }), "waiting"],
  ["another file's number", file({ id: "F-2" }), "waiting"],
  ["another file's fingerprint", file({ fingerprint: "0" }), "waiting"],
  ["the word alone", { state: "SETTLED" }, "waiting"],
  ["no JSON", "<html>", "waiting"],
])("a result: %s", async (_what, body, outcome) => {
  says(body);
  const found = await paymentFileResult(base, "F-1", message, own, () => {});
  expect(found.kind === "final" ? `final ${found.state}` : found.kind).toBe(outcome);
});

it.each<[string, unknown, string]>([
  ["nothing", { files: [] }, "notThere"],
  ["ours", { files: [file()] }, "acknowledged"],
  ["ours beside another", { files: [file({ id: "F-9", fingerprint: "0" }), file()] }, "acknowledged"],
  ["another alone", { files: [file({ id: "F-9", fingerprint: "0" })] }, "unknown"],
])("a search by fingerprint that finds %s", async (_what, body, kind) => {
  says(body);
  expect((await findPaymentFile(base, message, () => {})).kind).toBe(kind);
});

it.each<[string, unknown, number, string]>([
  ["taken", file({ state: "AUTHORISED" }), 201, "acknowledged"],
  ["taken, but another file", file({ fingerprint: "0" }), 201, "unknown"],
  ["refused by a line", { code: "FILE_REFUSED", faults: [{ line: 2, text: "no such BSB" }] }, 422, "refused"],
  ["a gateway that is down", "bad gateway", 502, "unknown"],
])("an upload: %s", async (_what, body, status, kind) => {
  says(body, status);
  expect((await sendPaymentFile(base, message, () => {})).kind).toBe(kind);
});
