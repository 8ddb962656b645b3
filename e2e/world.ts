/** A world of its own for a test: a copy of the demo, the application and the stand-ins on free ports. */
import type { ChildProcess } from "node:child_process";
import { cpSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { test as base, expect, type Page } from "@playwright/test";
import { endProgram, environment, freePorts, type Ports, root, startBeside, startProgram } from "./programs.ts";
import { templateFolder } from "./template.ts";

export interface Effects {
  filings: { key: string; employer: string; payday: string; amendment: number; state: string; people: number }[];
  events: { receipt: string; submission: string; payDate: string; result: string }[];
  files: { id: string; state: string; credit: number; count: number }[];
  lines: { file: string; line: number; account: string; cents: number; state: string; reason: string }[];
  contributions: { payroll_id: string; reference: string; cents: number; state: string }[];
  mail: { messageId: string; recipient: string; repeats: number }[];
  texts: { id: string; recipient: string; body: string }[];
}

export interface World {
  url: string;
  /** where the letters that were sent can be read */
  postBox: string;
  folder: string;
  effects(): Promise<Effects>;
  faults(rules: object[]): Promise<void>;
  api(email?: string): Promise<Api>;
  end(): Promise<void>;
}
/** A world whose programs run by themselves: they can be killed. */
export interface KillableWorld extends World {
  /** of the server, in MB */
  memory(): number;
  killServer(): Promise<void>;
  startServer(): Promise<void>;
  stopStandins(): Promise<void>;
  startStandins(): Promise<void>;
}

/** The API as a program uses it: a session cookie and JSON. */
export interface Api {
  // biome-ignore lint/suspicious/noExplicitAny: tests read answers as a foreign program would
  call(method: string, path: string, body?: object): Promise<{ status: number; body: any }>;
}

let made = 0;

function layWorld() {
  made += 1;
  const folder = join(root, "data", "e2e", `world-${process.pid}-${made}`);
  // Backups that the demo made stay behind: no test reads them.
  cpSync(templateFolder, folder, { recursive: true, filter: (from) => !from.endsWith("/backups") });
  return folder;
}

/** A world in this worker's warm process. */
export async function startWorld(): Promise<World> {
  const folder = layWorld();
  const ports = await freePorts();
  const env = environment(folder, ports);
  // The application sets the clock of the stand-ins.
  const stopStandins = await startBeside("standins", env);
  const stopServer = await startBeside("server", env);
  return worldAt(folder, ports, async () => {
    await stopServer();
    await stopStandins();
  });
}

/** A world whose programs are started as a person would start them. */
export async function startKillableWorld(): Promise<KillableWorld> {
  const folder = layWorld();
  const ports = await freePorts();
  const env = environment(folder, ports);
  let [standins, server]: [ChildProcess, ChildProcess] = await Promise.all([
    startProgram("standins/dist/main.js", env, "ready"),
    startProgram("server/dist/main.js", env, "ready"),
  ]);
  const end = async () => {
    await endProgram(server);
    await endProgram(standins);
  };
  return {
    ...worldAt(folder, ports, end),
    memory: () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, "utf8"))?.[1]) / 1024,
    killServer: () => endProgram(server, "SIGKILL"),
    startServer: async () => {
      server = await startProgram("server/dist/main.js", env, "ready");
    },
    stopStandins: () => endProgram(standins, "SIGKILL"),
    startStandins: async () => {
      standins = await startProgram("standins/dist/main.js", env, "ready");
    },
  };
}

