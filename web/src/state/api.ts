/** Server access: one place for every address of the API. */

import {
  type BaseQueryFn,
  createApi,
  type FetchArgs,
  type FetchBaseQueryError,
  type FetchBaseQueryMeta,
  fetchBaseQuery,
} from "@reduxjs/toolkit/query/react";
import type { DeskView } from "@zesty/contract/desk";
import type { Problem } from "@zesty/contract/problem";
import type { FirstUser, SessionView, SignIn } from "@zesty/contract/session";
import { pressAnswered, pressOf, textOfBody } from "./press.ts";
import { askProof, proofWantedBy } from "./proof.ts";

/** Names this page to the server: a change that it made itself is not told back to it. */
export const pageId = Math.random().toString(36).slice(2);

const plainQuery = fetchBaseQuery({
  baseUrl: "/api",
  // Beside what a request has of its own: headers given here once would be replaced by those.
  prepareHeaders: (headers) => {
    headers.set("X-Zesty", "1");
    headers.set("X-Zesty-Page", pageId);
  },
});

/** What keeps its own typing until it is answered, and sends it again by itself. */
interface Ways {
  keepsTyping?: boolean;
}
type Query = BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError, Ways, FetchBaseQueryMeta>;

/** What changes something carries the key of its press: pressed once more because no answer came, it is done once. */
const oncePerPress: Query = async (asked, api, ways) => {
  if (typeof asked === "string" || (asked.method ?? "GET") === "GET" || ways?.keepsTyping)
    return plainQuery(asked, api, ways);
  const { method, url, body, headers } = asked;
  const key = pressOf(url, `${method} ${textOfBody(body)}`);
  const answer = await plainQuery({ ...asked, headers: { ...headers, "Idempotency-Key": key } }, api, ways);
  const status = answer.error ? problemOf(answer.error).status : 200;
  pressAnswered(url, key, status);
  if (!answer.error || said(answer.error)) return answer;
  return { error: { status: "CUSTOM_ERROR", data: notReached(status, pressOnce), error: pressOnce } };
};

/** Where the server wants to know who sits here, somebody is asked, and the same request goes again. */
const askingForProof: Query = async (...request) => {
  const answer = await oncePerPress(...request);
  const wanted = proofWantedBy((answer.error?.data as Partial<Problem> | undefined)?.code);
  return wanted && (await askProof(wanted, request[2]?.keepsTyping)) ? oncePerPress(...request) : answer;
};

export const api = createApi({
  reducerPath: "api",
  baseQuery: askingForProof,
  tagTypes: [
    "Session",
    "Desk",
    "Runs",
    "Run",
    "Send",
    "People",
    "Person",
    "Business",
    "Books",
    "Dues",
    "Rules",
    "Week",
    "Agreements",
    "Plan",
  ],
  endpoints: (build) => ({
    session: build.query<SessionView, void>({ query: () => "/session", providesTags: ["Session"] }),
    signIn: build.mutation<SessionView, SignIn>({
      query: (body) => ({ url: "/session", method: "POST", body }),
      invalidatesTags: ["Session"],
    }),
    firstUser: build.mutation<SessionView, FirstUser>({
      query: (body) => ({ url: "/first-user", method: "POST", body }),
      invalidatesTags: ["Session"],
    }),
    signOut: build.mutation<unknown, void>({ query: () => ({ url: "/session", method: "DELETE" }) }),
    moveDay: build.mutation<SessionView, string>({
      query: (day) => ({ url: "/day", method: "POST", body: { day } }),
      invalidatesTags: ["Session", "Desk", "Send", "Runs", "Run"],
    }),
    desk: build.query<DeskView, void>({ query: () => "/desk", providesTags: ["Desk"] }),
  }),
});

/** What was seen where a form was opened goes with what it saves. */
export const ifSeen = (seen: string | undefined): { headers: Record<string, string> } => ({
  headers: seen === undefined ? {} : { "If-Match": seen },
});

const pressOnce =
  "The server did not answer. Press once more when it does: if this arrived already, it is not done twice.";

const notReached = (status: number, detail: string): Problem => ({
  ...{ type: "about:blank", title: "Not reached", code: "not-reached" },
  ...{ status, detail },
});

/** What the server itself said of a failed call; null where it did not answer. */
function said({ data }: { data?: unknown }): Problem | null {
  if (typeof data === "object" && data !== null && "detail" in data) return data as Problem;
  return typeof data === "string" && data.startsWith("{") ? (JSON.parse(data) as Problem) : null;
}

/** What a failed call said: the problem of the server, or that it was not reached. */
export function problemOf(
  error: unknown,
  unreached = "The server cannot be reached. Try again when it answers.",
): Problem {
  const { status, ...failed } = (error ?? {}) as { data?: unknown; status?: unknown };
  return said(failed) ?? notReached(typeof status === "number" ? status : 0, unreached);
}

/** The same of typing that is kept here until it is answered. */
export const problemOfTyping = (error: unknown): Problem =>
  problemOf(
    error,
    "The server cannot be reached. Nothing is lost; what you typed is kept here and saved when it answers.",
  );

/** Refused because somebody was faster: what stands there now is fetched before it is said, so that opening it anew shows it. */
export const isOutdated = (error: unknown): boolean => problemOf(error).code === "changed-meanwhile";
