/**
 * A payday on its whole way to agency and bank, over real HTTP to the stand-ins: killed at any write and
 * started again it comes to the same, and everybody outside holds each thing once. Both countries.
 */
import { eq } from "drizzle-orm";
import { afterEach, expect, it } from "vitest";
import { readPerson } from "../people/readPeople.ts";
import { saveSection } from "../people/savePerson.ts";
import { unbalanced } from "../store/invariants.ts";
import { outbox, payRun } from "../store/schema.ts";
import { verify } from "../store/trail.ts";
import { type Outside, settleOutbox, startOutside } from "../testing/outside.ts";
import { killedAt } from "../testing/powerCut.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { sendRun } from "./sendRun.ts";

let world: SmallWorld;
let outside: Outside;

async function end(): Promise<void> {
  await world.end();
  await outside.close();
}
afterEach(() => end());

const held = () => {
  const count = (table: string) =>
    (outside.held.db.prepare(`SELECT COUNT(*) AS n FROM ${table}`).get() as { n: number }).n;
  return ["event", "filing", "bank_file", "bank_line"].map((table) => `${table} ${count(table)}`);
};

async function payday(make: () => SmallWorld, at: number) {
  outside = await startOutside();
  world = make();
  outside.tell(world);
  outside.move(world, "2026-07-01");
  const { context, actor } = world;
  // A name has no digits: the agency would refuse it.
  for (const [at, id] of world.personIds.entries()) {
    const { details } = readPerson(context, id);
    saveSection(context, actor, id, "details", { ...details, familyName: `Sample${"AB"[at]}` } as never);
  }
  const runId = signRun(world, openUsual(world));
  sendRun(context, actor, runId, ["payEvent", "employmentInformation", "paymentFile"]);
  const wasCut = at > 0 && (await killedAt(context, at, () => settleOutbox(world)));
  await settleOutbox(world);
  outside.move(world, "2026-07-03");
  await settleOutbox(world);
  const states = context.store.db
    .select()
    .from(outbox)
    .all()
    .map(({ channel, state }) => `${channel} ${state}`);
  const run = context.store.db.select().from(payRun).where(eq(payRun.id, runId)).get();
  const ended = [run?.state, states.sort(), held(), unbalanced(context.store), verify(context.store).broken];
  return { wasCut, ended };
}

it.each([
  ["Australia", () => smallWorld(2)],
  ["New Zealand", () => smallWorldNz(2)],
] as const)(
  "killed at any write of a payday's sending, it ends alike: %s",
  async (_country, make) => {
    const { ended } = await payday(make, 0);
    expect(JSON.stringify(ended)).not.toContain("rejected");
    for (let [at, goesOn] = [1, true]; goesOn; at += Math.ceil(at / 5)) {
      await end();
      const killed = await payday(make, at);
      goesOn = killed.wasCut;
      expect([at, killed.ended]).toEqual([at, ended]);
    }
  },
  120_000,
);
