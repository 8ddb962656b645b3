/**
 * A year in fast forward: every payday of every business through the real use cases, with leave, corrections, pays
 * outside the cycle, moved paydays and take-backs on the way. After each payday the invariants are asked; where a table
 * ends, a stop must say what to load.
 */
import type { RunRow } from "@zesty/contract/runs";
import { addDays, weekday } from "@zesty/core/calendar/dates";
import type { SheetLine } from "@zesty/core/pay/row";
import { eq } from "drizzle-orm";
import { makeCorrection } from "../afterwards/correction.ts";
import { readCorrectable } from "../afterwards/readCorrectable.ts";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import type { Actor, Context } from "../ground/context.ts";
import { findRun } from "../ground/findRun.ts";
import { ProblemError } from "../ground/problem.ts";
import { datesOf } from "../hours/periods.ts";
import { movePayday } from "../runs/movePayday.ts";
import { openRun } from "../runs/openRun.ts";
import { openOutsideCycle } from "../runs/outsideCycle.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import { setTick } from "../runs/ticks.ts";
import { nextPeriodOf } from "../setup/nextPeriod.ts";
import { signOff } from "../signOff/signOff.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { unbalanced } from "../store/invariants.ts";
import { payCycle, payRun } from "../store/schema.ts";
import { actsToTry, stateOf, type Tried } from "./actsToTry.ts";

export interface YearPlayed {
  paydays: number;
  leave: number;
  corrections: number;
  outside: number;
  moved: number;
  takenBack: number;
  departures: number;
  /** acts that were done and undone again, by name */
  undone: Record<string, number>;
  /** rows left out because a stop could not be mended by typing, by its code */
  leftOut: Record<string, number>;
  /** where the tables ended: the payday, and what the first stop says */
  ended: { cycle: number; payday: string; says: string }[];
  /** cycles of a business that is not set up yet: what keeps it from being signed off */
  held: { cycle: number; payday: string; says: string }[];
  broken: string[];
}

type Cycle = typeof payCycle.$inferSelect;

export function playYear(context: Context, actor: Actor, until: string): YearPlayed {
  const played: YearPlayed = {
    paydays: 0,
    leave: 0,
    corrections: 0,
    outside: 0,
    moved: 0,
    takenBack: 0,
    departures: 0,
    undone: {},
    leftOut: {},
    ended: [],
    held: [],
    broken: [],
  };
  const player = new Player(context, actor, played);
  for (const runId of player.openRuns()) player.finish(runId);
  for (;;) {
    const over = new Set([...played.ended, ...played.held].map((each) => each.cycle));
    const [next] = context.store.db
      .select()
      .from(payCycle)
      .all()
      .filter((cycle) => !over.has(cycle.id))
      .map((cycle) => ({ cycle, ...nextPeriodOf(context, cycle) }))
      .filter((each) => each.payday <= until)
      .sort((a, b) => a.payday.localeCompare(b.payday));
    if (!next || played.broken.length > 0) return played;
    player.payday(next.cycle);
    played.broken.push(...unbalanced(context.store));
  }
}

class Player {
  private readonly context: Context;
  private readonly actor: Actor;
  private readonly played: YearPlayed;

  constructor(context: Context, actor: Actor, played: YearPlayed) {
    this.context = context;
    this.actor = actor;
    this.played = played;
  }

  openRuns(): number[] {
    const rows = this.context.store.db.select().from(payRun).where(eq(payRun.state, "open")).all();
    return rows.map((row) => row.id);
  }

