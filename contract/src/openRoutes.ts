/** The routes that other programs may use: one list for the door that lets them through and for their description. */
import type Joi from "joi";
import type { Scope } from "./programs.ts";
import { approveDays, saveDays } from "./time.ts";

export interface OpenRoute {
  method: "get" | "put" | "post";
  /** as OpenAPI writes it: "/businesses/{business}/days" */
  path: string;
  /** null: any pass */
  scope: Scope | null;
  /** whose it is: the pass of one business opens nothing of another */
  of: "business" | "run" | "journal" | null;
  summary: string;
  query?: Readonly<Record<string, string>>;
  body?: Joi.ObjectSchema;
}

const page = {
  most: "how many at most",
  after: "id of the last one that you have: the next page goes on after it",
};

export const openRoutes: readonly OpenRoute[] = [
  {
    method: "get",
    path: "/programs/own",
    scope: null,
    of: null,
    summary: "What this pass may do, and in which businesses",
  },
  { method: "get", path: "/openapi.json", scope: null, of: null, summary: "This description" },
  {
    ...{ method: "get", path: "/businesses/{business}/people", scope: "people", of: "business" },
    summary: "People with payroll ID, basis, cycle and rate; no tax numbers, no accounts",
  },
  {
    ...{ method: "get", path: "/businesses/{business}/week", scope: "readTime", of: "business" },
    summary: "Days of a pay period, recorded and planned, with what each is worth to price",
    query: { cycle: "id of the pay cycle; the first one when left out", day: "a day of the period, as 2026-06-22" },
  },
  {
    ...{ method: "put", path: "/businesses/{business}/days", scope: "writeTime", of: "business", body: saveDays },
    summary: "Writes days of people: shifts by start and end, hours alone, leave; all of them or none",
  },
  {
    ...{ method: "post", path: "/businesses/{business}/approvals", scope: "approveTime", of: "business" },
    ...{ body: approveDays, summary: "Approves recorded days into the open run, or takes an approval back" },
  },
  {
    ...{ method: "get", path: "/businesses/{business}/leave", scope: "leave", of: "business" },
    summary: "Who is away, what is asked for, balances",
    query: { from: "first day", to: "last day; at most 400 days on" },
  },
  {
    ...{ method: "get", path: "/businesses/{business}/runs", scope: "pays", of: "business" },
    summary: "Pay runs, newest first",
    query: page,
  },
  {
    ...{ method: "get", path: "/runs/{run}/pays/{pay}/payslip", scope: "pays", of: "run" },
    summary: "A payslip, its figures as they stand on it",
  },
  { method: "get", path: "/runs/{run}", scope: "pays", of: "run", summary: "A run with its rows and figures" },
  {
    ...{ method: "get", path: "/businesses/{business}/journals", scope: "books", of: "business" },
    summary: "Journals of a business, newest first",
    query: page,
  },
  { method: "get", path: "/journals/{journal}", scope: "books", of: "journal", summary: "A journal with its lines" },
  {
    ...{ method: "get", path: "/businesses/{business}/dues", scope: "dues", of: "business" },
    summary: "What is owed to funds and agencies, and where its money stands",
    query: { most: "how many at most" },
  },
];
