/** Other programs at the door: what they may do, by which pass, and until when. */
import Joi from "joi";
import { date, id, name } from "./fields.ts";
import type { ListenerView } from "./programEvents.ts";

/** What a program may be given, each apart from the others; what none of them names is closed to programs. */
export const scopes = {
  people: "Read people, without tax numbers and accounts",
  readTime: "Read the week: recorded and planned days",
  writeTime: "Write days and shifts, which then wait for approval",
  approveTime: "Approve recorded days",
  leave: "Read leave and balances",
  pays: "Read runs and payslips",
  books: "Read journals",
  dues: "Read what is owed",
} as const;
export type Scope = keyof typeof scopes;
export const scopeNames = Object.keys(scopes) as Scope[];

/** A pass of a program: whoever shows it acts for the user who made it, within its scopes. */
export interface ProgramView {
  id: number;
  name: string;
  /** null: every business that its maker sees */
  businessId: number | null;
  scopes: Scope[];
  madeBy: string;
  madeAt: string;
  /** the last day on which it opens */
  endsOn: string;
  /** ended by hand before that */
  endedAt: string | null;
  lastUsedAt: string | null;
  /** where it is told of events; null: nowhere */
  listener: ListenerView | null;
  /** addresses it was used from lately; a pass that was stolen is used from two */
  usedFrom: { address: string; at: string }[];
}
export interface ProgramsView {
  programs: ProgramView[];
  today: string;
  /** the latest day that a pass may end on */
  latest: string;
}

export interface NewProgram {
  name: string;
  businessId: number | null;
  scopes: Scope[];
  endsOn: string;
}
export const newProgram = Joi.object<NewProgram>({
  name: name(60).required().label("Name of the program"),
  businessId: id().empty("").allow(null).default(null).label("Business"),
  scopes: Joi.array()
    .items(Joi.string().valid(...scopeNames))
    .unique()
    .min(1)
    .required()
    .label("What it may do")
    .messages({ "array.min": "Tick at least one thing that it may do." }),
  endsOn: date().required().label("Ends on"),
});

/** What a pass is told of itself. */
export interface OwnProgram {
  name: string;
  scopes: Scope[];
  endsOn: string;
  businesses: { id: number; name: string; country: string }[];
}
