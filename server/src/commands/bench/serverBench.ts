/** The server's use cases at three hundred people with two years of history, and what must not grow with history. */
import { rmSync } from "node:fs";
import { join } from "node:path";
import { isAbn } from "@zesty/core/au/abn";
import Database from "better-sqlite3";
import { readDesk } from "../../desk/readDesk.ts";
import { readDues } from "../../dues/readDues.ts";
import { waitingRuns } from "../../outbox/several.ts";
import { openRun } from "../../runs/openRun.ts";
import { readRun } from "../../runs/readRun.ts";
import { saveRows } from "../../runs/saveRows.ts";
import { setTick } from "../../runs/ticks.ts";
import { createBusiness } from "../../setup/createBusiness.ts";
import { signOffPlan } from "../../signOff/plan.ts";
import { signOff } from "../../signOff/signOff.ts";
import { yearSums } from "../../store/sums.ts";
import { type SmallWorld, smallWorld, smallWorldNz, validFrom } from "../../testing/smallWorld.ts";
import { copyBack, copyDuesBack, fillOutbox } from "./history.ts";

/** Milliseconds of one call, the median of several, after a few to warm up. */
export function median(work: () => unknown, times = 9, warm = 3): number {
  const took: number[] = [];
  for (let round = -warm; round < times; round += 1) {
    const began = performance.now();
    work();
    if (round >= 0) took.push(performance.now() - began);
  }
  return took.sort((a, b) => a - b)[Math.floor(took.length / 2)] ?? 0;
}

const open = (world: SmallWorld) =>
  openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });

/** Every query ticked, without a trail entry for each. */
function tickAll({ context, actor }: SmallWorld, runId: number): void {
  const write = context.store.prepared<[number, string, number]>(
    "INSERT OR IGNORE INTO tick (pay_id, key, user_id, at) VALUES (?, ?, ?, '2026-07-01')",
  );
  for (const row of readRun(context, actor, runId).rows)
    for (const mark of row.marks) if (mark.kind === "query") write.run(row.payId, mark.key, actor.userId);
}

/** A world with a signed-off run, its like copied back over the years, and the next run open. */
export function aged(world: SmallWorld, periods: number, days: number): { world: SmallWorld; runId: number } {
  const { context, actor } = world;
  // As in use: a commit waits until the disk has it.
  context.store.sqlite.pragma("synchronous = FULL");
  const first = open(world);
  tickAll(world, first);
  signOff(context, actor, first, readRun(context, actor, first).version);
  copyBack(world, first, periods, days);
  return { world, runId: open(world) };
}

function rowTimes({ world, runId }: { world: SmallWorld; runId: number }) {
  const { context, actor, element } = world;
  const [row] = readRun(context, actor, runId).rows;
  let hours = 20;
  let { version } = readRun(context, actor, runId);
  const payId = row?.payId ?? 0;
  const save = median(() => {
    hours += 0.25;
    const lines = [{ elementId: element("ORD"), hours: String(hours) }];
    version = saveRows(context, actor, runId, { version, rows: [{ payId, lines }] }).version;
  }, 15);
  const query = readRun(context, actor, runId).rows[0]?.marks.find((mark) => mark.kind === "query");
  let on = true;
  const tick = median(() => {
    on = !on;
    setTick(context, actor, runId, { payId, key: query?.key ?? "unlikeLast|bench", on });
  }, 15);
  return { save, tick };
}

const tables = [
  ...["signed_pay", "pay_fact", "leave_entry", "due", "journal", "journal_line", "document", "outbox", "payment"],
  ...["seal", "audit"],
];
const newest = (world: SmallWorld) =>
  new Map(
    tables.map((table) => [
      table,
      (world.context.store.sqlite.prepare(`SELECT MAX(rowid) AS last FROM ${table}`).get() as { last: number | null })
        .last ?? 0,
    ]),
  );

/** The rows that a sign-off wrote, inserted once more into empty tables with their indexes: statements prepared, one transaction. */
function bareInserts({ context }: SmallWorld, before: ReadonlyMap<string, number>): number {
  const { sqlite, folder } = context.store;
  const file = join(folder, "bare.db");
  const bare = new Database(file);
  bare.pragma("journal_mode = WAL");
  bare.pragma("synchronous = FULL");
  bare.pragma("foreign_keys = OFF");
  const written = tables.map((table) => {
    const made = sqlite.prepare("SELECT sql FROM sqlite_master WHERE tbl_name = ? AND type <> 'trigger'").all(table);
    for (const { sql } of made as { sql: string | null }[]) if (sql) bare.exec(sql);
    const rows = sqlite
      .prepare(`SELECT * FROM ${table} WHERE rowid > ?`)
      .raw()
      .all(before.get(table) ?? 0) as unknown[][];
    const places = rows[0]?.map(() => "?").join(", ") ?? "";
    return { rows, insert: rows.length > 0 ? bare.prepare(`INSERT INTO ${table} VALUES (${places})`) : null };
  });
  const began = performance.now();
  bare
    .transaction(() => {
      for (const { rows, insert } of written) for (const row of rows) insert?.run(...row);
    })
    .immediate();
  const took = performance.now() - began;
  bare.close();
  for (const ending of ["", "-wal", "-shm"]) rmSync(`${file}${ending}`, { force: true });
  return took;
}

