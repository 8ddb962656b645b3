/** Loads a dated row of the rule book from a file: checked, shown with what it changes for whom, then put in force. */
import type { RuleChange, RuleLoadPlan } from "@zesty/contract/books";
import { type Cycle, nextPeriod } from "@zesty/core/calendar/payPeriods";
import { type RowFault, readRow, rowFromCells } from "@zesty/core/rulebook/readRow";
import type { Row, Table } from "@zesty/core/rulebook/ruleBook";
import { allTables } from "@zesty/core/rulebook/tables";
import { parse } from "csv-parse/sync";
import { and, desc, eq, isNull, ne } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import { peopleOfCycle } from "../hours/cycleDays.ts";
import { copyLast } from "../row/copyLast.ts";
import { keepComposed } from "../row/keepComposed.ts";
import { loadRun } from "../row/runRows.ts";
import { workRows } from "../row/workRun.ts";
import { insertRun } from "../runs/openRun.ts";
import { nextPeriodOf } from "../setup/nextPeriod.ts";
import { dryRun } from "../store/dryRun.ts";
import { business, loadedRow, pay, payCycle, payRun, person } from "../store/schema.ts";
import { record } from "../store/trail.ts";

export interface RuleFile {
  /** left out: the file is a list of rows that each name their table */
  table?: string | undefined;
  format: "json" | "csv";
  text: string;
}

interface Loaded {
  table: Table<unknown>;
  row: Row<unknown>;
}

/** @throws a problem that lists every fault of the file */
function readFile(file: RuleFile): Loaded[] {
  const raw = rawOf(file);
  if (file.table !== undefined && !Array.isArray(raw)) return [loadedFrom(file.table, raw, "")];
  if (!Array.isArray(raw) || raw.length === 0)
    throw refuse([{ path: "", text: "A set of tables is a JSON list of rows, each with the name of its table." }]);
  const found = raw.map((each: unknown, at) => {
    const { table, ...row } = (each ?? {}) as Record<string, unknown>;
    return loadedFrom(String(table ?? ""), row, `Row ${at + 1}: `);
  });
  const twice = found.find((each, at) =>
    found.some((other, before) => before < at && other.table === each.table && overlap(other.row, each.row)),
  );
  if (twice) throw refuse([{ path: "", text: `${twice.table.title} stands twice in the set for ${twice.row.from}.` }]);
  return found;
}

const overlap = (a: Row<unknown>, b: Row<unknown>): boolean => a.from <= b.to && b.from <= a.to;

function loadedFrom(name: string, raw: unknown, where: string): Loaded {
  const table = allTables.find((each) => each.name === name) as Table<unknown> | undefined;
  if (!table) throw cannot("unknown-table", `${where}The rule book has no table ${name}. Nothing was loaded.`);
  const read = readRow(raw, table);
  if ("faults" in read)
    throw refuse(
      read.faults.map(({ path, text }) => ({ path, text: where ? `${where}${table.title}: ${text}` : text })),
    );
  return { table, row: read.row };
}

const refuse = (faults: readonly RowFault[]) =>
  cannot(
    "rule-file",
    `Nothing was loaded. ${faults[0]?.text ?? ""}${faults.length > 1 ? ` And ${faults.length - 1} more.` : ""}`,
    {
      errors: faults.map((fault) => ({ path: fault.path, text: fault.text })),
    },
  );

function rawOf({ format, text }: RuleFile): unknown {
  if (format === "json") {
    try {
      return JSON.parse(text);
    } catch (error) {
      throw refuse([{ path: "", text: `The file is not JSON: ${(error as Error).message}.` }]);
    }
  }
  try {
    const records = parse(text, {
      bom: true,
      skip_empty_lines: true,
      trim: true,
      relax_column_count: true,
    }) as string[][];
    const cells = records
      .filter(([path]) => path !== "path")
      .map(([path = "", ...value]) => [path, value.join(",")] as const);
    return rowFromCells(cells);
  } catch (error) {
    throw refuse([{ path: "", text: `The file is not CSV: ${(error as Error).message}.` }]);
  }
}

const insert = (context: Context, actor: Actor, table: string, row: Row<unknown>): void => {
  context.store.db
    .insert(loadedRow)
    .values({ tableName: table, from: row.from, to: row.to, row, loadedAt: context.clock.now(), loadedBy: actor.name })
    .run();
  context.ruleShelf.changed();
};

