/** The addresses of the books: statements of the bank, and a span with its accounts. */
import type { BankView, MatchByHand, StatementFile, StatementTaken } from "@zesty/contract/bankStatements";
import type { AccountEntry, JournalSummary, JournalView, SpanView } from "@zesty/contract/books";
import { api } from "./api.ts";

type Of<T> = T & { business: number };

export const booksApi = api.injectEndpoints({
  endpoints: (build) => ({
    journal: build.query<JournalView, number>({ query: (journal) => `/journals/${journal}`, providesTags: ["Books"] }),
    bank: build.query<BankView, Of<{ most: number }>>({
      query: ({ business, most }) => `/businesses/${business}/bank?most=${most}`,
      providesTags: ["Books"],
    }),
    takeStatementIn: build.mutation<StatementTaken, Of<StatementFile>>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/bank/statements`, method: "POST", body }),
      invalidatesTags: ["Books", "Dues", "Desk"],
    }),
    matchByHand: build.mutation<unknown, Of<MatchByHand>>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/bank/matches`, method: "POST", body }),
      invalidatesTags: ["Books", "Dues", "Desk"],
    }),
    endMatch: build.mutation<unknown, Of<{ match: number }>>({
      query: ({ business, match }) => ({ url: `/businesses/${business}/bank/matches/${match}`, method: "DELETE" }),
      invalidatesTags: ["Books"],
    }),
    span: build.query<SpanView, Of<{ from: string; to: string }>>({
      query: ({ business, from, to }) => `/businesses/${business}/span?${new URLSearchParams({ from, to }).toString()}`,
      providesTags: ["Books"],
    }),
    accountEntries: build.query<AccountEntry[], Of<{ from: string; to: string; account: string }>>({
      query: ({ business, account, from, to }) =>
        `/businesses/${business}/span/accounts/${encodeURIComponent(account)}?${new URLSearchParams({ from, to }).toString()}`,
      providesTags: ["Books"],
    }),
    journals: build.query<JournalSummary[], Of<{ most: number; words: string }>>({
      query: ({ business, most, words }) =>
        `/businesses/${business}/journals?${new URLSearchParams({ most: String(most), words }).toString()}`,
      providesTags: ["Books"],
    }),
    agreeSpan: build.mutation<SpanView, Of<{ from: string; to: string; note: string }>>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/span/agreed`, method: "POST", body }),
      invalidatesTags: ["Books"],
    }),
  }),
});
