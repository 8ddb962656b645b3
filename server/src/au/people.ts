/** People of Australia: what is asked of them beside what is asked everywhere. */

import { newPerson, type PersonSummary, sections } from "@zesty/contract/people";
import { missingOfAll } from "../people/missing.ts";
import type { PeopleOfCountry } from "../people/peopleOfCountry.ts";
import { withAccruals } from "./accruedSince.ts";
import { cellsAu } from "./cells.ts";
import { draftAu } from "./draft.ts";
import { employedAgainAu } from "./employedAgain.ts";
import { lanesAu } from "./lanes.ts";
import { longServiceView } from "./longServiceView.ts";
import { papersAu } from "./papers.ts";
import { serviceRecord } from "./serviceRecord.ts";
import { withSuperTold } from "./superSince.ts";
import { writersAu } from "./writers.ts";

export const peopleAu: PeopleOfCountry = {
  lanes: lanesAu,
  newPerson,
  sections,
  writers: writersAu,
  ending: () => () => [],
  missing: (context, _ids, records) => {
    const ofAll = missingOfAll(context, records);
    return (who) => {
      const missing: PersonSummary["missing"] = [];
      const tax = records.tax.get(who.id);
      const fund = records.super.get(who.id);
      // A contractor declares nothing: what is withheld, if anything, is agreed.
      const declares = records.terms.get(who.id)?.basis !== "contractor";
      if (declares && !tax) missing.push({ section: "tax", text: "Tax declaration" });
      if (declares && tax?.numberStatus === "pending")
        missing.push({ section: "tax", text: "Tax file number, applied for" });
      if (fund?.guarantee !== false && !fund?.fundId) missing.push({ section: "super", text: "Super fund" });
      else if (fund?.fundId && !fund.memberNumber) missing.push({ section: "super", text: "Member number" });
      // Superannuation Guarantee (Administration) Act 1992, s 32N: a default fund comes last.
      if (fund?.how === "default" && !fund.askedOn)
        missing.push({ section: "super", text: "Stapled fund, not asked for" });
      return [...missing, ...ofAll(who)];
    };
  },
  view: () => null,
  longService: (context, personId, terms, state, on) =>
    longServiceView({ ...terms, ...serviceRecord(context, personId) }, state, on),
  sinceSigned: { employment: withAccruals, leave: withAccruals, super: withSuperTold },
  employedAgain: employedAgainAu,
  papers: papersAu,
  draft: draftAu,
  cells: () => cellsAu,
  hasState: true,
  ownFacts: ({ tax }) => [
    ["Tax file number", tax.fileNumberShown ?? tax.numberStatus],
    ["Tax-free threshold", tax.taxFreeThreshold ? "claimed here" : "not claimed here"],
    ["Study loan", tax.studyLoan ? "yes" : "no"],
  ],
  choosesFund: true,
};
