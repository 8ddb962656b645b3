/** People of New Zealand: what is asked of them beside what is asked everywhere. */
import type { PersonSummary } from "@zesty/contract/people";
import { newPersonNz, sectionsNz } from "@zesty/contract/peopleNz";
import { missingOfAll } from "../people/missing.ts";
import type { PeopleOfCountry } from "../people/peopleOfCountry.ts";
import { datedRecordsNz } from "../store/dated.ts";
import { cellsNz } from "./cells.ts";
import { draftNz } from "./draft.ts";
import { readPersonNz } from "./readPerson.ts";
import { writersNz } from "./writers.ts";

export const peopleNz: PeopleOfCountry = {
  newPerson: newPersonNz,
  sections: sectionsNz,
  writers: writersNz,
  missing: (context, ids, records) => {
    const nz = datedRecordsNz(context.store.db, ids, "9999-12-31");
    return (who) => {
      const missing: PersonSummary["missing"] = [];
      const code = nz.taxCode.get(who.id);
      if (!code) missing.push({ section: "taxCode", text: "Tax code" });
      else if (!code.irdNumber) missing.push({ section: "taxCode", text: "IRD number" });
      if (!nz.kiwiSaver.get(who.id)) missing.push({ section: "kiwiSaver", text: "KiwiSaver status" });
      return [...missing, ...missingOfAll(who, records)];
    };
  },
  view: readPersonNz,
  draft: draftNz,
  cells: cellsNz,
  hasState: false,
  ownFacts: ({ nz }) => [
    ["IRD number", nz?.taxCode.irdShown],
    ["Tax code", nz?.taxCode.code],
  ],
  choosesFund: false,
};
