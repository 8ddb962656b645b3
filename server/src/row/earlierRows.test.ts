/** Open rows of an earlier version keep their figures, and nothing that was signed changes by a byte. One writer of lines. */
import { createHash } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import type { UsualLine } from "@zesty/contract/people";
import type { SheetLine } from "@zesty/core/pay/row";
import { eq } from "drizzle-orm";
import { afterEach, expect, it } from "vitest";
import { makeCorrection } from "../afterwards/correction.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { ensureElement, standardElements } from "../setup/ensureElement.ts";
import { outbox, usualPay } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { approveDays, saveDays } from "../time/days.ts";
import { debtsOfEarlier } from "./earlierDebts.ts";

let world: SmallWorld;
afterEach(() => world.end());

const signedBytes = () => {
  const { sqlite } = world.context.store;
  const all = ["signed_pay", "pay_fact", "leave_entry", "document", "journal", "journal_line", "due", "seal"].map(
    (table) => sqlite.prepare(`SELECT * FROM ${table}`).raw().all(),
  );
  return createHash("sha256").update(JSON.stringify(all)).digest("hex");
};

it.each([
  ["Australia", () => smallWorld(1), "37", "39", "2026-06-30"],
  ["New Zealand", () => smallWorldNz(1), "79", "81", "2026-07-01"],
] as const)("as it stood, with what was typed, leave and a correction, %s", (_country, make, was, typed, away) => {
  world = make();
  const { context, actor, businessId, element } = world;
  const personId = world.personIds[0] ?? 0;
  const first = signRun(world, openUsual(world));
  context.store.db.update(outbox).set({ state: "accepted" }).where(eq(outbox.runId, first)).run();
  const runId = openUsual(world);
  const ord = (hours: string) => ({ elementId: element("ORD"), hours }) as SheetLine;
  const payId = readRun(context, actor, first).rows[0]?.payId ?? 0;
  makeCorrection(context, actor, { payId, lines: [ord(was)], into: "next" });
  saveDays(context, actor, businessId, {
    days: [{ personId, date: away, kind: "worked", record: { shifts: [], leave: [{ kind: "annual" }] } }],
  });
  approveDays(context, actor, businessId, { days: [{ personId, date: away }], approved: true });
  const row = () => readRun(context, actor, runId).rows[0];
  const save = (lines: SheetLine[]) =>
    saveRows(context, actor, runId, {
      version: readRun(context, actor, runId).version,
      rows: [{ payId: row()?.payId ?? 0, lines }],
    });
  save(
    (row()?.lines ?? []).map((line) =>
      line.elementId === element("ORD") && !line.corrects ? { ...line, hours: typed } : line,
    ),
  );
  const [before, sealed] = [row(), signedBytes()];
  // As the version before kept it: whole lines, and nothing beside them.
  context.store.sqlite.exec("DELETE FROM act; UPDATE pay SET typed = NULL, laid = NULL, stale = true");
  const plain = (lines: readonly SheetLine[] = []) =>
    lines.map(({ act: _act, typed: _typed, ...line }) => JSON.stringify(line)).sort();
  const after = row();
  expect(plain(after?.lines)).toEqual(plain(before?.lines));
  expect(after?.figures).toEqual(before?.figures);
  expect(signedBytes()).toBe(sealed);
  // And it is of this version now: what was typed can be taken out again.
  const cell = after?.typed.find((each) => each.line.elementId === element("ORD"));
  expect(cell?.line.hours).toBe(typed);
  saveRows(context, actor, runId, {
    version: readRun(context, actor, runId).version,
    rows: [{ payId: row()?.payId ?? 0, cells: [{ elementId: element("ORD"), was: cell ?? null, is: null }] }],
  });
  expect(row()?.lines.find((line) => line.elementId === element("ORD") && !line.corrects)?.hours).not.toBe(typed);
  signRun(world, runId);
});

it("a plan of recovery that stood in usual pay is a debt of its own, of what is left, beside a new one", () => {
  world = smallWorld(1);
  const { context, actor, element } = world;
  const personId = world.personIds[0] ?? 0;
  const overpaid = ensureElement(context, world.businessId, standardElements.overpaid);
  const usual = (from: string, more: SheetLine[]) =>
    context.store.db
      .insert(usualPay)
      .values({ personId, from, lines: [{ elementId: element("ORD"), hours: "38" }, ...more] as UsualLine[] })
      .run();
  const plan = { elementId: overpaid, amount: "25.00", terms: { total: "64.50", since: "2026-07-02" } };
  signRun(world, openUsual(world));
  usual("2026-06-29", [plan]);
  usual("2026-08-03", [plan]);
  const taken = (runId: number) =>
    readRun(context, actor, runId)
      .rows[0]?.figures?.lines.filter((line) => line.code === "OVERPAID")
      .map((line) => line.amount);
  const second = openUsual(world);
  expect(taken(second)).toEqual(["25.00"]);
  signRun(world, second);
  const third = openUsual(world);
  const before = readRun(context, actor, third).rows[0]?.figures?.net;
  const sealed = signedBytes();
  // Done once, whenever the program starts.
  debtsOfEarlier(context);
  debtsOfEarlier(context);
  expect([taken(third), readRun(context, actor, third).rows[0]?.figures?.net]).toEqual([["25.00"], before]);
  expect(signedBytes()).toBe(sealed);
  signRun(world, third);
  // What is left, and then nothing, also where the later usual pay held the plan.
  const rest = Array.from({ length: 3 }, () => {
    const runId = openUsual(world);
    const found = taken(runId);
    signRun(world, runId);
    return found;
  });
  expect(rest).toEqual([["14.50"], [], []]);
});

it("lines of a pay are written in one place", () => {
  world = smallWorld(1);
  const root = join(import.meta.dirname, "..");
  const writers = (readdirSync(root, { recursive: true }) as string[])
    .filter((file) => file.endsWith(".ts") && !file.endsWith(".test.ts"))
    .filter((file) => {
      const text = readFileSync(join(root, file), "utf8");
      const sets = [...text.matchAll(/update\(pay\)\s*\.set\(\{([^}]*)\}/g)].some(([, set]) =>
        /\blines\b/.test(set ?? ""),
      );
      return sets || /UPDATE pay SET[^"`]*\blines\b/.test(text);
    });
  expect(writers).toEqual(["row/keepComposed.ts"]);
});
