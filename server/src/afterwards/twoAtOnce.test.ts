/** Two people look at the same thing, and both act: the slower one is told, and what the faster one did stands once. */
import { afterEach, beforeEach, expect, it } from "vitest";
import { outbox } from "../store/schema.ts";
import { openUsual, plainTerms, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { startServer, type TestServer } from "../testing/testServer.ts";

let world: SmallWorld;
let server: TestServer;
let signed: number;
beforeEach(async () => {
  world = smallWorld(2);
  signed = openUsual(world);
  signRun(world, signed);
  world.context.store.db.update(outbox).set({ state: "accepted" }).run();
  server = await startServer(world);
  for (const who of ["pia", "quin"]) await server.add(who, "authorise");
});
afterEach(async () => {
  server.close();
  await world.end();
});

const get = async (path: string) => (await server.call("GET", path, "pia")).body;
const who = () => world.personIds[0] ?? 0;
const sum = (text: string): unknown => world.context.store.sqlite.prepare(text).pluck().get();
interface Case {
  /** what is sent, where, and what was seen of it */
  look: () => Promise<{ path: string; body: object; seen: string }>;
  /** what the act changes */
  came: () => unknown;
  once: unknown;
}

const cases: Record<string, Case> = {
  "a correction: the other one's line is not taken back": {
    look: async () => {
      const payId = (await get(`/runs/${signed}`)).rows[0].payId;
      const { lines, stamp } = await get(`/runs/${signed}/pays/${payId}/correction`);
      const more = lines.map((line: object, at: number) => (at === 0 ? { ...line, hours: "40" } : line));
      return { path: `/runs/${signed}/corrections`, body: { payId, lines: more, into: "next" }, seen: stamp };
    },
    came: () => sum("SELECT COUNT(*) FROM act WHERE undone_at IS NULL"),
    once: 1,
  },
  "a raise of several people: nobody has it twice": {
    look: async () => {
      const body = { from: "2026-07-06", by: "percent", value: "10", people: world.personIds, payBack: false };
      const path = `/businesses/${world.businessId}/raise`;
      const { stamp } = (await server.call("POST", `${path}/plan`, "pia", body)).body;
      return { path, body, seen: stamp };
    },
    came: () => sum("SELECT MAX(hourly_rate_e4) FROM employment_terms"),
    once: 346500,
  },
  "a raise with back pay, over another change of the same terms": {
    look: async () => {
      const { stamps } = await get(`/people/${who()}`);
      const body = { ...plainTerms(world, { from: "2026-06-22" }), hourlyRate: "33.00" };
      return { path: `/people/${who()}/back-pay/employment`, body, seen: stamps.employment };
    },
    came: () => sum("SELECT COUNT(*) FROM employment_terms WHERE hourly_rate_e4 = 330000"),
    once: 1,
  },
  "a balance adjusted": {
    look: async () => {
      const { people } = await get(`/businesses/${world.businessId}/leave`);
      const body = { kind: "annual", date: "2026-06-29", amount: "-7.6", reason: "A day that was forgotten" };
      const seen = people.find((each: { personId: number }) => each.personId === who()).ledgerStamp;
      return { path: `/people/${who()}/leave-adjustments`, body, seen };
    },
    came: () => sum("SELECT SUM(hours_e4) FROM leave_entry WHERE why = 'adjusted'"),
    once: -76000,
  },
};

it.each(Object.entries(cases))("%s", async (_words, { look, came, once }) => {
  const { path, body, seen } = await look();
  const act = (name: string) => server.call("POST", path, name, body, { "If-Match": seen });
  const [first, late] = [await act("pia"), await act("quin")];
  expect([first.status, late.status, late.body.code, came()]).toEqual([200, 409, "changed-meanwhile", once]);
  // Looked at anew it is a new word: what is asked then may go ahead.
  expect((await look()).seen).not.toBe(seen);
});
