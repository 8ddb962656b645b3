/** People asked by letter for what only they know: whoever has a staff page is told what is wanted, else is invited to one. */
import type { AskedPeople } from "@zesty/contract/readiness";
import type { StaffWay } from "@zesty/contract/staff";
import { and, eq, gte, isNull, or } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { findBusiness, todayAt } from "../ground/findBusiness.ts";
import { lastLetter } from "../outbox/letters.ts";
import { readPerson } from "../people/readPeople.ts";
import { accountOf } from "../people/staffAccountOf.ts";
import { person } from "../store/schema.ts";
import { record } from "../store/trail.ts";
import { linkOf, mailTo } from "../users/invitations.ts";
import { wantedOf } from "./readStaff.ts";
import { inviteToStaffPages, waysTo } from "./staffAccount.ts";

type Who = typeof person.$inferSelect;

/**
 * @param again whether those are asked anew who were asked before
 * @returns who is asked, who has no address, and who was asked before and when
 */
export function askPeople(context: Context, actor: Actor, businessId: number, again = false): AskedPeople {
  const answer: AskedPeople = { asked: [], without: [], before: [] };
  const today = todayAt(context, businessId);
  const here = context.store.db
    .select()
    .from(person)
    .where(and(eq(person.businessId, businessId), or(isNull(person.endDate), gte(person.endDate, today))))
    .orderBy(person.familyName, person.givenName)
    .all();
  for (const who of here) {
    const wanted = wantedOf(readPerson(context, who.id).missing);
    if (wanted.length === 0) continue;
    const name = `${who.givenName} ${who.familyName}`;
    const last = lastLetter(context, `ask ${who.id}`);
    // Whoever has a page is told by mail; an invitation to one goes by text message, too.
    const [way] = waysTo(context, who.id).filter((each) => each === "mail" || !accountOf(context, who.id));
    if (!way) answer.without.push(name);
    else if (last && last.state !== "refused" && !again) answer.before.push({ name, on: last.at.slice(0, 10) });
    else {
      const texts = wanted.map((each) => each.text);
      context.store.transaction(() => ask(context, actor, who, texts, way));
      answer.asked.push(name);
    }
  }
  return answer;
}

function ask(context: Context, actor: Actor, who: Who, wanted: readonly string[], way: StaffWay): void {
  if (!accountOf(context, who.id)) return void inviteToStaffPages(context, actor, who.id, way);
  const { name: business } = findBusiness(context, who.businessId);
  mailTo(context, {
    ...{ to: who.email ?? "", about: `ask ${who.id}`, businessId: who.businessId, link: `/people/${who.id}` },
    subject: `Still wanted for your pay at ${business}`,
    text: `Hello ${who.givenName},\n\n${business} still needs of you: ${wanted.join(", ").toLowerCase()}. Your own page says why, and takes it:\n\n${linkOf(context, "", "staff").replace(/#$/, "")}\n`,
  });
  record(context.store, {
    ...{ at: context.clock.now(), userId: actor.userId, businessId: who.businessId },
    what: "asked a person for what is missing",
    about: `${who.givenName} ${who.familyName}: ${wanted.join(", ")}`,
  });
}
