/** The addresses about what is changed for several people at once. */
import type { MovePlan, MoveWanted } from "@zesty/contract/move";
import type { RaisePlan, RaiseWanted } from "@zesty/contract/raise";
import { api, ifSeen } from "./api.ts";

type Wanted = { business: number } & RaiseWanted;

export const raiseApi = api.injectEndpoints({
  endpoints: (build) => ({
    planRaise: build.mutation<RaisePlan, Wanted>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/raise/plan`, method: "POST", body }),
    }),
    raise: build.mutation<{ runIds: number[] }, Wanted & { seen: string }>({
      query: ({ business, seen, ...body }) => ({
        url: `/businesses/${business}/raise`,
        ...{ method: "POST", body, ...ifSeen(seen) },
      }),
      invalidatesTags: ["Person", "People", "Run", "Runs", "Desk"],
    }),
    planMove: build.mutation<MovePlan, { business: number } & MoveWanted>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/move/plan`, method: "POST", body }),
    }),
    move: build.mutation<unknown, { business: number } & MoveWanted>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/move`, method: "POST", body }),
      invalidatesTags: ["Person", "People", "Business", "Run", "Runs", "Desk", "Week"],
    }),
  }),
});
