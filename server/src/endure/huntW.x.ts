import { addDays } from "@zesty/core/calendar/dates";
import { decimal } from "@zesty/core/quantity/decimal";
import { readDay } from "@zesty/core/hours/dayText";
import { ProblemError } from "../ground/problem.ts";
import { saveSection } from "../people/savePerson.ts";
import { readRun } from "../runs/readRun.ts";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { openUsual, plainTerms, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { askForLeave } from "../leave/requests.ts";
import { approveDays, saveDays } from "../time/days.ts";
const C = process.env.C ?? "AU", NZ = C === "NZ";
let s = 1;
const rnd = (n: number) => { s = (s * 1103515245 + 12345) & 0x7fffffff; return Math.floor((s / 0x7fffffff) * n) % n; };
const pick = <T,>(l: readonly T[]) => l[rnd(l.length)] as T;
const V = !!process.env.V;
const kinds = NZ ? ["usual", "all", "exceptions", "casual"] as const : ["usual", "salary", "all", "exceptions", "casual"] as const;
function lives(seed: number) {
  s = seed; for (let i = 0; i < 5; i++) rnd(9);
  const start = addDays(NZ ? "2025-06-10" : "2020-01-06", rnd(90));
  const facts = Array.from({ length: rnd(3) }, () => ({ what: pick(NZ ? ["basis", "rate", "holidays", "week"] : ["basis", "rate", "leave", "week"]), from: addDays("2026-06-15", rnd(10) * 7 + (rnd(3) ? 0 : rnd(7))), v: rnd(3) }));
  const leaves = Array.from({ length: rnd(3) }, () => ({ first: addDays("2026-06-15", rnd(10) * 7 + rnd(5)), n: rnd(3) ? rnd(5) : 4 + rnd(12), kind: pick(NZ ? ["annual", "sick", "unpaid", "bereavement"] : ["annual", "personal", "unpaid", "compassionate"]) }));
  const end = rnd(3) === 0 ? addDays("2026-06-15", 14 + rnd(56)) : null;
  return { start, facts, leaves, end };
}
const W = NZ ? [["8","8","8","8","8","0","0"],["8","8","8","8","0","0","0"],["0","8","8","8","0","8","8"]] : [["7.6","7.6","7.6","7.6","7.6","0","0"],["6","6","6","6","0","0","0"],["0","8","8","8","0","8","6"]];
async function play(seed: number, weekly: boolean) {
  const { start, facts, leaves, end } = lives(seed);
  const w = NZ ? smallWorldNz(kinds.length, { earlier: { pays: [{ start, end: "2026-06-14", gross: "55000", irregular: "0", days: "240" }] } } as never) : smallWorld(kinds.length);
  const { context, actor, businessId, personIds } = w;
  const sql = context.store.sqlite;
  sql.prepare("UPDATE pay_cycle SET cycle = ?, first_period_start='2026-06-15'").run(weekly ? "weekly" : "fortnightly");
  sql.prepare("UPDATE person SET start_date = ?").run(start);
  if (!NZ) sql.prepare("UPDATE setting SET value='2026-07-01' WHERE name='day'").run();
  const log: string[] = [];
  const t = (words: string, f: () => void) => { try { f(); } catch (e) { if (!(e instanceof ProblemError)) throw e; log.push(`${words}: ${(e as any).message} ${JSON.stringify((e as any).problem ?? "").slice(0, 300)}`); throw e; } };
  try {
    personIds.forEach((id, at) => {
      const kind = kinds[at]!;
      const now = { basis: kind === "casual" ? "casual" : "full-time", rate: NZ ? "30" : "31.5", week: 0 };
      const tell = (from: string) => {
        const hours = W[now.week]!.reduce((a, b) => a + Number(b), 0);
        saveSection(context, actor, id, "employment", { ...plainTerms(w, { from }), basis: now.basis, weeklyHours: String(hours), workPattern: W[now.week], ...(kind === "salary" ? { hourlyRate: null, salary: now.rate === "31.5" ? "78000" : "83200" } : { hourlyRate: now.rate }) } as never);
        if (kind !== "salary" && kind !== "all" && kind !== "casual") saveSection(context, actor, id, "usualPay" as never, { from, lines: [{ elementId: w.element("ORD"), hours: String(hours * (weekly ? 1 : 2)) }] } as never);
      };
      tell("2026-06-01");
      if (kind === "salary") saveSection(context, actor, id, "usualPay" as never, { from: "2020-01-06", lines: [{ elementId: w.element("ORD"), amount: weekly ? "1500" : "3000" }] } as never);
      if (kind === "all" || kind === "exceptions" || kind === "casual") saveSection(context, actor, id, "time", { from: "2026-06-01", agreement: null, classification: null, use: kind === "exceptions" ? "exceptions" : "all", settings: {}, flags: {} });
      for (const f of facts.toSorted((a, b) => a.from.localeCompare(b.from))) {
        if (f.what === "basis") { if (kind === "casual") continue; now.basis = ["part-time", "full-time", "part-time"][f.v]!; }
        if (f.what === "rate") now.rate = NZ ? "33" : "34";
        if (f.what === "week") now.week = f.v;
        if (f.what === "leave") { if (kind !== "casual") t("leave terms", () => saveSection(context, actor, id, "leave", { from: f.from, entitlements: [{ kind: "annual", weeksPerYear: "5" }, { kind: "personal", weeksPerYear: "2" }], opening: [] } as never)); continue; }
        if (f.what === "holidays") { t("hol", () => saveSection(context, actor, id, "holidays", { from: f.from, withPay: false, varies: false, agreedWeek: null, averageOnlyUntil: null, keepsAnniversary: false, ...[{ annualWeeks: "5" }, { sickDays: "15" }, { countsFrom: "2025-06-25" }][f.v] } as never)); continue; }
        t("terms " + f.from, () => tell(f.from));
      }
      for (const l of leaves) if (kind !== "casual") t("leave " + l.first, () => askForLeave(context, actor, businessId, { personId: id, kind: l.kind as never, first: l.first, last: addDays(l.first, l.n), inAdvance: false, hoursADay: null, note: null, approve: { belowNought: true } } as never));
    });
    const n = weekly ? 10 : 5;
    for (let d = 0; d < 70; d++) {
      const date = addDays("2026-06-15", d);
      if (d % 7 > 4) continue;
      const has = leaves.some((l) => l.first <= date && addDays(l.first, l.n) >= date);
      personIds.forEach((id, at) => {
        const kind = kinds[at]!;
        if (kind !== "all" && kind !== "casual") return;
        if (has && kind === "all") return;
        if (end && date > end) return;
        const record = readDay(kind === "casual" ? "5" : "8", date, C as never) as never;
        saveDays(context, actor, businessId, { days: [{ personId: id, date, kind: "worked", record }] });
        approveDays(context, actor, businessId, { days: [{ personId: id, date }], approved: true });
      });
    }
    if (end) for (const id of personIds) t("departure", () => recordDeparture(context, actor, id, { lastDay: end, reason: NZ ? "V" : "V", noticeWorked: true, misconduct: false, pay: "next", payday: "2026-12-30" } as never));
    for (let run = 0; run < n; run++) {
      const rid = openUsual(w);
      const { rows } = readRun(context, actor, rid);
      const stopped = rows.filter((row) => row.marks.some((m) => m.kind === "stop"));
      if (stopped.length) { log.push(`stopped ${run} ${JSON.stringify(stopped.map((r) => r.marks.filter((m) => m.kind === "stop").map((m) => m.text)))}`); throw new Error("stop"); }
      t("sign", () => signRun(w, rid));
    }
  } catch (e) { if (!(e instanceof ProblemError) && (e as Error).message !== "stop") throw e; await w.end(); return { log, skip: true, out: [] as string[][] }; }
  const out = personIds.map((id) => {
    const pays = (sql.prepare("SELECT json_extract(s.snapshot,'$.figures') AS f FROM signed_pay s JOIN pay_run r ON r.id=s.run_id WHERE s.person_id=? AND s.kind='pay' AND r.state<>'takenBack'").pluck().all(id) as string[]).map((x) => JSON.parse(x));
    const sum = (k: string) => pays.reduce((a, f) => a.plus(f[k] ?? "0"), decimal(0)).toFixed(2);
    const led = Object.fromEntries((sql.prepare("SELECT kind, SUM(hours_e4)/10000.0 AS h FROM leave_entry WHERE person_id=? GROUP BY kind ORDER BY kind").all(id) as any[]).map((r) => [r.kind, r.h.toFixed(3)]));
    const g = Object.fromEntries(["gross", NZ ? "kiwiSaver" : "super", "hours"].map((k) => [k, sum(k)]));
    return Object.entries({ ...g, ...led }).map(([k, v]) => `${k}=${v}`);
  });
  if (V && process.env.ONLY) {
    for (const r of sql.prepare("SELECT person_id, kind, date, hours_e4/10000.0 AS h, why FROM leave_entry WHERE why<>'opening' ORDER BY person_id, kind, date, id").all()) console.log(weekly ? "W" : "F", JSON.stringify(r));
    for (const r of sql.prepare("SELECT p.person_id AS p, r.period_end AS e, p.lines FROM pay p JOIN pay_run r ON r.id=p.run_id ORDER BY p.person_id, r.period_end").all() as any[]) console.log(weekly ? "W" : "F", r.p, r.e, JSON.stringify(JSON.parse(r.lines).map((l: any) => [l.elementId, l.hours ?? l.units ?? l.amount, l.rate, l.source])));
  }
  await w.end();
  return { log, skip: false, out };
}
const from = Number(process.env.SEED ?? 1), many = Number(process.env.SEEDS ?? 20);
let bad = 0, skipped = 0;
for (let seed = from; seed < from + many; seed++) {
  const a = await play(seed, true), b = await play(seed, false);
  if (a.skip || b.skip) { skipped++; if (V || a.skip !== b.skip) console.log(seed, "skip", JSON.stringify(lives(seed)), a.log.join("; ").slice(0, 300), "|", b.log.join("; ").slice(0, 300)); continue; }
  const tol = (k: string) => (k === "gross" ? 1 : k === "super" || k === "kiwiSaver" ? 1 : 0.01);
  const lines: string[] = [];
  a.out.forEach((x, i) => { const m = Object.fromEntries(b.out[i]!.map((y) => y.split("="))); const keys = new Set([...x.map((y) => y.split("=")[0]!), ...Object.keys(m)]); const n = Object.fromEntries(x.map((y) => y.split("=")));
    const off = [...keys].filter((k) => Math.abs(Number(n[k] ?? 0) - Number(m[k] ?? 0)) > tol(k)); if (off.length) lines.push(`  ${kinds[i]}: ${off.map((k) => `${k} W ${n[k]} F ${m[k]}`).join(", ")}`); });
  if (lines.length) { bad++; console.log(seed, JSON.stringify(lives(seed))); for (const l of lines) console.log(l); }
}
console.log({ C, bad, skipped, many });
