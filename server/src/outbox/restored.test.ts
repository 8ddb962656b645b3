/** A run signed and paid after the backup: restored, changed, signed anew, and still paid, lodged and mailed once. */
import { createHash } from "node:crypto";
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { type Application, makeApplication } from "../app/application.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { makeBackup, restoreBackup } from "../store/backup.ts";
import { unbalanced } from "../store/invariants.ts";
import { outbox, user, userRight } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { taken } from "./byHand.ts";
import { confirm, readRestored, releaseRestored } from "./restored.ts";
import { sendRun } from "./sendRun.ts";

interface BankFile {
  id: string;
  fingerprint: string;
  reference: string;
  processDate: string;
  creditCents: number;
  lines: { line: number; cents: number; state: string; reasonText: string }[];
}
/** What bank and agency hold, as they would. */
let files: BankFile[] = [];
let events: { receipt: string; submissionId: string; payDate: string }[] = [];
let server: Server;
let base = "";
beforeEach(async () => {
  files = [];
  events = [];
  server = createServer((request, response) => {
    const url = new URL(request.url ?? "", "http://x");
    const say = (status: number, body: object) => {
      response.writeHead(status, { "Content-Type": "application/json" });
      response.end(JSON.stringify(body));
    };
    const parts: Buffer[] = [];
    request.on("data", (part: Buffer) => void parts.push(part));
    request.on("end", () => {
      const body = Buffer.concat(parts);
      const key = String(request.headers["idempotency-key"]);
      if (request.method === "POST" && url.pathname === "/v1/files") {
        const reference = String(request.headers["x-reference"]);
        const held = files.find((each) => each.reference === reference);
        const fingerprint = createHash("sha256").update(body).digest("hex");
        if (held && held.fingerprint !== fingerprint) return say(409, { ...held, code: "REFERENCE_TAKEN" });
        const file = held ?? {
          ...{ id: `F-${files.length + 1}`, fingerprint, reference, processDate: "2026-07-02" },
          creditCents: Number(body.toString("latin1").split("\n").at(-2)?.slice(30, 40)),
          lines: body
            .toString("latin1")
            .split("\n")
            .filter((each) => each.startsWith("1"))
            .map((each, i) => {
              // Whoever is paid last gets it back.
              const said =
                i === 1 ? { state: "RETURNED", reasonText: "account closed" } : { state: "PAID", reasonText: "" };
              return { line: i, cents: Number(each.slice(20, 30)), ...said };
            }),
        };
        if (!held) files.push(file);
        return say(202, file);
      }
      if (url.pathname === "/v1/files") {
        const fingerprint = url.searchParams.get("fingerprint");
        return say(200, { files: files.filter((each) => fingerprint === null || each.fingerprint === fingerprint) });
      }
      if (request.method === "POST" && url.pathname === "/v1/pay-events") {
        const event = { receipt: `R-${events.length + 1}`, submissionId: key, payDate: "2026-07-02" };
        events.push(event);
        return say(202, event);
      }
      if (url.pathname === "/v1/pay-events") {
        const submissionId = url.searchParams.get("submissionId");
        return say(200, {
          events: events.filter((each) => submissionId === null || each.submissionId === submissionId),
        });
      }
      const named = url.pathname.split("/").at(-1);
      const file = files.find((each) => each.id === named);
      if (file) return say(200, { ...file, state: "SETTLED" });
      const event = events.find((each) => each.receipt === named);
      if (event) return say(200, { ...event, result: "ACCEPTED" });
      return say(200, { state: "AUTHORISED" });
    });
  });
  await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});

let world: SmallWorld;
let again: Application | null = null;
afterEach(async () => {
  await again?.close();
  again = null;
  await world.end().catch(() => {});
  server.closeAllConnections();
  await new Promise((done) => server.close(done));
});

