/** The open routes as OpenAPI 3.1, made from the very schemas that check them. */
import { type OpenRoute, openRoutes } from "@zesty/contract/openRoutes";
import { eventKinds, eventNames } from "@zesty/contract/programEvents";
import { scopeNames, scopes } from "@zesty/contract/programs";
import parse from "joi-to-json";

const word = { type: "string" } as const;
const problem = {
  description: "What is wrong, and how to mend it (RFC 9457)",
  content: { "application/problem+json": { schema: { $ref: "#/components/schemas/Problem" } } },
};

const parameter = (name: string, where: "path" | "query", description: string) => ({
  ...{ name, in: where, required: where === "path", description },
  schema: where === "path" ? { type: "integer", minimum: 1 } : word,
});

function operation(route: OpenRoute): object {
  const inPath = [...route.path.matchAll(/\{(\w+)\}/g)].map(([, name = ""]) =>
    parameter(name, "path", `id of the ${name}`),
  );
  const inQuery = Object.entries(route.query ?? {}).map(([name, words]) => parameter(name, "query", words));
  const key = {
    ...{ name: "Idempotency-Key", in: "header", required: true, schema: { ...word, minLength: 8, maxLength: 100 } },
    description: "New for each write; the same one when it is sent again: then nothing is done twice",
  };
  const body = route.body && {
    requestBody: { required: true, content: { "application/json": { schema: parse(route.body, "json") } } },
  };
  return {
    summary: route.summary,
    operationId: `${route.method}${route.path.replace(/[{}]/g, "").replace(/\W+(\w)/g, (_all, letter: string) => letter.toUpperCase())}`,
    ...(route.scope === null ? {} : { description: `Needs “${scopes[route.scope]}” (${route.scope}).` }),
    security: [{ pass: route.scope === null ? [] : [route.scope] }],
    parameters: [...inPath, ...inQuery, ...(route.body ? [key] : [])],
    ...body,
    responses: {
      200: { description: "Done", content: { "application/json": { schema: {} } } },
      ...Object.fromEntries([400, 401, 403, 404, 409, 422, 429].map((status) => [status, problem])),
    },
  };
}

let made: object | undefined;

export function openApi(): object {
  made ??= {
    openapi: "3.1.0",
    info: {
      title: "Zesty Ledger, for other programs",
      version: "1",
      description: `A pass is made by a practice lead under Users, Other programs. It acts for who made it, within its scopes: ${scopeNames.map((each) => `${each} (${scopes[each].toLowerCase()})`).join("; ")}.`,
    },
    servers: [{ url: "/api" }],
    paths: Object.fromEntries(
      [...new Set(openRoutes.map((route) => route.path))].map((path) => [
        path,
        Object.fromEntries(
          openRoutes.filter((each) => each.path === path).map((each) => [each.method, operation(each)]),
        ),
      ]),
    ),
    webhooks: Object.fromEntries(
      eventNames.map((kind) => [
        kind,
        {
          post: {
            summary: eventKinds[kind].words,
            description: `Told to the address of a pass that has “${scopes[eventKinds[kind].scope]}” (${eventKinds[kind].scope}), signed as Standard Webhooks 1.0 has it.`,
            parameters: ["webhook-id", "webhook-timestamp", "webhook-signature"].map((name) => ({
              ...{ name, in: "header", required: true, schema: word },
            })),
            requestBody: {
              required: true,
              content: { "application/json": { schema: { $ref: "#/components/schemas/Event" } } },
            },
            responses: { "2XX": { description: "Taken; anything else is told again" } },
          },
        },
      ]),
    ),
    components: {
      securitySchemes: { pass: { type: "http", scheme: "bearer" } },
      schemas: {
        Event: {
          type: "object",
          required: ["type", "timestamp", "data"],
          properties: {
            ...{ type: { type: "string", enum: eventNames }, timestamp: { type: "string", format: "date-time" } },
            data: {
              type: "object",
              required: ["business", "entry"],
              properties: {
                business: { type: "integer" },
                entry: { type: "integer", description: "of the trail: grows, and is never used twice" },
                run: { type: "integer", description: "of the run that it is about" },
              },
            },
          },
        },
        Problem: {
          type: "object",
          required: ["type", "title", "status", "detail", "code"],
          properties: {
            ...{ type: word, title: word, status: { type: "integer" }, detail: word, code: word },
            errors: {
              type: "array",
              items: { type: "object", properties: { path: word, text: word }, required: ["path", "text"] },
            },
          },
        },
      },
    },
  };
  return made;
}
