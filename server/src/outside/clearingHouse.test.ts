/** The clearing house's word counts for our file alone, and nothing is received without a day. */
import { createHash } from "node:crypto";
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { afterEach, beforeEach, expect, it } from "vitest";
import { batchesSince, contributionLines, findContributions, sendContributions } from "./clearingHouse.ts";

const message = { messageId: "1", business: "b", fileId: "f", bytes: Buffer.from("VERSION,1.0") };
const fingerprint = createHash("sha256").update(message.bytes).digest("hex");
const own = [1, 2].map((line) => ({ line, cents: line * 100 }));
const line = (number: number, change: object = {}) => ({
  ...{ line: number, cents: number * 100, state: "ALLOCATED", text: "", memberNumber: "M1" },
  ...{ fundHadItOn: "2026-07-06", endedOn: "2026-07-07", ...change },
});
const batch = (change: object = {}) => ({ id: "B-1", fileId: "f", fingerprint, lines: [line(1), line(2)], ...change });

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
const keep = () => {};

it.each<[string, unknown, number, string]>([
  ["taken", { id: "B-1", fileId: "f", fingerprint }, 202, "acknowledged"],
  ["taken, of another file", { id: "B-1", fileId: "f", fingerprint: "else" }, 202, "unknown odd"],
  ["held already, ours", { code: "FILE_TAKEN", id: "B-1", fileId: "f", fingerprint }, 409, "acknowledged"],
  ["held already, another", { code: "FILE_TAKEN", id: "B-1", fileId: "f", fingerprint: "else" }, 409, "refused"],
  ["refused with its line", { code: "FILE_REFUSED", faults: [{ line: 4, text: "SP-01" }] }, 422, "refused"],
  ["a no without a code", { text: "no" }, 422, "unknown odd"],
  ["a gateway", "<html>", 403, "unknown odd"],
  ["down", "", 503, "unknown"],
  ["cut off", '{"id": "B-', 202, "unknown odd"],
  ["empty", {}, 202, "unknown odd"],
])("sent: %s", async (_what, body, status, wanted) => {
  says(body, status);
  const outcome = await sendContributions(base, message, keep);
  expect(`${outcome.kind}${"odd" in outcome ? " odd" : ""}`).toBe(wanted);
});

it.each<[string, unknown, string]>([
  ["there", { batches: [batch()] }, "acknowledged"],
  ["not there", { batches: [] }, "notThere"],
  ["another file under our ID", { batches: [batch({ fingerprint: "else" })] }, "unknown"],
  ["nonsense", { batches: "none" }, "unknown"],
])("found: %s", async (_what, body, wanted) => {
  says(body);
  expect((await findContributions(base, message, keep)).kind).toBe(wanted);
});

it.each<[string, unknown, string]>([
  ["all allocated", batch(), "allocated allocated"],
  [
    "one came back",
    batch({ lines: [line(1), line(2, { state: "REFUNDED", fundHadItOn: null })] }),
    "allocated returned",
  ],
  [
    "one held",
    batch({ lines: [line(1), line(2, { state: "HELD", fundHadItOn: null, endedOn: null })] }),
    "allocated held",
  ],
  ["one left out", batch({ lines: [line(1)] }), "waiting odd"],
  ["another amount", batch({ lines: [line(1), line(2, { cents: 201 })] }), "waiting odd"],
  ["a state that nobody knows", batch({ lines: [line(1), line(2, { state: "MAYBE" })] }), "waiting odd"],
  ["received without a day", batch({ lines: [line(1), line(2, { fundHadItOn: null })] }), "waiting odd"],
  ["a day that is none", batch({ lines: [line(1), line(2, { fundHadItOn: "2026-02-31" })] }), "waiting odd"],
  ["another batch", batch({ id: "B-2" }), "waiting odd"],
  ["another file", batch({ fingerprint: "else" }), "waiting odd"],
  ["nothing", {}, "waiting odd"],
  ["no JSON", "hello", "waiting"],
])("told of lines: %s", async (_what, body, wanted) => {
  says(body);
  const told = await contributionLines(base, "B-1", message, own, keep);
  expect(
    Array.isArray(told) ? told.map((each) => each.state).join(" ") : `${told.kind}${"odd" in told ? " odd" : ""}`,
  ).toBe(wanted);
});

it("says what it holds, or that it cannot be asked", async () => {
  says({ batches: [{ ...batch(), receivedOn: "2026-07-03" }] });
  expect(await batchesSince(base, "b", "2026-07-01")).toEqual([
    { receipt: "B-1", knownAs: fingerprint, date: "2026-07-03", cents: 300 },
  ]);
  says("", 503);
  expect(await batchesSince(base, "b", "2026-07-01")).toBeNull();
});
