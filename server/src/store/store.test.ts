/** The store on real SQLite: the audit chain, encrypted fields, and sums that come from facts alone. */
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { brokenAt, record } from "./audit.ts";
import { openCrypt } from "./crypt.ts";
import { openStore, type Store } from "./open.ts";
import { practice } from "./schema.ts";

let folder: string;
let store: Store;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "zesty-store-"));
  store = openStore(folder);
});
afterEach(() => {
  store.close();
  rmSync(folder, { recursive: true });
});

describe("the audit trail", () => {
  const entry = (what: string) =>
    record(store, { at: "2026-07-01T01:00:00Z", userId: null, businessId: null, what, about: "x" });
  it("is a chain: a changed or removed entry shows", () => {
    for (const what of ["a", "b", "c"]) entry(what);
    expect(brokenAt(store)).toBeNull();
    store.sqlite.prepare("UPDATE audit SET what = 'B' WHERE id = 2").run();
    expect(brokenAt(store)).toBe(2);
    store.sqlite.prepare("UPDATE audit SET what = 'b' WHERE id = 2").run();
    store.sqlite.prepare("DELETE FROM audit WHERE id = 2").run();
    expect(brokenAt(store)).toBe(3);
  });
});

describe("encrypted fields", () => {
  it("come back as they went in, never twice the same, and not when tampered with", () => {
    const sealed = store.crypt.seal("123456782");
    expect(store.crypt.open(sealed)).toBe("123456782");
    expect(store.crypt.seal("123456782")).not.toBe(sealed);
    const raw = Buffer.from(sealed, "base64");
    raw[raw.length - 1] = (raw[raw.length - 1] ?? 0) ^ 1;
    expect(() => store.crypt.open(raw.toString("base64"))).toThrow();
  });
  it("cannot be read with another key", () => {
    const other = openCrypt(join(folder, "other.key"));
    expect(() => other.open(store.crypt.seal("x"))).toThrow();
  });
  it("keep the key outside the database", () => {
    store.crypt.seal("x");
    expect(readFileSync(join(folder, "zesty.db")).includes(readFileSync(join(folder, "key", "zesty.key")))).toBe(false);
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
  it("a second start migrates nothing anew and keeps a copy", () => {
    store.db.insert(practice).values({ name: "kept" }).run();
    store.close();
    store = openStore(folder);
    expect(store.db.select().from(practice).all()).toHaveLength(1);
    expect(readFileSync(join(folder, "before-start.db")).length).toBeGreaterThan(0);
  });
});
