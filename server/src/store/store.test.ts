/** The store on real SQLite: the start on seven kinds of broken store, readers from outside, secrets, the sealed trail. */
import { spawnSync } from "node:child_process";
import { createCipheriv, randomBytes } from "node:crypto";
import {
  copyFileSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  symlinkSync,
  truncateSync,
  unlinkSync,
  utimesSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import { drizzle } from "drizzle-orm/better-sqlite3";
import { migrate } from "drizzle-orm/better-sqlite3/migrator";
import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { listBackups, makeBackup, restoreBackup } from "./backup.ts";
import { asName, fromName, outlived } from "./copies.ts";
import { openCrypt, places } from "./crypt.ts";
import { dryRun } from "./dryRun.ts";
import { unbalanced } from "./invariants.ts";
import { openStore, type Store } from "./open.ts";
import { leaveEntry, practice } from "./schema.ts";
import { keyTrail, record, verify, verifyNew } from "./trail.ts";

let folder: string;
let store: Store;
const file = (name = "zesty.db") => join(folder, name);
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "zesty-store-"));
  store = openStore(folder);
});
afterEach(() => {
  if (store.sqlite.open) store.close();
  rmSync(folder, { recursive: true });
});
const entry = (what: string) =>
  record(store, { at: "2026-07-01T01:00:00Z", userId: null, businessId: null, what, about: "x" });
/** What another process does to the database: opens it, reads, closes. */
const outsideReader = (sql = "SELECT count(*) FROM setting") =>
  spawnSync(
    process.execPath,
    [
      "-e",
      `const D=require("better-sqlite3");const d=new D(process.argv[1]);d.prepare(process.argv[2]).all();d.close()`,
      file(),
      sql,
    ],
    { encoding: "utf8" },
  );

