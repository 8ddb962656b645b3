/** The addresses about who lodges for a business, and its standing with the agency. */
import type { LodgingView, NewLodgingChannel, NewSender, NewStanding } from "@zesty/contract/lodging";
import { api } from "./api.ts";

type Of<Body> = { business: number } & Body;

export const lodgingApi = api.injectEndpoints({
  endpoints: (build) => {
    const change = <Body extends object>(path: string) =>
      build.mutation<LodgingView, Of<Body>>({
        query: ({ business, ...body }) => ({ url: `/businesses/${business}/lodging/${path}`, method: "POST", body }),
        invalidatesTags: ["Business", "Run", "Books"],
      });
    return {
      lodging: build.query<LodgingView, number>({
        query: (business) => `/businesses/${business}/lodging`,
        providesTags: ["Business"],
      }),
      setSender: change<NewSender>("senders"),
      toldAgency: build.mutation<LodgingView, { business: number; sender: number; on: string }>({
        query: ({ business, sender, on }) => ({
          url: `/businesses/${business}/lodging/senders/${sender}/told`,
          method: "POST",
          body: { on },
        }),
        invalidatesTags: ["Business"],
      }),
      setChannel: change<NewLodgingChannel>("channel"),
      addStanding: change<NewStanding>("standings"),
      endStanding: build.mutation<LodgingView, { business: number; standing: number; on: string }>({
        query: ({ business, standing, on }) => ({
          url: `/businesses/${business}/lodging/standings/${standing}/end`,
          method: "POST",
          body: { on },
        }),
        invalidatesTags: ["Business", "Run", "Books"],
      }),
    };
  },
});
