/**
 * What an employee changes. Declarations count from today as signed by the person; another bank account waits for a
 * tick of the practice and is told to the address that was there before.
 */

import type { BankPart } from "@zesty/contract/bank";
import type { Emergency } from "@zesty/contract/besidePay";
import type { StaffAccess, StaffFund, StaffSaving, StaffSection, StaffTax } from "@zesty/contract/staff";
import { dateWords } from "@zesty/core/calendar/dates";
import { centsText } from "@zesty/core/quantity/units";
import { and, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { cannot, conflict, notFound } from "../ground/problem.ts";
import { saveSection } from "../people/savePerson.ts";
import { accountOf } from "../people/staffAccountOf.ts";
import { addFund } from "../setup/funds.ts";
import { lastThree, places } from "../store/crypt.ts";
import { datedRecords, datedRecordsNz } from "../store/dated.ts";
import { fund, person, staffChange } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { mailTo } from "../users/invitations.ts";
import { openInvitation, waysTo } from "./staffAccount.ts";

type Who = typeof person.$inferSelect;
const findPerson = (context: Context, personId: number): Who => {
  const who = context.store.db.select().from(person).where(eq(person.id, personId)).get();
  if (!who) throw notFound("person");
  return who;
};
/** Facts of somebody who is yet to start count from the start. */
const dayOf = (context: Context, who: Who): string =>
  who.startDate > todayAt(context, who.businessId) ? who.startDate : todayAt(context, who.businessId);

export async function changeOwn(
  context: Context,
  actor: Actor,
  personId: number,
  section: StaffSection,
  values: unknown,
): Promise<void> {
  const who = findPerson(context, personId);
  const from = dayOf(context, who);
  switch (section) {
    case "details": {
      const { phone, address } = values as Pick<Who, "phone" | "address">;
      return void saveSection(context, actor, personId, "details", { ...who, phone, address: address ?? who.address });
    }
    case "emergency":
      return void saveSection(context, actor, personId, "emergency", values as { contact: Emergency | null });
    case "tax":
      return void saveSection(context, actor, personId, "tax", {
        from,
        ...declared(context, personId, values as StaffTax, from),
      });
    case "taxCode": {
      const { code, irdNumber } = values as { code: string; irdNumber?: string };
      const held = datedRecordsNz(context.store.db, [personId], from).taxCode.get(personId);
      return void saveSection(context, actor, personId, "taxCode", {
        from,
        code,
        ...(irdNumber ? { irdNumber } : {}),
        specialRate: null,
        until: null,
        slcir: held?.slcir ?? null,
        slbor: held?.slbor ?? null,
        lowerMinimum: held?.lowerMinimum ?? false,
        loanRate: held?.loanRate ?? null,
      });
    }
    case "kiwiSaver": {
      const saving = context.country(findBusiness(context, who.businessId).country).people.ownSaving;
      if (!saving) throw cannot("no-section", "This cannot be changed here. Ask your employer.");
      const said = saving.said(context, who, values as StaffSaving);
      return void saveSection(context, actor, personId, "kiwiSaver", { from, ...said });
    }
    case "super":
      return chooseFund(context, actor, who, from, values as StaffFund);
    case "bank":
      return askForAccount(context, actor, who, from, values as Omit<BankPart, "kind" | "value">);
  }
}

/** A declaration as the law asks for it; what only the practice knows stays as it was. */
function declared(context: Context, personId: number, given: StaffTax, from: string) {
  const held = datedRecords(context.store.db, [personId], from).tax.get(personId);
  const { signed: _signed, homeCountry, ...rest } = given;
  return {
    ...rest,
    // The days in which a number may be pending run from the first time it was said.
    pendingSince: given.numberStatus !== "pending" ? null : held?.numberStatus === "pending" ? held.pendingSince : from,
    medicare: (held?.medicare ?? "levy") as "levy",
    medicareDependants: held?.medicareDependants ?? null,
    offsetsPerYear: held?.offsetsPerYearCents == null ? null : centsText(held.offsetsPerYearCents),
    extraPerPay: held?.extraPerPayCents == null ? null : centsText(held.extraPerPayCents),
    homeCountry: homeCountry ?? held?.homeCountry ?? null,
    income: held?.income ?? null,
    employerRegistered: held?.employerRegistered ?? true,
    variationPercent: held?.variationPercent ?? null,
  };
}

function chooseFund(
  context: Context,
  actor: Actor,
  who: Who,
  from: string,
  { fundId, memberNumber, own }: StaffFund,
): void {
  const { db } = context.store;
  context.store.transaction(() => {
    const known = own
      ? db
          .select({ id: fund.id })
          .from(fund)
          .where(and(eq(fund.businessId, who.businessId), eq(fund.usi, own.usi)))
          .get()?.id
      : fundId;
    const chosen = known ?? (own ? addFund(context, actor, who.businessId, own) : null);
    const held = datedRecords(db, [who.id], from).super.get(who.id);
    saveSection(context, actor, who.id, "super", {
      from,
      fundId: chosen,
      memberNumber,
      guarantee: held?.guarantee ?? true,
      agreedPercent: held?.agreedPercent ?? null,
      anyAge: held?.anyAge ?? false,
      // Shares that were agreed to other funds stay: the choice is of where the rest goes.
      shares: held?.shares ?? null,
      how: "chosen",
    });
  });
}

/** The first account counts at once; another one waits, because whoever steals a password changes just that. */
async function askForAccount(
  context: Context,
  actor: Actor,
  who: Who,
  from: string,
  given: Omit<BankPart, "kind" | "value">,
): Promise<void> {
  const asked: BankPart = { ...given, kind: "rest", value: "" };
  const held = datedRecords(context.store.db, [who.id], "9999-12-31").bank.get(who.id);
  if (!held) return void saveSection(context, actor, who.id, "bank", { from, parts: [asked] });
  const words = `${given.title}, ${given.bsb ? `${given.bsb} ` : ""}${lastThree(given.account)}`;
  const { db } = context.store;
  context.store.transaction(() => {
    db.update(staffChange)
      .set({ state: "replaced" })
      .where(and(eq(staffChange.personId, who.id), eq(staffChange.state, "waiting")))
      .run();
    db.insert(staffChange)
      .values({
        personId: who.id,
        section: "bank",
        values: context.store.crypt.seal(JSON.stringify(asked), places.staffChange(who.id)),
        words,
        at: context.clock.now(),
        state: "waiting",
      })
      .run();
    note(context, actor, who, "asked for another bank account");
  });
  const { name } = findBusiness(context, who.businessId);
  if (who.email)
    mailTo(context, {
      ...{ to: who.email, about: `account ${who.id}`, businessId: who.businessId, link: `/people/${who.id}` },
      subject: "Another bank account was asked for",
      text: `Hello ${who.givenName},\n\non ${dateWords(todayAt(context, who.businessId))} somebody signed in as you asked that your pay from ${name} goes to another account: ${words}. It waits until ${name} has looked at it. If it was not you, tell them at once, and choose a new password.\n`,
    });
}

const note = (context: Context, actor: Actor, who: Who, what: string): void =>
  void record(context.store, {
    at: context.clock.now(),
    userId: actor.userId,
    businessId: who.businessId,
    what,
    about: `${who.givenName} ${who.familyName}`,
  });

/** What a person's page of the practice shows: who has the pages open, and what waits for a tick. */
export function readStaffAccess(context: Context, personId: number): StaffAccess {
  return {
    openedAt: accountOf(context, personId)?.openedAt ?? null,
    invitedUntil: openInvitation(context, personId),
    ways: waysTo(context, personId),
    changes: waitingChanges(context, personId),
  };
}

export const waitingChanges = ({ store: { db } }: Context, personId: number): StaffAccess["changes"] =>
  db
    .select({ id: staffChange.id, section: staffChange.section, words: staffChange.words, at: staffChange.at })
    .from(staffChange)
    .where(and(eq(staffChange.personId, personId), eq(staffChange.state, "waiting")))
    .all();

/**
 * The practice takes a change that a person asked for, or declines it.
 * @returns what it means to pays that are signed off
 */
export function answerStaffChange(
  context: Context,
  actor: Actor,
  personId: number,
  changeId: number,
  take: boolean,
): string[] {
  const { db } = context.store;
  const who = findPerson(context, personId);
  const told: string[] = [];
  context.store.transaction(() => {
    const found = db
      .select()
      .from(staffChange)
      .where(and(eq(staffChange.id, changeId), eq(staffChange.personId, personId)))
      .get();
    if (!found) throw notFound("change");
    if (found.state !== "waiting")
      throw conflict(
        "answered",
        "This change was answered already, or another one took its place. Load the page again.",
      );
    db.update(staffChange)
      .set({ state: take ? "taken" : "declined", answeredBy: actor.userId, answeredAt: context.clock.now() })
      .where(eq(staffChange.id, changeId))
      .run();
    if (take) {
      const asked = JSON.parse(context.store.crypt.open(found.values, places.staffChange(personId))) as BankPart;
      const from = dayOf(context, who);
      saveSection(
        context,
        actor,
        personId,
        "bank",
        { from, parts: [...otherParts(context, personId, from), asked] },
        (sentence) => told.push(sentence),
      );
    }
    note(context, actor, who, `${take ? "took" : "declined"} the bank account that was asked for`);
  });
  return told;
}

/** Fixed amounts and per cents to other accounts stay: what is asked for is where the rest of the pay goes. */
function otherParts(context: Context, personId: number, day: string): BankPart[] {
  const held = datedRecords(context.store.db, [personId], day).bank.get(personId);
  const parts = held
    ? (JSON.parse(context.store.crypt.open(held.parts, places.bankParts(personId))) as BankPart[])
    : [];
  return parts.filter((part) => part.kind !== "rest");
}

/** @throws when a section is not one that this person fills in */
export function demandSection(sections: object, section: string): void {
  if (!Object.hasOwn(sections, section)) throw cannot("no-section", "This cannot be changed here. Ask your employer.");
}
