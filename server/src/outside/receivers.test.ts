/** Every wrong answer to every receiver's calls: nothing is settled by it, nothing refused, nobody followed elsewhere. */
import { createHash } from "node:crypto";
import { createServer, type Server, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { findPaymentFile, paymentFileResult, sendPaymentFile } from "./bank.ts";
import { fileEmploymentInformation, filingResult, findFiling, sendEmployeeDetails } from "./inlandRevenue.ts";
import type { Outcome, RawAnswer } from "./outcome.ts";
import { findPayEvent, payEventResult, sendPayEvent } from "./taxAgency.ts";

const bytes = Buffer.from("what is sent");
const digest = createHash("sha256").update(bytes).digest("hex");
const event = { key: "k", submissionId: "s", notReceipts: [], bmsId: "b", payer: "p", bytes };
const filing = {
  messageId: "m",
  business: "b",
  reference: "r",
  employer: "123",
  amendment: 0,
  payday: "2026-07-02",
  ...{ bytes, knownAs: null },
};

let server: Server;
let base = "";
let kept: RawAnswer[] = [];
let answer: (response: ServerResponse) => void;
let elsewhere = 0;
beforeEach(async () => {
  kept = [];
  elsewhere = 0;
  server = createServer((request, response) => {
    if (request.url === "/elsewhere") elsewhere += 1;
    if (request.url === "/v1/token") return void response.end('{"token":"t"}');
    answer(response);
  });
  await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterEach(() => {
  server.closeAllConnections();
  return new Promise((done) => server.close(done));
});
const keep = (said: RawAnswer) => void kept.push(said);

const calls: Record<string, () => Promise<Outcome>> = {
  "a pay event sent": () => sendPayEvent(base, event, keep),
  "a pay event looked for": () => findPayEvent(base, event, keep),
  "a pay event's result": () => payEventResult(base, "R-1", "s", keep),
  "a filing sent": () => fileEmploymentInformation(base, filing, keep),
  "a filing looked for": () => findFiling(base, filing, keep),
  "a filing's result": () => filingResult(base, "E-1", filing, keep),
  "employee details sent": () => sendEmployeeDetails(base, filing, keep),
  "a payment file sent": () => sendPaymentFile(base, filing, keep),
  "a payment file looked for": () => findPaymentFile(base, filing, keep),
  "a payment file's result": () => paymentFileResult(base, "F-1", filing, [{ line: 0, cents: 100 }], keep),
};
const json = (status: number, body: unknown) => (response: ServerResponse) => {
  response.writeHead(status, { "Content-Type": "application/json" });
  response.end(JSON.stringify(body));
};
const accepted = { result: "ACCEPTED", state: "PROCESSED", items: [] };
const wrong: Record<string, (response: ServerResponse) => void> = {
  "blocked by a gateway": json(403, { message: "blocked" }),
  "a gateway that names a code": json(403, { code: "FORBIDDEN", text: "blocked" }),
  "no such place, says a gateway": json(404, { code: "NOT_FOUND" }),
  "a proxy wants to know who asks": json(407, {}),
  "signed out": json(401, { code: "N01" }),
  "no code with the refusal": json(422, { message: "Unprocessable" }),
  "a number as code": json(400, { code: 1042 }),
  "led elsewhere": (response) => {
    response.writeHead(302, { Location: "/elsewhere" });
    response.end();
  },
  "moved, with the message": (response) => {
    response.writeHead(308, { Location: "/elsewhere" });
    response.end();
  },
  "a page": (response) => response.end("<html>Sign in to the network</html>"),
  "a list": json(200, []),
  "nothing at all": json(200, null),
  "cut off": (response) => {
    response.writeHead(200, { "Content-Length": "500" });
    response.write('{"receipt": "R');
    response.destroy();
  },
  "longer than any answer": (response) => {
    response.write(`{"receipt":"R-1","submissionId":"s","x":"`);
    response.end(`${"x".repeat(1_200_000)}"}`);
  },
  "of another message": json(200, {
    ...{ ...accepted, receipt: "R-9", submissionId: "other", key: "E-9", digest: "0", payday: "1999-01-01", id: "F-9" },
    ...{ events: [{ receipt: 7 }], filings: [{ key: 7, amendment: 0, digest }], files: [{ id: "F-9" }] },
  }),
  "of our number, with another content": json(200, {
    ...{ ...accepted, state: "SETTLED", receipt: "R-1", submissionId: "s2", key: "E-1", digest: "0", id: "F-1" },
    ...{ fingerprint: "0", lines: [{ line: 0, cents: 100, state: "PAID" }], filings: 7, events: 7, files: 7 },
  }),
};

describe.each(Object.keys(calls))("%s", (call) => {
  it.each(Object.keys(wrong))("answered %s", async (name) => {
    answer = wrong[name] as typeof answer;
    const outcome = await calls[call]?.();
    expect(["unknown", "waiting"]).toContain(outcome?.kind);
    expect(elsewhere).toBe(0);
    for (const each of kept) expect(each.body.length).toBeLessThanOrEqual(64_000);
  });
});

it("a refusal with a code of the receiver's own is one", async () => {
  answer = json(422, { code: "P05", text: "Not the latest." });
  for (const call of ["a pay event sent", "a filing sent", "employee details sent", "a payment file sent"])
    expect((await calls[call]?.())?.kind).toBe("refused");
});

it("an event in another's place, of which the agency knows that other alone, was refused; any other is looked for again", async () => {
  const held = json(200, { events: [{ receipt: "R-1" }] });
  const says = (body: unknown) => (response: ServerResponse) =>
    response.req.method === "POST" ? json(409, body)(response) : held(response);
  const replacing = { ...event, notReceipts: ["R-1"] };
  answer = says({ code: "P04", text: "This submission ID came before with other content." });
  expect((await sendPayEvent(base, replacing, keep)).kind).toBe("refused");
  expect((await sendPayEvent(base, event, keep)).kind).toBe("acknowledged");
  answer = says({ message: "Conflict" });
  expect((await sendPayEvent(base, replacing, keep)).kind).toBe("notThere");
});