  payday(cycle: Cycle): void {
    const { played } = this;
    const runId = openRun(this.context, this.actor, cycle.businessId, { cycleId: cycle.id, from: "usual" });
    const n = played.paydays;
    const missing = this.view(runId)
      .rows.flatMap((row) => row.marks)
      .find((mark) => mark.code === "missingTable");
    if (missing) {
      played.ended.push({ cycle: cycle.id, payday: this.view(runId).payday, says: missing.text });
      return;
    }
    if (n % 5 === 2) this.takeLeave(runId);
    if (n % 7 === 3) this.move(runId);
    if (n % 17 === 9) this.depart(runId);
    if (n % 4 === 1) this.doAndUndo(runId);
    let signed = this.finish(runId);
    if (signed && n % 11 === 4) {
      played.takenBack += 1;
      const fresh = takeBack(this.context, this.actor, runId, "Played in fast forward");
      signed = this.finish(fresh);
      if (signed) this.correct(fresh, n);
    } else if (signed) this.correct(runId, n);
    if (signed && n % 13 === 5) this.payOutside(cycle, runId);
    played.paydays += 1;
  }

  /** Types hours where there are none, leaves out who is stopped otherwise, ticks the rest and signs. */
  finish(runId: number): boolean {
    const ordinary = this.element(runId, "ORD");
    const bare = this.view(runId).rows.filter((row) => row.marks.some((mark) => mark.code === "noHours"));
    if (ordinary && bare.length > 0)
      this.save(runId, (row) =>
        bare.some((each) => each.payId === row.payId) ? [{ elementId: ordinary, hours: "10" }] : null,
      );
    const stopped = this.view(runId).rows.filter(
      (row) => row.included && row.marks.some((mark) => mark.kind === "stop"),
    );
    if (stopped.length > 0) {
      for (const { marks } of stopped) {
        const code = marks.find((mark) => mark.kind === "stop")?.code ?? "";
        this.played.leftOut[code] = (this.played.leftOut[code] ?? 0) + 1;
      }
      saveRows(this.context, this.actor, runId, {
        version: this.view(runId).version,
        rows: stopped.map(({ payId }) => ({ payId, included: false })),
      });
    }
    const { rows } = this.view(runId);
    if (rows.every((row) => !row.included)) {
      const says =
        stopped.flatMap((row) => row.marks.filter((mark) => mark.kind === "stop"))[0]?.text ?? "nobody is paid";
      return this.hold(runId, says);
    }
    for (const row of rows)
      for (const mark of row.marks)
        if (mark.kind === "query" && !mark.ticked)
          setTick(this.context, this.actor, runId, { payId: row.payId, key: mark.key, on: true });
    try {
      signOff(this.context, this.actor, runId, this.view(runId).version);
      return true;
    } catch (error) {
      // A business without an account to pay from, say, is set up by people: its paydays wait for them.
      const place = error instanceof ProblemError ? error.problem.mend : undefined;
      if (!place?.startsWith("/set-up")) throw error;
      return this.hold(runId, (error as ProblemError).message);
    }
  }

  /** The run stays open, and its cycle waits for people. */
  private hold(runId: number, says: string): false {
    const { cycleId, payday, kind } = findRun(this.context, runId);
    if (kind === "cycle") this.played.held.push({ cycle: cycleId, payday, says });
    return false;
  }

  /** The last of several people leaves at the end of the period, and is paid out with this run. */
  private depart(runId: number): void {
    const { rows, periodEnd } = this.view(runId);
    const last = rows.at(-1);
    if (!last || rows.length < 2) return;
    recordDeparture(this.context, this.actor, last.personId, {
      lastDay: periodEnd,
      reason: "V",
      noticeWorked: true,
      misconduct: false,
      pay: "next",
    });
    this.played.departures += 1;
  }

  private takeLeave(runId: number): void {
    const leave = this.element(runId, "AL");
    const [first] = this.view(runId).rows;
    if (!leave || !first) return;
    const taken = this.view(runId).country === "NZ" ? { units: "0.2", hours: "8" } : { hours: "7.6" };
    this.save(runId, (row) => (row.payId === first.payId ? [...row.lines, { elementId: leave, ...taken }] : null));
    this.played.leave += 1;
  }

