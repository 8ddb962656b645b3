/**
 * The server is killed at random points of sign-off and send, many times, while an outside reader opens and closes the
 * database every second: nothing is lost, nothing doubled. The long form (`npm run endure`) sets ZESTY_KILLS.
 */
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import Database from "better-sqlite3";
import { root } from "../programs.ts";
import { type Api, expect, killable, makeReady, openRun, startKillableWorld, until } from "../world.ts";

const rounds = Number(process.env.ZESTY_KILLS ?? 8);
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

killable("killed while signing off: either all of it stands or nothing does", async ({ world }) => {
  killable.setTimeout(allowed);
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

killable("killed while sending: each message arrives once", async ({ world }) => {
  killable.setTimeout(allowed);
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

killable("killed while dues are paid: each contribution and each payment once", async ({ world }) => {
  killable.setTimeout(allowed);
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

/** Which backup is restored, how long the send had been going when the kill came, and whether hours are others afterwards. */
const restores = Array.from({ length: Math.max(2, Math.round(rounds / 5)) }, (_, at) => ({
  backup: at % 3,
  wait: [1500, 60, 400, 0, 900][at % 5] ?? 0,
  otherHours: at % 2 === 1,
}));
const priya = "Priya Halloran";

async function typeHours(api: Api, hours: string): Promise<void> {
  const run = (await api.call("GET", `/runs/${openRun}`)).body;
  const row = run.rows.find((each: { name: string }) => each.name === priya);
  const lines = row.lines.map((line: { hours: string | null }) => (line.hours === null ? line : { ...line, hours }));
  const saved = await api.call("PUT", `/runs/${openRun}/rows`, {
    version: run.version,
    rows: [{ payId: row.payId, lines }],
  });
  expect([saved.status, saved.body.detail]).toEqual([200, undefined]);
}
async function signAndSend(api: Api): Promise<void> {
  await makeReady(api);
  const { version, state } = (await api.call("GET", `/runs/${openRun}`)).body;
  if (state === "open")
    expect((await api.call("POST", `/runs/${openRun}/sign-off`, { version, declared: true })).status).toBe(200);
  await api.call("POST", `/runs/${openRun}/send`, { channels: ["payEvent", "paymentFile", "payslip"] });
}
/** What a careful person says of each line of the list after a restore. @param mailed had everybody their payslip? */
async function answerList(api: Api, mailed: boolean): Promise<void> {
  type Line = { key: string; fits: { id: number }[]; message: boolean; decided: string | null; link: string | null };
  const read = async () => (await api.call("GET", "/safety/restored")).body?.list as Line[] | null;
  const isHeld = (await until(read, (lines) => lines !== null))?.some((each) => each.message);
  // An answer may bring another line with it.
  for (let line: Line | undefined; ; ) {
    line = (await read())?.find((each) => each.decided === null);
    if (!line) break;
    const { key, fits, message, link } = line;
    const isMine = link === `/run/${openRun}`;
    const takenOver = key === "users" || (key.startsWith("payslips") ? mailed : isMine && isHeld);
    const said = !message
      ? { as: takenOver ? "takenOver" : "anew" }
      : fits[0]
        ? { as: "takenOver", message: fits[0].id }
        : { as: "dismissed", reason: "signed again with other hours" };
    expect([key, (await api.call("POST", "/safety/restored", { key, ...said })).status]).toEqual([key, 200]);
  }
  expect((await api.call("POST", "/safety/restored/release", {})).status).toBe(200);
}

for (const { backup, wait, otherHours } of restores)
  killable(
    `killed ${wait} ms into a send, backup ${backup} restored${otherHours ? ", other hours" : ""}: each thing once`,
    async () => {
      const world = await startKillableWorld();
      try {
        const before = await world.effects();
        let api = await world.api();
        const command = (name: string, ...more: string[]): string => {
          const env = { ...process.env, ZESTY_DATA: join(world.folder, "app") };
          const program = join(root, "server", "dist", `${name}.js`);
          const done = spawnSync(process.execPath, [program, ...more], { env, encoding: "utf8" });
          expect([name, done.status, done.stderr]).toEqual([name, 0, ""]);
          return done.stdout;
        };
        const backups: string[] = [];
        const keepBackup = () => {
          const into = join(world.folder, "kept", String(backups.length));
          backups.push(join(into, /Backup (\S+)/.exec(command("backup", into))?.[1] ?? ""));
        };
        keepBackup();
        await typeHours(api, "30");
        keepBackup();
        await makeReady(api);
        keepBackup();
        await signAndSend(api);
        await new Promise((resolve) => setTimeout(resolve, wait));
        await world.killServer();
        command("restore", backups[backup] ?? "");
        await world.startServer();
        api = await world.api();
        await typeHours(api, otherHours ? "31" : "30");
        await signAndSend(api);
        const letters = async () => (await world.effects()).mail.slice(before.mail.length);
        await answerList(api, (await letters()).length === 11);
        await signAndSend(api);
        await until(letters, (all) => new Set(all.map((each) => each.recipient)).size === 11, 60);
        const after = await world.effects();
        expect(after.events.filter((each) => each.payDate === "2026-07-02")).toHaveLength(1);
        expect(after.files.length - before.files.length).toBe(1);
        // Where some had theirs and some had not, nobody can be asked: who had it gets the same letter of the same number.
        expect(new Set((await letters()).map((each) => each.messageId)).size).toBeLessThanOrEqual(otherHours ? 12 : 11);
      } finally {
        await world.end();
      }
    },
  );
