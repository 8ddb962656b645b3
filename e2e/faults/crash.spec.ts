/**
 * The server is killed at random points of sign-off and send, many times, while an outside reader opens and closes the
 * database every second: nothing is lost, nothing doubled. The long form (`npm run endure`) sets ZESTY_KILLS.
 */
import { join } from "node:path";
import Database from "better-sqlite3";
import { expect, makeReady, openRun, test, until } from "../world.ts";

const rounds = Number(process.env.ZESTY_KILLS ?? 12);
const allowed = 300_000 + rounds * 10_000;
/** A fixed sequence of waits, so that a failure can be repeated. */
const waits = Array.from({ length: rounds }, (_, at) => (at * 37) % 190);

/** A backup program or a curious person: opens, reads, and closes, which makes SQLite fold the log back in. */
function outsideReader(folder: string): () => void {
  const timer = setInterval(() => {
    try {
      const database = new Database(join(folder, "app", "zesty.db"), { timeout: 200 });
      database.prepare("SELECT count(*) FROM signed_pay").get();
      database.close();
    } catch {
      // Locked for a moment: it comes again.
    }
  }, 1000);
  return () => clearInterval(timer);
}

test("killed while signing off: either all of it stands or nothing does", async ({ world }) => {
  test.setTimeout(allowed);
  const stopReading = outsideReader(world.folder);
  let api = await world.api();
  const version = await makeReady(api);
  let signed = false;
  for (const wait of waits) {
    const attempt = signed
      ? Promise.resolve()
      : api.call("POST", `/runs/${openRun}/sign-off`, { version, declared: true }).catch(() => undefined);
    await new Promise((resolve) => setTimeout(resolve, wait));
    await world.killServer();
    await attempt;
    await world.startServer();
    api = await world.api();
    const run = (await api.call("GET", `/runs/${openRun}`)).body;
    const journals = (await api.call("GET", "/businesses/1/journals")).body.filter(
      (each: { runId: number }) => each.runId === openRun,
    );
    const view = (await api.call("GET", `/runs/${openRun}/send`)).body;
    signed = run.state !== "open";
    expect([journals.length, view.rows.length, view.documents.length]).toEqual(signed ? [1, 13, 3] : [0, 0, 0]);
  }
  if (!signed)
    expect((await api.call("POST", `/runs/${openRun}/sign-off`, { version, declared: true })).status).toBe(200);
  stopReading();
});

test("killed while sending: each message arrives once", async ({ world }) => {
  test.setTimeout(allowed);
  const stopReading = outsideReader(world.folder);
  let api = await world.api();
  const before = await world.effects();
  const version = await makeReady(api);
  await api.call("POST", `/runs/${openRun}/sign-off`, { version, declared: true });
  await api.call("POST", `/runs/${openRun}/send`, { channels: ["payEvent", "paymentFile", "payslip"] });
  for (const wait of waits) {
    await new Promise((resolve) => setTimeout(resolve, wait * 4));
    await world.killServer();
    await world.startServer();
  }
  api = await world.api();
  await until(
    async () => (await api.call("GET", `/runs/${openRun}/send`)).body,
    (view) => view.state === "sent",
    90,
  );
  const after = await world.effects();
  expect(after.events.length - before.events.length).toBe(1);
  expect(after.files.length - before.files.length).toBe(1);
  expect(after.mail.length - before.mail.length).toBe(11);
  expect(new Set(after.mail.slice(before.mail.length).map((each) => each.recipient)).size).toBe(11);
  const net = (await api.call("GET", `/runs/${openRun}`)).body.totals.net;
  expect(after.files.at(-1)?.credit).toBe(net);
  stopReading();
});

test("killed while dues are paid: each contribution and each payment once", async ({ world }) => {
  test.setTimeout(allowed);
  const stopReading = outsideReader(world.folder);
  let api = await world.api();
  const at = "/businesses/1";
  type Due = { dueDate: string; kind: string; fundId: number | null; unpaidCents: number; parts: { state: string }[] };
  const dues = async () => ((await api.call("GET", `${at}/dues`)).body as { dues: Due[] }).dues;
  const before = await world.effects();
  const picks = (await dues())
    .filter((each) => each.kind === "super" && each.unpaidCents > 0)
    .map(({ dueDate, kind, fundId }) => ({ dueDate, kind, fundId }));
  const plan = (await api.call("POST", `${at}/due-payments/plan`, { picks })).body;
  const order = { picks, date: plan.earliest, cents: plan.cents, confirmed: [] };
  for (const wait of waits) {
    // Asked for again after each kill, as somebody would who saw no answer: what is on its way is refused.
    const attempt = api.call("POST", `${at}/due-payments`, order).catch(() => undefined);
    await new Promise((resolve) => setTimeout(resolve, wait * 2));
    await world.killServer();
    await attempt;
    await world.startServer();
    api = await world.api();
  }
  await api.call("POST", `${at}/due-payments`, order);
  await until(dues, (now) => now.every((each) => each.kind !== "super" || each.unpaidCents === 0), 60);
  await api.call("POST", "/day", { day: "2026-07-03" });
  await until(
    dues,
    (now) => now.every((each) => each.kind !== "super" || each.parts.every(({ state }) => state === "allocated")),
    60,
  );
  const after = await world.effects();
  expect(after.files.length - before.files.length).toBe(1);
  expect(after.files.at(-1)?.credit).toBe(plan.cents);
  const held = (of: typeof after) =>
    of.contributions.filter((each) => each.state === "ALLOCATED").reduce((sum, each) => sum + each.cents, 0);
  expect(held(after) - held(before)).toBe(plan.cents);
  stopReading();
});
