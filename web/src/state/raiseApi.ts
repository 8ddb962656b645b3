/** The addresses about a raise for several people. */
import type { RaisePlan, RaiseWanted } from "@zesty/contract/raise";
import { api } from "./api.ts";

type Wanted = { business: number } & RaiseWanted;

export const raiseApi = api.injectEndpoints({
  endpoints: (build) => ({
    planRaise: build.mutation<RaisePlan, Wanted>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/raise/plan`, method: "POST", body }),
    }),
    raise: build.mutation<{ runIds: number[] }, Wanted>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/raise`, method: "POST", body }),
      invalidatesTags: ["Person", "People", "Run", "Runs", "Desk"],
    }),
  }),
});
