/** Server access: one place for every address of the API. */

import { createApi, fetchBaseQuery } from "@reduxjs/toolkit/query/react";
import type { FundFacts } from "@zesty/contract/au/funds";
import type { StatementGiven, StatementPeriod } from "@zesty/contract/au/statements";
import type { JournalView } from "@zesty/contract/books";
import type { BusinessView, ChangeElement, NewBusiness, NewBusinessNz, NewElement } from "@zesty/contract/business";
import type { CostsView } from "@zesty/contract/costs";
import type { DeskView } from "@zesty/contract/desk";
import type { FirstSteps } from "@zesty/contract/firstSteps";
import type { HoursSheetFile, HoursSheetPreview } from "@zesty/contract/hoursSheet";
import type { JobView } from "@zesty/contract/jobs";
import type { ListName } from "@zesty/contract/lists";
import type { ClosedownPlan, NewClosedown } from "@zesty/contract/nz/closedowns";
import type { FiledMonth } from "@zesty/contract/nz/filedMonths";
import type { NewPersonNz } from "@zesty/contract/nz/people";
import type { NewPerson, PersonSummary, PersonView } from "@zesty/contract/people";
import type { Problem } from "@zesty/contract/problem";
import type { NewOutsideCycle, RunSummary, RunView, SavedRows, SaveRows } from "@zesty/contract/runs";
import type { FirstUser, SessionView, SignIn } from "@zesty/contract/session";
import type { SignOffPlan } from "@zesty/contract/signOff";
import type { Payslip } from "@zesty/core/au/documents/payslip";
import type { PayslipNz } from "@zesty/core/nz/documents/payslip";
import type { Working } from "@zesty/core/working/figure";
import { jobTold, throughJob } from "./jobs.ts";
import { askProof } from "./proof.ts";