function signOffTimes({ world, runId }: { world: SmallWorld; runId: number }) {
  const { context, actor } = world;
  const took: number[] = [];
  const unseen: number[] = [];
  const bare: number[] = [];
  const opening: number[] = [];
  let run = runId;
  for (let round = 0; round < 5; round += 1) {
    tickAll(world, run);
    const { version, payday } = readRun(context, actor, run);
    // Whoever signs has the plan before their eyes; a program that signs has not.
    const seen = round % 2 === 0;
    if (seen) signOffPlan(context, run);
    const before = newest(world);
    const began = performance.now();
    signOff(context, actor, run, version);
    (seen ? took : unseen).push(performance.now() - began);
    if (seen) bare.push(bareInserts(world, before));
    context.clock.moveTo(payday);
    if (round === 4) continue;
    const opened = performance.now();
    run = open(world);
    opening.push(performance.now() - opened);
  }
  const least = (times: readonly number[]) => Math.min(...times);
  return {
    ...{ signOff: least(took), unseen: least(unseen) },
    ...{ over: least(took) / least(bare), opening: least(opening) },
  };
}

/** Five hundred businesses with paydays and dues around the day. */
export function businesses500(): SmallWorld {
  const world = smallWorld(1);
  const { context, actor } = world;
  const { sqlite } = context.store;
  const abns = validFrom(63_000_000_011, 500, isAbn);
  context.store.transaction(() => {
    for (let at = 1; at < 500; at += 1) {
      const businessId = createBusiness(context, actor, {
        name: `Example ${at}`,
        legalName: `Example ${at} Pty Ltd`,
        abn: abns[at] ?? "",
        state: "VIC",
        timeZone: "Australia/Melbourne",
        contact: { name: "Kim Example", phone: "0400000000", email: "kim@example.org" },
        bank: null,
        cycle: { name: "Weekly", cycle: "weekly", firstPeriodStart: "2026-04-06", paydayOffset: 4 },
      });
      sqlite
        .prepare(
          `INSERT INTO pay_run (business_id, cycle_id, number, period_start, period_end, payday, accounting_date, state,
             version, summary, totals)
           SELECT ?, (SELECT id FROM pay_cycle WHERE business_id = ?), value, date('2026-04-06', (value * 7) || ' days'),
             date('2026-04-12', (value * 7) || ' days'), date('2026-04-16', (value * 7) || ' days'),
             date('2026-04-16', (value * 7) || ' days'), CASE WHEN value < 10 THEN 'settled' ELSE 'open' END, 1,
             '{"people":5,"withoutHours":0,"stops":0,"openQueries":1}', '{}' FROM generate_series`.replace(
            "generate_series",
            "(WITH RECURSIVE n(value) AS (SELECT 1 UNION ALL SELECT value + 1 FROM n WHERE value < 11) SELECT value FROM n)",
          ),
        )
        .run(businessId, businessId);
      sqlite
        .prepare(
          `INSERT INTO due (business_id, run_id, kind, payday, due_date, amount_cents)
           SELECT business_id, id, 'super', payday, date(payday, '11 days'), 12345 FROM pay_run WHERE business_id = ? AND number > 7
           UNION ALL SELECT business_id, id, 'withholding', payday, date(payday, '21 days'), 54321 FROM pay_run
             WHERE business_id = ? AND number > 7`,
        )
        .run(businessId, businessId);
    }
  });
  return world;
}

function deskOf500(): number {
  const world = businesses500();
  const took = median(() => readDesk(world.context, world.actor));
  void world.end();
  return took;
}

/** Year-to-date of sixty people after seven years, divided by the same after one; in turns, as the machine has its moods. */
function yearToDateRatio(): number {
  const worlds = [51, 363].map((periods) => aged(smallWorld(60), periods, 7).world);
  const took = worlds.map((): number[] => []);
  for (let round = -10; round < 101; round += 1)
    for (const [at, { context, personIds }] of worlds.entries()) {
      const began = performance.now();
      yearSums(context.store, personIds, "2026-07-02", "AU");
      if (round >= 0) took[at]?.push(performance.now() - began);
    }
  for (const world of worlds) void world.end();
  const [one = 1, seven = 1] = took.map((times) => times.sort((a, b) => a - b)[50] ?? 1);
  return seven / one;
}

export function serverBench() {
  const au = aged(smallWorld(300), 103, 7);
  const rowAu = rowTimes(au);
  const openRun300 = median(() => readRun(au.world.context, au.world.actor, au.runId));
  const signed = signOffTimes(au);
  copyDuesBack(au.world, 7);
  const dues = () => readDues(au.world.context, au.world.businessId);
  const dues7yFirst = median(dues, 1, 0);
  const dues7y = median(dues, 5, 1);
  fillOutbox(au.world, 400_000);
  const waiting400k = median(() => waitingRuns(au.world.context, au.world.actor));
  void au.world.end();
  const nz = aged(smallWorldNz(300), 51, 14);
  const rowNz = rowTimes(nz);
  void nz.world.end();
  return {
    save300Au: rowAu.save,
    save300Nz: rowNz.save,
    tick300: Math.max(rowAu.tick, rowNz.tick),
    openRun300,
    signOff300: signed.signOff,
    signOff300OverInsert: signed.over,
    signOffUnseen300: signed.unseen,
    desk500: deskOf500(),
    dues7y,
    dues7yFirst,
    open300: signed.opening,
    waiting400k,
    yearToDate7yOver1y: yearToDateRatio(),
  };
}
