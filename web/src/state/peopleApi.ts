/** The addresses about several new people at once. */

import type { NewPersonNz } from "@zesty/contract/nz/people";
import type { GivePaper, GiveSeveral, PaperOfPerson } from "@zesty/contract/papers";
import type { NewPerson, PersonSummary, PersonView } from "@zesty/contract/people";
import type { AddedTogether, FirstPay, PeopleFileRead, PeoplePlan } from "@zesty/contract/peopleSheet";
import type { PersonCells } from "@zesty/core/hoursSheet/peopleSheet";
import { api, ifSeen } from "./api.ts";

export interface BroughtFile {
  name: string;
  data: string;
  mapping?: Record<string, string>;
}

interface SaveSection {
  person: number;
  section: string;
  values: object;
  /** what stood there where the form was opened */
  seen?: string | undefined;
}

export const peopleApi = api.injectEndpoints({
  endpoints: (build) => ({
    people: build.query<PersonSummary[], number>({
      query: (business) => `/businesses/${business}/people`,
      providesTags: ["People"],
    }),
    person: build.query<PersonView, number>({ query: (person) => `/people/${person}`, providesTags: ["Person"] }),
    personOn: build.query<PersonView, { person: number; on: string }>({
      query: ({ person, on }) => `/people/${person}?on=${on}`,
      keepUnusedDataFor: 0,
    }),
    newPerson: build.mutation<{ id: number }, { business: number; person: NewPerson | NewPersonNz }>({
      query: ({ business, person }) => ({ url: `/businesses/${business}/people`, method: "POST", body: person }),
      invalidatesTags: ["People"],
    }),
    savePerson: build.mutation<PersonView, SaveSection>({
      query: ({ person, section, values, seen }) => ({
        ...{ url: `/people/${person}/${section}`, method: "PUT", body: values },
        ...ifSeen(seen),
      }),
      // What was saved stands on the page before the next form is opened on it.
      onQueryStarted: async ({ person }, { dispatch, queryFulfilled }) => {
        const { data } = await queryFulfilled.catch(() => ({ data: null }));
        if (data) void dispatch(peopleApi.util.upsertQueryData("person", person, data));
      },
      invalidatesTags: ["People", "Person", "Run", "Desk", "Runs", "Week"],
    }),
    secret: build.mutation<{ value: string }, { person: number; what: "tax" | "bank" }>({
      query: ({ person, what }) => ({ url: `/people/${person}/secrets/${what}`, method: "POST" }),
    }),
    peopleFile: build.mutation<PeopleFileRead, { business: number } & BroughtFile>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/people/file`, method: "POST", body }),
    }),
    papers: build.query<PaperOfPerson[], number>({
      query: (business) => `/businesses/${business}/papers`,
      providesTags: ["Person"],
    }),
    givePapers: build.mutation<{ given: number }, { business: number } & GiveSeveral>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/papers`, method: "POST", body }),
      invalidatesTags: ["Person", "Desk"],
    }),
    givePaper: build.mutation<PersonView, { person: number } & GivePaper>({
      query: ({ person, ...body }) => ({ url: `/people/${person}/papers`, method: "POST", body }),
      invalidatesTags: ["Person", "Desk"],
    }),
    savePhoto: build.mutation<PersonView, { person: number; picture: string }>({
      query: ({ person, picture }) => ({ url: `/people/${person}/photo`, method: "PUT", body: { picture } }),
      invalidatesTags: ["Person"],
    }),
    removePhoto: build.mutation<PersonView, number>({
      query: (person) => ({ url: `/people/${person}/photo`, method: "DELETE" }),
      invalidatesTags: ["Person"],
    }),
    // Both only read: what is typed is sent along, and nothing comes of it.
    planPeople: build.query<PeoplePlan, { business: number; rows: readonly PersonCells[] }>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/people/plan`, method: "POST", body }),
      keepUnusedDataFor: 0,
    }),
    firstPay: build.query<FirstPay, { business: number; row: PersonCells }>({
      query: ({ business, row }) => ({ url: `/businesses/${business}/people/first-pay`, method: "POST", body: row }),
      keepUnusedDataFor: 0,
    }),
    addSeveral: build.mutation<{ ids: number[] }, { business: number; rows: readonly PersonCells[] }>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/people/several`, method: "POST", body }),
      invalidatesTags: ["People", "Run", "Runs", "Desk"],
    }),
    peopleAdded: build.query<AddedTogether[], number>({
      query: (business) => `/businesses/${business}/people/added`,
      providesTags: ["People"],
    }),
    takeOutPeople: build.mutation<AddedTogether[], { business: number; people: number[] }>({
      query: ({ business, ...body }) => ({ url: `/businesses/${business}/people/take-out`, method: "POST", body }),
      invalidatesTags: ["People", "Run", "Runs", "Desk"],
    }),
  }),
});
