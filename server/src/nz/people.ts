/** People of New Zealand: what is asked of them beside what is asked everywhere. */

import { newPersonNz, sectionsNz } from "@zesty/contract/nz/people";
import type { PersonSummary } from "@zesty/contract/people";
import { decimal } from "@zesty/core/quantity/decimal";
import { dollars } from "@zesty/core/quantity/units";
import { withLeaveAnew } from "../afterwards/leaveOwed.ts";
import { missingOfAll } from "../people/missing.ts";
import type { EndingFact, PeopleOfCountry, SinceSigned } from "../people/peopleOfCountry.ts";
import { datedRecordsNz } from "../store/dated.ts";
import { cellsNz } from "./cells.ts";
import { draftNz } from "./draft.ts";
import { employedAgainNz } from "./employedAgain.ts";
import { withGrants } from "./grantedSince.ts";
import { withKiwiSaverTold } from "./kiwiSaverSince.ts";
import { lanesNz } from "./lanes.ts";
import { ownSavingNz } from "./ownSaving.ts";
import { papersNz } from "./papers.ts";
import { readPersonNz } from "./readPerson.ts";
import { writersNz } from "./writers.ts";

/** Another week: leave that pays took by the one before, then what arises by service. */
const withWeek: SinceSigned = (context, personId, from, change, tell) =>
  withLeaveAnew(context, personId, from, () => withGrants(context, personId, from, change, tell), tell);

export const peopleNz: PeopleOfCountry = {
  lanes: lanesNz,
  newPerson: newPersonNz,
  sections: sectionsNz,
  writers: writersNz,
  missing: (context, ids, records) => {
    const nz = datedRecordsNz(context.store.db, ids, "9999-12-31");
    const ofAll = missingOfAll(context, records);
    return (who) => {
      const missing: PersonSummary["missing"] = [];
      const code = nz.taxCode.get(who.id);
      if (!code) missing.push({ section: "taxCode", text: "Tax code" });
      else if (!code.irdNumber) missing.push({ section: "taxCode", text: "IRD number" });
      if (!nz.kiwiSaver.get(who.id)) missing.push({ section: "kiwiSaver", text: "KiwiSaver status" });
      return [...missing, ...ofAll(who)];
    };
  },
  ending: (context, ids) => {
    const nz = datedRecordsNz(context.store.db, ids, "9999-12-31");
    return ({ id }) => {
      const [code, saver] = [nz.taxCode.get(id), nz.kiwiSaver.get(id)];
      const ends = (what: string, expires: string | null | undefined, blocks: string, ofTax: boolean): EndingFact[] =>
        expires
          ? [{ part: ofTax ? "tax" : "funds", section: ofTax ? "taxCode" : "kiwiSaver", what, expires, blocks }]
          : [];
      return [
        ...ends(
          "Certificate of the tax code",
          code?.until,
          "the code without it counts again: ask for the new one",
          true,
        ),
        ...ends("Savings suspension", saver?.suspendedUntil, "contributions begin again", false),
        ...ends("Lower KiwiSaver rate", saver?.temporaryUntil, "the default rate counts again", false),
      ];
    };
  },
  ownSaving: ownSavingNz,
  employedAgain: employedAgainNz,
  sinceSigned: { kiwiSaver: withKiwiSaverTold, holidays: withGrants, employment: withWeek, details: withGrants },
  perPay: ({ store: { db } }, id, day) => {
    const { childSupport, orders = [] } = datedRecordsNz(db, [id], day).orders.get(id) ?? {};
    const amount = (name: string, text: string | undefined) => (text ? [`${name} ${dollars(decimal(text))}`] : []);
    return [
      ...amount("child support", childSupport?.amount),
      ...orders.flatMap((each) => (each.until && each.until < day ? [] : amount(each.name, each.amount))),
    ];
  },
  papers: papersNz,
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
