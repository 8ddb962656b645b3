/** A simulated Inland Revenue: takes payday filings and employee details, checks them by its own reading. */
import express, { type Request, Router } from "express";
import { exchange } from "./exchange.ts";
import { type FilingItem, readDetails, readFiling } from "./filingReader.ts";
import { headerItems, lineItems } from "./filingRules.ts";
import { twoWorkingDaysAfter } from "./workingDays.ts";
import { sha256, type World } from "./world.ts";

const service = "nz-tax";
const delayMs = 100;

interface FilingRow {
  key: string;
  employer: string;
  payday: string;
  amendment: number;
  digest: string;
  received_at: string;
  ready_at: string;
  state: string;
  items: string;
}

/** A token counts ten minutes of simulated time, for its employer. */
function allowed(world: World, request: Request, employer: string): boolean {
  const token = (request.header("Authorization") ?? "").replace(/^Bearer /, "");
  const row = world.db.prepare("SELECT employer, made_at FROM token WHERE token = ?").get(token) as
    | { employer: string; made_at: string }
    | undefined;
  return row?.employer === employer && Math.abs(Date.parse(world.now()) - Date.parse(row.made_at)) < 600_000;
}

function noticeRoutes(world: World, router: Router): void {
  const { db } = world;
  router.post("/v1/notices", express.json(), (request, response) => {
    const { employer, ird, taxCode, supportCents, from } = request.body as Record<string, string>;
    db.prepare("INSERT INTO notice (employer, ird, tax_code, support_cents, from_day) VALUES (?, ?, ?, ?, ?)").run(
      employer,
      ird,
      taxCode ?? null,
      supportCents ?? null,
      from ?? world.today(),
    );
    response.status(201).json({ ok: true });
  });
  router.get("/v1/notices", (request, response) => {
    const { employer } = request.query as Record<string, string>;
    if (!allowed(world, request, employer ?? ""))
      return void response
        .status(401)
        .json({ code: "N01", text: "The token is missing, old, or of another employer." });
    const rows = db
      .prepare(
        'SELECT rowid AS number, ird, tax_code AS taxCode, support_cents AS supportCents, from_day AS "from" FROM notice WHERE employer = ? ORDER BY rowid',
      )
      .all(employer);
    response.json({ notices: rows, simulated: true });
  });
}

export function inlandRevenue(world: World): Router {
  const router = Router();
  const { db } = world;
  const raw = express.raw({ type: () => true, limit: "20mb" });

  router.post("/v1/token", express.json(), (request, response) => {
    const { employer } = request.body as { employer?: string };
    if (!employer) return void response.status(401).json({ code: "N01", text: "No employer is named." });
    const token = sha256(`${employer} ${world.now().slice(0, 15)}`).slice(0, 32);
    db.prepare("INSERT OR REPLACE INTO token (token, employer, made_at) VALUES (?, ?, ?)").run(
      token,
      employer,
      world.now(),
    );
    response.json({ token, simulated: true });
  });
  router.post("/v1/employment-information", raw, (request, response) => {
    const bytes = request.body as Buffer;
    const message = readFiling(bytes);
    if (message.employer && !allowed(world, request, message.employer))
      return void response
        .status(401)
        .json({ code: "N01", text: "The token is missing, old, or of another employer." });
    const amendment = Number(request.query.amendment ?? "0");
    const facts = { employer: message.employer, payDate: message.payday };
    return exchange(world, service, "file", request, response, facts, () => take(world, bytes, amendment));
  });
  router.post("/v1/employment-information/validate", raw, (request, response) => {
    const message = readFiling(request.body as Buffer);
    response.json({ items: headerItems(message, world.today()), simulated: true });
  });
  router.get("/v1/employment-information", (request, response) => {
    const { employer, payday, from } = request.query as Record<string, string>;
    const rows = db
      .prepare("SELECT * FROM filing WHERE employer = ? AND (payday = ? OR payday >= ?) ORDER BY payday, amendment")
      .all(employer, payday ?? "", from ?? "9999") as FilingRow[];
    response.json({ filings: rows.map((row) => view(world, row)) });
  });
  router.get("/v1/employment-information/:key", (request, response) => {
    const rule = world.fault(service, "status", {});
    if (rule?.fault === "CUT_BEFORE") return void response.destroy();
    if (rule?.fault === "HTTP_500") return void response.status(500).json({ code: "HTTP_500" });
    const row = db.prepare("SELECT * FROM filing WHERE key = ?").get(request.params.key) as FilingRow | undefined;
    if (!row) return void response.status(404).json({ code: "NOT_FOUND" });
    response.json(view(world, row));
  });
  router.post("/v1/employee-details", raw, (request, response) => {
    const bytes = request.body as Buffer;
    const { employer } = readDetails(bytes);
    if (!allowed(world, request, employer))
      return void response
        .status(401)
        .json({ code: "N01", text: "The token is missing, old, or of another employer." });
    return exchange(world, service, "details", request, response, { employer }, () => takeDetails(world, bytes));
  });
  router.get("/v1/employee-details", (request, response) => {
    response.json({
      people: db
        .prepare("SELECT ird, name, tax_code AS taxCode, finish_date AS finishDate FROM employee WHERE employer = ?")
        .all(String(request.query.employer)),
    });
  });
  router.get("/v1/obligations", (request, response) => {
    const rows = db
      .prepare("SELECT payday, owed FROM filing WHERE employer = ? AND state <> 'REPLACED' ORDER BY payday")
      .all(String(request.query.employer)) as { payday: string; owed: number }[];
    const months: Record<string, number> = {};
    for (const row of rows) months[row.payday.slice(0, 7)] = (months[row.payday.slice(0, 7)] ?? 0) + row.owed;
    response.json({ months, simulated: true });
  });
  noticeRoutes(world, router);
  return router;
}

