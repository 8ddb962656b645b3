/** Who has the file of the database and not the key: what they change, put in or take out is named. */
import { cpSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { openStore, type Store } from "./open.ts";
import { leaveEntry, loadedRow } from "./schema.ts";
import { brokenStates, sealedColumns, sealStates, watched } from "./stateSeals.ts";
import { atOnce, type Step } from "./steps.ts";
import { againstOutside, demandKeyed, record, verify, verifyNew, verifySteps } from "./trail.ts";
import { forgetPlace, keepPlace, keptPlace, walkFrom } from "./walkPlace.ts";

let folder: string;
let store: Store;
const file = (name = "zesty.db") => join(folder, name);
/** A fresh store is made once and copied: its fifty updates take longer than what is tried here. */
let fresh: string;
beforeAll(() => {
  fresh = mkdtempSync(join(tmpdir(), "zesty-fresh-"));
  openStore(fresh).close();
});
afterAll(() => rmSync(fresh, { recursive: true }));
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "zesty-tampering-"));
  cpSync(fresh, folder, { recursive: true });
  store = openStore(folder);
});
afterEach(() => {
  if (store.sqlite.open) store.close();
  rmSync(folder, { recursive: true });
});
const entry = (what: string) =>
  record(store, { at: "2026-07-01T01:00:00Z", userId: null, businessId: null, what, about: "x" });

const beside = (...statements: string[]) => {
  const raw = new Database(file());
  raw.pragma("foreign_keys = OFF");
  for (const sql of statements) raw.exec(sql);
  raw.close();
};
const found = () => [...againstOutside(store), ...verify(store).broken].map((each) => each.words).join(" ");

it("what comes to the leave of a signed pay afterwards is sealed by itself", () => {
  store.sqlite.pragma("foreign_keys = OFF");
  const add = (id: number) =>
    store.db
      .insert(leaveEntry)
      .values({
        ...{ id, personId: 1, kind: "annual", date: "2026-07-01", amountE4: 1, why: "adjusted" as const },
        ...{ signedPayId: 7, reason: "By terms that changed" },
      })
      .run();
  add(1);
  expect(found()).toBe("Leave entry 1 was never sealed.");
  entry("sealed");
  add(2);
  expect(found()).toBe("Leave entry 2 was never sealed.");
  entry("sealed, too");
  expect(found()).toBe("");
  store.sqlite.exec("UPDATE leave_entry SET signed_pay_id = 8 WHERE id = 1");
  expect(found()).toBe("Leave entry 1 was changed after it was sealed.");
});

