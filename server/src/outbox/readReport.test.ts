/** What an agency was told, read back from its bytes: each figure as it was signed, no tax number, for who may download it. */
import type { ReportPage } from "@zesty/contract/readReport";
import { centsText } from "@zesty/core/quantity/units";
import { and, eq } from "drizzle-orm";
import { afterEach, expect, it } from "vitest";
import { recordDeparture } from "../afterwards/recordDeparture.ts";
import { saveSection } from "../people/savePerson.ts";
import { document } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { startServer, type TestServer } from "../testing/testServer.ts";

let world: SmallWorld;
let server: TestServer;
afterEach(async () => {
  await server.close();
  await world.end();
});

type Kind = (typeof document.$inferSelect)["kind"];
async function told(runId: number, kind: Kind) {
  server = await startServer(world);
  for (const right of ["prepare", "see"] as const) await server.add(right, right);
  await server.add("stranger", null);
  const { db } = world.context.store;
  const of = (wanted: Kind) =>
    db
      .select({ id: document.id })
      .from(document)
      .where(and(eq(document.runId, runId), eq(document.kind, wanted)))
      .get()?.id;
  const at = (id: number | undefined) => `/documents/${id}/read`;
  const ask = async (who: string, id = of(kind)) => (await server.call("GET", at(id), who)).status;
  expect([await ask("see"), await ask("stranger"), await ask("prepare", 9999)]).toEqual([403, 404, 404]);
  // A bank file is no message to an agency.
  expect(await ask("prepare", of("paymentFile"))).toBe(404);
  return (await server.call("GET", at(of(kind)), "prepare")).body as ReportPage;
}
const facts = (runId: number, code: string) =>
  world.context.store
    .prepared<[number, string], { cents: number }>(
      `SELECT SUM(f.cents) AS cents FROM pay_fact f JOIN signed_pay s ON s.id = f.signed_pay_id WHERE s.run_id = ? AND f.code = ?`,
    )
    .get(runId, code)?.cents ?? 0;

it("a pay event: sums, sacrifice, an allowance, leave on leaving, the reason, and the super", async () => {
  world = smallWorld(2);
  const [first = 0, second = 0] = world.personIds;
  saveSection(world.context, world.actor, first, "usualPay", {
    from: "2026-01-01",
    lines: [
      { elementId: world.element("ORD"), hours: "38" },
      { elementId: world.element("SACS"), amount: "100.00" },
    ],
  });
  const runId =
    recordDeparture(world.context, world.actor, second, {
      ...{ lastDay: "2026-06-26", reason: "V", noticeWorked: true, misconduct: false, pay: "next" },
    }) ?? 0;
  signRun(world, runId);
  const page = await told(runId, "payEvent");
  const head = Object.fromEntries(page.head);
  expect(head).toMatchObject({ Payer: "Example Bakery Pty Ltd", ABN: "63000000011", "Paid on": "2 July 2026" });
  expect(head["W2 of this event"]).toBe(centsText(facts(runId, "withheld")));
  const [stays, leaves] = page.people;
  expect(stays?.name).toBe("Alex Sample0");
  expect(stays?.cells.slice(0, 2)).toEqual(["1197.00", expect.stringMatching(/^\d+\.\d\d$/)]);
  expect(Object.fromEntries(stays?.whole ?? [])).toMatchObject({
    ...{ Gross: "1197.00", "Salary sacrificed to super": "100.00", "Employed since": "6 January 2020" },
    "Super guarantee": expect.stringMatching(/^1\d\d\.\d\d$/),
  });
  expect(Object.fromEntries(leaves?.whole ?? [])).toMatchObject({
    ...{ "Ended on": "26 June 2026", Reason: "V", "Unused leave on leaving": expect.stringMatching(/\.\d\d$/) },
  });
  // Not the number that the agency knows somebody by, and no word of the message's own.
  expect(JSON.stringify(page)).not.toMatch(/123456782|TypeC|PaymentA|undefined|NaN/);
});

it("employment information: each line and the sums, the number masked", async () => {
  world = smallWorldNz(2);
  const runId = signRun(world, openUsual(world));
  const page = await told(runId, "employmentInformation");
  expect(page.people).toHaveLength(2);
  const sum = (at: number) => page.people.reduce((total, each) => total + Math.round(Number(each.cells[at]) * 100), 0);
  const head = Object.fromEntries(page.head);
  expect([head["Gross, together"], head["PAYE, together"]]).toEqual([centsText(sum(0)), centsText(sum(1))]);
  expect(sum(0)).toBe(facts(runId, "gross"));
  expect(Object.fromEntries(page.people[0]?.whole ?? [])).toMatchObject({
    ...{ "Tax code": "M", Hours: "80.00", "IRD number": expect.stringMatching(/^••• \d{3}$/) },
  });
  expect(JSON.stringify(page)).not.toMatch(/\d{8,9}"|_|undefined|NaN/);
});
