/** Reads and changes a business's facts and set-up lists. */

import type { BusinessView } from "@zesty/contract/business";
import { asc, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { cannot } from "../ground/problem.ts";
import { stampOf } from "../http/seen.ts";
import { business, costCentre, fund, ledgerAccount, ownField, payCycle, place } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { readElements } from "./elements.ts";
import { usesOf } from "./lists.ts";
import { nextPeriodOf } from "./nextPeriod.ts";
import type { WantedBusiness } from "./setUpOfCountry.ts";

type Lists = Pick<BusinessView, "cycles" | "places" | "costCentres" | "elements" | "funds" | "ownFields" | "accounts">;

function listsOf(context: Context, businessId: number): Lists {
  const { db } = context.store;
  const uses = usesOf(context, businessId);
  return {
    cycles: db
      .select()
      .from(payCycle)
      .where(eq(payCycle.businessId, businessId))
      .all()
      .map((cycle) => ({
        id: cycle.id,
        name: cycle.name,
        cycle: cycle.cycle,
        paydayOffset: cycle.paydayOffset,
        closedDays: cycle.closedDays,
        retired: cycle.retired,
        usedBy: uses.cycles.get(cycle.id) ?? 0,
        next: nextPeriodOf(context, cycle),
      })),
    places: db
      .select({
        ...{ id: place.id, name: place.name, state: place.state, retired: place.retired },
        ...{ district: place.district, days: place.days },
      })
      .from(place)
      .where(eq(place.businessId, businessId))
      .all()
      .map((each) => ({ ...each, usedBy: uses.places.get(each.id) ?? 0 })),
    costCentres: db
      .select({ id: costCentre.id, code: costCentre.code, name: costCentre.name, retired: costCentre.retired })
      .from(costCentre)
      .where(eq(costCentre.businessId, businessId))
      .all()
      .map((each) => ({ ...each, usedBy: uses["cost-centres"].get(each.id) ?? 0 })),
    elements: readElements(context, businessId),
    funds: db
      .select()
      .from(fund)
      .where(eq(fund.businessId, businessId))
      .orderBy(asc(fund.name))
      .all()
      .map(({ businessId: _, ...each }) => ({ ...each, usedBy: uses.funds.get(each.id) ?? 0 })),
    ownFields: db
      .select()
      .from(ownField)
      .where(eq(ownField.businessId, businessId))
      .orderBy(asc(ownField.id))
      .all()
      .map(({ businessId: _, ...each }) => ({ ...each, usedBy: uses["own-fields"].get(each.id) ?? 0 })),
    accounts: db
      .select({
        id: ledgerAccount.id,
        code: ledgerAccount.code,
        name: ledgerAccount.name,
        retired: ledgerAccount.retired,
      })
      .from(ledgerAccount)
      .where(eq(ledgerAccount.businessId, businessId))
      .orderBy(asc(ledgerAccount.code))
      .all()
      .map((each) => ({ ...each, usedBy: uses.accounts.get(each.id) ?? 0 })),
  };
}

/** What stands in each entry of a list, as it is changed; who uses it, and the payday to come, are no part of it. */
const entryStampsOf = ({ costCentres, ownFields, ...lists }: Lists): Record<string, string> =>
  Object.fromEntries(
    Object.entries({ ...lists, "cost-centres": costCentres, "own-fields": ownFields }).flatMap(([list, entries]) =>
      entries.map((entry) => [`${list}/${entry.id}`, stampOf({ ...entry, usedBy: 0, next: null })]),
    ),
  );

export function readBusiness(context: Context, businessId: number): BusinessView {
  const owner = findBusiness(context, businessId);
  const facts = context.country(owner.country).setUp.view(context, owner);
  const lists = listsOf(context, businessId);
  return {
    id: businessId,
    country: owner.country,
    stamp: stampOf(facts),
    entryStamps: entryStampsOf(lists),
    ...facts,
    ...lists,
  };
}

/** The facts as the trail keeps them: what is secret stays shown by its last digits. */
function shownFacts({ bankAccount, postings: _postings, ...facts }: ReturnType<typeof findBusiness>): object {
  return { ...facts, bankAccount: bankAccount ? "on record" : null };
}

/** @param wanted as the country's contract has checked it; an account left empty stays as it is */
export function saveBusinessFacts(
  context: Context,
  actor: Actor,
  businessId: number,
  wanted: Omit<WantedBusiness, "cycle">,
): void {
  context.withLeaveLaidAnew(actor, businessId, null, () => {
    const known = findBusiness(context, businessId);
    const { setUp } = context.country(known.country);
    const {
      bankAccount,
      bank,
      postings: _postings,
      branch: _branch,
      ...facts
    } = setUp.row(context, wanted, known.bmsId);
    // How the bank is written to changes without the account, too, where there is one.
    const saysHow = "bank" in wanted && wanted.bank !== null;
    if (saysHow && !bankAccount && !known.bankAccount) {
      const text = "Give BSB and account: there is none on record.";
      throw cannot("account-missing", text, { errors: [{ path: "bank.account", text }] });
    }
    context.store.db
      .update(business)
      .set({ ...facts, ...(bankAccount ? { bankAccount } : {}), ...(bankAccount || saysHow ? { bank } : {}) })
      .where(eq(business.id, businessId))
      .run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: "changed business facts",
      about: facts.name,
      change: { before: shownFacts(known), after: shownFacts(findBusiness(context, businessId)) },
    });
  });
}
