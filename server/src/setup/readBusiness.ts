/** Reads and changes a business's facts and set-up lists. */

import type { BusinessView, NewBusiness, NewBusinessNz } from "@zesty/contract/business";
import { employmentStandards } from "@zesty/core/rulebook/au/employmentStandards";
import { asc, eq } from "drizzle-orm";
import type { Actor, Context } from "../context.ts";
import { nextPeriodOf } from "../runs/openRun.ts";
import { record } from "../store/audit.ts";
import { lastThree, places } from "../store/crypt.ts";
import { business, costCentre, fund, ledgerAccount, payCycle, place } from "../store/schema.ts";
import { bankFacts, factsNz } from "./createBusiness.ts";
import { readElements } from "./elements.ts";
import { findBusiness } from "./findBusiness.ts";
import { usesOf } from "./lists.ts";

export function readBusiness(context: Context, businessId: number): BusinessView {
  const { db, crypt } = context.store;
  const owner = findBusiness(context, businessId);
  const uses = usesOf(context, businessId);
  const account = owner.bankAccount
    ? (JSON.parse(crypt.open(owner.bankAccount, places.businessBank(owner.bmsId))) as { bsb: string; account: string })
    : null;
  const standards = owner.country === "AU" ? context.rules.find(employmentStandards, context.clock.today()) : undefined;
  return {
    id: businessId,
    country: owner.country,
    standardLeave: standards
      ? [
          { kind: "annual", weeksPerYear: standards.figures.annualWeeks },
          { kind: "personal", weeksPerYear: standards.figures.personalWeeks },
        ]
      : [],
    nz:
      owner.country === "NZ"
        ? {
            name: owner.name,
            legalName: owner.legalName,
            ird: owner.ird ?? "",
            province: owner.state as NewBusinessNz["province"],
            contact: owner.contact,
            filing: owner.filing ?? { large: false, paymentFile: "csv" },
            fourEyes: owner.fourEyes,
            bankShown: account ? lastThree(account.account) : null,
          }
        : null,
    facts: {
      name: owner.name,
      legalName: owner.legalName,
      abn: owner.abn,
      state: owner.state as BusinessView["facts"]["state"],
      timeZone: owner.timeZone,
      withholder: owner.withholder,
      fourEyes: owner.fourEyes,
      contact: owner.contact,
      bank: account ? { shown: `${account.bsb} ${lastThree(account.account)}`, ...owner.bank } : null,
    },
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
      .select({ id: place.id, name: place.name, state: place.state, retired: place.retired })
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
      .select({ id: fund.id, name: fund.name, abn: fund.abn, usi: fund.usi, retired: fund.retired })
      .from(fund)
      .where(eq(fund.businessId, businessId))
      .orderBy(asc(fund.name))
      .all()
      .map((each) => ({ ...each, usedBy: uses.funds.get(each.id) ?? 0 })),
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

/** The facts as the trail keeps them: what is secret stays shown by its last digits. */
function shownFacts({ bankAccount, postings: _postings, ...facts }: ReturnType<typeof findBusiness>): object {
  return { ...facts, bankAccount: bankAccount ? "on record" : null };
}

export function saveBusinessFacts(
  context: Context,
  actor: Actor,
  businessId: number,
  wanted: Omit<NewBusiness, "cycle">,
): void {
  const { db, crypt } = context.store;
  context.store.transaction(() => {
    const { bank, ...facts } = wanted;
    const before = shownFacts(findBusiness(context, businessId));
    db.update(business)
      .set({
        ...facts,
        abn: facts.abn.replace(/\s/g, ""),
        ...(bank
          ? {
              bankAccount: crypt.seal(
                JSON.stringify({ bsb: bank.bsb, account: bank.account }),
                places.businessBank(findBusiness(context, businessId).bmsId),
              ),
              bank: bankFacts(wanted),
            }
          : {}),
      })
      .where(eq(business.id, businessId))
      .run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: "changed business facts",
      about: facts.name,
      change: { before, after: shownFacts(findBusiness(context, businessId)) },
    });
  });
}

export function saveBusinessFactsNz(
  context: Context,
  actor: Actor,
  businessId: number,
  wanted: Omit<NewBusinessNz, "country" | "cycle">,
): void {
  const { db } = context.store;
  context.store.transaction(() => {
    const known = findBusiness(context, businessId);
    const before = shownFacts(known);
    const { bankAccount, bank: _bank, postings: _postings, ...facts } = factsNz(context, wanted, known.bmsId);
    // An account left empty stays as it is.
    db.update(business)
      .set({ ...facts, fourEyes: wanted.fourEyes ?? known.fourEyes, ...(bankAccount ? { bankAccount } : {}) })
      .where(eq(business.id, businessId))
      .run();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: "changed business facts",
      about: facts.name,
      change: { before, after: shownFacts(findBusiness(context, businessId)) },
    });
  });
}

export function addFund(
  context: Context,
  actor: Actor,
  businessId: number,
  wanted: { name: string; abn: string; usi: string },
): number {
  return context.store.transaction(() => {
    const { id } = context.store.db
      .insert(fund)
      .values({ ...wanted, businessId })
      .returning({ id: fund.id })
      .get();
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: "added fund",
      about: wanted.name,
    });
    return id;
  });
}
