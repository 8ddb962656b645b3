/** A business of the demo that is only half set up, and the employees of others who sign in for themselves. */
import { eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { addStanding } from "../lodging/saveLodging.ts";
import { addPeople } from "../putIn/peopleSheet.ts";
import { createBusiness } from "../setup/createBusiness.ts";
import { person, staffLink, user } from "../store/schema.ts";
import { days, keepLink } from "../users/invitations.ts";

/** Employees with a sign-in, one in each country; and one who was invited and has not come yet. */
export const demoEmployees = ["jarrah.mokoena@example.org", "hana.okaforth@example.org"] as const;
const invited = "ingrid.vass@example.org";

/**
 * New to the practice: no bank account, no fund, and three people of whom little is known. The agency lets it lodge its
 * first paydays later.
 */
export function makeHalfSetUp(context: Context, actor: Actor): void {
  const businessId = createBusiness(context, actor, {
    name: "Quince Lane Bakehouse",
    legalName: "Quince Lane Bakehouse Pty Ltd",
    abn: "44000000012",
    state: "SA",
    timeZone: "Australia/Adelaide",
    contact: { name: "Bea Quinlivan", phone: "0300000008", email: "bea@quince-lane.example.org" },
    bank: null,
    cycle: { name: "Fortnightly", cycle: "fortnightly", firstPeriodStart: "2026-07-06", paydayOffset: 3 },
  });
  addPeople(context, actor, businessId, [
    {
      ...{ givenName: "Bea", familyName: "Quinlivan", birthDate: "1979-11-02", startDate: "2026-07-06" },
      ...{ basis: "full-time", weeklyHours: "38", salary: "78000", email: "bea@quince-lane.example.org" },
      ...{ street: "4 Quince Lane", suburb: "Norwood", state: "SA", postcode: "5067" },
    },
    {
      ...{ givenName: "Ivo", familyName: "Tarrant", birthDate: "2001-03-19", startDate: "2026-07-06" },
      ...{ basis: "part-time", weeklyHours: "24", hourlyRate: "29.80" },
    },
    {
      ...{ givenName: "Suki", familyName: "Amberley", birthDate: "2006-08-30", startDate: "2026-07-08" },
      ...{ basis: "casual", hourlyRate: "33.10", email: "suki.amberley@example.org" },
    },
  ]);
  addStanding(context, actor, businessId, {
    ...{ kind: "deferred", from: "2026-07-06", to: "2026-09-30" },
    ...{ reason: "New employer, granted on 12 June 2026", reference: "DEF-20417" },
  });
}

export function openDemoStaffPages(context: Context, actor: Actor, passwordHash: string): void {
  const { db } = context.store;
  const named = (email: string) => db.select().from(person).where(eq(person.email, email)).get();
  for (const email of demoEmployees) {
    const who = named(email);
    if (!who) throw new Error(`The demo has nobody with the address ${email}.`);
    const { id } = db
      .insert(user)
      .values({ email, name: `${who.givenName} ${who.familyName}`, passwordHash, lead: false, staff: true })
      .returning({ id: user.id })
      .get();
    db.insert(staffLink).values({ userId: id, personId: who.id, openedAt: context.clock.now() }).run();
  }
  const waiting = named(invited);
  if (!waiting) throw new Error(`The demo has nobody with the address ${invited}.`);
  keepLink(context, {
    ...{ email: invited, name: `${waiting.givenName} ${waiting.familyName}`, lead: false, rights: [], kind: "staff" },
    ...{ personId: waiting.id, invitedBy: actor.userId, lasts: days(14) },
  });
}
