/** The addresses of an earlier system's pays beside a run. */
import type { BesideText, BesideView, BesideWanted } from "@zesty/contract/beside";
import type { HoursSheetFile } from "@zesty/contract/hoursSheet";
import { api } from "./api.ts";

export const besideApi = api.enhanceEndpoints({ addTagTypes: ["Beside"] }).injectEndpoints({
  endpoints: (build) => ({
    beside: build.query<{ beside: BesideView | null }, number>({
      query: (run) => `/runs/${run}/beside`,
      providesTags: ["Beside", "Run"],
    }),
    bringBeside: build.mutation<BesideView, { run: number } & BesideWanted>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/beside`, method: "POST", body }),
      invalidatesTags: ["Beside"],
    }),
    readBesideFile: build.mutation<BesideText, { run: number } & HoursSheetFile>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/beside/file`, method: "POST", body }),
    }),
    tickBeside: build.mutation<BesideView, { run: number; personId: number; reason: string }>({
      query: ({ run, ...body }) => ({ url: `/runs/${run}/beside/tick`, method: "POST", body }),
      invalidatesTags: ["Beside"],
    }),
  }),
});
