/** The addresses about other programs and their passes. */
import type { NewListener } from "@zesty/contract/programEvents";
import type { NewProgram, ProgramsView } from "@zesty/contract/programs";
import { api } from "./api.ts";

export const programsApi = api.enhanceEndpoints({ addTagTypes: ["Programs"] }).injectEndpoints({
  endpoints: (build) => ({
    programs: build.query<ProgramsView, void>({ query: () => "/programs", providesTags: ["Programs"] }),
    makeProgram: build.mutation<{ pass: string }, NewProgram>({
      query: (body) => ({ url: "/programs", method: "POST", body }),
      invalidatesTags: ["Programs"],
    }),
    listen: build.mutation<{ secret: string }, NewListener & { program: number }>({
      query: ({ program, ...body }) => ({ url: `/programs/${program}/listener`, method: "PUT", body }),
      invalidatesTags: ["Programs"],
    }),
    endListener: build.mutation<ProgramsView, number>({
      query: (program) => ({ url: `/programs/${program}/listener`, method: "DELETE" }),
      invalidatesTags: ["Programs"],
    }),
    tellAgain: build.mutation<ProgramsView, number>({
      query: (program) => ({ url: `/programs/${program}/listener/again`, method: "POST" }),
      invalidatesTags: ["Programs"],
    }),
    endProgram: build.mutation<ProgramsView, number>({
      query: (program) => ({ url: `/programs/${program}`, method: "DELETE" }),
      invalidatesTags: ["Programs"],
    }),
  }),
});
