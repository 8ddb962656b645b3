/** A business leaves as a file and comes back into an empty installation with every figure the same (formats 8.1). */
import { execFileSync } from "node:child_process";
import { randomBytes } from "node:crypto";
import { existsSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import JSZip from "jszip";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { keepDocument } from "../documents/documents.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { confirmRules } from "../newTables/confirmRules.ts";
import { movedIn, sendFromHere } from "../outbox/movedIn.ts";
import { outboxWorker } from "../outbox/worker.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { firstUserCode } from "../session/firstUserCode.ts";
import { createFirstUser, sessionView } from "../session/session.ts";
import { ruleTables } from "../setup/ruleTables.ts";
import { signOff } from "../signOff/signOff.ts";
import { unbalanced } from "../store/invariants.ts";
import { openStore, type Store } from "../store/open.ts";
import { personPhoto } from "../store/schema.ts";
import { verify } from "../store/trail.ts";
import { exported } from "../testing/exported.ts";
import { emptyWorld, type SmallWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { saveDays } from "../time/days.ts";
import { type Manifest, stretched, unpacked } from "./archive.ts";
import { exportBusiness, readerOf } from "./exportBusiness.ts";
import { importBusiness as importFile } from "./importBusiness.ts";
import { carriedTables } from "./tables.ts";

// A key at a thousandth of its price: what it costs is not what is tried here, but once.
const { derive } = stretched;
const cheap = vi
  .spyOn(stretched, "derive")
  .mockImplementation((words, salt, size, options) => derive(words, salt, size, { ...options, N: 128 }));

const passphrase = "six quiet lemons in a row";
const now = "2026-07-03T01:00:00.000Z";
const worlds: SmallWorld[] = [];
const folders: string[] = [];
afterAll(async () => {
  vi.restoreAllMocks();
  for (const world of worlds) await world.end();
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
});

/** A business with a signed-off payday, a day on record and an open run. */
function lived(world: SmallWorld): SmallWorld {
  worlds.push(world);
  const { context, actor, businessId, cycleId, personIds } = world;
  const open = () => openRun(context, actor, businessId, { cycleId, from: "usual" });
  // A table that the practice confirmed goes along: the next pay hangs on it.
  const [table] = ruleTables().filter((each) => each.country === context.country(countryOf(world)).code);
  confirmRules(context, actor, {
    table: table?.name ?? "",
    from: table?.rows.at(-1)?.from ?? "",
    edition: "Example 2026",
  });
  const first = open();
  // An entry of the trail with ids in it.
  const fresh = readRun(context, actor, first);
  const [row] = fresh.rows;
  saveRows(context, actor, first, {
    version: fresh.version,
    rows: [{ payId: row?.payId ?? 0, lines: [{ ...row?.lines[0], hours: "38" } as never] }],
  });
  const write = context.store.prepared<[number, string, number]>(
    "INSERT OR IGNORE INTO tick (pay_id, key, user_id, at) VALUES (?, ?, ?, '2026-07-01')",
  );
  const view = readRun(context, actor, first);
  for (const row of view.rows)
    for (const mark of row.marks) if (mark.kind === "query") write.run(row.payId, mark.key, actor.userId);
  signOff(context, actor, first, readRun(context, actor, first).version);
  const day = { shifts: [], leave: [{ kind: "annual", hours: "3.8" }], note: "[not a list" };
  saveDays(context, actor, businessId, {
    days: [{ personId: personIds[0] ?? 0, date: "2026-07-20", kind: "worked", record: day }],
  });
  context.store.db
    .insert(personPhoto)
    .values({ personId: personIds[0] ?? 0, type: "image/png", picture: Buffer.from([0, 255, 7]), at: now })
    .run();
  const { data } = { data: readRun(context, actor, open()) };
  expect(data.rows).toHaveLength(personIds.length);
  return world;
}
const countryOf = ({ context, businessId }: SmallWorld) => findBusiness(context, businessId).country;
const leave = ({ context, businessId }: SmallWorld, words: string | null = passphrase) =>
  exported(context.store, businessId, words, now);
function empty() {
  const folder = mkdtempSync(join(tmpdir(), "zesty-carry-"));
  folders.push(folder);
  return openStore(folder);
}
/** where an export lies when it is taken in */
function onDisk(file: Buffer): string {
  const folder = mkdtempSync(join(tmpdir(), "zesty-export-"));
  folders.push(folder);
  writeFileSync(join(folder, "business.zip"), file);
  return join(folder, "business.zip");
}
const importBusiness = (store: Store, file: Buffer, ...more: [string | null, string, ("take" | "look")?]) =>
  importFile(store, onDisk(file), ...more);
/** every entry of an export, in clear */
const contents = (file: Buffer): Promise<Record<string, string>> =>
  unpacked(onDisk(file), passphrase, ({ manifest, read }) =>
    Object.fromEntries(Object.values(manifest.entities).map((each) => [each.file, read(each.file)?.toString() ?? ""])),
  );
/** the file with one entry of its manifest or data changed */
async function changed(file: Buffer, entry: string, change: (text: string) => string): Promise<Buffer> {
  const zip = await JSZip.loadAsync(file);
  zip.file(entry, change((await zip.file(entry)?.async("string")) ?? ""));
  return zip.generateAsync({ type: "nodebuffer" });
}

let world: SmallWorld;
let file: Buffer;
beforeAll(async () => {
  world = lived(smallWorld(3));
  file = await leave(world);
});

describe("who made the file", () => {
  const rewrite = (change: (manifest: Manifest) => object) =>
    changed(file, "manifest.json", (text) => JSON.stringify(change(JSON.parse(text) as Manifest)));
  const mark = () => world.context.store.crypt.signsAs;

  it("is said by a mark that stands on its Safety page, and on the trail where it came in", async () => {
    const store = empty();
    expect(mark()).toMatch(/^([0-9a-f]{4} ){3}[0-9a-f]{4}$/);
    expect(await importBusiness(store, file, passphrase, now)).toMatchObject({ signedBy: mark() });
    expect(store.prepared<[], { about: string }>("SELECT about FROM audit ORDER BY id DESC").get()?.about).toContain(
      mark(),
    );
    store.close();
  });
  it.each<[string, (manifest: Manifest) => object]>([
    ["another name", (manifest) => ({ ...manifest, business: { ...manifest.business, name: "Other Pty Ltd" } })],
    ["an earlier day", (manifest) => ({ ...manifest, createdAt: "2020-01-01T00:00:00.000Z" })],
    ["another end of the trail", (manifest) => ({ ...manifest, anchor: { entry: 1, hash: "0" } })],
    [
      "somebody else's key",
      ({ signature, ...manifest }) => ({
        ...manifest,
        signature: { ...signature, by: openStoreKey() },
      }),
    ],
    ["no key", ({ signature, ...manifest }) => ({ ...manifest, signature: { ...signature, by: "none" } })],
  ])("cannot be changed on its way: %s", async (_what, change) => {
    const store = empty();
    await expect(importBusiness(store, await rewrite(change), passphrase, now)).rejects.toThrow(
      /signature does not belong/,
    );
    expect(store.prepared<[], { n: number }>("SELECT COUNT(*) AS n FROM business").get()?.n).toBe(0);
    store.close();
  });
  it("is not known of a file of an earlier version, and that is said", async () => {
    const store = empty();
    const bare = await rewrite(({ signature: _signed, anchor: _end, ...manifest }) => manifest);
    expect(await importBusiness(store, bare, passphrase, now, "look")).toMatchObject({ signedBy: null });
    store.close();
  });
});

/** The public key of an installation that made nothing of this. */
function openStoreKey(): string {
  const store = empty();
  const { by } = store.crypt.sign("");
  store.close();
  return by;
}

describe("a business that moves", () => {
  it.each([
    ["Australia", () => world],
    ["New Zealand", () => lived(smallWorldNz(2))],
  ])("%s: comes out byte for byte as it came in, with every figure, and nothing is sent", async (_where, make) => {
    const from = make();
    const left = from === world ? file : await leave(from);
    const { application, context, actor, end } = emptyWorld();
    const done = await importBusiness(context.store, left, passphrase, now);
    expect(done).toMatchObject({ people: from.personIds.length, runs: 2 });
    const again = await exported(context.store, from.businessId, passphrase, now);
    expect(await contents(again)).toEqual(await contents(left));
    expect([verify(context.store).broken, unbalanced(context.store)]).toEqual([[], []]);
    // The open run comes out the same, worked out anew.
    const open =
      from.context.store.prepared<[], { id: number }>("SELECT id FROM pay_run WHERE state = 'open'").get()?.id ?? 0;
    const shown = (of: typeof context, by: typeof actor) => {
      const { rows, totals } = readRun(of, by, open);
      return { totals, rows: rows.map(({ figures, marks, context: known }) => ({ figures, marks, known })) };
    };
    expect(shown(context, actor)).toEqual(shown(from.context, from.actor));
    context.store.sqlite.exec("UPDATE outbox SET state = 'queued', next_at = 0");
    expect(await outboxWorker(context).runOnce()).toBe(0);
    expect(movedIn(context.store)).toEqual([from.businessId]);
    expect(context.store.prepared("SELECT state FROM outbox WHERE state <> 'queued'").all()).toEqual([]);
    await end();
    void application;
  });
  it("lets the first user in, who may be one of those that came with it", async () => {
    const { context, end } = emptyWorld();
    context.store.sqlite.exec('DELETE FROM "user"');
    await importBusiness(context.store, file, passphrase, now);
    expect(sessionView(context, null).needsFirstUser).toBe(true);
    const given = { practice: "Example", name: "Kim", email: "kim@example.org", password: "four green lemons" };
    // Whoever opens the address first is not at the machine yet.
    await expect(createFirstUser(context, { ...given, proof: "abcd-efgh-jkmn" })).rejects.toThrow(/first-user\.code/);
    const proof = firstUserCode(context.settings.dataFolder);
    const id = await createFirstUser(context, { ...given, proof });
    expect(context.store.prepared('SELECT id, lead, active FROM "user"').all()).toEqual([{ id, lead: 1, active: 1 }]);
    expect(sessionView(context, null).needsFirstUser).toBe(false);
    await end();
  });
  it("follows dues from the day on which a file of the version before is taken in: what fell due then is not late", async () => {
    const older = empty();
    await importBusiness(older, file, passphrase, now);
    const triggers = older.sqlite.prepare("SELECT name FROM sqlite_temp_schema WHERE type = 'trigger'").pluck().all();
    for (const name of triggers) older.sqlite.exec(`DROP TRIGGER temp."${name}"`);
    older.sqlite.exec("ALTER TABLE business DROP COLUMN dues_from");
    const bytes = await exported(older, 1, passphrase, now);
    older.close();
    for (const [brought, wanted] of [
      [bytes, now.slice(0, 10)],
      [file, null],
    ] as const) {
      const next = empty();
      await importBusiness(next, brought, passphrase, now);
      expect(next.sqlite.prepare("SELECT dues_from FROM business").pluck().get()).toBe(wanted);
      next.close();
    }
  });
  it("is locked by a key that is dear on purpose", async () => {
    cheap.mockImplementationOnce(derive);
    const dear = await leave(world);
    await expect(importBusiness(empty(), dear, passphrase, now)).rejects.toThrow(/passphrase does not open/);
    cheap.mockImplementationOnce(derive);
    expect(await importBusiness(empty(), dear, passphrase, now)).toMatchObject({ people: 3 });
  });
  it("keeps what it does not know, and gives it on", async () => {
    // As a later version would write it: an entity and a field more, under the same passphrase.
    const store = empty();
    await importBusiness(store, file, passphrase, now);
    const { id } = store.sqlite.prepare("SELECT id FROM person ORDER BY id LIMIT 1").get() as { id: number };
    const kept = { entities: { shoeSize: [{ id: 7, size: 42 }] }, fields: { person: { [id]: { nickname: "Al" } } } };
    store.sqlite.prepare("INSERT INTO setting (name, value) VALUES (?, ?)").run("carried 1", JSON.stringify(kept));
    const bytes = await exported(store, 1, passphrase, now);
    store.close();
    const next = empty();
    await importBusiness(next, bytes, passphrase, now);
    const again = await contents(await exported(next, 1, passphrase, now));
    next.close();
    expect(again).toEqual(await contents(bytes));
    expect(again["data/person.json"]).toContain('"nickname":"Al"');
    expect(again["data/shoeSize.json"]).toContain("42");
  });
  it("is read from disk and written to it: fifty megabytes are taken in, and go out again, without being held", async () => {
    const large = lived(smallWorld(1));
    const runId = Number(large.context.store.sqlite.prepare("SELECT MIN(id) FROM pay_run").pluck().get());
    for (let made = 0; made < 200; made += 1)
      keepDocument(large.context, {
        ...{ runId, payId: null, kind: "journal", fileName: `large ${made}`, mime: "application/octet-stream" },
        bytes: randomBytes(256 * 1024),
      });
    cheap.mockImplementationOnce(derive);
    const path = onDisk(await leave(large));
    expect(statSync(path).size).toBeGreaterThan(50 * 1024 * 1024);
    const program = join(import.meta.dirname, "../testing/memoryOfCarry.ts");
    const folder = mkdtempSync(join(tmpdir(), "zesty-carry-"));
    folders.push(folder);
    for (const way of ["in", "out"]) {
      const grown = execFileSync(process.execPath, ["--import", "tsx", program, way, path, folder, passphrase]);
      expect(Number(grown) / 1024 / 1024, way).toBeLessThan(100);
    }
    expect(statSync(`${path}.again`).size).toBeGreaterThan(50 * 1024 * 1024);
    const store = openStore(folder);
    expect(store.sqlite.prepare("SELECT COUNT(*) FROM document WHERE file_name LIKE 'large%'").pluck().get()).toBe(200);
    store.close();
  });
  it("writes over nothing, and takes nothing away that stood there; a try that fails leaves no half", async () => {
    const { store } = world.context;
    const path = onDisk(Buffer.from("somebody's"));
    await expect(exportBusiness(store, world.businessId, passphrase, now, path)).rejects.toThrow("EEXIST");
    expect(readFileSync(path).toString()).toBe("somebody's");
    const half = path.replace("business.zip", "half.zip");
    const broken = {
      ...store.crypt,
      open: () => {
        throw new Error("no key");
      },
    };
    const failing = exportBusiness({ sqlite: store.sqlite, crypt: broken }, world.businessId, passphrase, now, half);
    await expect(failing).rejects.toThrow("no key");
    expect(existsSync(half)).toBe(false);
  });
  it("is of the moment it was asked for: what others write meanwhile stands in the next one", async () => {
    const { store } = world.context;
    const title = () => store.sqlite.prepare("SELECT name FROM business WHERE id = ?").pluck().get(world.businessId);
    const rename = (name: unknown) =>
      store.sqlite.prepare("UPDATE business SET name = ? WHERE id = ?").run(name, world.businessId);
    const [before, reader] = [title(), readerOf(store.folder)];
    const path = onDisk(Buffer.alloc(0)).replace("business.zip", "asked.zip");
    const making = exportBusiness({ ...store, sqlite: reader }, world.businessId, passphrase, now, path);
    rename("Renamed Meanwhile");
    const { manifest } = await making;
    reader.close();
    rename(before);
    expect(manifest.business.name).toBe(before);
    expect((await contents(readFileSync(path)))["data/business.json"]).toContain(String(before));
  });
  it("holds no number and no document with numbers without a passphrase", async () => {
    const zip = await JSZip.loadAsync(await leave(world, null));
    const text = await Promise.all(Object.values(zip.files).map((each) => each.async("string")));
    const all = text.join("\n");
    expect(all).toContain('"secrets": "masked"');
    for (const secret of ["123456782", "10000000", "55120038"]) expect(all).not.toContain(secret);
    expect(JSON.parse((await zip.file("data/taxDeclaration.json")?.async("string")) ?? "[]")[0].fileNumber).toBe(
      "••• 782",
    );
    const locked = await JSZip.loadAsync(file);
    expect(await locked.file("data/person.json")?.async("string")).not.toContain("Sample0");
  });
});

describe("a business that comes to a practice that has others", () => {
  const figuresOf = ({ context, actor }: Pick<SmallWorld, "context" | "actor">, businessId: number) =>
    context.store
      .prepared<[number], { id: number }>("SELECT id FROM pay_run WHERE business_id = ? ORDER BY id")
      .all(businessId)
      .map(({ id }) => {
        const { rows, totals, payday } = readRun(context, actor, id);
        return { payday, totals, rows: rows.map(({ figures, marks }) => ({ figures, marks })) };
      });
  it("lies beside them with every figure, holds only itself back, and goes out again byte for byte", async () => {
    const here = lived(smallWorldNz(2));
    const { store } = here.context;
    const before = figuresOf(here, here.businessId);
    const look = await importBusiness(store, file, passphrase, now, "look");
    expect(look).toMatchObject({ business: { name: "Example Bakery" }, people: 3, runs: 2 });
    expect(store.prepared("SELECT COUNT(*) AS n FROM business").get()).toEqual({ n: 1 });
    expect(movedIn(store)).toEqual([]);
    const { business } = await importBusiness(store, file, passphrase, now);
    here.context.ruleShelf.changed();
    expect(business.id).toBeGreaterThan(here.businessId);
    expect(figuresOf(here, here.businessId)).toEqual(before);
    expect(figuresOf(here, business.id)).toEqual(figuresOf(world, world.businessId));
    expect([verify(store).broken, unbalanced(store)]).toEqual([[], []]);
    const again = await exported(store, business.id, passphrase, now);
    expect(await contents(again)).toEqual(await contents(file));
    // And on to a third place, from where it was the second; the one that was here goes there, too.
    const third = emptyWorld();
    const [one, other] = [await leave(here), again];
    for (const each of [one, other]) await importBusiness(third.context.store, each, passphrase, now);
    const out = third.context.store.prepared<[], { id: number }>("SELECT id FROM business ORDER BY id").all();
    expect(out).toHaveLength(2);
    for (const [i, each] of [one, other].entries())
      expect(await contents(await exported(third.context.store, out[i]?.id ?? 0, passphrase, now))).toEqual(
        await contents(each),
      );
    await third.end();
    // Only what came in waits for somebody's word; then what was on its way is asked after first.
    store.sqlite.exec("UPDATE outbox SET state = 'queued', next_at = 0");
    const statesOf = (id: number) =>
      new Set(
        store
          .prepared<[number], { state: string }>("SELECT state FROM outbox WHERE business_id = ?")
          .all(id)
          .map((each) => each.state),
      );
    await outboxWorker(here.context).runOnce();
    expect([statesOf(business.id), statesOf(here.businessId)]).toEqual([new Set(["queued"]), new Set(["unknown"])]);
    sendFromHere(here.context, here.actor.userId, business.id);
    expect([statesOf(business.id), movedIn(store)]).toEqual([new Set(["unknown"]), []]);
    expect(() => sendFromHere(here.context, here.actor.userId, business.id)).toThrow(/taken in/);
  });
  it("gives nobody who works here a right that a lead did not give", async () => {
    const from = lived(smallWorld(1));
    const add = (of: SmallWorld, active: number) =>
      of.context.store.sqlite
        .prepare(`INSERT INTO "user" (email, name, password_hash, lead, active, staff) VALUES (?, 'Kim', '-', 0, ?, 0)`)
        .run("lou@example.org", active).lastInsertRowid;
    from.context.store.sqlite
      .prepare("INSERT INTO user_right (user_id, business_id, right) VALUES (?, ?, 'authorise')")
      .run(add(from, 1), from.businessId);
    const left = await leave(from);
    for (const [active, rights, told] of [
      [1, 0, ["lou@example.org"]],
      [0, 1, []],
    ] as const) {
      const here = smallWorldNz(1);
      worlds.push(here);
      add(here, active);
      const done = await importBusiness(here.context.store, left, passphrase, now);
      expect(done.usersHere.filter((each) => each.startsWith("lou"))).toEqual(told);
      expect(here.context.store.prepared("SELECT COUNT(*) AS n FROM user_right").get()).toEqual({ n: rights });
    }
  });
  it("stops where the practice holds other figures in a table that it confirmed", async () => {
    const here = smallWorldNz(1);
    worlds.push(here);
    const { store } = here.context;
    store.sqlite
      .prepare(
        `INSERT INTO loaded_row (table_name, "from", "to", row, loaded_at, loaded_by)
         SELECT tableName, "from", "to", '{"other":1}', '2026-01-01', 'somebody' FROM
         (SELECT json_extract(value, '$.tableName') AS tableName, json_extract(value, '$.from') AS "from", json_extract(value, '$.to') AS "to" FROM json_each(?))`,
      )
      .run((await contents(file))["data/loadedRow.json"]);
    await expect(importBusiness(store, file, passphrase, now)).rejects.toThrow(/holds other figures here/);
    expect(store.prepared("SELECT COUNT(*) AS n FROM business").get()).toEqual({ n: 1 });
  });
});

describe("an export that is not taken in", () => {
  it.each<[string, () => Promise<Buffer> | Buffer, string | null, RegExp]>([
    ["no ZIP", () => Buffer.from("hello"), passphrase, /no export of a business/],
    ["one that was cut off", () => file.subarray(0, file.length / 2), passphrase, /no export of a business/],
    ["another passphrase", () => file, "six quiet lemons in a raw", /passphrase does not open/],
    ["none", () => file, null, /locked with a passphrase/],
    ["a masked one", () => leave(world, null), passphrase, /made without a passphrase/],
    [
      "a newer form",
      () => changed(file, "manifest.json", (text) => text.replace("export/1", "export/2")),
      passphrase,
      /business-export\/2; this version reads/,
    ],
    [
      "a newer store",
      () => changed(file, "manifest.json", (text) => text.replace(/"schemaMigration": \d+/, '"schemaMigration": 999')),
      passphrase,
      /newer version \(999/,
    ],
    [
      "a changed count",
      // Signed, it would be refused for its signature.
      () =>
        changed(file, "manifest.json", (text) => {
          const { signature: _signed, ...rest } = JSON.parse(text.replace('"count": 3', '"count": 2')) as Manifest;
          return JSON.stringify(rest);
        }),
      passphrase,
      /does not hold 2 rows/,
    ],
    [
      "a changed file",
      () => changed(file, "data/person.json", (text) => `${text} `),
      passphrase,
      /passphrase does not open this export, or the file was changed/,
    ],
    [
      "an unknown country",
      () => changed(file, "manifest.json", (text) => text.replace('"country": "AU"', '"country": "XX"')),
      passphrase,
      /No country XX/,
    ],
    [
      "a passphrase made dear",
      () => changed(file, "manifest.json", (text) => text.replace('"N": 131072', '"N": 1073741824')),
      passphrase,
      /more work than/,
    ],
  ])("%s", async (_what, make, words, why) => {
    const store = empty();
    const before = store.sqlite.prepare("SELECT COUNT(*) AS n FROM setting").get();
    await expect(importBusiness(store, await make(), words, now)).rejects.toThrow(why);
    for (const table of ["business", "person", "audit", "document"])
      expect(store.sqlite.prepare(`SELECT COUNT(*) AS n FROM ${table}`).get()).toEqual({ n: 0 });
    expect(store.sqlite.prepare("SELECT COUNT(*) AS n FROM setting").get()).toEqual(before);
    store.close();
  });
  it("where it is here already, and where a figure is not what it was", async () => {
    await expect(importBusiness(world.context.store, file, passphrase, now)).rejects.toThrow(
      /Example Bakery is here already, and is not taken in a second time/,
    );
    const spoilt = lived(smallWorld(1));
    spoilt.context.store.sqlite.exec("UPDATE journal_line SET debit_cents = debit_cents + 1 WHERE debit_cents > 0");
    const store = empty();
    await expect(importBusiness(store, await leave(spoilt), passphrase, now)).rejects.toThrow(
      /figures do not agree: Journal 1 does not balance/,
    );
    expect(store.sqlite.prepare("SELECT COUNT(*) AS n FROM person").get()).toEqual({ n: 0 });
    store.close();
  });
  it("asks for a passphrase that is worth one, and for a business that is here", async () => {
    await expect(leave(world, "short")).rejects.toThrow(/twelve characters or more/);
    await expect(exported(world.context.store, 99, null, now)).rejects.toThrow(/no business 99/);
  });
  it("carries every table, or says why not", () => {
    const made = world.context.store.sqlite
      .prepare<[], { name: string }>(
        "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name NOT LIKE 'find_words%'",
      )
      .all()
      .map((each) => each.name);
    // Made anew (seals, kept totals), of this installation (settings, the practice), or a way in.
    const left = [
      "__drizzle_migrations",
      "approval",
      "approval_word",
      "calendar_feed",
      "due_total",
      "earlier_register",
      "earlier_tick",
      "event_told",
      "failed_sign_in",
      "figure_fold",
      "figure_sum",
      "invitation",
      "program",
      "program_answer",
      "journal_sum",
      "kept_question",
      "kept_ahead",
      "leave_balance",
      "letter",
      "listener",
      "mail_rule",
      "practice",
      "press",
    ];
    const more = ["seal", "session", "setting", "state_count", "state_seal", "user", "year_sum"];
    const carried = new Set(carriedTables.map((each) => each.table));
    expect(made.filter((name) => !carried.has(name)).sort()).toEqual([...left, ...more].sort());
  });
});
