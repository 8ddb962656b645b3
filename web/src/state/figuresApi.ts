/** The addresses about questions and their answers. */
import type { Answer, Asked, KeptQuestion, PayBehind, Question } from "@zesty/contract/figures";
import { api } from "./api.ts";

/** A question as an address; the same of the page and of the server. */
export const paramsOf = ({ businesses, columns, ...rest }: Question): Record<string, string> => ({
  ...rest,
  columns: columns ?? "",
  businesses: businesses.join(),
});

export const figuresApi = api.enhanceEndpoints({ addTagTypes: ["Figures", "KeptQuestions"] }).injectEndpoints({
  endpoints: (build) => ({
    asked: build.query<Asked[], number[]>({
      query: (businesses) => ({ url: "/questions", params: { businesses: businesses.join() } }),
    }),
    figures: build.query<Answer, Question>({
      query: (question) => ({ url: "/figures", params: paramsOf(question) }),
      providesTags: ["Figures"],
    }),
    paysBehind: build.query<{ pays: PayBehind[]; more: boolean }, { question: Question; row: string; column: string }>({
      query: ({ question, row, column }) => ({ url: "/figures/pays", params: { ...paramsOf(question), row, column } }),
      providesTags: ["Figures"],
    }),
    keptQuestions: build.query<KeptQuestion[], void>({
      query: () => "/kept-questions",
      providesTags: ["KeptQuestions"],
    }),
    keepQuestion: build.mutation<{ id: number }, { name: string; question: Question }>({
      query: (body) => ({ url: "/kept-questions", method: "POST", body }),
      invalidatesTags: ["KeptQuestions"],
    }),
    mailQuestion: build.mutation<unknown, { id: number; monthly: boolean }>({
      query: ({ id, monthly }) => ({ url: `/kept-questions/${id}/mail`, method: "PUT", body: { monthly } }),
      invalidatesTags: ["KeptQuestions"],
    }),
    dropQuestion: build.mutation<unknown, number>({
      query: (id) => ({ url: `/kept-questions/${id}`, method: "DELETE" }),
      invalidatesTags: ["KeptQuestions"],
    }),
  }),
});
