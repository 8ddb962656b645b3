/** The addresses about a business to play in. */
import type { CountryCode } from "@zesty/core/countries/countries";
import { api } from "./api.ts";

export const playApi = api.injectEndpoints({
  endpoints: (build) => ({
    play: build.mutation<{ id: number }, { country: CountryCode }>({
      query: (body) => ({ url: "/play", method: "POST", body }),
      invalidatesTags: ["Session", "Desk"],
    }),
    putAway: build.mutation<unknown, number>({
      query: (business) => ({ url: `/businesses/${business}/put-away`, method: "POST" }),
      invalidatesTags: ["Session", "Desk"],
    }),
  }),
});
