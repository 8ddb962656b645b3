/**
 * Thirty people at work for a while, with a hundred pages that listen: nothing is refused that should not be, and memory
 * does not climb. `npm run endure` goes on for twenty minutes (ZESTY_SOAK, in seconds) and holds the answers to a time.
 */
import { expect, openRun, startKillableWorld, test, until, type World } from "../world.ts";

const seconds = Number(process.env.ZESTY_SOAK ?? 6);
const isLong = seconds > 60;
/** Some 27 requests a second in the long form: a busy morning of thirty. */
const [people, streams, pauseMs] = isLong ? [30, 100, 5000] : [10, 30, 1000];

/** Invited, joined by the link of the letter, signed in: a cookie of their own. */
async function join(world: World, at: number, cookies: Map<string, string>): Promise<void> {
  const page = await until(
    async () => (await fetch(world.postBox)).text(),
    (html) => html.includes(`soak${at}@pith.example`),
  );
  // The newest letter stands first; each names its address before its link.
  const mine = page.slice(page.indexOf(`soak${at}@pith.example`));
  const token = /\/join#([\w-]+)/.exec(mine)?.[1];
  const response = await fetch(`${world.url}/api/invitation`, {
    method: "POST",
    headers: { "Content-Type": "application/json", "X-Zesty": "1" },
    body: JSON.stringify({ token, password: "quiet lemons at noon" }),
  });
  expect([at, response.status]).toEqual([at, 200]);
  cookies.set(`soak${at}`, response.headers.getSetCookie()[0]?.split(";")[0] ?? "");
}

test("people at work for a while: answers come, memory does not climb", async () => {
  test.setTimeout((seconds + 300) * 1000);
  const world = await startKillableWorld();
  try {
    const lead = await world.api();
    const rights = [1, 2, 3, 4, 5, 6].map((businessId) => ({ businessId, right: "prepare" }));
    for (let at = 0; at < people; at += 1)
      expect(
        (
          await lead.call("POST", "/users/invitations", {
            ...{ email: `soak${at}@pith.example`, name: `Soak ${at}`, lead: false, rights },
          })
        ).status,
      ).toBe(200);
    const cookies = new Map<string, string>();
    for (let at = 0; at < people; at += 1) await join(world, at, cookies);
    const who = [...cookies.values()];

    const stop = new AbortController();
    let heard = 0;
    for (let at = 0; at < streams; at += 1)
      void fetch(`${world.url}/api/events`, { headers: { Cookie: who[at % people] ?? "" }, signal: stop.signal })
        .then(async ({ body }) => {
          for await (const chunk of body ?? []) if (Buffer.from(chunk).includes("runId")) heard += 1;
        })
        .catch(() => undefined);

    const took: number[] = [];
    const answers = new Map<string, number>();
    const ask = async (cookie: string, method: string, path: string, body?: object) => {
      const began = performance.now();
      const response = await fetch(`${world.url}/api${path}`, {
        ...{ method, headers: { "Content-Type": "application/json", "X-Zesty": "1", Cookie: cookie } },
        ...(body ? { body: JSON.stringify(body) } : {}),
      });
      const text = await response.text();
      took.push(performance.now() - began);
      const kind = `${method} ${response.status}`;
      answers.set(kind, (answers.get(kind) ?? 0) + 1);
      return text.startsWith("{") || text.startsWith("[") ? JSON.parse(text) : text;
    };
    const end = Date.now() + seconds * 1000;
    const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
    const work = async (cookie: string, at: number) => {
      // Nobody begins with the others.
      await pause((at * pauseMs) / people);
      for (let turn = at; Date.now() < end; turn += 1) {
        const business = 1 + (turn % 6);
        await ask(cookie, "GET", "/desk");
        await ask(cookie, "GET", `/businesses/${business}/people`);
        await ask(cookie, "GET", `/businesses/${business}/week`);
        const run = await ask(cookie, "GET", `/runs/${openRun}`);
        const row = run.rows[turn % run.rows.length];
        // Two at one row: one of them is told that the other was first.
        const lines = row.lines.map((line: { hours: string | null }, place: number) =>
          place > 0 || line.hours === null ? line : { ...line, hours: String(20 + (turn % 15)) },
        );
        const rows = [{ payId: row.payId, lines }];
        await ask(cookie, "PUT", `/runs/${openRun}/rows`, { version: run.version, rows });
        // As long as somebody looks at what came.
        await pause(pauseMs);
      }
    };
    const memory: number[] = [];
    const measure = setInterval(() => memory.push(world.memory()), Math.max(500, (seconds * 1000) / 40));
    await Promise.all(who.map(work));
    clearInterval(measure);
    stop.abort();

    const inOrder = took.toSorted((a, b) => a - b);
    const p95 = inOrder[Math.floor(inOrder.length * 0.95)] ?? 0;
    // The first quarter is the warming up.
    const later = memory.slice(Math.floor(memory.length / 4));
    const half = (from: number, to: number) => {
      const part = later.slice(Math.floor(later.length * from), Math.ceil(later.length * to));
      return part.reduce((sum, each) => sum + each, 0) / part.length;
    };
    process.stdout.write(
      `${took.length} requests of ${people} people and ${streams} streams in ${seconds} s: p95 ${Math.round(p95)} ms; memory ${later.map((each) => Math.round(each)).join(" ")} MB; ${[...answers].map(([kind, count]) => `${count} × ${kind}`).join(", ")}\n`,
    );
    expect([...answers.keys()].filter((kind) => !/ (200|409)$/.test(kind))).toEqual([]);
    expect(heard).toBeGreaterThan(0);
    if (isLong) {
      expect(half(0.5, 1) / half(0, 0.5)).toBeLessThan(1.15);
      expect(p95).toBeLessThan(300);
    }
  } finally {
    await world.end();
  }
});