describe("who has the file, but not the key", () => {
  const seeds: Record<string, string> = {
    user: "INSERT INTO user (email, name, password_hash, lead, active, staff, last_step) VALUES ('a@b', 'A', '-', 0, 1, 0, 0)",
    user_right: "INSERT INTO user_right (user_id, business_id, right, approves) VALUES (1, 1, 'see', 0)",
    payment: "INSERT INTO payment (outbox_id, line, pay_id, cents, state) VALUES (1, 0, 1, 100, 'pending')",
    remittance_part:
      "INSERT INTO remittance_part (remittance_id, line, business_id, kind, person_id, fund_id, payday, due_date, cents, state) VALUES (1, 0, 1, 'super', 1, 1, '2026-07-02', '2026-07-13', 100, 'prepared')",
  };
  beforeEach(() => {
    store.sqlite.pragma("foreign_keys = OFF");
    for (const { table } of watched) {
      const own = seeds[table];
      if (own) store.sqlite.exec(own);
      else {
        const columns = store.sqlite.pragma(`table_info("${table}")`) as {
          name: string;
          type: string;
          notnull: number;
          pk: number;
        }[];
        const needed = columns.filter((each) => each.notnull === 1 && each.pk === 0);
        const value = (type: string) => (type === "integer" || type === "INTEGER" ? 1 : "'x'");
        store.sqlite.exec(
          `INSERT INTO "${table}" (${needed.map((each) => `"${each.name}"`).join()}) VALUES (${needed.map((each) => value(each.type)).join()})`,
        );
      }
    }
    store.db
      .insert(leaveEntry)
      .values({ personId: 1, kind: "annual", date: "2026-07-01", amountE4: 1, why: "opening" })
      .run();
    entry("a");
    verifyNew(store);
  });
  /** A column of each table that decides something, and what a thief would put there. */
  const changes: Record<string, string> = {
    user: "lead = 1",
    user_right: "right = 'authorise'",
    business: "bank_account = 'x'",
    outbox: "state = 'accepted'",
    payment: "state = 'paid'",
  };
  it.each(watched.map((each) => each.table))(
    "%s: changed, put in and taken out are named, whatever guards it",
    (table) => {
      expect(verify(store).broken).toEqual([]);
      const columns = (store.sqlite.pragma(`table_info("${table}")`) as { name: string; notnull: number }[]).map(
        (each) => each.name,
      );
      const other = columns.find((name) => ["name", "from", "code", "title", "person_id"].includes(name)) ?? columns[1];
      beside(`UPDATE "${table}" SET ${changes[table] ?? `"${other}" = '7'`}`);
      expect(found()).toMatch(/was changed beside the program/);
      beside(
        `DELETE FROM "${table}"`,
        `DELETE FROM state_seal WHERE kind = '${table}'`,
        "DELETE FROM setting WHERE name IN ('verifiedTo', 'anchorKept')",
      );
      expect(found()).toMatch(/rows stand, and 1 were written|Of “/);
      beside(`UPDATE state_count SET rows = 0 WHERE kind = '${table}'`);
      expect(found()).toMatch(/The number of rows/);
    },
  );
  it.each([
    [
      "the seals made anew",
      [
        "DELETE FROM setting WHERE name IN ('trailKeyed', 'verifiedTo')",
        "DELETE FROM seal",
        "UPDATE audit SET seals = ''",
      ],
    ],
    [
      "the trail cut short",
      ["DELETE FROM audit", "DELETE FROM seal", "DELETE FROM setting WHERE name IN ('verifiedTo', 'anchorKept')"],
    ],
  ])("%s: nothing is keyed anew by itself", (_what, statements) => {
    beside(...statements);
    if (statements[0]?.includes("trailKeyed")) expect(() => demandKeyed(store)).toThrow(/npm run key-trail/);
    expect([...againstOutside(store), ...verify(store).broken]).not.toEqual([]);
  });
  it("the tables of seals dropped, or the mark of the key taken out: it does not start", () => {
    store.close();
    beside(
      "DROP TABLE state_seal",
      "DROP TABLE state_count",
      "DELETE FROM __drizzle_migrations WHERE id = (SELECT MAX(id) FROM __drizzle_migrations)",
    );
    expect(() => openStore(folder)).toThrow(/seals of rates, accounts and rights were taken out/);
    const raw = new Database(file());
    raw.exec("DELETE FROM setting WHERE name IN ('keyCheck', 'sessionSecret')");
    raw.close();
    writeFileSync(file("other.key"), "ab".repeat(32));
    expect(() => openStore(folder, file("other.key"))).toThrow(/does not belong to this database/);
  });
  it("the anchor beside the key gone, or written by somebody else", () => {
    rmSync(file("key/zesty.key.anchor"));
    expect(againstOutside(store).map((each) => each.words)).toEqual([expect.stringMatching(/is gone/)]);
    writeFileSync(file("key/zesty.key.anchor"), JSON.stringify({ entry: 0, hash: "", at: "x", mac: "forged" }));
    expect(againstOutside(store)[0]?.words).toMatch(/was not written by this program/);
  });
});

describe("a table that is watched since an update", () => {
  const row = { tableName: "x", from: "2026-07-01", to: "2027-06-30", row: {} as never, loadedAt: "x", loadedBy: "A" };
  it("is not asked for its seals before that update, and is from then on", () => {
    store.db.insert(loadedRow).values(row).run();
    beside("UPDATE loaded_row SET table_name = 'forged'");
    const broken = (updates?: number) =>
      [...brokenStates(store.sqlite, store.crypt, updates)].filter((words) => words !== "");
    expect(broken(50)).toEqual([]);
    expect(broken()).toEqual(["Row of a rule table 1 was changed beside the program."]);
    expect(Object.keys(sealedColumns(store.sqlite, 50))).not.toContain("loaded_row");
    sealStates(store.sqlite, store.crypt, ["loaded_row"]);
    expect(broken()).toEqual([]);
  });
  it("cannot be sealed anew by stepping an update back: the anchor beside the key knows how many there were", () => {
    entry("a");
    verifyNew(store);
    store.close();
    beside("DELETE FROM __drizzle_migrations WHERE created_at >= (SELECT MAX(created_at) FROM __drizzle_migrations)");
    expect(() => openStore(folder)).toThrow(/it is an older copy, or somebody changed it/);
  });
});