/** A list of a business, newest first: as much as is usual, or so much of it. */
type Listed = number | { business: number; most: number };
const pathOf = (listed: Listed, list: string) =>
  typeof listed === "number"
    ? `/businesses/${listed}/${list}`
    : `/businesses/${listed.business}/${list}?most=${listed.most}`;

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
    runs: build.query<RunSummary[], Listed>({
      query: (listed) => pathOf(listed, "runs"),
      providesTags: ["Runs"],
    }),
    run: build.query<RunView, number>({ query: (run) => `/runs/${run}`, providesTags: ["Run"] }),
    openRun: build.mutation<
      { id: number },
      { business: number; cycleId: number; from: "usual" | "last"; payday?: string }
    >({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/runs`, method: "POST", body }),
      invalidatesTags: ["Runs", "Desk"],
    }),
    openOutsideCycle: build.mutation<{ id: number }, { business: number } & NewOutsideCycle>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/outside-cycle`, method: "POST", body }),
      invalidatesTags: ["Runs", "Desk"],
    }),
    saveRows: build.mutation<SavedRows, { run: number } & SaveRows>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/rows`, method: "PUT", body }),
      invalidatesTags: ["Desk", "Runs", "Plan"],
    }),
    setTick: build.mutation<SavedRows, { run: number; payId: number; key: string; on: boolean }>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/ticks`, method: "PUT", body }),
      invalidatesTags: ["Desk", "Runs", "Plan"],
    }),
    addPeople: build.mutation<RunView, { run: number; personIds: number[]; paid?: boolean }>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/people`, method: "POST", body }),
      invalidatesTags: ["Run"],
    }),
    undoAct: build.mutation<RunView, { run: number; act: number }>({
      query: ({ run, act }) => ({ url: `/runs/${run}/acts/${act}/undo`, method: "POST" }),
      invalidatesTags: ["Run", "Runs", "Desk"],
    }),
    plan: build.query<SignOffPlan, number>({ query: (run) => `/runs/${run}/plan`, providesTags: ["Run", "Plan"] }),
    signOff: build.mutation<JobView, { run: number; version: number; final: number[] }>({
      queryFn: ({ run, ...body }, { dispatch }, _options, fetch) =>
        throughJob({ url: `/runs/${run}/sign-off`, method: "POST", body: { ...body, declared: true } }, fetch, (job) =>
          dispatch(jobTold(job)),
        ),
      invalidatesTags: ["Run", "Runs", "Desk", "Send", "Books", "Dues", "Person"],
    }),
    takeBack: build.mutation<{ id: number }, { run: number; reason: string }>({
      query: ({ run, reason }) => ({ url: `/runs/${run}/take-back`, method: "POST", body: { reason } }),
      invalidatesTags: ["Run", "Runs", "Desk", "Send", "Books", "Dues", "Person"],
    }),
    payslip: build.query<Payslip | PayslipNz, { run: number; payId: number }>({
      query: ({ run, payId }) => `/runs/${run}/pays/${payId}/payslip`,
      providesTags: ["Run"],
    }),
    keptWorking: build.query<Working, { run: number; payId: number; figure: string }>({
      query: ({ run, payId, figure }) => `/runs/${run}/pays/${payId}/working?figure=${encodeURIComponent(figure)}`,
    }),
    people: build.query<PersonSummary[], number>({
      query: (business) => `/businesses/${business}/people`,
      providesTags: ["People"],
    }),
    person: build.query<PersonView, number>({ query: (person) => `/people/${person}`, providesTags: ["Person"] }),
    newPerson: build.mutation<{ id: number }, { business: number; person: NewPerson | NewPersonNz }>({
      query: ({ business, person }) => ({ url: `/businesses/${business}/people`, method: "POST", body: person }),
      invalidatesTags: ["People"],
    }),
    savePerson: build.mutation<PersonView, { person: number; section: string; values: object }>({
      query: ({ person, section, values }) => ({ url: `/people/${person}/${section}`, method: "PUT", body: values }),
      invalidatesTags: ["People", "Person", "Run", "Desk", "Runs", "Week"],
    }),
    secret: build.mutation<{ value: string }, { person: number; what: "tax" | "bank" }>({
      query: ({ person, what }) => ({ url: `/people/${person}/secrets/${what}`, method: "POST" }),
    }),
    business: build.query<BusinessView, number>({
      query: (business) => `/businesses/${business}`,
      providesTags: ["Business"],
    }),
    firstSteps: build.query<FirstSteps, number>({
      query: (business) => `/businesses/${business}/first-steps`,
      providesTags: ["Business", "People", "Person", "Runs"],
    }),
    newBusiness: build.mutation<{ id: number }, NewBusiness | NewBusinessNz>({
      query: (body) => ({ url: "/businesses", method: "POST", body }),
      invalidatesTags: ["Session", "Desk"],
    }),
    saveBusiness: build.mutation<BusinessView, { business: number; values: object }>({
      query: ({ business, values }) => ({ url: `/businesses/${business}`, method: "PUT", body: values }),
      invalidatesTags: ["Business", "Session", "Desk"],
    }),
    newElement: build.mutation<{ id: number }, { business: number; element: NewElement }>({
      query: ({ business, element }) => ({ url: `/businesses/${business}/elements`, method: "POST", body: element }),
      invalidatesTags: ["Business", "Run"],
    }),
    changeElement: build.mutation<BusinessView, { business: number; element: number; values: ChangeElement }>({
      query: ({ business, element, values }) => ({
        url: `/businesses/${business}/elements/${element}`,
        method: "PUT",
        body: values,
      }),
      invalidatesTags: ["Business", "Run", "Desk"],
    }),
    discardRun: build.mutation<unknown, number>({
      query: (run) => ({ url: `/runs/${run}`, method: "DELETE" }),
      invalidatesTags: ["Runs", "Desk", "Business"],
    }),
    newFund: build.mutation<{ id: number }, { business: number; fund: FundFacts }>({
      query: ({ business, fund }) => ({ url: `/businesses/${business}/funds`, method: "POST", body: fund }),
      invalidatesTags: ["Business"],
    }),
    journal: build.query<JournalView, number>({ query: (journal) => `/journals/${journal}`, providesTags: ["Books"] }),
    filedMonths: build.query<FiledMonth[], number>({
      query: (business) => `/businesses/${business}/filed-months`,
      providesTags: ["Dues"],
    }),
    statements: build.query<StatementPeriod[], number>({
      query: (business) => `/businesses/${business}/statements`,
      providesTags: ["Dues"],
    }),
    writeStatement: build.mutation<StatementPeriod[], StatementGiven & { business: number }>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/statements/by-hand`, method: "POST", body }),
      invalidatesTags: ["Dues"],
    }),
    planClosedown: build.mutation<ClosedownPlan, { run: number } & NewClosedown>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/closedown/plan`, method: "POST", body }),
    }),
    recordClosedown: build.mutation<RunView, { run: number } & NewClosedown>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/closedown`, method: "POST", body }),
      invalidatesTags: ["Run", "Runs", "Desk", "Person"],
    }),
    finalReturn: build.mutation<RunView, { run: number; final: boolean }>({
      query: ({ run, final }) => ({ url: `/runs/${run}/final-return`, method: "PUT", body: { final } }),
      invalidatesTags: ["Run"],
    }),
    movePayday: build.mutation<RunView, { run: number; payday: string; version: number }>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/payday`, method: "PUT", body }),
      invalidatesTags: ["Run", "Runs", "Desk"],
    }),
    hoursSheet: build.mutation<HoursSheetPreview, { run: number } & HoursSheetFile>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/hours-sheet`, method: "POST", body }),
    }),
    costs: build.query<CostsView, number>({
      query: (business) => `/businesses/${business}/costs`,
      providesTags: ["Business"],
    }),
    changeInSetUp: build.mutation<BusinessView, { business: number; list: ListName; entry: number; values: object }>({
      query: ({ business, list, entry, values }) => ({
        url: `/businesses/${business}/${list}/${entry}`,
        method: "PUT",
        body: values,
      }),
      invalidatesTags: ["Business", "Run", "Runs", "Desk", "People"],
    }),
    addToSetUp: build.mutation<CostsView, { business: number; list: string; values: object }>({
      query: ({ business, list, values }) => ({
        url: `/businesses/${business}/${list}`,
        method: "POST",
        body: values,
      }),
      invalidatesTags: ["Business", "Run", "Desk"],
    }),
  }),
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
