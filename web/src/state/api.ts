/** Server access: one place for every address of the API. */

import { createApi, fetchBaseQuery } from "@reduxjs/toolkit/query/react";
import type { DeskView } from "@zesty/contract/desk";
import type { Problem } from "@zesty/contract/problem";
import type { FirstUser, SessionView, SignIn } from "@zesty/contract/session";
import { askProof } from "./proof.ts";

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

/** Where the server wants the password once more, somebody is asked, and the same request goes again. */
const askingForProof: typeof plainQuery = async (...request) => {
  const answer = await plainQuery(...request);
  const { code } = (answer.error?.data ?? {}) as Partial<Problem>;
  return code === "password-wanted" && (await askProof()) ? plainQuery(...request) : answer;
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

/** What a failed call said: the problem of the server, or that it was not reached. */
export function problemOf(error: unknown): Problem {
  const { data, status } = (error ?? {}) as { data?: unknown; status?: unknown };
  if (typeof data === "object" && data !== null && "detail" in data) return data as Problem;
  if (typeof data === "string" && data.startsWith("{")) return JSON.parse(data) as Problem;
  return {
    type: "about:blank",
    title: "Not reached",
    status: typeof status === "number" ? status : 0,
    code: "not-reached",
    detail: "The server cannot be reached. Nothing is lost; what you typed is kept here and saved when it answers.",
  };
}

/** Refused because somebody was faster: what stands there now is fetched before it is said, so that opening it anew shows it. */
export const isOutdated = (error: unknown): boolean => problemOf(error).code === "changed-meanwhile";
