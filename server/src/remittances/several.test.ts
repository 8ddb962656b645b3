/** The sheet of the practice: what is due everywhere, paid by business, and nothing twice. */
import type { PaymentPlan } from "@zesty/contract/dues";
import type { BusinessDues, PlanOfBusiness } from "@zesty/contract/payOver";
import { afterAll, beforeAll, expect, it } from "vitest";
import { savePayee } from "../dues/payees.ts";
import { readDues } from "../dues/readDues.ts";
import { business } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { startServer, type TestServer } from "../testing/testServer.ts";

let world: SmallWorld;
let server: TestServer;
beforeAll(async () => {
  world = smallWorld(2);
  for (let runs = 0; runs < 2; runs += 1) signRun(world, openUsual(world));
  for (const receiver of ["clearingHouse", "taxOffice"])
    savePayee(world.context, world.actor, world.businessId, {
      ...{ receiver, name: receiver, bsb: "650-000", account: "40404040", reference: "" },
    });
  server = await startServer(world);
  for (const right of ["lead", "prepare", "see"] as const) await server.add(right, right);
  await server.add("stranger", null);
});
afterAll(async () => {
  await server.close();
  await world.end();
});

const open = async (who: string): Promise<BusinessDues[]> => (await server.call("GET", "/due-payments/open", who)).body;
const plans = (who: string, payments: object[]) => server.call("POST", "/due-payments/plan", who, { payments });
const pay = (who: string, payments: object[]) => server.call("POST", "/due-payments", who, { payments });

it("shows what no payment holds, to who may prepare, as the list of the business has it", async () => {
  const [only, ...rest] = await open("prepare");
  expect(rest).toEqual([]);
  const listed = readDues(world.context, world.businessId).filter((each) => each.unpaidCents > 0);
  expect(only?.dues.map((each) => [each.key, each.unpaidCents, each.sendBy, each.words, each.people])).toEqual(
    listed.map((each) => [each.key, each.unpaidCents, each.sendBy, each.words, each.people]),
  );
  expect([await open("see"), await open("stranger")]).toEqual([[], []]);
});

it("pays what was seen, once; what is in the way of one business is said and keeps nothing else back", async () => {
  const { businessId } = world;
  const [own] = await open("lead");
  const picks = own?.dues.map(({ dueDate, kind, fundId, payee }) => ({ dueDate, kind, fundId, payee })) ?? [];
  const asked = [{ business: businessId, picks }];
  expect((await plans("see", asked)).status).toBe(403);
  expect((await plans("stranger", asked)).status).toBe(404);
  const [plan] = (await plans("lead", asked)).body.map((each: PlanOfBusiness) => each.plan) as PaymentPlan[];
  expect(plan?.faults).toEqual([]);
  expect(new Set(plan?.lines.flatMap((line) => line.dues))).toEqual(new Set(own?.dues.map((each) => each.key)));
  const order = { business: businessId, picks, date: plan?.earliest, cents: plan?.cents };
  const confirmed = plan?.lines.map((line) => line.receiver);
  const refused = async (who: string, payment: object) => (await pay(who, [payment])).body.refused[0]?.text;
  expect(await refused("lead", order)).toMatch(/paid to this account for the first time/);
  expect(await refused("lead", { ...order, confirmed, cents: 1 })).toMatch(/you looked at 0.01/);
  expect(await refused("see", { ...order, confirmed })).toMatch(/but not prepare/);
  expect(await refused("stranger", { ...order, confirmed })).toMatch(/no such business/);
  expect((await pay("lead", [])).status).toBe(400);
  const { paid, refused: left } = (
    await pay("lead", [
      { ...order, business: 999, confirmed },
      { ...order, confirmed },
      { ...order, confirmed },
    ])
  ).body;
  expect([paid.length, left.length]).toEqual([1, 2]);
  expect(left[1].text).toMatch(/Nothing of this is left/);
  expect(await open("lead")).toEqual([]);
});

it("leaves it to somebody else where two pairs of eyes are wanted", async () => {
  signRun(world, openUsual(world));
  world.context.store.db.update(business).set({ fourEyes: true }).run();
  const [own] = await open("lead");
  const picks = own?.dues.map(({ dueDate, kind, fundId, payee }) => ({ dueDate, kind, fundId, payee })) ?? [];
  const [plan] = (await plans("lead", [{ business: world.businessId, picks }])).body.map(
    (each: PlanOfBusiness) => each.plan,
  ) as PaymentPlan[];
  expect(plan?.fourEyes).toBe(true);
  const order = { business: world.businessId, picks, date: plan?.earliest, cents: plan?.cents };
  const { paid } = (await pay("lead", [{ ...order, confirmed: plan?.lines.map((line) => line.receiver) }])).body;
  const [payment] = (await server.call("GET", `/businesses/${world.businessId}/dues`, "lead")).body.payments;
  expect([payment.id, payment.released]).toEqual([paid[0].id, null]);
});
