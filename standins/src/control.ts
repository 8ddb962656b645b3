/** The test side: the clock, faults, and what truly happened. Tests judge by effects. */
import express, { Router } from "express";
import { settle } from "./bank.ts";
import { advance } from "./clearingHouse.ts";
import { html, page } from "./page.ts";
import { nominate } from "./taxAgency.ts";
import type { FaultRule, World } from "./world.ts";

export function control(world: World): Router {
  const router = Router();
  const { db } = world;
  router.use(express.json(), express.urlencoded({ extended: false }));
  // A page of another origin cannot send this header: only who means to moves the world.
  router.use((request, response, next) => {
    const ownForm =
      ["/scenario/choose", "/agents"].includes(request.path) && request.header("Sec-Fetch-Site") !== "cross-site";
    if (request.method !== "GET" && !ownForm && request.header("X-Sim") !== "1")
      return void response.status(403).json({ code: "HEADER_MISSING" });
    next();
  });
  router.post("/clock", (request, response) => {
    world.setClock((request.body as { now: string }).now);
    settle(world);
    response.json({ now: world.now() });
  });
  router.put("/scenario", (request, response) => {
    world.setRules((request.body as { rules: FaultRule[] }).rules);
    response.json({ rules: world.rules() });
  });
  router.get("/scenario", (_request, response) => void response.json({ rules: world.rules() }));
  router.post("/scenario/choose", (request, response) => {
    const { service, fault, uses } = request.body as Record<string, string>;
    const operation =
      { "au-tax": "submit", "nz-tax": "file", bank: "upload", super: "batch", outbox: "send" }[service ?? ""] ??
      "submit";
    world.setRules(fault ? [{ service: service ?? "", operation, fault, uses: Number(uses) || 1 }] : []);
    response.redirect("/");
  });
  router.post("/agents", (request, response) => {
    const { payer, number } = request.body as Record<string, string>;
    nominate(world, payer ?? "", number ?? "");
    response.redirect("/");
  });
  router.post("/reset", (_request, response) => {
    for (const name of [
      "answered",
      "request",
      "event",
      "payee",
      "agent",
      "token",
      "filing",
      "employee",
      "notice",
      "bank_file",
      "bank_line",
      "bank_account",
      "super_batch",
      "super_line",
      "super_payment",
      "mail",
      "text_message",
    ])
      db.exec(`DELETE FROM ${name}`);
    world.setRules([]);
    response.json({ ok: true });
  });
  router.get(
    "/requests",
    (_request, response) => void response.json({ requests: db.prepare("SELECT * FROM request ORDER BY id").all() }),
  );
  router.get("/effects", (_request, response) => {
    advance(world);
    response.json({
      events: db
        .prepare("SELECT receipt, payer, submission, pay_date AS payDate, result FROM event ORDER BY receipt")
        .all(),
      filings: db
        .prepare("SELECT key, employer, payday, amendment, state, people, owed FROM filing ORDER BY key")
        .all(),
      files: db.prepare("SELECT id, state, credit, count FROM bank_file ORDER BY id").all(),
      lines: db.prepare("SELECT file, line, account, cents, state, reason FROM bank_line ORDER BY file, line").all(),
      contributions: db.prepare("SELECT * FROM super_line ORDER BY batch, line").all(),
      mail: db.prepare("SELECT message_id AS messageId, recipient, repeats FROM mail ORDER BY received_at").all(),
      texts: db.prepare("SELECT id, recipient, body FROM text_message ORDER BY rowid").all(),
    });
  });
  return router;
}

interface Named {
  name: string;
  words: string;
}
const faults: Named[] = [
  { name: "", words: "work as usual" },
  { name: "CUT_AFTER", words: "take it, then cut the line before answering" },
  { name: "CUT_BEFORE", words: "cut the line at once" },
  { name: "HTTP_503", words: "answer that it is down" },
  { name: "BAD_BODY", words: "take it and answer nonsense" },
  { name: "NEVER", words: "take it and never finish (tax agency)" },
];

export function indexPage(world: World): string {
  const { db } = world;
  const events = db
    .prepare("SELECT receipt, pay_date, result, received_at FROM event ORDER BY receipt DESC LIMIT 12")
    .all() as Record<string, string>[];
  const files = db
    .prepare("SELECT id, process_date, state, credit, count FROM bank_file ORDER BY id DESC LIMIT 12")
    .all() as Record<string, string | number>[];
  const filings = db
    .prepare("SELECT key, payday, amendment, state, people FROM filing ORDER BY key DESC LIMIT 12")
    .all() as Record<string, string | number>[];
  const cells = (values: unknown[]) => `<tr>${values.map((value) => `<td>${html(String(value))}</td>`).join("")}</tr>`;
  return page(
    "Stand-ins",
    `<p>Two tax agencies, a bank, a clearing house for super and a post box to learn and test with. Their day is ${html(world.today())}.</p>
<form method="post" action="/sim/control/scenario/choose"><label>The next time, <select name="service"><option value="au-tax">the tax agency</option><option value="nz-tax">Inland Revenue</option><option value="bank">the bank</option><option value="super">the clearing house</option><option value="outbox">the post box</option></select></label>
<label> shall <select name="fault">${faults.map((each) => `<option value="${each.name}">${html(each.words)}</option>`).join("")}</select></label> <input type="hidden" name="uses" value="1"><button>Set</button></form>
<p><small>Set now: ${html(
      world
        .rules()
        .map((rule) => `${rule.service} ${rule.fault} (${rule.uses} left)`)
        .join(", ") || "nothing",
    )}</small></p>
<h2>Tax agency</h2><table><thead><tr><th>Receipt</th><th>Pay date</th><th>Result</th><th>Received</th></tr></thead><tbody>${events.map((row) => cells([row.receipt, row.pay_date, row.result, row.received_at])).join("")}</tbody></table>
<form method="post" action="/sim/control/agents"><label>Let the payer with ABN <input name="payer" required></label> <label>nominate the agent number <input name="number" required></label> <button>Nominate</button></form>
<h2>Inland Revenue</h2><table><thead><tr><th>Filing</th><th>Payday</th><th>Amendment</th><th>State</th><th>People</th></tr></thead><tbody>${filings.map((row) => cells([row.key, row.payday, row.amendment, row.state, row.people])).join("")}</tbody></table>
<h2>Bank</h2><table><thead><tr><th>File</th><th>Settles on</th><th>State</th><th>Amount</th><th>Lines</th></tr></thead><tbody>${files.map((row) => cells([row.id, row.process_date, row.state, `$${(Number(row.credit) / 100).toFixed(2)}`, row.count])).join("")}</tbody></table>`,
  );
}
