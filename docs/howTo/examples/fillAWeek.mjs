/**
 * A roster program, small: writes a week of shifts, has it approved, and fetches the newest journal. It knows the pass and
 * the description (/api/openapi.json), nothing else. Node 20, no packages.
 *
 *   ZESTY_ADDRESS=http://127.0.0.1:4180 ZESTY_PASS=zl_… node fillAWeek.mjs roster.json
 *
 * roster.json: { "business": "Saltbush Cycle Kitchen", "shifts": [{ "payrollId": "17", "start": "2026-06-22T09:00",
 * "end": "2026-06-22T17:00", "break": 30 }] }
 */
import { randomUUID } from "node:crypto";
import { readFileSync } from "node:fs";

const { ZESTY_ADDRESS: address, ZESTY_PASS: pass } = process.env;
const roster = JSON.parse(readFileSync(process.argv[2] ?? "roster.json", "utf8"));

/** A key of its own for each write; the same one where it is sent again because the line broke, so nothing is done twice. */
async function ask(method, path, body) {
  const text = body && JSON.stringify(body);
  const key = text && randomUUID();
  for (let tries = 1; ; tries += 1) {
    try {
      const response = await fetch(`${address}/api${path}`, {
        method,
        headers: {
          Authorization: `Bearer ${pass}`,
          ...(text ? { "Content-Type": "application/json", "Idempotency-Key": key } : {}),
        },
        body: text,
      });
      const answer = await response.json();
      if (response.ok) return answer;
      if (response.status < 500) throw Object.assign(new Error(answer.detail), { final: true });
    } catch (error) {
      if (error.final || tries === 5) throw error;
    }
    await new Promise((done) => setTimeout(done, 200 * 2 ** tries));
  }
}

const own = await ask("GET", "/programs/own");
const business = own.businesses.find((each) => each.name === roster.business);
if (!business) throw new Error(`The pass does not reach ${roster.business}.`);
const people = await ask("GET", `/businesses/${business.id}/people`);
const idOf = (payrollId) => {
  const person = people.find((each) => each.payrollId === payrollId);
  if (!person) throw new Error(`Nobody has the payroll ID ${payrollId}.`);
  return person.id;
};
const days = roster.shifts.map(({ payrollId, start, end, break: minutes }) => ({
  personId: idOf(payrollId),
  date: start.slice(0, 10),
  kind: "worked",
  record: { shifts: [{ start, end, breaks: [], ...(minutes ? { breakAnywhere: minutes } : {}) }], leave: [] },
}));
await ask("PUT", `/businesses/${business.id}/days`, { days });
await ask("POST", `/businesses/${business.id}/approvals`, {
  days: days.map(({ personId, date }) => ({ personId, date })),
  approved: true,
});
console.log(`${days.length} days of ${business.name} are written and approved.`);
const [newest] = await ask("GET", `/businesses/${business.id}/journals?most=1`);
if (newest) {
  const { entries } = await ask("GET", `/journals/${newest.id}`);
  for (const line of entries) console.log([newest.date, line.account, line.debitCents, line.creditCents].join("\t"));
}
