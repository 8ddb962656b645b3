/** People asked by letter for what only they know: whoever has a staff page is told what is wanted, else is invited to one. */
import type { AskedPeople } from "@zesty/contract/readiness";
import { and, eq, gte, isNull, or } from "drizzle-orm";
import type { Actor, Context } from "../context.ts";
import { readPerson } from "../people/readPeople.ts";
import { findBusiness, todayAt } from "../setup/findBusiness.ts";
import { record } from "../store/audit.ts";
import { person } from "../store/schema.ts";
import { linkOf, mailTo } from "../users/invitations.ts";
import { wantedOf } from "./readStaff.ts";
import { accountOf, inviteToStaffPages } from "./staffAccount.ts";

type Who = typeof person.$inferSelect;

/** @returns who was asked, who has no address, and to whom the mail server would not take a letter */
export async function askPeople(context: Context, actor: Actor, businessId: number): Promise<AskedPeople> {
  const answer: AskedPeople = { asked: [], without: [], notTaken: [] };
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
    if (!who.email) answer.without.push(name);
    else if (
      await ask(
        context,
        actor,
        who,
        wanted.map((each) => each.text),
      )
    )
      answer.asked.push(name);
    else answer.notTaken.push(name);
  }
  return answer;
}

async function ask(context: Context, actor: Actor, who: Who, wanted: readonly string[]): Promise<boolean> {
  if (!accountOf(context, who.id)) return (await inviteToStaffPages(context, actor, who.id)).handedOver;
  const { name: business } = findBusiness(context, who.businessId);
  const handedOver = await mailTo(
    context,
    who.email ?? "",
    `Still wanted for your pay at ${business}`,
    `Hello ${who.givenName},\n\n${business} still needs of you: ${wanted.join(", ").toLowerCase()}. Your own page says why, and takes it:\n\n${linkOf(context, "", "staff").replace(/#$/, "")}\n`,
  );
  if (handedOver)
    record(context.store, {
      ...{ at: context.clock.now(), userId: actor.userId, businessId: who.businessId },
      what: "asked a person for what is missing",
      about: `${who.givenName} ${who.familyName}: ${wanted.join(", ")}`,
    });
  return handedOver;
}
