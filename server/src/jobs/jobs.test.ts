/** Long work: others are answered meanwhile, what they change counts, and what is broken off has done nothing. */
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { readRun } from "../runs/readRun.ts";
import { signOffSteps } from "../signOff/signOff.ts";
import { person, signedPay } from "../store/schema.ts";
import { eachOf, type Step } from "../store/steps.ts";
import { readyRun, type SmallWorld, smallWorld } from "../testing/smallWorld.ts";
import { startServer, type TestServer } from "../testing/testServer.ts";
import { Jobs } from "./jobs.ts";

let world: SmallWorld;
let server: TestServer;
beforeEach(async () => {
  world = smallWorld(40);
  server = await startServer(world);
});
afterEach(async () => {
  server.close();
  await world.end();
});
const pays = () => world.context.store.db.select().from(signedPay).all();

describe("sign-off as a job", () => {
  it("is answered at once, tells how far it is, and answers others meanwhile", async () => {
    await server.add("lead", "lead");
    await server.add("other", "see");
    const { runId, version } = readyRun(world);
    const sign = () =>
      server.call("POST", `/runs/${runId}/sign-off`, "lead", { version, declared: true }, { Prefer: "respond-async" });
    const { status, body } = await sign();
    expect(status).toBe(202);
    let job = { state: "", change: -1 };
    expect((await server.call("GET", "/session", "other")).status).toBe(200);
    expect((await server.call("GET", `/jobs/${body.id}`, "other")).body.code).toBe("job-gone");
    while (job.state !== "done") job = (await server.call("GET", `/jobs/${body.id}?seen=${job.change}`, "lead")).body;
    // Begun, on its way, and done: how much of it somebody heard is a matter of who was quicker.
    expect(job.change).toBeGreaterThan(2);
    expect(pays()).toHaveLength(40);
  });
  it("tells the one who waits, and the one who asks, why it was refused", async () => {
    await server.add("lead", "lead");
    const { runId, version } = readyRun(world);
    const sign = { version: version - 1, declared: true };
    const path = `/runs/${runId}/sign-off`;
    expect((await server.call("POST", path, "lead", sign)).body.code).toBe("changed-meanwhile");
    const { id } = (await server.call("POST", path, "lead", sign, { Prefer: "respond-async" })).body;
    let job = (await server.call("GET", `/jobs/${id}`, "lead")).body;
    while (job.state !== "refused") job = (await server.call("GET", `/jobs/${id}?seen=${job.change}`, "lead")).body;
    expect(job.problem).toMatchObject({ status: 409, code: "changed-meanwhile" });
    expect(pays()).toEqual([]);
  });
});

describe("the steps of a sign-off", () => {
  const steps = () => {
    const { runId, version } = readyRun(world);
    return { runId, steps: signOffSteps(world.context, world.actor, runId, version) };
  };
  const until = (walk: Generator<Step>, part: string) => {
    for (let next = walk.next(); !next.done; next = walk.next()) if (next.value.part === part) return;
    throw new Error(`No step ${part}.`);
  };
  const toEnd = (walk: Generator<Step>) => {
    while (!walk.next().done);
  };
  it.each(["Working out pays", "Keeping the workings", "Writing"])("broken off at “%s” have done nothing", (part) => {
    const { runId, steps: walk } = steps();
    const before = world.context.store.stamp();
    until(walk, part);
    walk.return();
    expect([pays(), world.context.store.stamp()]).toEqual([[], before]);
    expect(readRun(world.context, world.actor, runId).state).toBe("open");
  });
  it("count what others wrote meanwhile, at whatever step", () => {
    for (const part of ["Working out pays", "Keeping the workings", "Writing"]) {
      const { runId, steps: walk } = steps();
      until(walk, part);
      world.context.store.db
        .update(person)
        .set({ payslipMessage: `said at ${part}` })
        .run();
      toEnd(walk);
      const said = pays()
        .filter((each) => each.runId === runId)
        .map((each) => (each.payslip as { message: string }).message);
      expect(new Set(said)).toEqual(new Set([`said at ${part}`]));
      world.context.clock.moveTo(readRun(world.context, world.actor, runId).payday);
    }
  });
  it("refuse when somebody changed the run meanwhile", () => {
    const { runId, steps: walk } = steps();
    until(walk, "Preparing payslips and payments");
    world.context.store.sqlite.prepare("UPDATE pay_run SET version = version + 1 WHERE id = ?").run(runId);
    expect(() => toEnd(walk)).toThrow("Somebody else changed");
    expect(pays()).toEqual([]);
  });
});

it("jobs go one after the other, one at a time of one thing, and one that breaks does not stop the next", async () => {
  const jobs = new Jobs((error) => ({ type: "", title: "", status: 500, code: "fault", detail: String(error) }));
  const order: string[] = [];
  const work = (name: string, breaks = false) =>
    function* () {
      yield* eachOf(name, [1, 2, 3], (each) => {
        order.push(`${name}${each}`);
        if (breaks) throw new Error("broken");
      });
    };
  const first = jobs.start("a", 1, work("a", true));
  expect(() => jobs.start("a", 2, work("b"))).toThrow("being done already");
  const second = jobs.start("b", 1, work("b"));
  await expect(first.ended).rejects.toThrow("broken");
  await second.ended;
  expect(order).toEqual(["a1", "b1", "b2", "b3"]);
  expect(await jobs.view(first.id, 1)).toMatchObject({ state: "refused" });
  expect(await jobs.view(second.id, 2)).toBeUndefined();
});
