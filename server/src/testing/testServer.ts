/** The application on a free port, and people who call it: what the tests of the whole API share. */
import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import type { Right } from "@zesty/contract/session";
import { buildApp } from "../app/app.ts";
import { hashPassword } from "../session/password.ts";
import { user, userRight } from "../store/schema.ts";
import type { SmallWorld } from "./smallWorld.ts";

interface Layer {
  route?: { path: string; methods: Record<string, boolean> };
  handle?: { stack?: Layer[] };
}
const routesOf = (layers: readonly Layer[]): [string, string][] =>
  layers.flatMap((layer) =>
    layer.route
      ? Object.keys(layer.route.methods).map((method): [string, string] => [
          method.toUpperCase(),
          layer.route?.path ?? "",
        ])
      : routesOf(layer.handle?.stack ?? []),
  );

export interface Answer {
  status: number;
  type: string;
  // biome-ignore lint/suspicious/noExplicitAny: answers are read as a foreign program would
  body: any;
  text: string;
  cookie: string | undefined;
}

export const testPassword = "a long enough one";

export async function startServer(world: SmallWorld) {
  const { context } = world;
  const app = buildApp(world.application, "/nowhere");
  const server = await new Promise<Server>((resolve) => {
    const listening = app.listen(0, "127.0.0.1", () => resolve(listening));
  });
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const cookies = new Map<string, string>();
  async function call(
    method: string,
    path: string,
    who?: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer> {
    const response = await fetch(`${url}/api${path}`, {
      method,
      headers: {
        "X-Zesty": "1",
        "Content-Type": "application/json",
        ...(who ? { Cookie: cookies.get(who) ?? "" } : {}),
        ...headers,
      },
      ...(body === undefined ? {} : { body: typeof body === "string" ? body : JSON.stringify(body) }),
    });
    const cookie = response.headers
      .getSetCookie()
      .find((each) => each.startsWith("zesty="))
      ?.split(";")[0];
    if (cookie && who) cookies.set(who, cookie);
    const type = response.headers.get("Content-Type") ?? "";
    const text = await response.text();
    return {
      status: response.status,
      type,
      text,
      body: type.includes("json") ? JSON.parse(text) : null,
      cookie,
    };
  }
  const signIn = (who: string, more: object = {}) =>
    call("POST", "/session", who, { email: `${who}@example.org`, password: testPassword, ...more });
  return {
    url,
    // The address for a monitor stands beside the interface, and tells nothing.
    routes: routesOf((app as unknown as { router: { stack: Layer[] } }).router.stack).filter(
      ([, path]) => path !== "/health",
    ),
    call,
    signIn,
    /** A user with a right in the world's business, signed in. */
    add: async (who: string, right: Right | "lead" | null) => {
      const values = {
        email: `${who}@example.org`,
        name: who,
        passwordHash: await hashPassword(testPassword),
        lead: right === "lead",
      };
      const { id } = context.store.db.insert(user).values(values).returning().get();
      if (right && right !== "lead")
        context.store.db.insert(userRight).values({ userId: id, businessId: world.businessId, right }).run();
      await signIn(who);
      return id;
    },
    close: () => {
      server.closeAllConnections();
      server.close();
    },
  };
}
export type TestServer = Awaited<ReturnType<typeof startServer>>;
