/** Idempotency, faults and the clock of the stand-ins, over real HTTP. */
import { mkdtempSync, rmSync } from "node:fs";
import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import express from "express";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { bank } from "./bank.ts";
import { control } from "./control.ts";
import { taxAgency } from "./taxAgency.ts";
import { openWorld, type World } from "./world.ts";

let folder: string;
let world: World;
let server: Server;
let url: string;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), "zesty-sim-"));
  world = openWorld(folder);
  world.setClock("2026-11-25T01:00:00Z");
  const app = express();
  app.use("/bank", bank(world));
  app.use("/tax", taxAgency(world));
  app.use("/control", control(world));
  await new Promise<void>((resolve) => {
    server = app.listen(0, "127.0.0.1", () => resolve());
  });
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterEach(() => {
  server.close();
  world.db.close();
  rmSync(folder, { recursive: true });
});

const file = (title = "SAMPLE ALEX") =>
  [
    "0                 01ZZZ       EXAMPLE BAKERY PTY LTD    000001WAGES       261126                                        ",
    `1990-001 12345678 530000145267${title.padEnd(32)}WAGES 26NOV26     990-002 87654321EXAMPLE BAKERY  00000000`,
    "7999-999            000014526700001452670000000000                        000001                                        ",
  ].join("\r\n");
const send = (key: string, body = file(), headers: Record<string, string> = {}) =>
  fetch(`${url}/bank/v1/files`, {
    method: "POST",
    body,
    headers: { "Content-Type": "text/plain", ...(key ? { "Idempotency-Key": key } : {}), ...headers },
  });
const effects = async () =>
  (await (await fetch(`${url}/control/effects`)).json()) as {
    files: { id: string; state: string }[];
    lines: { state: string; reason: string }[];
  };
const clock = (now: string) =>
  fetch(`${url}/control/clock`, {
    method: "POST",
    headers: { "Content-Type": "application/json", "X-Sim": "1" },
    body: JSON.stringify({ now }),
  });

describe("one key, one effect", () => {
  it("the same key and bytes get the stored answer again", async () => {
    const first = await send("k1");
    const again = await send("k1");
    expect([first.status, again.status, again.headers.get("X-Sim-Replay")]).toEqual([202, 202, "1"]);
    expect((await effects()).files).toHaveLength(1);
  });
  it("the same key with other bytes is refused, and so are the same bytes under another key", async () => {
    await send("k1");
    expect((await send("k1", file("SOMEBODY ELSE"))).status).toBe(409);
    expect((await (await send("k2")).json()) as { code: string }).toMatchObject({ code: "DUPLICATE_FILE" });
    expect((await send("")).status).toBe(400);
    expect((await effects()).files).toHaveLength(1);
  });
  it("a file that looks like another one is taken with a note", async () => {
    await send("k1");
    const { id } = (await (await send("k2", file("ALEX SAMPLE"))).json()) as { id: string };
    expect((await (await fetch(`${url}/bank/v1/files/${id}`)).json()) as { note: string }).toMatchObject({
      note: "LOOKS_LIKE F-000001",
    });
  });
});

describe("faults", () => {
  it.each([
    ["CUT_BEFORE", 0],
    ["CUT_AFTER", 1],
  ])("%s leaves %i files", async (fault, stored) => {
    await expect(send("k1", file(), { "X-Sim-Fault": fault })).rejects.toThrow();
    expect((await effects()).files).toHaveLength(stored);
  });
  it.each([
    ["HTTP_503", 503, 0],
    ["HTTP_500_AFTER", 500, 1],
    ["BAD_BODY", 200, 1],
  ])("%s answers %i and leaves %i files", async (fault, status, stored) => {
    expect((await send("k1", file(), { "X-Sim-Fault": fault })).status).toBe(status);
    expect((await effects()).files).toHaveLength(stored);
  });
  it("a rule is used up", async () => {
    world.setRules([{ service: "bank", operation: "upload", fault: "HTTP_503", uses: 1 }]);
    expect([(await send("k1")).status, (await send("k1")).status]).toEqual([503, 202]);
  });
});