function worldAt(folder: string, ports: Ports, end: () => Promise<void>): World {
  const url = `http://127.0.0.1:${ports.app}`;
  const sim = `http://127.0.0.1:${ports.standins}/sim/control`;
  return {
    url,
    postBox: `http://127.0.0.1:${ports.standins}/post-box`,
    folder,
    effects: async () => (await (await fetch(`${sim}/effects`)).json()) as Effects,
    faults: async (rules) => {
      await fetch(`${sim}/scenario`, {
        method: "PUT",
        headers: { "Content-Type": "application/json", "X-Sim": "1" },
        body: JSON.stringify({ rules }),
      });
    },
    api: async (email = "pip@pith.example") => {
      let cookie = "";
      const call: Api["call"] = async (method, path, body) => {
        const response = await fetch(`${url}/api${path}`, {
          method,
          headers: { "Content-Type": "application/json", "X-Zesty": "1", Cookie: cookie },
          ...(body ? { body: JSON.stringify(body) } : {}),
        });
        cookie =
          response.headers
            .getSetCookie()
            .find((each) => each.startsWith("zesty="))
            ?.split(";")[0] ?? cookie;
        const text = await response.text();
        return {
          status: response.status,
          body: text.startsWith("{") || text.startsWith("[") ? JSON.parse(text) : text,
        };
      };
      const signedIn = await call("POST", "/session", { email, password: "lemon-and-pith" });
      if (signedIn.status !== 200) throw new Error(`${email} could not sign in: ${JSON.stringify(signedIn.body)}`);
      return { call };
    },
    end: async () => {
      await end();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** Every test of this kind gets a world of its own. */
export const test = base.extend<{ world: World }>({
  // biome-ignore lint/correctness/noEmptyPattern: Playwright wants the pattern
  world: async ({}, use) => {
    const world = await startWorld();
    await use(world);
    await world.end();
  },
});

/** The same, with programs that can be killed. */
export const killable = base.extend<{ world: KillableWorld }>({
  // biome-ignore lint/correctness/noEmptyPattern: Playwright wants the pattern
  world: async ({}, use) => {
    const world = await startKillableWorld();
    await use(world);
    await world.end();
  },
});
export { expect };

/**
 * Tests of a file that go about different people and runs share one world: a warm server answers at once, and two
 * programs fewer are started a test. Each still stands alone when it is run alone.
 */
export function testInOneWorld(): typeof test {
  let world: World | undefined;
  const sharing = base.extend<{ world: World }>({
    // biome-ignore lint/correctness/noEmptyPattern: Playwright wants the pattern
    world: async ({}, use) => {
      world ??= await startWorld();
      await use(world);
    },
  });
  sharing.afterAll(async () => {
    await world?.end();
    world = undefined;
  });
  return sharing;
}

export async function signIn(page: Page, world: World, email = "pip@pith.example"): Promise<void> {
  await page.goto(world.url);
  await page.getByLabel("E-mail").fill(email);
  await page.getByLabel("Password").fill("lemon-and-pith");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Desk" })).toBeVisible();
}

/** Waits until nothing on the page has changed for a while: what was asked for is answered, and drawn. */
export const standsStill = (page: Page, quietMs = 120): Promise<void> =>
  page.evaluate(
    (quiet) =>
      new Promise<void>((done) => {
        let timer = setTimeout(end, quiet);
        const observer = new MutationObserver(() => {
          clearTimeout(timer);
          timer = setTimeout(end, quiet);
        });
        observer.observe(document, { subtree: true, childList: true, attributes: true, characterData: true });
        function end() {
          observer.disconnect();
          done();
        }
      }),
    quietMs,
  );

const nowhere = "There is no such page";

/**
 * Goes to a page as a link would, by way of a page that does not exist, so that nothing of the last one is left. The
 * application stays warm: loading it anew costs more than the page.
 */
export async function visit(page: Page, path: string): Promise<void> {
  for (const [to, heading] of [
    ["/nowhere", page.getByRole("heading", { level: 1, name: nowhere })],
    [path, page.getByRole("heading", { level: 1 }).and(page.locator(`:not(:text-is("${nowhere}"))`))],
  ] as const) {
    await page.evaluate((address) => {
      history.pushState({}, "", address);
      dispatchEvent(new PopStateEvent("popstate"));
    }, to);
    await heading.waitFor();
  }
}

/** Signed in by the door that programs use, straight to a page: the desk and the form have tests of their own. */
export async function openAt(page: Page, world: World, path: string, email = "pip@pith.example"): Promise<void> {
  const answer = await page.request.post(`${world.url}/api/session`, {
    headers: { "X-Zesty": "1" },
    data: { email, password: "lemon-and-pith" },
  });
  expect(answer.status()).toBe(200);
  await page.goto(world.url + path);
}

/** Runs of the demo on its day, by their numbers in the store: they follow from the order of the stories' paydays. */
export const runs = {
  saltbush: 110,
  /** a settled run of Saltbush */
  saltbushSettled: 103,
  gannet: 109,
  /** the settled weekly run of 26 June */
  gannetSettled: 105,
  fern: 111,
  koura: 112,
  /** paid on 30 June, not filed yet */
  kouraUnfiled: 108,
  rata: 113,
  growers: 114,
  packing: 115,
  /** the run that is opened next */
  next: 116,
};
/** The open run of Saltbush Cycle Kitchen on the demo's day, payday 2 July 2026. */
export const openRun = runs.saltbush;

/** A block of a client's spreadsheet: names either way round, hours by the clock. */
export const typedHours = [
  ["Name", "Ordinary", "Saturday"],
  ["Jarrah Mokoena", "29", ""],
  ["Halloran, Priya", "37:30", "1"],
]
  .map((row) => row.join("\t"))
  .join("\n");

/** Approves all days of the casuals in the open period, by the API. */
export async function approveWeek(api: Api): Promise<void> {
  const week = (await api.call("GET", "/businesses/1/week")).body;
  const days = week.people.flatMap(
    (person: { personId: number; days: Record<string, { worked: unknown; state: string }> }) =>
      Object.entries(person.days)
        .filter(([date, day]) => date >= week.from && date <= week.to && day.worked && day.state !== "approved")
        .map(([date]) => ({ personId: person.personId, date })),
  );
  if (days.length === 0) return;
  const approved = await api.call("POST", "/businesses/1/approvals", { days, approved: true });
  if (approved.status !== 200) throw new Error(JSON.stringify(approved.body));
}

/** Approves the casuals' days and mends or ticks everything, by the API: the run is then ready to be signed off. */
export async function makeReady(api: Api): Promise<number> {
  const run = (await api.call("GET", `/runs/${openRun}`)).body;
  const row = (name: string) => run.rows.find((each: { name: string }) => each.name === name);
  const noor = row("Noor Lindqvist");
  const hazel = row("Hazel Birtwistle");
  const person = (await api.call("GET", `/people/${hazel.personId}`)).body;
  await api.call("PUT", `/people/${hazel.personId}/employment`, {
    ...person.employment,
    from: "2026-06-22",
    hourlyRate: "28.12",
  });
  const tax = (await api.call("GET", `/people/${noor.personId}`)).body.tax;
  const { fileNumberShown: _shown, ...declared } = tax;
  await api.call("PUT", `/people/${noor.personId}/tax`, {
    ...declared,
    from: "2026-07-01",
    numberStatus: "none",
    pendingSince: null,
  });
  await approveWeek(api);
  const marked = (await api.call("GET", `/runs/${openRun}`)).body;
  for (const each of marked.rows)
    for (const mark of each.marks)
      if (mark.kind === "query")
        await api.call("PUT", `/runs/${openRun}/ticks`, { payId: each.payId, key: mark.key, on: true });
  return (await api.call("GET", `/runs/${openRun}`)).body.version;
}

/** Asks again and again until it holds. */
export async function until<T>(read: () => Promise<T>, holds: (value: T) => boolean, seconds = 30): Promise<T> {
  const end = Date.now() + seconds * 1000;
  for (;;) {
    const value = await read();
    if (holds(value)) return value;
    if (Date.now() > end)
      throw new Error(`It did not come about in ${seconds} s; last seen: ${JSON.stringify(value).slice(0, 600)}`);
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
}

/** A phone that was put away is taken out again two minutes later. */
export const comesBack = (phone: Page): Promise<void> =>
  phone.evaluate(() => {
    const now = Date.now;
    Date.now = () => now() + 120_000;
    document.dispatchEvent(new Event("visibilitychange"));
  });
