/** The addresses of a business's own facts and lists, and of a new business. */
import type { FundFacts } from "@zesty/contract/au/funds";
import type { BusinessView, ChangeElement, NewBusiness, NewBusinessNz, NewElement } from "@zesty/contract/business";
import type { CostsView } from "@zesty/contract/costs";
import type { FirstSteps } from "@zesty/contract/firstSteps";
import type { ListName } from "@zesty/contract/lists";
import { api, ifSeen } from "./api.ts";

export const setUpApi = api.injectEndpoints({
  endpoints: (build) => ({
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
    saveBusiness: build.mutation<BusinessView, { business: number; values: object; seen: string }>({
      query: ({ business, values, seen }) => ({
        ...{ url: `/businesses/${business}`, method: "PUT", body: values },
        ...ifSeen(seen),
      }),
      invalidatesTags: ["Business", "Session", "Desk"],
    }),
    newElement: build.mutation<{ id: number }, { business: number; element: NewElement }>({
      query: ({ business, element }) => ({ url: `/businesses/${business}/elements`, method: "POST", body: element }),
      invalidatesTags: ["Business", "Run"],
    }),
    changeElement: build.mutation<
      BusinessView,
      { business: number; element: number; values: ChangeElement; seen: string | undefined }
    >({
      query: ({ business, element, values, seen }) => ({
        url: `/businesses/${business}/elements/${element}`,
        ...{ method: "PUT", body: values, ...ifSeen(seen) },
      }),
      invalidatesTags: ["Business", "Run", "Desk"],
    }),
    newFund: build.mutation<{ id: number }, { business: number; fund: FundFacts }>({
      query: ({ business, fund }) => ({ url: `/businesses/${business}/funds`, method: "POST", body: fund }),
      invalidatesTags: ["Business"],
    }),
    costs: build.query<CostsView, number>({
      query: (business) => `/businesses/${business}/costs`,
      providesTags: ["Business"],
    }),
    changeInSetUp: build.mutation<
      BusinessView,
      { business: number; list: ListName; entry: number; values: object; seen: string | undefined }
    >({
      query: ({ business, list, entry, values, seen }) => ({
        url: `/businesses/${business}/${list}/${entry}`,
        ...{ method: "PUT", body: values, ...ifSeen(seen) },
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
