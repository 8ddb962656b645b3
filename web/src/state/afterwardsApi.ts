/** The addresses of what happens to pays later: corrections and departures. */
import type { CorrectablePay, CorrectionPlan, NewCorrection } from "@zesty/contract/corrections";
import type { DeparturePlan, EmployAgain, NewDeparture } from "@zesty/contract/departures";
import type { PersonView } from "@zesty/contract/people";
import { api, ifSeen } from "./api.ts";

export const afterwardsApi = api.injectEndpoints({
  endpoints: (build) => ({
    correctable: build.query<CorrectablePay, { run: number; payId: number }>({
      query: ({ run, payId }) => `/runs/${run}/pays/${payId}/correction`,
      providesTags: ["Run"],
    }),
    planCorrection: build.mutation<CorrectionPlan, { run: number } & NewCorrection>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/corrections/plan`, method: "POST", body }),
    }),
    makeCorrection: build.mutation<{ id: number }, { run: number; seen: string } & NewCorrection>({
      query: ({ run, seen, ...body }) => ({ url: `/runs/${run}/corrections`, method: "POST", body, ...ifSeen(seen) }),
      invalidatesTags: ["Run", "Runs", "Desk", "Person"],
    }),
    planDeparture: build.mutation<DeparturePlan, { person: number } & NewDeparture>({
      query: ({ person, ...body }) => ({ url: `/people/${person}/departure/plan`, method: "POST", body }),
    }),
    recordDeparture: build.mutation<PersonView, { person: number } & NewDeparture>({
      query: ({ person, ...body }) => ({ url: `/people/${person}/departure`, method: "POST", body }),
      invalidatesTags: ["Person", "People", "Run", "Runs", "Desk", "Business"],
    }),
    employAgain: build.mutation<PersonView, { person: number } & EmployAgain>({
      query: ({ person, ...body }) => ({ url: `/people/${person}/again`, method: "POST", body }),
      invalidatesTags: ["Person", "People", "Run", "Runs", "Desk", "Business"],
    }),
    undoEmployAgain: build.mutation<PersonView, number>({
      query: (person) => ({ url: `/people/${person}/again`, method: "DELETE" }),
      invalidatesTags: ["Person", "People", "Run", "Runs", "Desk", "Business"],
    }),
    undoDeparture: build.mutation<PersonView, number>({
      query: (person) => ({ url: `/people/${person}/departure`, method: "DELETE" }),
      invalidatesTags: ["Person", "People", "Run", "Runs", "Desk"],
    }),
  }),
});
