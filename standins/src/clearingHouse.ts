/**
 * A simulated clearing house with funds behind it: takes contribution files, waits for their money, passes both on, and
 * says of each member when the fund had the money, when it was allocated, or why it came back.
 */
import express, { Router } from "express";
import { settle } from "./bank.ts";
import { readContributions } from "./contributionsReader.ts";
import { exchange } from "./exchange.ts";
import { weekdaysAfter } from "./workingDays.ts";
import { sha256, type World } from "./world.ts";

const service = "super";

interface BatchRow {
  id: string;
  file_id: string;
  business: string;
  fingerprint: string;
  state: string;
  received_on: string;
}
interface LineRow {
  batch: string;
  line: number;
  payroll_id: string;
  member: string;
  reference: string;
  cents: number;
  state: string;
  code: string;
  text: string;
  sent_on: string;
  ended_on: string;
}

export function clearingHouse(world: World): Router {
  const router = Router();
  const { db } = world;
  router.post("/v1/batches", express.raw({ type: () => true, limit: "20mb" }), (request, response) =>
    exchange(world, service, "batch", request, response, {}, (bytes) =>
      take(world, bytes, request.header("X-Business") ?? ""),
    ),
  );
  router.get("/v1/batches", (request, response) => {
    advance(world);
    const { fileId, business, from } = request.query as Record<string, string>;
    const rows = (
      fileId
        ? db.prepare("SELECT * FROM super_batch WHERE file_id = ? AND business = ?").all(fileId, business ?? "")
        : db
            .prepare("SELECT * FROM super_batch WHERE business = ? AND received_on >= ?")
            .all(business ?? "", from ?? "")
    ) as BatchRow[];
    response.json({ batches: rows.map((row) => view(world, row)) });
  });
  router.get("/v1/batches/:id", (request, response) => {
    advance(world);
    const row = db.prepare("SELECT * FROM super_batch WHERE id = ?").get(request.params.id) as BatchRow | undefined;
    if (!row) return void response.status(404).json({ code: "NOT_FOUND" });
    response.json(view(world, row));
  });
  return router;
}

function view({ db }: World, row: BatchRow) {
  const lines = db.prepare("SELECT * FROM super_line WHERE batch = ? ORDER BY line").all(row.id) as LineRow[];
  return {
    ...{ id: row.id, fileId: row.file_id, fingerprint: row.fingerprint, state: row.state, receivedOn: row.received_on },
    lines: lines.map((line) => ({
      ...{ line: line.line, payrollNumber: line.payroll_id, reference: line.reference, cents: line.cents },
      ...{ state: line.state, code: line.code, text: line.text, memberNumber: line.member },
      ...{ fundHadItOn: line.sent_on || null, endedOn: line.ended_on || null },
    })),
    simulated: true,
  };
}

function take(world: World, bytes: Buffer, business: string) {
  const { db } = world;
  const fingerprint = sha256(bytes);
  const { fileId, lines, faults } = readContributions(bytes);
  const known = db.prepare("SELECT * FROM super_batch WHERE file_id = ? AND business = ?").get(fileId, business) as
    | BatchRow
    | undefined;
  if (known) return { status: 409, body: { code: "FILE_TAKEN", id: known.id, fileId, fingerprint: known.fingerprint } };
  if (faults.length > 0) return { status: 422, body: { code: "FILE_REFUSED", faults } };
  const { n } = db.prepare("SELECT COUNT(*) AS n FROM super_batch").get() as { n: number };
  const id = `B-${String(n + 1).padStart(6, "0")}`;
  db.prepare("INSERT INTO super_batch VALUES (?, ?, ?, ?, 'WAITING_PAYMENT', ?)").run(
    ...[id, fileId, business, fingerprint, world.today()],
  );
  const write = db.prepare("INSERT INTO super_line VALUES (?, ?, ?, ?, ?, ?, 'HELD', '', '', '', '')");
  lines.forEach((line, at) => {
    // A member who is new to the fund gets a number of it.
    const member = line.memberNumber || `N${id.slice(2)}${at + 1}`;
    write.run(id, line.line, line.payrollId, member, line.reference, line.cents);
  });
  return { status: 202, body: { id, fileId, fingerprint, state: "WAITING_PAYMENT", simulated: true } };
}

/** Money and data meet by reference and exact amount; funds have it a working day later, and allocate it in another. */
export function advance(world: World): void {
  settle(world);
  const { db } = world;
  const today = world.today();
  const rejected = world.contentFaults(service, "REJECT_LINE");
  const lost = world.contentFaults(service, "NEVER");
  const work = db.transaction(() => {
    const open = db.prepare("SELECT * FROM super_batch WHERE state <> 'DONE'").all() as BatchRow[];
    for (const batch of open) {
      const lines = db.prepare("SELECT * FROM super_line WHERE batch = ?").all(batch.id) as LineRow[];
      const sums = new Map<string, number>();
      for (const { reference, cents } of lines) sums.set(reference, (sums.get(reference) ?? 0) + cents);
      for (const line of lines) {
        if (line.state === "ALLOCATED" || line.state === "REFUNDED") continue;
        const money = db
          .prepare("SELECT paid_on AS paidOn FROM super_payment WHERE business = ? AND reference = ? AND cents = ?")
          .get(batch.business, line.reference, sums.get(line.reference)) as { paidOn: string } | undefined;
        if (!money || lost.some((rule) => String(rule.match?.payrollId) === line.payroll_id)) continue;
        const sent = weekdaysAfter(money.paidOn, 1);
        const ended = weekdaysAfter(sent, 1);
        const rule = rejected.find((each) => String(each.match?.payrollId) === line.payroll_id);
        const [code, text] = rule
          ? [String(rule.with?.code ?? "SM-01"), String(rule.with?.text ?? "member not found")]
          : ["", ""];
        const state = today < sent ? "HELD" : today < ended ? "SENT" : rule ? "REFUNDED" : "ALLOCATED";
        db.prepare(
          "UPDATE super_line SET state = ?, code = ?, text = ?, sent_on = ?, ended_on = ? WHERE batch = ? AND line = ?",
        ).run(
          ...[state, state === "REFUNDED" ? code : "", state === "REFUNDED" ? text : ""],
          ...[today >= sent ? sent : "", today >= ended ? ended : "", batch.id, line.line],
        );
      }
      const left = db
        .prepare("SELECT COUNT(*) AS n FROM super_line WHERE batch = ? AND state NOT IN ('ALLOCATED', 'REFUNDED')")
        .get(batch.id) as { n: number };
      const moved = db
        .prepare("SELECT COUNT(*) AS n FROM super_line WHERE batch = ? AND state <> 'HELD'")
        .get(batch.id) as { n: number };
      const state = left.n === 0 ? "DONE" : moved.n > 0 ? "SENT_TO_FUNDS" : "WAITING_PAYMENT";
      db.prepare("UPDATE super_batch SET state = ? WHERE id = ?").run(state, batch.id);
    }
  });
  work.immediate();
}