describe("the start", () => {
  const start = () => {
    store = openStore(folder);
  };
  const broken: [string, () => void, RegExp][] = [
    ["an emptied database", () => truncateSync(file(), 0), /is empty.*npm run restore/],
    ["a deleted database", () => unlinkSync(file()), /is gone.*npm run restore/],
    ["a file that is no database", () => writeFileSync(file(), "not a database at all, not at all"), /is damaged/],
    [
      "a damaged database",
      () => writeFileSync(file(), Buffer.concat([readFileSync(file()).subarray(0, 4096), Buffer.alloc(60_000, 7)])),
      /is damaged/,
    ],
    ["a missing key", () => renameSync(file("key/zesty.key"), file("elsewhere.key")), /key file .* is not there/],
    ["a garbage key", () => writeFileSync(file("key/zesty.key"), "lemon"), /does not hold a key/],
    ["another store's key", () => writeFileSync(file("key/zesty.key"), "ab".repeat(32)), /does not belong/],
    [
      "a newer schema",
      () => {
        const other = new Database(file());
        other.prepare("INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('x', 9999999999999)").run();
        other.close();
      },
      /newer version/,
    ],
  ];
  it.each(broken)("says of %s what to do, and changes nothing", (_what, breakIt, sentence) => {
    store.db.insert(practice).values({ name: "kept" }).run();
    store.close();
    breakIt();
    const bytes = () => (existsSync(file()) ? readFileSync(file()).toString("base64") : "none");
    const before = bytes();
    expect(start).toThrow(sentence);
    expect(bytes() === before).toBe(true);
    if (_what === "a missing key") expect(existsSync(file("key/zesty.key"))).toBe(false);
  });
  it("refuses a second server on the folder, and takes it again after a crash", () => {
    expect(() => openStore(folder)).toThrow(/running on .* already/);
    store.close();
    start();
  });
  it("refuses what is no folder, and a folder that cannot be written", () => {
    writeFileSync(file("plain"), "x");
    expect(() => openStore(file("plain"))).toThrow(/is not a folder/);
  });
  it("lets nobody else read what lies there", () => {
    expect(statSync(folder).mode & 0o777).toBe(0o700);
    for (const name of ["zesty.db", "zesty.db-wal", "key/zesty.key"]) expect(statSync(file(name)).mode & 0o077).toBe(0);
  });
  it("does not stumble over a file that goes while it looks (the log of an outside reader)", () => {
    store.close();
    symlinkSync(file("gone"), file("zesty.db-left"));
    start();
    expect(store.sqlite.open).toBe(true);
  });
  it("brings an older store forward after a copy, secrets and trail too, and copies nothing afterwards", () => {
    store.close();
    const older = mkdtempSync(join(tmpdir(), "zesty-older-"));
    const drizzleFolder = join(import.meta.dirname, "../../drizzle");
    cpSync(drizzleFolder, join(older, "drizzle"), { recursive: true });
    const journalFile = join(older, "drizzle/meta/_journal.json");
    const journal = JSON.parse(readFileSync(journalFile, "utf8"));
    journal.entries = journal.entries.slice(0, 4);
    writeFileSync(journalFile, JSON.stringify(journal));
    const old = new Database(join(older, "zesty.db"));
    migrate(drizzle(old), { migrationsFolder: join(older, "drizzle") });
    const iv = randomBytes(12);
    const key = Buffer.from(readFileSync(file("key/zesty.key"), "utf8"), "hex");
    const cipher = createCipheriv("aes-256-gcm", key, iv);
    const text = Buffer.concat([cipher.update("123456782"), cipher.final()]);
    const sealed = Buffer.concat([iv, cipher.getAuthTag(), text]).toString("base64");
    old.prepare("INSERT INTO setting (name, value) VALUES ('sessionSecret', ?)").run(sealed);
    old.prepare("INSERT INTO audit (at, what, about, previous_hash, hash) VALUES ('x', 'a', 'b', '', 'h')").run();
    old.close();
    openStore(older, file("key/zesty.key")).close();
    const forward = openStore(older, file("key/zesty.key"));
    const secret = forward.sqlite.prepare("SELECT value FROM setting WHERE name = 'sessionSecret'").pluck().get();
    expect(forward.crypt.open(secret as string, places.setting("sessionSecret"))).toBe("123456782");
    keyTrail(forward, "2026-07-01T01:00:00Z");
    expect(verify(forward)).toMatchObject({ entries: 2, broken: [] });
    forward.close();
    expect(readdirSync(join(older, "copies")).length).toBe(1);
    rmSync(older, { recursive: true });
  });
});