describe("settling", () => {
  it("waits for its day, by the stand-in's clock", async () => {
    await send("k1");
    expect((await effects()).files[0]?.state).toBe("AUTHORISED");
    await clock("2026-11-26T01:00:00Z");
    expect(await effects()).toMatchObject({ files: [{ state: "SETTLED" }], lines: [{ state: "PAID" }] });
  });
  it("a closed account sends its line back, with the reason", async () => {
    await fetch(`${url}/bank/v1/accounts/12345678`, {
      method: "PUT",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ state: "closed" }),
    });
    await send("k1");
    await clock("2026-11-27T01:00:00Z");
    expect((await effects()).lines).toMatchObject([{ state: "RETURNED", reason: "3" }]);
  });
  it("a file with faults is refused with line numbers, and one too far ahead too", async () => {
    const refused = await send("k1", file().replace("0000145267", "0000000000"));
    expect([refused.status, ((await refused.json()) as { faults: { line: number }[] }).faults[0]?.line]).toEqual([
      422, 2,
    ]);
    await clock("2026-01-01T01:00:00Z");
    expect((await send("k2")).status).toBe(422);
  });
  it("keeps clock and rules over a restart", () => {
    world.setRules([{ service: "bank", operation: "upload", fault: "HTTP_503", uses: 2 }]);
    world.db.close();
    world = openWorld(folder);
    expect([world.today(), world.rules()[0]?.uses]).toEqual(["2026-11-25", 2]);
  });
});

describe("an event in the place of another", () => {
  const event = (id: string, change: { flag?: boolean; payday?: string; action?: string; gross?: string } = {}) => {
    const { flag = false, payday = "2026-11-26", action = "submit", gross = "900.00" } = change;
    const totals = `<IncomeTaxAndRemuneration><TotalGrossPaymentsWithholdingA>${gross}</TotalGrossPaymentsWithholdingA><PayAsYouGoWithholdingTaxWithheldA>100.00</PayAsYouGoWithholdingTaxWithheldA></IncomeTaxAndRemuneration>`;
    const payees = Array.from({ length: 1 }, () => "<PAYEVNTEMP/>").join("");
    return `<StandardBusinessMessage action="${action}" version="0004"><PAYEVNT><Rp><SoftwareInformationBusinessManagementSystemId>b</SoftwareInformationBusinessManagementSystemId><AustralianBusinessNumberId>63000000011</AustralianBusinessNumberId><Payroll><PaymentRecordTransactionD>${payday}</PaymentRecordTransactionD><InteractionRecordCt>1</InteractionRecordCt><MessageTimestampGenerationDt>2026-11-25T00:59:00Z</MessageTimestampGenerationDt><InteractionTransactionId>${id}</InteractionTransactionId><AmendmentI>${flag}</AmendmentI>${action === "submit" ? totals : ""}</Payroll><Declaration><SignatoryIdentifierT>k</SignatoryIdentifierT><SignatureD>2026-11-25</SignatureD><StatementAcceptedI>true</StatementAcceptedI></Declaration></Rp></PAYEVNT>${payees}</StandardBusinessMessage>`;
  };
  let keys = 0;
  const lodge = async (body: string) => {
    keys += 1;
    const headers = { "Content-Type": "application/xml", "Idempotency-Key": `k${keys}` };
    const answer = await fetch(`${url}/tax/v1/pay-events`, { method: "POST", body, headers });
    return [answer.status, ((await answer.json()) as { code?: string }).code];
  };
  /** The agency took it, whatever it said of its payee. */
  const accept = () => world.db.prepare("UPDATE event SET result = 'ACCEPTED' WHERE result = 'REJECTED'").run();
  it("is taken for the latest accepted submit only, of the same day, and the first is replaced", async () => {
    const first = event("s1");
    expect(await lodge(first)).toEqual([202, undefined]);
    accept();
    expect(await lodge(event("s1", { gross: "950.00" }))).toEqual([409, "P04"]);
    for (const wrong of [
      event("s9", { flag: true }),
      event("s1", { flag: true, payday: "2026-11-27" }),
      event("s1", { flag: true, action: "update" }),
    ])
      expect(await lodge(wrong)).toEqual([422, "P05"]);
    expect(await lodge(event("s1", { flag: true, gross: "950.00" }))).toEqual([202, undefined]);
    accept();
    expect(world.db.prepare("SELECT result FROM event ORDER BY rowid").pluck().all()).toEqual(["REPLACED", "ACCEPTED"]);
    expect(await lodge(first)).toEqual([200, undefined]);
    expect(await lodge(event("s2"))).toEqual([202, undefined]);
    accept();
    expect(await lodge(event("s1", { flag: true, gross: "960.00" }))).toEqual([422, "P05"]);
  });
});