function view(world: World, row: FilingRow) {
  const items = JSON.parse(row.items) as FilingItem[];
  const ready = row.ready_at <= world.now();
  const state = row.state === "REPLACED" ? "REPLACED" : ready ? row.state : "RECEIVED";
  return {
    key: row.key,
    payday: row.payday,
    amendment: row.amendment,
    digest: row.digest,
    state,
    receivedAt: row.received_at,
    items: state === "RECEIVED" ? [] : items,
    simulated: true,
  };
}

function take(world: World, bytes: Buffer, amendment: number) {
  const { db } = world;
  const message = readFiling(bytes);
  const today = world.today();
  const faults = headerItems(message, today);
  if (faults.length > 0) return { status: 422, body: { code: faults[0]?.code, items: faults } };
  const digest = sha256(bytes);
  const known = db
    .prepare("SELECT * FROM filing WHERE employer = ? AND payday = ? ORDER BY amendment DESC")
    .all(message.employer, message.payday) as FilingRow[];
  const twin = known.find((each) => each.amendment === amendment && each.digest === digest);
  if (twin) return { status: 200, body: { key: twin.key, payday: twin.payday, replayed: true, simulated: true } };
  const last = known[0];
  if (last && amendment === 0)
    return { status: 409, body: { code: "N07", text: "This payday is filed. Amend it under the next number." } };
  if (amendment !== (last ? last.amendment + 1 : 0))
    return {
      status: 422,
      body: { code: "N08", text: `The amendment number is not ${last ? last.amendment + 1 : 0}.` },
    };
  const items = lineItems(
    message,
    employees(world, message.employer, message.payday),
    twoWorkingDaysAfter(message.payday),
    today,
  );
  for (const rule of world.contentFaults(service, "REJECT_LINE")) {
    const at = message.lines.findIndex((line) => line.employee_ird === String(rule.match?.ird));
    const line = message.lines[at];
    if (line)
      items.push({
        code: String(rule.with?.code ?? "N09"),
        kind: "L",
        text: "Refused on request of the test side.",
        line: at + 1,
        ird: line.employee_ird ?? "",
        name: line.employee_name ?? "",
      });
  }
  const state = items.some((item) => item.kind === "L") ? "IN_ERROR" : "PROCESSED";
  const count = (db.prepare("SELECT COUNT(*) AS n FROM filing").get() as { n: number }).n;
  const key = `K-${String(count + 1).padStart(6, "0")}`;
  const late = world.contentFaults(service, "LATE")[0];
  const never = world.contentFaults(service, "NEVER").length > 0;
  const readyAt = never
    ? "9999-12-31"
    : new Date(Date.parse(world.now()) + (late ? Number(late.with?.ms ?? 60_000) : delayMs)).toISOString();
  db.prepare("UPDATE filing SET state = 'REPLACED' WHERE employer = ? AND payday = ?").run(
    message.employer,
    message.payday,
  );
  db.prepare(
    "INSERT INTO filing (key, employer, payday, amendment, digest, bytes, received_at, ready_at, state, items, people, owed) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
  ).run(
    key,
    message.employer,
    message.payday,
    amendment,
    digest,
    bytes,
    world.now(),
    readyAt,
    state,
    JSON.stringify(items),
    message.lines.length,
    Number(message.header.total_deducted),
  );
  return { status: 200, body: { statusCode: 0, key, payday: message.payday, state: "RECEIVED", simulated: true } };
}

/** Who works there, with what was last advised of each by the payday. */
function employees(world: World, employer: string, payday: string) {
  const newest = (column: string) =>
    `(SELECT n.${column} FROM notice n WHERE n.employer = e.employer AND n.ird = e.ird AND n.${column} IS NOT NULL
       AND n.from_day <= @payday ORDER BY n.rowid DESC LIMIT 1)`;
  const rows = world.db
    .prepare(
      `SELECT e.ird, ${newest("tax_code")} AS taxCode, ${newest("support_cents")} AS support FROM employee e
       WHERE e.employer = @employer`,
    )
    .all({ employer, payday }) as { ird: string; taxCode: string | null; support: number | null }[];
  return new Map(rows.map((row) => [row.ird, { taxCode: row.taxCode ?? "", supportNotice: row.support }]));
}

function takeDetails(world: World, bytes: Buffer) {
  const { employer, people, faults } = readDetails(bytes);
  if (faults.length > 0) return { status: 422, body: { code: faults[0]?.code, items: faults } };
  const items: FilingItem[] = [];
  for (const each of people) {
    const name = `${each.first_names} ${each.family_name}`;
    const ird = each.employee_ird ?? "";
    if (!each.town || !each.address_line)
      items.push({ code: "N02", kind: "W", text: "The address is not complete.", ird, name });
    world.db
      .prepare(
        "INSERT INTO employee (employer, ird, name, tax_code, finish_date) VALUES (?, ?, ?, ?, ?) ON CONFLICT (employer, ird) DO UPDATE SET name = excluded.name, tax_code = excluded.tax_code, finish_date = excluded.finish_date",
      )
      .run(employer, ird, name, each.tax_code, each.finish_date);
  }
  return { status: 200, body: { statusCode: 0, items, simulated: true } };
}
