/** The address that finds what words name. */
import type { Found } from "@zesty/contract/find";
import { api } from "./api.ts";

export const findApi = api.injectEndpoints({
  endpoints: (build) => ({
    findAll: build.query<Found[], string>({ query: (words) => ({ url: "/find", params: { words, all: 1 } }) }),
    find: build.query<Found[], string>({
      query: (words) => ({ url: "/find", params: { words } }),
      keepUnusedDataFor: 5,
    }),
  }),
});
