/** A business that moved to another practice goes on as it would have gone on here: the same pays, leave and dues. */
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, it } from "vitest";
import { exportBusiness } from "../carry/exportBusiness.ts";
import { importBusiness } from "../carry/importBusiness.ts";
import type { Context } from "../ground/context.ts";
import { emptyWorld, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { playYear } from "./playYear.ts";

/** By payroll ID and code: ids of rows are others in the other practice. */
const sums = ({ store }: Context) =>
  [
    `SELECT p.payroll_id AS who, f.code AS what, SUM(f.cents) AS sum FROM pay_fact f
     JOIN signed_pay s ON s.id = f.signed_pay_id JOIN person p ON p.id = s.person_id GROUP BY 1, 2`,
    `SELECT p.payroll_id AS who, e.kind AS what, SUM(e.hours_e4) AS sum FROM leave_entry e
     JOIN person p ON p.id = e.person_id GROUP BY 1, 2`,
    "SELECT due_date AS who, kind AS what, SUM(amount_cents) AS sum FROM due GROUP BY 1, 2",
  ].map((text) => store.sqlite.prepare(`${text} ORDER BY 1, 2`).all());

it.each([
  ["Australia", () => smallWorld(2), "2026-07-20", "2026-09-15"],
  ["New Zealand", () => smallWorldNz(2), "2026-07-30", "2026-10-31"],
] as const)("%s", { timeout: 120_000 }, async (_country, make, moved, until) => {
  const here = make();
  playYear(here.context, here.actor, moved);
  const folder = mkdtempSync(join(tmpdir(), "zesty-moved-"));
  const file = join(folder, "business.zip");
  const [words, now] = ["six quiet lemons in a row", "2026-07-03T01:00:00.000Z"];
  await exportBusiness(here.context.store, here.businessId, words, now, file);
  const there = emptyWorld();
  await importBusiness(there.context.store, file, words, now);
  there.context.ruleShelf.changed();
  rmSync(folder, { recursive: true });
  const [stayed, went] = [here, there].map(({ context, actor }) => playYear(context, actor, until));
  expect(stayed?.paydays).toBeGreaterThan(4);
  expect(went).toEqual({ ...stayed, ended: went?.ended, held: went?.held });
  expect(sums(there.context)).toEqual(sums(here.context));
  await here.end();
  await there.end();
});
