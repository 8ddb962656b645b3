/** Days that an agreement of New Zealand names: the end of a fixed term, of a trial or of a probation. */
import { contractDays } from "@zesty/core/calendar/contractDays";
import type { PaperOf } from "../people/paperOf.ts";
import type { PeopleOfCountry } from "../people/peopleOfCountry.ts";
import { person } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";

const says = {
  fixed: "The fixed term ends; its reason has to stand in the agreement",
  fixedLaw: "Employment Relations Act 2000, s 66",
  probation: "The trial or probation ends",
  probationLaw: "Employment Relations Act 2000, ss 67, 67A: a trial is 90 days at most, agreed in writing beforehand",
};

export const papersNz: NonNullable<PeopleOfCountry["papers"]> = (context, businessIds, from, to) =>
  rowsOf(
    context.store.sqlite,
    person,
    `WHERE t.business_id IN (SELECT value FROM json_each(?)) AND t.contract IS NOT NULL
       AND (t.end_date IS NULL OR t.end_date >= ?) ORDER BY t.id`,
    ...[JSON.stringify(businessIds), from],
  ).flatMap((who): PaperOf[] =>
    (who.contract ? contractDays(who.contract, says) : [])
      .filter(({ on }) => on >= from && on <= to && (who.endDate === null || on <= who.endDate))
      .map(({ code, on, words, law }) => ({
        ...{ personId: who.id, businessId: who.businessId, name: `${who.givenName} ${who.familyName}` },
        ...{ code, on, words, law },
      })),
  );
