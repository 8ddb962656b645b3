/** A simulated tax agency, Australia: takes pay events, checks them by its own reading, and answers later. */
import express, { Router } from "express";
import { exchange } from "./exchange.ts";
import { type PayEventMessage, type PayeeRecord, readPayEvent } from "./payEventReader.ts";
import { type Item, messageItems, payeeItems } from "./payEventRules.ts";
import { sha256, type World } from "./world.ts";

const service = "au-tax";
const usualDelayMs = 400;

interface EventRow {
  receipt: string;
  submission: string;
  digest: string;
  action: string;
  received_at: string;
  ready_at: string;
  result: string;
  items: string;
  counts: string;
  pay_date: string;
  wrong: number;
  bytes: Buffer;
}

export function taxAgency(world: World): Router {
  const router = Router();
  const { db } = world;
  const find = (receipt: string) =>
    db.prepare("SELECT * FROM event WHERE receipt = ?").get(receipt) as EventRow | undefined;

  router.post("/v1/pay-events", express.raw({ type: () => true, limit: "20mb" }), (request, response) => {
    const bytes = request.body as Buffer;
    let message: PayEventMessage;
    try {
      message = readPayEvent(bytes);
    } catch {
      response.status(422).json({ code: "T01", text: "The document is not well-formed, or has no parent record." });
      return;
    }
    const facts = { employer: message.payerNumber, payDate: message.payDate, submissionId: message.submission };
    return exchange(world, service, "submit", request, response, facts, () => take(world, message, bytes));
  });

  router.get("/v1/pay-events", (request, response) => {
    const { submissionId, bmsId, payer, from } = request.query as Record<string, string>;
    if (from !== undefined) {
      const rows = db
        .prepare("SELECT * FROM event WHERE bms = ? AND payer = ? AND pay_date >= ? ORDER BY rowid")
        .all(bmsId, payer, from) as EventRow[];
      return void response.json({ events: rows.map((row) => ({ ...view(world, row), payDate: row.pay_date })) });
    }
    const row = db
      // Of an event and its replacements the newest.
      .prepare("SELECT * FROM event WHERE submission = ? AND bms = ? AND payer = ? ORDER BY rowid DESC LIMIT 1")
      .get(submissionId, bmsId, payer) as EventRow | undefined;
    response.json({ events: row ? [view(world, row)] : [] });
  });

  router.get("/v1/pay-events/:receipt", (request, response) => {
    const rule = world.fault(service, "status", {});
    if (rule?.fault === "CUT_BEFORE") return void response.destroy();
    if (rule?.fault === "HTTP_500") return void response.status(500).json({ code: "HTTP_500" });
    if (rule?.fault === "BAD_BODY") return void response.type("application/json").send("{oops");
    const row = find(request.params.receipt);
    if (!row) return void response.status(404).json({ code: "NOT_FOUND" });
    response.json(view(world, row));
  });

  router.post("/v1/payers/:abn/agents", express.json(), (request, response) => {
    nominate(world, request.params.abn, String((request.body as { number?: unknown }).number ?? ""));
    response.status(201).json({ simulated: true });
  });

  router.get("/v1/payers/:abn/payees/:payrollId", (request, response) => {
    const row = db
      .prepare("SELECT record, pay_date FROM payee WHERE payer = ? AND payroll_id = ? AND year = ?")
      .get(request.params.abn, request.params.payrollId, String(request.query.year)) as
      | { record: string; pay_date: string }
      | undefined;
    if (!row) return void response.status(404).json({ code: "NOT_FOUND" });
    response.json({ payDate: row.pay_date, record: JSON.parse(row.record) as unknown });
  });
  return router;
}

/** The payer tells the agency that this agent lodges for it. */
export function nominate({ db }: World, payer: string, number: string): void {
  db.prepare("INSERT OR IGNORE INTO agent (payer, number) VALUES (?, ?)").run(payer.replace(/\s/g, ""), number.trim());
}
const nominatedBy = ({ db }: World, payer: string): string[] =>
  (db.prepare("SELECT number FROM agent WHERE payer = ?").all(payer) as { number: string }[]).map((row) => row.number);

function view(world: World, row: EventRow) {
  const processing = row.ready_at === "never" || row.ready_at > world.now();
  const head = {
    receipt: row.receipt,
    submissionId: row.wrong ? "another-submission" : row.submission,
    action: row.action,
    receivedAt: row.received_at,
    simulated: true,
  };
  if (processing) return { ...head, result: "PROCESSING" };
  return {
    ...head,
    result: row.result,
    processedAt: row.ready_at,
    counts: JSON.parse(row.counts) as unknown,
    items: JSON.parse(row.items) as unknown,
  };
}

/** The payroll year by its first calendar year: 1 July to 30 June. */
const yearOf = (payDate: string) =>
  payDate.slice(5) >= "07-01" ? payDate.slice(0, 4) : String(Number(payDate.slice(0, 4)) - 1);

/** A replacement is a submit, of the same day, in the place of the latest submit of the payer that was accepted. */
function mayReplace({ db }: World, message: PayEventMessage, replaced: (EventRow & { pay_date: string }) | undefined) {
  const latest = db
    .prepare(
      `SELECT receipt FROM event WHERE payer = ? AND bms = ? AND action = 'submit'
         AND result IN ('ACCEPTED', 'ACCEPTED_WITH_WARNINGS', 'PARTIAL') ORDER BY rowid DESC LIMIT 1`,
    )
    .get(message.payerNumber, message.bms) as { receipt: string } | undefined;
  return (
    message.action === "submit" &&
    replaced !== undefined &&
    replaced.receipt === latest?.receipt &&
    replaced.pay_date === message.payDate
  );
}

