/** A simulated bank: takes payment files, settles them on their day, returns what it cannot pay. */
import express, { Router } from "express";
import { readDirectEntry } from "./directEntryReader.ts";
import { exchange } from "./exchange.ts";
import { readCreditTransfer, readPaymentCsv } from "./paymentReader.ts";
import { statementText } from "./statement.ts";
import { sha256, type World } from "./world.ts";

const service = "bank";

interface FileRow {
  id: string;
  fingerprint: string;
  state: string;
  process_date: string;
  credit: number;
  count: number;
  note: string;
  received_at: string;
  reference: string | null;
}

/** Reasons of the layout's return codes. */
const reasons: Record<string, string> = {
  "1": "invalid BSB",
  "3": "account closed",
  "5": "no account or incorrect number",
  "6": "refer to customer",
};

export function bank(world: World): Router {
  const router = Router();
  const { db } = world;

  router.post("/v1/files", express.raw({ type: () => true, limit: "20mb" }), (request, response) =>
    exchange(world, service, "upload", request, response, {}, (bytes) =>
      take(world, bytes, {
        business: request.header("X-Business") ?? "",
        reference: request.header("X-Reference") ?? "",
      }),
    ),
  );
  router.get("/v1/files", (request, response) => {
    settle(world);
    const { business, from } = request.query as Record<string, string>;
    if (business) {
      const rows = db
        .prepare("SELECT * FROM bank_file WHERE business = ? AND process_date >= ? ORDER BY id")
        .all(business, from ?? "") as FileRow[];
      return void response.json({ files: rows.map((row) => view(world, row)) });
    }
    const row = db.prepare("SELECT * FROM bank_file WHERE fingerprint = ?").get(String(request.query.fingerprint)) as
      | FileRow
      | undefined;
    response.json({ files: row ? [view(world, row)] : [] });
  });
  router.get("/v1/files/:id", (request, response) => {
    settle(world);
    const row = db.prepare("SELECT * FROM bank_file WHERE id = ?").get(request.params.id) as FileRow | undefined;
    if (!row) return void response.status(404).json({ code: "NOT_FOUND" });
    response.json(view(world, row));
  });
  router.get("/v1/accounts/:account/statement", (request, response) => {
    settle(world);
    const {
      business = "",
      from = "",
      to = world.today(),
      format = "camt053",
    } = request.query as Record<string, string>;
    const { type, text } = statementText(world, { business, from, to, format, account: request.params.account });
    response.type(type).send(text);
  });
  router.put("/v1/accounts/:account", express.json(), (request, response) => {
    const { state } = request.body as { state: string };
    db.prepare(
      "INSERT INTO bank_account (account, state) VALUES (?, ?) ON CONFLICT (account) DO UPDATE SET state = excluded.state",
    ).run(request.params.account, state);
    response.json({ account: request.params.account, state });
  });
  return router;
}

function view(world: World, row: FileRow) {
  const lines = world.db
    .prepare("SELECT line, cents, state, reason FROM bank_line WHERE file = ? ORDER BY line")
    .all(row.id) as {
    line: number;
    cents: number;
    state: string;
    reason: string;
  }[];
  return {
    id: row.id,
    fingerprint: row.fingerprint,
    state: row.state,
    processDate: row.process_date,
    creditCents: row.credit,
    reference: row.reference,
    note: row.note,
    lines: lines.map((line) => ({ ...line, reasonText: reasons[line.reason] ?? "" })),
    simulated: true,
  };
}

/** The form tells itself: XML, our heading line, or the fixed columns of Direct Entry. */
function readFile(bytes: Buffer) {
  const start = bytes.subarray(0, 40).toString("latin1");
  if (start.startsWith("<?xml")) return readCreditTransfer(bytes);
  return start.startsWith("payment_date") ? readPaymentCsv(bytes) : readDirectEntry(bytes);
}

