/** No statement that the server really prepares reads a table whole that grows with every payday. */
import { eq } from "drizzle-orm";
import { afterEach, expect, it } from "vitest";
import { readDesk } from "../desk/readDesk.ts";
import { readDues } from "../dues/readDues.ts";
import { sendAgain, sendRun, sendView } from "../outbox/sendRun.ts";
import { settleAnswer } from "../outbox/settleAnswer.ts";
import { waitingRuns } from "../outbox/several.ts";
import { listPeople, readPerson } from "../people/readPeople.ts";
import { readReadiness } from "../readiness/readReadiness.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { signOffPlan } from "../signOff/plan.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { outbox } from "./schema.ts";

let world: SmallWorld;
afterEach(() => world.end());

const growing = [
  ...["pay", "pay_run", "signed_pay", "pay_fact", "year_sum", "leave_entry", "due", "audit", "act", "debt"],
  ...["outbox", "outbox_answer", "answer_item", "document", "payment", "journal", "journal_line"],
  ...["time_day", "time_approval", "time_paid", "leave_request"],
];

it.each([
  ["Australia", () => smallWorld(2)],
  ["New Zealand", () => smallWorldNz(2)],
] as const)("a payday from opening to answers, %s", (country, make) => {
  world = make();
  const { context, actor, businessId, element } = world;
  const { sqlite } = context.store;
  const prepared = new Set<string>();
  const plain = sqlite.prepare.bind(sqlite);
  sqlite.prepare = ((sql: string) => {
    prepared.add(sql);
    return plain(sql);
  }) as typeof sqlite.prepare;
  const runId = openUsual(world);
  const view = readRun(context, actor, runId);
  saveRows(context, actor, runId, {
    version: view.version,
    rows: [{ payId: view.rows[0]?.payId ?? 0, lines: [{ elementId: element("ORD"), hours: "30" }] }],
  });
  signOffPlan(context, runId);
  signRun(world, runId);
  const again = takeBack(context, actor, runId, "once more");
  signRun(world, again);
  sendRun(context, actor, again, ["payEvent", "employmentInformation", "paymentFile", "payslip"]);
  for (const row of context.store.db.select().from(outbox).where(eq(outbox.runId, again)).all())
    settleAnswer(context, row, { kind: "final", state: "rejected", detail: "", items: [] });
  sendAgain(context, actor, again, country === "Australia" ? "payEvent" : "employmentInformation");
  sendView(context, again);
  waitingRuns(context, actor);
  readDesk(context, actor);
  readReadiness(context, businessId);
  readDues(context, businessId);
  listPeople(context, businessId);
  readPerson(context, world.personIds[0] ?? 0);
  openUsual(world);
  const scans = [...prepared].flatMap((sql) => {
    // The newest line of the trail is the last one of its table.
    if (!/^\s*(SELECT|WITH|UPDATE|DELETE)/i.test(sql) || /order by "audit"."id" desc limit/.test(sql)) return [];
    const asked = sql.replace(/'[^']*'/g, "''").match(/\?/g)?.length ?? 0;
    const plan = plain(`EXPLAIN QUERY PLAN ${sql}`).all(...bound(sql, asked)) as { detail: string }[];
    return plan
      .filter(({ detail }) => {
        const read = /^SCAN (\S+)(?! USING)/.exec(detail);
        const name = read?.[1]?.replaceAll('"', "") ?? "";
        return read && growing.some((table) => tableOf(sql, name) === table);
      })
      .map(({ detail }) => `${detail}: ${sql.replace(/\s+/g, " ").slice(0, 300)}`);
  });
  expect(prepared.size).toBeGreaterThan(100);
  expect(scans).toEqual([]);
});

/** Nothing, for each question mark and each name of a statement. */
function bound(sql: string, asked: number): unknown[] {
  const names = [...sql.matchAll(/[@$:](\w+)/g)].map((each) => [each[1], null]);
  return [...Array(asked).fill(null), ...(names.length > 0 ? [Object.fromEntries(names)] : [])];
}

/** The table that a name of a plan stands for: itself, or what it is an alias of. */
function tableOf(sql: string, name: string): string {
  const named = [...sql.matchAll(/(?:FROM|JOIN|UPDATE|,)\s+"?(\w+)"?\s+(?:AS\s+)?"?(\w+)"?/gi)];
  return named.find((each) => each[2] === name)?.[1] ?? name;
}