describe("a store from before totals were kept", () => {
  /** A row with what it must have; what is not named gets a value of its column's kind. */
  const insert = (old: Database.Database, table: string, values: Record<string, unknown>): number => {
    const columns = old.prepare(
      `SELECT name, type, "notnull" AS needed, dflt_value AS usual FROM pragma_table_info(?)`,
    );
    const wanted = (columns.all(table) as { name: string; type: string; needed: number; usual: unknown }[])
      .filter(({ name, needed, usual }) => name in values || (needed === 1 && usual === null && name !== "id"))
      .map(({ name, type }) => [name, values[name] ?? (type === "integer" ? 1 : "{}")] as const);
    return Number(
      old
        .prepare(
          `INSERT INTO ${table} (${wanted.map(([name]) => `"${name}"`).join(", ")}) VALUES (${wanted.map(() => "?").join(", ")})`,
        )
        .run(...wanted.map(([, value]) => value)).lastInsertRowid,
    );
  };
  it("keeps them when it is brought forward, by each country's year, with every figure as it was", () => {
    store.close();
    const older = mkdtempSync(join(tmpdir(), "zesty-older-"));
    cpSync(join(import.meta.dirname, "../../drizzle"), join(older, "drizzle"), { recursive: true });
    const journalFile = join(older, "drizzle/meta/_journal.json");
    const journal = JSON.parse(readFileSync(journalFile, "utf8"));
    journal.entries = journal.entries.slice(0, 9);
    writeFileSync(journalFile, JSON.stringify(journal));
    const old = new Database(join(older, "zesty.db"));
    migrate(drizzle(old), { migrationsFolder: join(older, "drizzle") });
    for (const country of ["AU", "NZ"]) {
      const business_id = insert(old, "business", { country });
      const cycle_id = insert(old, "pay_cycle", { business_id });
      const person_id = insert(old, "person", { business_id, payroll_id: country });
      ["2026-03-26", "2026-06-25", "2026-07-02"].forEach((payday, at) => {
        const run_id = insert(old, "pay_run", { business_id, cycle_id, number: at + 1, payday, state: "settled" });
        const pay_id = insert(old, "pay", { run_id, person_id, lines: "[]" });
        const signed_pay_id = insert(old, "signed_pay", { pay_id, run_id, person_id, payday, kind: "pay" });
        insert(old, "pay_fact", { signed_pay_id, person_id, payday, code: "gross", cents: 100 * (at + 1) });
        insert(old, "leave_entry", {
          person_id,
          kind: "annual",
          date: payday,
          hours_e4: 25_000,
          why: "accrued",
          signed_pay_id,
        });
      });
    }
    const before = old.prepare("SELECT * FROM pay_fact ORDER BY rowid").all();
    old.close();
    const forward = openStore(older, file("key/zesty.key"));
    expect(forward.sqlite.prepare("SELECT * FROM pay_fact ORDER BY rowid").all()).toEqual(before);
    expect(
      forward.sqlite.prepare("SELECT year_start, cents FROM year_sum ORDER BY person_id, year_start").raw().all(),
    ).toEqual([
      ["2025-07-01", 300],
      ["2026-07-01", 300],
      ["2025-04-01", 100],
      ["2026-04-01", 500],
    ]);
    expect(forward.sqlite.prepare("SELECT amount_e4 FROM leave_balance").pluck().all()).toEqual([75_000, 75_000]);
    expect(unbalanced(forward)).toEqual([]);
    forward.close();
    rmSync(older, { recursive: true });
  });
});

describe("readers from outside", () => {
  it("cannot make a commit vanish: what was written stands after a crash", () => {
    store.close();
    store = openStore(folder);
    expect(outsideReader().stderr).toBe("");
    store.db.insert(practice).values({ name: "signed" }).run();
    expect(outsideReader().stderr).toBe("");
    // A crash: the files as they are now, without closing anything.
    const crashed = mkdtempSync(join(tmpdir(), "zesty-crashed-"));
    for (const name of ["zesty.db", "zesty.db-wal", "store.json"]) copyFileSync(file(name), join(crashed, name));
    const again = openStore(crashed, file("key/zesty.key"));
    expect(again.db.select().from(practice).all()).toHaveLength(1);
    again.close();
    rmSync(crashed, { recursive: true });
  });
  it("who takes the files away is noticed before anything more is written", () => {
    store.db.insert(practice).values({ name: "a" }).run();
    unlinkSync(file("zesty.db-wal"));
    expect(() => store.transaction(() => store.db.insert(practice).values({ name: "b" }).run())).toThrow(
      /removed or replaced/,
    );
  });
});