/** @param of whose file it is, and which payment of theirs: a bank takes one file for it */
function take(world: World, bytes: Buffer, of: { business: string; reference: string }) {
  const { db } = world;
  const fingerprint = sha256(bytes);
  const twin = db.prepare("SELECT id, state FROM bank_file WHERE fingerprint = ?").get(fingerprint) as
    | { id: string; state: string }
    | undefined;
  if (twin) return { status: 409, body: { code: "DUPLICATE_FILE", id: twin.id, text: "This file was taken before." } };
  const held = of.reference
    ? (db.prepare("SELECT * FROM bank_file WHERE business = ? AND reference = ?").get(of.business, of.reference) as
        | FileRow
        | undefined)
    : undefined;
  if (held)
    return {
      status: 409,
      body: { code: "REFERENCE_TAKEN", id: held.id, processDate: held.process_date, creditCents: held.credit },
    };
  const file = readFile(bytes);
  const ahead = (Date.parse(`${file.processDate}T00:00:00Z`) - Date.parse(`${world.today()}T00:00:00Z`)) / 86_400_000;
  if (ahead > 45 || ahead < -7) file.faults.push({ line: 1, text: "The process date is too far away." });
  if (file.faults.length > 0) return { status: 422, body: { code: "FILE_REFUSED", faults: file.faults } };
  const weak = [file.userId, file.processDate, file.credit, file.entries.length].join("|");
  const like = db.prepare("SELECT id FROM bank_file WHERE weak = ?").get(weak) as { id: string } | undefined;
  const count = (db.prepare("SELECT COUNT(*) AS n FROM bank_file").get() as { n: number }).n;
  const id = `F-${String(count + 1).padStart(6, "0")}`;
  db.prepare(
    "INSERT INTO bank_file (id, fingerprint, weak, bytes, state, process_date, credit, count, note, received_at, business, reference) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
  ).run(
    id,
    fingerprint,
    weak,
    bytes,
    "AUTHORISED",
    file.processDate,
    file.credit,
    file.entries.length,
    like ? `LOOKS_LIKE ${like.id}` : "",
    world.now(),
    of.business,
    of.reference,
  );
  file.entries.forEach((entry, line) => {
    db.prepare(
      "INSERT INTO bank_line (file, line, bsb, account, cents, title, reference, state, reason) VALUES (?, ?, ?, ?, ?, ?, ?, 'PENDING', '')",
    ).run(id, line, entry.bsb, entry.account, entry.cents, entry.title, entry.reference);
  });
  return {
    status: 202,
    body: { id, fingerprint, state: "AUTHORISED", processDate: file.processDate, simulated: true },
  };
}

/** Settles every authorised file whose day has come; accounts that are closed send their line back. */
export function settle(world: World): void {
  const { db } = world;
  const ready = db
    .prepare("SELECT id FROM bank_file WHERE state = 'AUTHORISED' AND process_date <= ?")
    .all(world.today()) as { id: string }[];
  const returns = world.contentFaults(service, "RETURN");
  const work = db.transaction((id: string) => {
    for (const line of db.prepare("SELECT line, account FROM bank_line WHERE file = ?").all(id) as {
      line: number;
      account: string;
    }[]) {
      const closed = db
        .prepare("SELECT state FROM bank_account WHERE account = ? AND state = 'closed'")
        .get(line.account);
      const told = returns.find((rule) => String(rule.match?.account) === line.account);
      const reason = told ? String(told.with?.reason ?? "5") : closed ? "3" : "";
      db.prepare("UPDATE bank_line SET state = ?, reason = ? WHERE file = ? AND line = ?").run(
        reason ? "RETURNED" : "PAID",
        reason,
        id,
        line.line,
      );
    }
    // What arrives for a fund is known by its reference; the money of a file moves on the file's day.
    db.prepare(
      `INSERT OR IGNORE INTO super_payment SELECT f.business, l.reference, l.cents, f.process_date FROM bank_line l JOIN bank_file f ON f.id = l.file
       WHERE l.file = ? AND l.state = 'PAID' AND l.reference LIKE 'PC%'`,
    ).run(id);
    db.prepare("UPDATE bank_file SET state = 'SETTLED' WHERE id = ?").run(id);
  });
  for (const file of ready) work.immediate(file.id);
}