/** What the rows would change: the next pay of everybody whose payday they cover, worked out without and with them. */
export function planRuleLoad(context: Context, actor: Actor, file: RuleFile): RuleLoadPlan {
  const loaded = readFile(file);
  const rows = loaded.map(({ table, row }) => {
    const replaced = context.rules.find(table, row.from);
    return {
      table: table.name,
      title: table.title,
      from: row.from,
      to: row.to,
      standing: row.standing,
      source: `${row.source.title}. ${row.source.section}`,
      replaces: replaced ? { from: replaced.from, to: replaced.to, standing: replaced.standing } : null,
    };
  });
  try {
    const changes = dryRun(context.store, () => {
      const runs = [...new Set(loaded.flatMap(({ row }) => nextRuns(context, row)))];
      const before = figuresOf(context, runs);
      for (const { table, row } of loaded) insert(context, actor, table.name, row);
      const after = figuresOf(context, runs);
      return [...after].flatMap(([key, now]): RuleChange[] => {
        const then = before.get(key);
        return JSON.stringify(then?.figures) === JSON.stringify(now.figures)
          ? []
          : [
              {
                business: now.business,
                name: now.name,
                payday: now.payday,
                before: then?.figures ?? null,
                after: now.figures,
              },
            ];
      });
    });
    return { rows, changes };
  } finally {
    context.ruleShelf.changed();
  }
}

export function loadRuleRow(context: Context, actor: Actor, file: RuleFile): void {
  const loaded = readFile(file);
  context.store.transaction(() => {
    for (const { table, row } of loaded) {
      insert(context, actor, table.name, row);
      record(context.store, {
        at: context.clock.now(),
        userId: actor.userId,
        businessId: null,
        what: `loaded ${table.title}, ${row.from} to ${row.to}`,
        about: row.source.title,
      });
    }
  });
}

/** Takes a loaded row out of force; pays that were signed off by it keep their figures. */
export function withdrawRuleRow(context: Context, actor: Actor, id: number): void {
  context.store.transaction(() => {
    const { db } = context.store;
    const row = db.select().from(loadedRow).where(eq(loadedRow.id, id)).get();
    if (!row || row.withdrawnAt !== null)
      throw cannot("not-in-force", "This row is not in force. Nothing was changed.");
    db.update(loadedRow).set({ withdrawnAt: context.clock.now() }).where(eq(loadedRow.id, id)).run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId: null,
      what: `took ${row.tableName}, ${row.from} to ${row.to}, out of force`,
      about: row.row.source.title,
    });
  });
  context.ruleShelf.changed();
}

/** The open run of each cycle whose payday the row covers, or the next one as if everybody's last pay came again. */
function nextRuns(context: Context, row: Row<unknown>): number[] {
  const { db } = context.store;
  return db
    .select()
    .from(payCycle)
    .all()
    .flatMap((cycle) => {
      const open = db
        .select()
        .from(payRun)
        .where(and(eq(payRun.cycleId, cycle.id), eq(payRun.state, "open"), eq(payRun.kind, "cycle")))
        .get();
      if (open && open.payday >= row.from && open.payday <= row.to) return [open.id];
      let period = nextPeriodOf(context, cycle);
      for (let tries = 0; period.payday < row.from && tries < 120; tries += 1)
        period = nextPeriod(cycle.cycle as Cycle, period.end, cycle.paydayOffset);
      if (period.payday < row.from || period.payday > row.to) return [];
      const run = insertRun(context, { businessId: cycle.businessId, cycleId: cycle.id, ...period });
      const last = db
        .select({ id: payRun.id })
        .from(payRun)
        .where(and(eq(payRun.cycleId, cycle.id), ne(payRun.state, "takenBack"), ne(payRun.id, run.id)))
        .orderBy(desc(payRun.periodEnd))
        .limit(1)
        .get();
      const people = db
        .select()
        .from(person)
        .where(and(eq(person.businessId, cycle.businessId), isNull(person.endDate)))
        .all();
      const days = {
        businessId: cycle.businessId,
        cycleId: cycle.id,
        periodStart: period.start,
        periodEnd: period.end,
      };
      for (const each of peopleOfCycle(context, days, people).inCycle)
        db.insert(pay)
          .values({ runId: run.id, personId: each.id, included: true, periods: 1, lines: [], typed: [] })
          .run();
      if (last) copyLast(context, run.id, last.id);
      keepComposed(context, run.id);
      return [run.id];
    });
}

interface Found {
  business: string;
  name: string;
  payday: string;
  figures: { withheld: string; super: string; net: string; stops: number } | null;
}

function figuresOf(context: Context, runIds: readonly number[]): Map<string, Found> {
  const names = new Map(
    context.store.db
      .select()
      .from(business)
      .all()
      .map((each) => [each.id, each.name]),
  );
  const found = new Map<string, Found>();
  for (const runId of runIds) {
    const loaded = loadRun(context, runId);
    for (const { row, figures, marks } of workRows(context, loaded))
      found.set(`${runId} ${row.payId}`, {
        business: names.get(loaded.run.businessId) ?? "",
        name: row.context.facts.name,
        payday: loaded.run.payday,
        figures: figures && {
          withheld: figures.withheld,
          super: figures.super,
          net: figures.net,
          stops: marks.filter((mark) => mark.kind === "stop").length,
        },
      });
  }
  return found;
}