describe("backup and restore", () => {
  const key = () => openCrypt(file("key/zesty.key"));
  it("copies one state while the store is written to, and puts it back with the outbox held", () => {
    store.db.insert(practice).values({ name: "before" }).run();
    entry("a");
    const outside = new Database(file(), { readonly: true });
    const made = makeBackup(outside, key(), file("backups"), "2026-07-01T01:02:03.000Z");
    outside.close();
    store.db.insert(practice).values({ name: "after" }).run();
    expect(made.anchor.entry).toBe(1);
    expect(() => restoreBackup(folder, file(`backups/${made.name}`), "2026-07-02T00:00:00.000Z")).toThrow(/running/);
    store.close();
    const { replaced } = restoreBackup(folder, file(`backups/${made.name}`), "2026-07-02T00:00:00.000Z");
    expect(readdirSync(replaced ?? "")).toContain("zesty.db");
    store = openStore(folder);
    expect(store.db.select().from(practice).all()).toHaveLength(1);
    expect(verify(store).broken).toEqual([]);
    expect(store.sqlite.prepare("SELECT value FROM setting WHERE name = 'outboxHeld'").get()).toBeDefined();
  });
  it("refuses a backup that was changed, one of another key, and what is none", () => {
    const { name } = makeBackup(store.sqlite, key(), file("backups"), "2026-07-01T01:02:03.000Z");
    store.close();
    const at = "2026-07-02T00:00:00.000Z";
    writeFileSync(file("other.key"), "cd".repeat(32));
    expect(() => restoreBackup(folder, file(`backups/${name}`), at, file("other.key"))).toThrow(/does not belong/);
    writeFileSync(file(`backups/${name}/zesty.db`), "x", { flag: "a" });
    expect(() => restoreBackup(folder, file(`backups/${name}`), at)).toThrow(/checksum differs/);
    expect(() => restoreBackup(folder, folder, at)).toThrow(/is no backup/);
    store = openStore(folder);
  });
  it("clears what a killed backup left, and nothing that is under way", () => {
    const into = file("backups");
    for (const [name, age] of [
      ["2026-07-01T00-00-00Z.part", 2],
      ["2026-07-01T00-00-01Z.part", 0],
    ] as const) {
      mkdirSync(join(into, name), { recursive: true });
      const then = new Date(Date.now() - age * 3_600_000);
      utimesSync(join(into, name), then, then);
    }
    makeBackup(store.sqlite, store.crypt, into, "2026-07-01T01:00:00.000Z");
    expect(readdirSync(into).filter((name) => name.endsWith(".part"))).toEqual(["2026-07-01T00-00-01Z.part"]);
  });
  it("keeps dated copies by rule: seven days, four weeks, twelve months, and always the newest", () => {
    const day = (n: number) => new Date(Date.UTC(2026, 0, 1, 5) + n * 86_400_000).toISOString();
    const daily = Array.from({ length: 400 }, (_, n) => day(n));
    const left = daily.filter((each) => !outlived(daily).includes(each));
    // Of weeks and months the two newest of each stand among the days already.
    expect(left).toHaveLength(7 + 2 + 10);
    expect(left.at(-1)).toBe(daily.at(-1));
    fc.assert(
      fc.property(
        fc.array(fc.date({ min: new Date("2020-01-01"), max: new Date("2030-01-01"), noInvalidDate: true })),
        (dates) => {
          const all = dates.map((each) => each.toISOString());
          const gone = outlived(all);
          expect(gone).not.toContain([...all].sort().at(-1));
          // What a rule deleted it does not ask for again.
          expect(outlived(all.filter((each) => !gone.includes(each)))).toEqual([]);
        },
      ),
      { numRuns: 50 },
    );
    expect(fromName(asName("2026-07-01T01:02:03.456Z"))).toBe("2026-07-01T01:02:03Z");
    expect(listBackups(file("nowhere"))).toEqual([]);
  });
});

describe("encrypted fields", () => {
  const here = places.taxNumber(1);
  it("come back as they went in, never twice the same, and not when tampered with", () => {
    const sealed = store.crypt.seal("123456782", here);
    expect(store.crypt.open(sealed, here)).toBe("123456782");
    expect(store.crypt.seal("123456782", here)).not.toBe(sealed);
    const raw = Buffer.from(sealed, "base64");
    raw[raw.length - 1] = (raw[raw.length - 1] ?? 0) ^ 1;
    expect(() => store.crypt.open(raw.toString("base64"), here)).toThrow();
  });
  it("open in their own row only, and with their own key only", () => {
    const sealed = store.crypt.seal("x", here);
    expect(() => store.crypt.open(sealed, places.taxNumber(2))).toThrow();
    expect(() => store.crypt.open(sealed, places.bankParts(1))).toThrow();
    writeFileSync(file("other.key"), "ab".repeat(32));
    expect(() => openCrypt(file("other.key")).open(sealed, here)).toThrow();
  });
  it("keep the key outside the database", () => {
    expect(readFileSync(file()).includes(readFileSync(file("key/zesty.key")))).toBe(false);
  });
});