describe("a walk that was stopped", () => {
  const now = "2026-07-01T02:00:00Z";
  const walk = (steps: number): Step[] => {
    const place = keptPlace(store, now) ?? walkFrom(now);
    const going = verifySteps(store, place);
    const seen: Step[] = [];
    for (let next = going.next(); !next.done && seen.length < steps; next = going.next()) seen.push(next.value);
    keepPlace(store, place);
    return seen;
  };
  it("goes on where it was and comes to the same end, with what it had found, wherever it was stopped", () => {
    store.sqlite.pragma("foreign_keys = OFF");
    for (let n = 0; n < 160; n += 1) {
      store.db
        .insert(leaveEntry)
        .values({ personId: 1, kind: "annual", date: "2026-07-01", amountE4: 1, why: "opening" })
        .run();
      entry(`e${n}`);
    }
    store.sqlite.exec("UPDATE audit SET what = 'forged' WHERE id = 7");
    store.sqlite.exec("UPDATE leave_entry SET hours_e4 = 9 WHERE id IN (-3, 140)");
    const whole = verify(store);
    expect([whole.entries, whole.seals, whole.broken.length]).toEqual([160, 160, 2]);
    for (let steps = 1; steps < 12; steps += 1) {
      walk(steps);
      expect(atOnce(verifySteps(store, keptPlace(store, now) ?? walkFrom(now))), `${steps} steps`).toEqual(whole);
      forgetPlace(store);
    }
    walk(4);
    expect(keptPlace(store, "2026-07-02T03:00:00Z"), "a day later it begins anew").toBeNull();
    expect(keptPlace(store, "2026-06-30T03:00:00Z"), "the clock was set back").toBeNull();
    store.sqlite.exec("UPDATE setting SET value = replace(value, '160', '999') WHERE name = 'walkPlace'");
    store.sqlite.exec(
      "UPDATE setting SET value = replace(value, '\\\"entry\\\":', '\\\"entry\\\":1') WHERE name = 'walkPlace'",
    );
    expect(keptPlace(store, now), "written by somebody else").toBeNull();
  });

  it("finds each seal by an index: a store of seven years is walked in one go, not row against row", () => {
    const asked: string[] = [];
    const plain = store.sqlite.prepare.bind(store.sqlite);
    store.sqlite.prepare = ((sql: string) => {
      asked.push(sql);
      return plain(sql);
    }) as typeof store.sqlite.prepare;
    // A seal of nothing in every table: asked for by name.
    const orphan = store.sqlite.prepare("INSERT INTO state_seal (kind, row_id, mac) VALUES (?, 'nobody', '-')");
    for (const { table } of watched) orphan.run(table);
    const said = [...brokenStates(store.sqlite, store.crypt)].filter(Boolean);
    expect(said.map((words) => /nobody was taken out beside/.test(words))).toEqual(watched.map(() => true));
    const plans = asked
      .filter((sql) => sql.includes("state_seal s"))
      .map((sql) => {
        const values = Array(sql.match(/\?/g)?.length ?? 0).fill(0);
        return (plain(`EXPLAIN QUERY PLAN ${sql}`).all(...values) as { detail: string }[]).map((each) => each.detail);
      });
    expect(plans.length).toBe(2 * watched.length);
    for (const plan of plans) {
      const [found] = plan.filter((each) => /^SEARCH s /.test(each));
      // The row's own seal by both its columns; or all seals of a table, set against a list that is made once.
      expect(found).toMatch(plan.some((each) => /LIST SUBQUERY/.test(each)) ? /kind=\?/ : /kind=\? AND row_id=\?/);
      expect(plan.join()).not.toContain("CORRELATED");
    }
  });
});