/** A backup with the run open; then it is signed and sent; then the backup is restored. */
async function paidThenRestored() {
  world = smallWorld(2);
  const { context, actor, application } = world;
  Object.assign(context.settings.services, { tax: base, bank: base });
  const runId = openUsual(world);
  const { folder, sqlite, crypt, db } = context.store;
  db.insert(user).values({ email: "gone@example.org", name: "Gone", passwordHash: "old", lead: false }).run();
  const at = new Date("2026-07-01T01:00:00Z").toISOString();
  const backup = makeBackup(sqlite, crypt, `${folder}/backups`, at);
  signRun(world, runId);
  sendRun(context, actor, runId, ["paymentFile", "payEvent"]);
  await application.outbox.runOnce();
  expect([files.length, events.length]).toEqual([1, 1]);
  db.update(user).set({ passwordHash: "new" }).run();
  db.run("UPDATE user SET active = 0 WHERE email = 'gone@example.org'");
  await application.close();
  restoreBackup(folder, `${folder}/backups/${backup.name}`, "2026-07-02T00:00:00.000Z");
  again = makeApplication(context.settings);
  again.context.store.sqlite.pragma("synchronous = OFF");
  const fresh: SmallWorld = { ...world, application: again, context: again.context };
  return { fresh, runId, context: again.context, actor, outbox: again.outbox };
}
const hoursOf = (fresh: SmallWorld, runId: number, hours: string) => {
  const view = readRun(fresh.context, fresh.actor, runId);
  const [row] = view.rows;
  saveRows(fresh.context, fresh.actor, runId, {
    version: view.version,
    rows: [{ payId: row?.payId ?? 0, lines: [{ ...row?.lines[0], hours } as never] }],
  });
};

