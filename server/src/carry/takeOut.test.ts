/** A business leaves the store after its time of keeping, and nothing of it stays but that it was here. */
import { createPublicKey, verify as verifySignature } from "node:crypto";
import { readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import JSZip from "jszip";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { type Clock, realClock } from "../ground/clock.ts";
import { databaseFile } from "../store/folder.ts";
import { unbalanced } from "../store/invariants.ts";
import { openStore } from "../store/open.ts";
import { anchorFile } from "../store/outsideAnchor.ts";
import { againstOutside, keepAnchor, record, verify, verifyNew } from "../store/trail.ts";
import { exported } from "../testing/exported.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { stretched } from "./archive.ts";
import { importBusiness } from "./importBusiness.ts";
import { carriedTables } from "./tables.ts";
import { besideTables, endTakingOut, takeOut } from "./takeOut.ts";

const { derive } = stretched;
vi.spyOn(stretched, "derive").mockImplementation((words, salt, size, options) =>
  derive(words, salt, size, { ...options, N: 128 }),
);
const passphrase = "six quiet lemons in a row";
const on = (day: string): Clock => ({ ...realClock, now: () => `${day}T01:00:00.000Z`, today: () => day });

/** A signed payday of 2 July 2026, and a second business of the other country beside it. */
async function practice(of = smallWorld): Promise<{ world: SmallWorld; other: number }> {
  const world = of(2);
  signRun(world, openUsual(world));
  const guest = of === smallWorld ? smallWorldNz(1) : smallWorld(1);
  const bytes = await exported(guest.context.store, guest.businessId, passphrase, world.context.clock.now());
  await guest.end();
  const file = join(world.context.store.folder, "guest.zip");
  writeFileSync(file, bytes);
  const { business } = await importBusiness(world.context.store, file, passphrase, world.context.clock.now());
  keepAnchor(world.context.store);
  return { world, other: business.id };
}
const dataOf = async ({ context }: SmallWorld, business: number): Promise<Record<string, string>> => {
  const zip = await JSZip.loadAsync(await exported(context.store, business, null, "2026-07-03"));
  const names = Object.keys(zip.files).filter((each) => each.startsWith("data/"));
  return Object.fromEntries(
    await Promise.all(names.map(async (name) => [name, await zip.files[name]?.async("string")])),
  );
};
const worlds: SmallWorld[] = [];
afterAll(async () => {
  vi.restoreAllMocks();
  for (const each of worlds) await each.end();
});

describe.each([
  ["Australia", smallWorld, "Sample1", "2034-06-30", "30 June 2034 (Fair Work Act 2009, s 535"],
  ["New Zealand", smallWorldNz, "Sample1", "2034-03-31", "31 March 2034 (Tax Administration Act 1994, s 22(2))"],
] as const)("a business of %s", (_country, of, name, lastDay, rule) => {
  let world: SmallWorld;
  let other: number;
  beforeAll(async () => {
    ({ world, other } = await practice(of as typeof smallWorld));
    worlds.push(world);
  });
  const dayAfter = `${lastDay.slice(0, 4)}-${lastDay.endsWith("06-30") ? "07" : "04"}-01`;
  const leave = (day: string) => takeOut(world.context.store, world.context.rules, world.businessId, on(day));

  it("is kept until the last day of its time, and then for as long as something is not as it was written", () => {
    const { sqlite } = world.context.store;
    expect(() => leave(lastDay)).toThrow(`it is kept until ${rule}`);
    sqlite.exec("UPDATE journal_line SET debit_cents = debit_cents + 1 WHERE id = 1");
    expect(() => leave(dayAfter)).toThrow(/not whole, so nothing is taken out/);
    sqlite.exec("UPDATE journal_line SET debit_cents = debit_cents - 1 WHERE id = 1");
    expect(sqlite.prepare("SELECT COUNT(*) FROM person").pluck().get()).toBe(3);
  });

  it("is gone from every table and from the file; what stands beside it is byte for byte as it was", async () => {
    const { store } = world.context;
    // Of the practice, in the trail between entries of the business.
    record(store, { at: "2026-07-03T00:00:00Z", userId: null, businessId: null, what: "kept a note", about: "" });
    const before = await dataOf(world, other);
    const proof = leave(dayAfter);
    expect(proof).toMatchObject({ keptUntil: lastDay, rows: { person: 2, signed_pay: 2, pay_run: 1 } });
    const { signature, ...text } = proof;
    const key = createPublicKey({ key: Buffer.from(signature.by, "base64"), format: "der", type: "spki" });
    expect(verifySignature(null, Buffer.from(JSON.stringify(text)), key, Buffer.from(signature.value, "base64"))).toBe(
      true,
    );

    const tables = store.sqlite
      .prepare("SELECT name FROM sqlite_master WHERE type = 'table'")
      .pluck()
      .all() as string[];
    for (const table of tables) {
      const columns = (store.sqlite.pragma(`table_info("${table}")`) as { name: string }[]).map((each) => each.name);
      if (columns.includes("business_id"))
        expect([
          table,
          store.sqlite.prepare(`SELECT COUNT(*) FROM "${table}" WHERE business_id = ?`).pluck().get(world.businessId),
        ]).toEqual([table, 0]);
    }
    expect(readFileSync(databaseFile(store.folder)).includes(name)).toBe(false);
    expect(await dataOf(world, other)).toEqual(before);
    expect([verify(store).broken, againstOutside(store), unbalanced(store)]).toEqual([[], [], []]);
    expect(store.sqlite.prepare("SELECT about FROM audit ORDER BY id DESC").pluck().get()).toBe(proof.business);
    expect(store.sqlite.prepare("SELECT COUNT(*) FROM audit WHERE what = 'kept a note'").pluck().get()).toBe(1);
    expect(() => leave(dayAfter)).toThrow(/There is no business/);
  });
});

describe("cut off between the store and the anchor beside the key", () => {
  it("is ended at the next try, and only where the anchor is the one that was replaced", async () => {
    const { world } = await practice();
    worlds.push(world);
    const { store } = world.context;
    const file = anchorFile(store.keyFile, store.folder);
    const old = readFileSync(file);
    takeOut(store, world.context.rules, world.businessId, on("2034-07-01"));
    expect(readFileSync(file)).not.toEqual(old);
    writeFileSync(file, old);
    expect(againstOutside(store)).toHaveLength(1);
    const stopped = endTakingOut(store);
    expect(stopped).toMatchObject({ id: world.businessId, business: "Example Bakery", rows: { person: 2 } });
    expect(againstOutside(store)).toEqual([]);
    expect(endTakingOut(store)?.after).toEqual(stopped?.after);
    // Further on the trail an older anchor is a fault that stays.
    record(store, { at: "2034-07-02T00:00:00Z", userId: null, businessId: null, what: "kept a note", about: "" });
    writeFileSync(file, old);
    expect(endTakingOut(store)).toBeNull();
    expect(againstOutside(store)).toHaveLength(1);
  });
  it("knows of every table whose it is", async () => {
    const { world } = await practice();
    worlds.push(world);
    const { sqlite } = world.context.store;
    const tables = sqlite.prepare("SELECT name FROM sqlite_master WHERE type = 'table'").pluck().all() as string[];
    const ofBusiness = tables.filter((table) =>
      (sqlite.pragma(`table_info("${table}")`) as { name: string }[]).some(({ name }) =>
        /^(business|person|run|pay|signed_pay|journal|outbox|program|approval)_id$/.test(name),
      ),
    );
    const known = new Set([...carriedTables.map((each) => each.table), ...besideTables, "audit"]);
    // The words of the search lie in tables of their own kind.
    expect(ofBusiness.filter((table) => !known.has(table) && !table.startsWith("find_words_"))).toEqual([]);
  });
  it("opens again, whole", async () => {
    const { world } = await practice();
    takeOut(world.context.store, world.context.rules, world.businessId, on("2034-07-01"));
    const keptIn = world.context.store.folder;
    await world.application.close();
    const again = openStore(keptIn);
    expect(verifyNew(again).broken).toEqual([]);
    again.close();
    rmSync(keptIn, { recursive: true, force: true });
  });
});