  /** Whatever may be done to somebody is done and undone: the pay is as it was before. */
  private doAndUndo(runId: number): void {
    const { context, actor, played } = this;
    const { businessId, periodStart, periodEnd, country, rows } = this.view(runId);
    const earlier = addDays(periodStart, -3);
    // What was typed before is not theirs to take out, and who has just begun has no pay of before.
    const row = rows.find(
      (each) =>
        each.included && each.figures && each.typed.length === 0 && (each.context?.facts.startDate ?? "") <= earlier,
    );
    const [first, second, ...more] = datesOf(periodStart, periodEnd).filter((date) => weekday(date) <= 5);
    if (!row || !first || !second) return;
    const tried: Tried = {
      ...{ context, actor, businessId, runId, country, personId: row.personId, signedPay: null, holiday: null },
      days: [first, second, more.at(-1) ?? second],
      earlier,
      element: (code) => this.element(runId, code) ?? 0,
    };
    for (const [name, act] of Object.entries(actsToTry(tried))) {
      const before = stateOf(tried);
      let done = name;
      try {
        act()();
      } catch (error) {
        // A casual has no leave, a level no raise of its own: a sentence says so, and nothing has changed.
        if (!(error instanceof ProblemError) || error.problem.status >= 500) throw error;
        done = `${name}: ${error.problem.code}`;
      }
      const after = stateOf(tried);
      if (JSON.stringify(after) !== JSON.stringify(before))
        played.broken.push(`${name}, done and undone for ${row.name} in run ${runId}: the pay is another one.`);
      else played.undone[done] = (played.undone[done] ?? 0) + 1;
    }
  }

  private move(runId: number): void {
    const { payday, version } = this.view(runId);
    movePayday(this.context, this.actor, runId, { payday: addDays(payday, 1), version });
    this.played.moved += 1;
  }

  private correct(runId: number, n: number): void {
    if (n % 6 !== 1) return;
    const row = this.view(runId).rows.find((each) => each.included && each.lines.some((line) => line.hours));
    if (!row) return;
    const { lines } = readCorrectable(this.context, row.payId);
    const at = lines.findIndex((line) => line.hours);
    const more = n % 12 === 1 ? 2 : -2;
    const changed = lines.map((line, each) =>
      each === at ? { ...line, hours: String(Math.max(0, Number(line.hours) + more)) } : line,
    );
    this.finish(makeCorrection(this.context, this.actor, { payId: row.payId, lines: changed, into: "own" }));
    this.played.corrections += 1;
  }

  private payOutside(cycle: Cycle, runId: number): void {
    const { periodStart, payday, rows } = this.view(runId);
    const [first] = rows.filter((row) => row.included);
    const ordinary = this.element(runId, "ORD");
    if (!first || !ordinary) return;
    const further = openOutsideCycle(this.context, this.actor, cycle.businessId, {
      cycleId: cycle.id,
      periodStart,
      payday: addDays(payday, 1),
      reason: "Hours that were forgotten",
      personIds: [first.personId],
    });
    this.save(further, () => [{ elementId: ordinary, hours: "3" }]);
    if (this.finish(further)) this.played.outside += 1;
  }

  private view = (runId: number) => readRun(this.context, this.actor, runId);
  private element = (runId: number, code: string): number | undefined =>
    this.context.store.sqlite
      .prepare<[string, number], { id: number }>(
        "SELECT e.id AS id FROM pay_element e JOIN pay_run r ON r.business_id = e.business_id WHERE e.code = ? AND r.id = ?",
      )
      .get(code, runId)?.id;
  private save(runId: number, linesOf: (row: RunRow) => SheetLine[] | null): void {
    const run = this.view(runId);
    const rows = run.rows.flatMap((row) => {
      const lines = linesOf(row);
      return lines ? [{ payId: row.payId, lines }] : [];
    });
    if (rows.length > 0) saveRows(this.context, this.actor, runId, { version: run.version, rows });
  }
}
