/**
 * New Zealand: a member already is enrolled by nobody a second time, and may not opt out (KiwiSaver Act 2006, s 17); service
 * taken over was of the employment before.
 */
import { addDays } from "@zesty/core/calendar/dates";
import type { PeopleOfCountry } from "../people/peopleOfCountry.ts";
import { datedRecordsNz } from "../store/dated.ts";
import { holidayTerms, kiwiSaver } from "../store/schema.ts";
import { type ServiceSaid, serviceSaidNz } from "./serviceSaid.ts";

const isEnrolled = (held: typeof kiwiSaver.$inferSelect | undefined): held is typeof kiwiSaver.$inferSelect =>
  held?.status === "member" && held.joined !== "existing";

/** Service counts from another day than the first one, or the anniversary or sick leave does. */
const countsOther = ({ countsFrom, anniversaryFrom, sickFrom }: ServiceSaid): boolean =>
  [countsFrom, anniversaryFrom, sickFrom].some((day) => day !== null);

export const employedAgainNz: NonNullable<PeopleOfCountry["employedAgain"]> = {
  done: (context, personId, from) => {
    const { db } = context.store;
    const nz = datedRecordsNz(db, [personId], from);
    const [saver, holidays] = [nz.kiwiSaver.get(personId), nz.holidays.get(personId)];
    if (isEnrolled(saver)) {
      const { id: _id, ...facts } = saver;
      db.insert(kiwiSaver)
        .values({ ...facts, from, joined: "existing" })
        .run();
    }
    if (holidays && countsOther(serviceSaidNz(context, [personId])(personId))) {
      const { id: _id, ...facts } = holidays;
      db.insert(holidayTerms)
        .values({ ...facts, from, countsFrom: null, anniversaryFrom: null, sickFrom: null })
        .run();
    }
  },
  undone: ({ store: { db } }, personId, from) => {
    const nz = datedRecordsNz(db, [personId], addDays(from, -1));
    const [saver, holidays] = [nz.kiwiSaver.get(personId), nz.holidays.get(personId)];
    if (isEnrolled(saver)) {
      const { id: _id, ...facts } = saver;
      db.insert(kiwiSaver)
        .values({ ...facts, from })
        .run();
    }
    if (holidays && countsOther(holidays)) {
      const { id: _id, ...facts } = holidays;
      db.insert(holidayTerms)
        .values({ ...facts, from })
        .run();
    }
  },
};