describe("after a restore", () => {
  it("nothing goes out until every line is answered; what was paid is taken over by a run of the same amount", async () => {
    const { fresh, runId, context, actor, outbox: worker } = await paidThenRestored();
    const list = () => readRestored(context)?.list ?? [];
    expect(readRestored(context)?.list).toBeNull();
    expect(() => releaseRestored(context, actor)).toThrow(/have not all told/);
    await worker.runOnce();
    expect(list().map((each) => each.key.split(" ")[0])).toEqual(["paymentFile", "payEvent", "run", "payday", "users"]);
    expect(list().at(-1)?.words).toMatch(/one closed since the backup stays closed, .*newer password/);
    expect(() => releaseRestored(context, actor)).toThrow(/5 lines of the list are not answered/);
    // Signed with other hours, nothing fits and nothing leaves.
    hoursOf(fresh, runId, "37");
    signRun(fresh, runId);
    sendRun(context, actor, runId, ["paymentFile", "payEvent"]);
    await worker.runOnce();
    expect([files.length, events.length]).toEqual([1, 1]);
    const [file, event, payday, next, users] = list();
    expect(file?.fits).toEqual([]);
    const take = (of: typeof file, message = of?.fits[0]?.id) =>
      confirm(context, actor, { key: of?.key ?? "", as: "takenOver", ...(message ? { message } : {}) });
    expect(() => take(file)).toThrow(/No signed-off run pays \$/);
    expect(() => confirm(context, actor, { key: file?.key ?? "", as: "anew" })).toThrow(/not made anew/);
    // Let out all the same, the bank refuses a second file for the run.
    for (const each of [file, event])
      confirm(context, actor, { key: each?.key ?? "", as: "dismissed", reason: "somebody is in a hurry" });
    take(payday);
    confirm(context, actor, { key: next?.key ?? "", as: "anew" });
    take(users);
    releaseRestored(context, actor);
    await worker.runOnce();
    expect(files).toHaveLength(1);
    const rows = context.store.db.select().from(outbox).all();
    const refused = rows.find((each) => each.channel === "paymentFile");
    expect(refused).toMatchObject({ state: "refused" });
    expect(refused?.detail).toMatch(/has a file for this payment already: F-1 over \$/);
  });
  it("paydays of a business that no receiver holds anything of are answered together", async () => {
    const { context, actor, outbox: worker } = await paidThenRestored();
    [files, events] = [[], []];
    await worker.runOnce();
    expect(readRestored(context)).toMatchObject({ untouched: 2 });
    confirm(context, actor, { key: "untouched", as: "anew" });
    expect(readRestored(context)?.list?.map((each) => each.decided)).toEqual([
      ...Array.from({ length: 2 }, () => "nothing of it went out: it is made anew"),
      null,
    ]);
  });
  it("the same hours come to the same file, and what stands at bank and agency counts", async () => {
    const { fresh, runId, context, actor, outbox: worker } = await paidThenRestored();
    await worker.runOnce();
    // Of this business receivers hold something: none of its paydays is answered in passing.
    expect(readRestored(context)?.untouched).toBe(0);
    expect(() => confirm(context, actor, { key: "untouched", as: "anew" })).toThrow(/no such/);
    signRun(fresh, runId);
    for (const line of readRestored(context)?.list ?? []) {
      const message = line.fits[0]?.id;
      expect(message !== undefined).toBe(line.message);
      confirm(context, actor, { key: line.key, as: "takenOver", ...(message ? { message } : {}) });
    }
    // Letters have many receivers: whether they were mailed before the stop, somebody says, once a run.
    expect(() => releaseRestored(context, actor)).toThrow(/One line of the list is not answered/);
    const slips = readRestored(context)?.list?.filter((each) => each.decided === null) ?? [];
    expect(slips).toMatchObject([{ key: `payslips ${runId}`, message: false, link: `/run/${runId}` }]);
    const store = context.store.sqlite;
    store.exec("SAVEPOINT other");
    confirm(context, actor, { key: `payslips ${runId}`, as: "anew" });
    expect(readRestored(context)?.list?.at(-2)?.decided).toBe("mailed from here");
    expect(store.prepare("SELECT DISTINCT state FROM outbox WHERE channel = 'payslip'").pluck().all()).toEqual([
      "queued",
    ]);
    store.exec("ROLLBACK TO other; RELEASE other");
    confirm(context, actor, { key: `payslips ${runId}`, as: "takenOver" });
    releaseRestored(context, actor);
    await worker.runOnce();
    expect([files.length, events.length]).toEqual([1, 1]);
    const rows = context.store.db.select().from(outbox).all();
    expect(rows.map((each) => `${each.channel} ${each.state} ${each.receipt ?? ""}`.trim())).toEqual([
      "payEvent accepted R-1",
      "paymentFile partial F-1",
      "payslip accepted",
      "payslip accepted",
    ]);
    // What came back of it then is told here, by name.
    expect(context.store.prepared("SELECT code, text FROM answer_item WHERE open = 1").all()).toEqual([
      { code: "RETURNED", text: "The payment came back: account closed." },
    ]);
    expect(context.store.db.select().from(userRight).all()).toEqual([]);
  });
  it.each([
    ["38", ["payday", "payslips", "users"]],
    ["37", ["paymentFile", "payEvent", "payday", "users"]],
  ])("signed again with %s hours before the receivers were asked, the list says what is left", async (hours, keys) => {
    const { fresh, runId, context, actor, outbox: worker } = await paidThenRestored();
    hoursOf(fresh, runId, hours);
    signRun(fresh, runId);
    sendRun(context, actor, runId, ["paymentFile", "payEvent", "payslip"]);
    await worker.runOnce();
    expect(readRestored(context)?.list?.map((each) => each.key.split(" ")[0])).toEqual(keys);
    expect([files.length, events.length]).toEqual([1, 1]);
  });
  it("where the bank speaks of other payments than ours, somebody says what came of it", async () => {
    const { fresh, runId, context, actor, outbox: worker } = await paidThenRestored();
    await worker.runOnce();
    signRun(fresh, runId);
    for (const line of readRestored(context)?.list ?? []) {
      const message = line.fits[0]?.id;
      confirm(context, actor, { key: line.key, as: "takenOver", ...(message ? { message } : {}) });
    }
    confirm(context, actor, { key: `payslips ${runId}`, as: "dismissed", reason: "handed out on paper" });
    // The sum is the same, the payments are not.
    for (const each of files) for (const [i, line] of each.lines.entries()) line.cents += i === 0 ? 1 : -1;
    releaseRestored(context, actor);
    await worker.runOnce();
    const all = () => context.store.db.select().from(outbox).all();
    const file = () => all().find((each) => each.channel === "paymentFile");
    expect(file()).toMatchObject({ state: "acknowledged", odd: true });
    expect(file()?.detail).toMatch(/makes no sense/);
    const said = { answer: "accepted", receipt: "F-1", note: "the statement has both" } as const;
    taken(context, actor, runId, file()?.id ?? 0, said);
    expect(file()).toMatchObject({ state: "accepted", odd: false });
    expect(file()?.detail).toMatch(/What came of it was told by .*both/);
    expect(() => taken(context, actor, runId, file()?.id ?? 0, said)).toThrow(/answered/);
    expect(unbalanced(context.store)).toEqual([]);
    expect(all().find((each) => each.channel === "payslip")?.detail).toBe("Not mailed from here: handed out on paper.");
  });
});