/** One record of an event: kept where nothing is wrong with it. @returns what is said of it */
function takePayee(
  world: World,
  message: PayEventMessage,
  payee: PayeeRecord,
  year: ReturnType<typeof yearOf>,
): Item[] {
  const { db } = world;
  const last = db
    .prepare("SELECT record, pay_date, run_at FROM payee WHERE payer = ? AND bms = ? AND payroll_id = ? AND year = ?")
    .get(message.payerNumber, message.bms, payee.payrollId, year) as
    | { record: string; pay_date: string; run_at: string }
    | undefined;
  const found = payeeItems(payee, message, last ? (JSON.parse(last.record) as PayeeRecord) : undefined);
  for (const rule of world.contentFaults(service, "REJECT_PAYEE"))
    if (rule.match?.payrollId === payee.payrollId)
      found.push({
        code: String(rule.with?.code ?? "E01"),
        severity: "ERROR",
        scope: "PAYEE",
        payrollId: payee.payrollId,
        path: "payee",
        text: "Refused on request of the test side.",
      });
  for (const rule of world.contentFaults(service, "WARN"))
    found.push({
      code: String(rule.with?.code ?? "E20"),
      severity: "WARNING",
      scope: "PAYEE",
      payrollId: payee.payrollId,
      path: "payee",
      text: "A warning on request of the test side.",
    });
  if (found.some((item) => item.severity === "ERROR")) return found;
  // An older event that arrives late does not overwrite a newer record.
  if (last && [last.pay_date, last.run_at].join() > [message.payDate, message.runAt].join()) return found;
  db.prepare(
    "INSERT INTO payee (payer, bms, payroll_id, year, pay_date, run_at, record) VALUES (?, ?, ?, ?, ?, ?, ?) ON CONFLICT (payer, bms, payroll_id, year) DO UPDATE SET pay_date = excluded.pay_date, run_at = excluded.run_at, record = excluded.record",
  ).run(message.payerNumber, message.bms, payee.payrollId, year, message.payDate, message.runAt, JSON.stringify(payee));
  return found;
}

function take(world: World, message: PayEventMessage, bytes: Buffer) {
  const { db } = world;
  const digest = sha256(bytes);
  const before = db
    .prepare("SELECT * FROM event WHERE payer = ? AND bms = ? AND submission = ? ORDER BY rowid DESC")
    .all(message.payerNumber, message.bms, message.submission) as (EventRow & { pay_date: string; run_at: string })[];
  const known = before.find((event) => event.digest === digest);
  if (known)
    return {
      status: 200,
      body: { receipt: known.receipt, submissionId: known.submission, replayed: true, simulated: true },
    };
  const [replaced] = before;
  if (replaced && !message.replaces)
    return { status: 409, body: { code: "P04", text: "This submission ID came before with other content." } };
  if (message.replaces && !mayReplace(world, message, replaced))
    return {
      status: 422,
      body: {
        code: "P05",
        text: "Only the latest submit that was accepted can be replaced, by one of the same pay date.",
      },
    };
  const now = world.now();
  const parent = messageItems(message, now, nominatedBy(world, message.payerNumber));
  for (const rule of world.contentFaults(service, "REJECT_MESSAGE"))
    parent.push({
      code: String(rule.with?.code ?? "P99"),
      severity: "ERROR",
      scope: "MESSAGE",
      path: "message",
      text: "Refused on request of the test side.",
    });
  if (parent.some((item) => item.severity === "ERROR"))
    return { status: 422, body: { code: parent.find((item) => item.severity === "ERROR")?.code, items: parent } };
  if (replaced) {
    // What came from the first is dropped; the replacement says all of it again.
    db.prepare("UPDATE event SET result = 'REPLACED' WHERE receipt = ?").run(replaced.receipt);
    db.prepare("DELETE FROM payee WHERE payer = ? AND bms = ? AND pay_date = ? AND run_at = ?").run(
      ...[message.payerNumber, message.bms, replaced.pay_date, replaced.run_at],
    );
  }
  const items: Item[] = [...parent];
  const year = yearOf(message.payDate);
  let accepted = 0;
  for (const payee of message.payees) {
    const found = takePayee(world, message, payee, year);
    items.push(...found);
    if (!found.some((item) => item.severity === "ERROR")) accepted += 1;
  }
  const rejected = message.payees.length - accepted;
  const result =
    accepted === 0 ? "REJECTED" : rejected > 0 ? "PARTIAL" : items.length > 0 ? "ACCEPTED_WITH_WARNINGS" : "ACCEPTED";
  const late = world.contentFaults(service, "LATE")[0];
  const delay = late ? Number(late.with?.ms ?? 60_000) : usualDelayMs;
  const readyAt =
    world.contentFaults(service, "NEVER").length > 0 ? "never" : new Date(Date.parse(now) + delay).toISOString();
  const count = (db.prepare("SELECT COUNT(*) AS n FROM event").get() as { n: number }).n;
  const receipt = `R-${String(count + 1).padStart(6, "0")}`;
  db.prepare(
    "INSERT INTO event (receipt, payer, bms, submission, digest, bytes, action, pay_date, run_at, w1, w2, received_at, ready_at, result, items, counts, wrong) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
  ).run(
    receipt,
    message.payerNumber,
    message.bms,
    message.submission,
    digest,
    bytes,
    message.action,
    message.payDate,
    message.runAt,
    message.w1,
    message.w2,
    now,
    readyAt,
    result,
    JSON.stringify(items),
    JSON.stringify({ received: message.payees.length, accepted, rejected }),
    world.contentFaults(service, "WRONG_RECEIPT").length > 0 ? 1 : 0,
  );
  return { status: 202, body: { receipt, submissionId: message.submission, simulated: true } };
}
