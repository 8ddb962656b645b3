/** Australia: service taken over from an earlier employer was of the employment before, and is none of another one. */
import { addDays } from "@zesty/core/calendar/dates";
import type { PeopleOfCountry } from "../people/peopleOfCountry.ts";
import { serviceTakenOver } from "../people/serviceCountsFrom.ts";
import { datedRecords } from "../store/dated.ts";
import { leaveTerms } from "../store/schema.ts";

export const employedAgainAu: NonNullable<PeopleOfCountry["employedAgain"]> = {
  done: (context, personId, from) => {
    const { db } = context.store;
    const held = datedRecords(db, [personId], from).leave.get(personId);
    if (!held || !serviceTakenOver(context, [personId]).has(personId)) return;
    const { id: _id, ...facts } = held;
    db.insert(leaveTerms)
      .values({ ...facts, from, countsFrom: null })
      .run();
  },
  undone: (context, personId, from) => {
    const { db } = context.store;
    const before = datedRecords(db, [personId], addDays(from, -1)).leave.get(personId);
    const since = datedRecords(db, [personId], from).leave.get(personId);
    if (!before?.countsFrom || since?.from !== from) return;
    const { id: _id, ...facts } = before;
    db.insert(leaveTerms)
      .values({ ...facts, from })
      .run();
  },
};