describe("the audit trail", () => {
  const change = (sql: string) => store.sqlite.prepare(sql).run();
  const opening = (amountE4: number) =>
    store.db
      .insert(leaveEntry)
      .values({ personId: 1, kind: "annual", date: "2026-07-01", amountE4, why: "opening" })
      .run();
  beforeEach(() => {
    store.sqlite.pragma("foreign_keys = OFF");
    opening(1_0000);
    for (const what of ["a", "b", "c"]) entry(what);
  });
  const words = () => verify(store).broken.map((each) => each.words);
  it.each([
    ["a changed entry", "UPDATE audit SET what = 'B' WHERE id = 2", /Entry 2 .* was changed/],
    ["a removed entry", "DELETE FROM audit WHERE id = 2", /Between entries 1 and 3/],
    ["a changed fact", "UPDATE leave_entry SET hours_e4 = 9", /Leave entry 1 was changed/],
    ["a deleted fact", "DELETE FROM leave_entry", /Leave entry 1 was deleted/],
    [
      "a fact put in behind its back",
      "INSERT INTO leave_entry VALUES (9, 1, 'annual', '2026-07-01', 5, 'opening', NULL, NULL)",
      /Leave entry 9 was never sealed/,
    ],
    ["a fact and its seal removed", "DELETE FROM seal", /seals made with entry 1/],
  ])("shows %s", (_what, sql, sentence) => {
    expect(words()).toEqual([]);
    change(sql);
    expect(words().join(" ")).toMatch(sentence);
  });
  it("cannot be hashed anew without the key", () => {
    writeFileSync(file("other.key"), "ab".repeat(32));
    const forger = { ...store, crypt: openCrypt(file("other.key")) };
    change("DELETE FROM audit WHERE id = 3");
    record(forger, { at: "x", userId: 1, businessId: 1, what: "forged", about: "" });
    expect(words().join(" ")).toMatch(/Entry 3 .* was changed/);
  });
  it("the start looks at what is new, and notices a trail that was cut short", () => {
    expect(verifyNew(store).entries).toBe(3);
    entry("d");
    expect(verifyNew(store)).toMatchObject({ entries: 1, broken: [] });
    change("DELETE FROM audit WHERE id = 4");
    expect(verifyNew(store).broken.map((each) => each.words)).toEqual([
      expect.stringMatching(/ends at entry 3; the anchor beside the key says 4/),
      expect.stringMatching(/ends at entry 3; it went on to entry 4/),
    ]);
  });
  it("of an older version is keyed once, and what stood before is sealed", () => {
    change("DELETE FROM seal");
    change("UPDATE audit SET hash = id, previous_hash = id - 1, seals = ''");
    change("DELETE FROM setting WHERE name = 'trailKeyed'");
    keyTrail(store, "2026-07-01T01:00:00Z");
    expect(words()).toEqual([]);
    expect(verify(store)).toMatchObject({ entries: 4, seals: 1 });
  });
});

describe("transactions", () => {
  it("leave nothing behind when they fail, nested ones too", () => {
    expect(() =>
      store.transaction(() => {
        store.db.insert(practice).values({ name: "half" }).run();
        store.transaction(() => {
          throw new Error("no");
        });
      }),
    ).toThrow("no");
    expect(store.db.select().from(practice).all()).toEqual([]);
  });
});

describe("what is only tried", () => {
  it.each([
    ["by itself", (work: () => void) => work()],
    ["within other work, which stays", (work: () => void) => store.transaction(work)],
    ["within something that is tried too", (work: () => void) => dryRun(store, work)],
  ])("leaves nothing: %s", (_words, around) => {
    const names = () => store.sqlite.prepare("SELECT name FROM setting WHERE name LIKE 'tried%'").pluck().all();
    const put = (name: string) => store.sqlite.prepare("INSERT INTO setting VALUES (?, '1')").run(name);
    around(() => {
      expect(dryRun(store, () => put("tried inside").changes)).toBe(1);
      expect(names()).toEqual([]);
      expect(() => dryRun(store, () => put("tried inside") && JSON.parse("{"))).toThrow(SyntaxError);
      expect(names()).toEqual([]);
    });
  });
});
