/** What an employee sees: payslips that were sent, balances, what is asked for, and what is still wanted of them. */
import type { PersonView } from "@zesty/contract/people";
import type { StaffPage, StaffSession, Wanted } from "@zesty/contract/staff";
import { dateWords } from "@zesty/core/calendar/dates";
import { leaveKindsIn } from "@zesty/core/countries/leave";
import type { PaySnapshot } from "@zesty/core/pay/snapshot";
import { and, asc, desc, eq, inArray } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { notFound } from "../ground/problem.ts";
import { worksForPractice } from "../ground/rights.ts";
import { standingRequests } from "../leave/readLeave.ts";
import { readPerson } from "../people/readPeople.ts";
import { nextPeriodOf } from "../setup/nextPeriod.ts";
import { readBusiness } from "../setup/readBusiness.ts";
import { business, payCycle, payRun, person, signedPay, staffChange, user } from "../store/schema.ts";
import { yearsOfPerson } from "../year/summary.ts";
import { ownPeople } from "./staffAccount.ts";

const holdsFactor = ({ store: { db } }: Context, userId: number): boolean =>
  db.select({ secret: user.secondFactor }).from(user).where(eq(user.id, userId)).get()?.secret != null;

export function readStaffSession(context: Context, actor: Actor): StaffSession {
  const { db } = context.store;
  const ids = ownPeople(context, actor.userId);
  return {
    name: actor.name,
    email: actor.email,
    user: worksForPractice(context, actor.userId),
    secondFactor: holdsFactor(context, actor.userId),
    employments: ids.flatMap((personId) => {
      const row = db
        .select({ business: business.name, country: business.country })
        .from(person)
        .innerJoin(business, eq(person.businessId, business.id))
        .where(eq(person.id, personId))
        .get();
      return row ? [{ personId, ...row }] : [];
    }),
  };
}

/** Payslips that went out: what was only prepared is nobody's business yet. */
export function sentPayslips({ store: { db } }: Context, personId: number) {
  return db
    .select({
      ...{ payId: signedPay.payId, runId: signedPay.runId, payday: signedPay.payday, snapshot: signedPay.snapshot },
      run: payRun,
    })
    .from(signedPay)
    .innerJoin(payRun, eq(signedPay.runId, payRun.id))
    .where(and(eq(signedPay.personId, personId), eq(signedPay.kind, "pay"), inArray(payRun.state, ["sent", "settled"])))
    .orderBy(desc(signedPay.payday), desc(signedPay.id))
    .all();
}

/** Why each thing is asked for, in a sentence that an employee can use. */
const reasons: Record<string, string> = {
  tax: "Without it tax is withheld at the highest rate.",
  taxCode: "Without it tax is taken at the no-notification rate.",
  super: "Your employer pays super into the fund that you choose.",
  kiwiSaver: "Whether you are a member decides what is contributed.",
  bank: "Your pay goes there.",
  details: "Your payslip and the year's report to the tax agency need it.",
};
const ownSections = ["tax", "taxCode", "super", "kiwiSaver", "bank", "details"];

/** What of a person's missing facts the person can say. */
export const wantedOf = (missing: PersonView["missing"]): Wanted[] =>
  missing
    .filter((each) => ownSections.includes(each.section) && each.text !== "E-mail")
    .map((each) => ({ ...each, why: reasons[each.section] ?? "" }));

export function readStaffPage(context: Context, personId: number): StaffPage {
  const { db } = context.store;
  const who = db.select().from(person).where(eq(person.id, personId)).get();
  if (!who) throw notFound("person");
  const owner = findBusiness(context, who.businessId);
  const view = readPerson(context, personId);
  const kinds = leaveKindsIn(owner.country);
  const cycle = db.select().from(payCycle).where(eq(payCycle.id, view.employment.cycleId)).get();
  const waiting = db
    .select({ words: staffChange.words, at: staffChange.at })
    .from(staffChange)
    .where(and(eq(staffChange.personId, personId), eq(staffChange.state, "waiting")))
    .get();
  return {
    personId,
    name: `${who.givenName} ${who.familyName}`,
    business: owner.name,
    country: owner.country,
    today: context.clock.today(owner.timeZone),
    nextPayday: cycle && who.endDate === null ? nextPayday(context, cycle) : null,
    payslips: sentPayslips(context, personId).map(
      ({ payId, payday, run: { periodStart: start, periodEnd: end }, snapshot }) => {
        const { gross, net } = (snapshot as PaySnapshot).figures;
        return { payId, payday, start, end, gross, net };
      },
    ),
    years: view.employment.basis === "contractor" ? [] : yearsOfPerson(context, personId, owner.country),
    wanted: wantedOf(view.missing),
    balances: view.leave.balances.flatMap(({ kind, hours }) => {
      const found = kinds.find((each) => each.code === kind);
      return found?.kept ? [{ kind, words: found.words, amount: hours, unit: found.unit }] : [];
    }),
    requests: standingRequests(context, personId).sort((a, b) => b.id - a.id),
    kinds: kinds
      .filter((each) => !each.whereAgreed || view.leave.entitlements.some(({ kind }) => kind === each.code))
      .filter((each) => !each.neverAsked && (!each.notForCasuals || view.employment.basis !== "casual"))
      .map(({ code, words }) => ({ code, words })),
    timesheet: view.time ? (view.time.use === "exceptions" ? "exceptions" : "all") : null,
    details: { email: who.email, phone: who.phone, address: who.address },
    photo: view.photo,
    emergency: who.emergency,
    facts: factsOf(context, view),
    waiting: waiting ?? null,
    funds: context.country(owner.country).people.choosesFund
      ? readBusiness(context, who.businessId).funds.filter((each) => !each.retired)
      : [],
    saving: context.country(owner.country).people.ownSaving?.view(context, who) ?? null,
  };
}

/** The payday of the earliest run that has not gone out, else of the period after the last one. */
function nextPayday(context: Context, cycle: typeof payCycle.$inferSelect): string {
  const waiting = context.store.db
    .select({ payday: payRun.payday })
    .from(payRun)
    .where(and(eq(payRun.cycleId, cycle.id), eq(payRun.kind, "cycle"), inArray(payRun.state, ["open", "signedOff"])))
    .orderBy(asc(payRun.payday))
    .limit(1)
    .get();
  return waiting?.payday ?? nextPeriodOf(context, cycle).payday;
}

/** What is on record, secrets by their last digits. */
function factsOf(context: Context, view: ReturnType<typeof readPerson>): StaffPage["facts"] {
  const { employment, bank } = view;
  const fact = (label: string, value: string | null | undefined) => (value ? [{ label, value }] : []);
  return [
    ...fact("Employed since", dateWords(view.details.startDate)),
    ...fact("Basis", employment.basis),
    ...fact("Hours a week", Number(employment.weeklyHours) > 0 ? employment.weeklyHours : null),
    ...fact("Rate an hour", employment.salary || !employment.hourlyRate ? null : `$${employment.hourlyRate}`),
    ...fact("Salary a year", employment.salary && `$${employment.salary}`),
    ...context
      .country(view.country)
      .people.ownFacts(view)
      .flatMap(([label, value]) => fact(label, value)),
    ...bank.parts.map((part) => ({ label: "Paid to", value: `${part.title}, ${part.shown}` })),
  ];
}
