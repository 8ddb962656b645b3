/** Makes the demo's world: the practice, its businesses and their history, all by the real use cases. */
import { join } from "node:path";
import { lastDayOfAuthority } from "@zesty/core/documents/authority";
import { eq } from "drizzle-orm";
import { type Application, makeApplication } from "../app/application.ts";
import type { Actor } from "../ground/context.ts";
import { readSettings } from "../ground/settings.ts";
import { saveSender } from "../lodging/saveLodging.ts";
import { askForNotices } from "../nz/notices.ts";
import { saveSection } from "../people/savePerson.ts";
import { setStandinClock } from "../session/moveTheDay.ts";
import { hashPassword } from "../session/password.ts";
import { business, person, practice, user, userRight } from "../store/schema.ts";
import { makeHalfSetUp, openDemoStaffPages } from "./halfSetUp.ts";
import { makeBusiness } from "./makeBusiness.ts";
import { bringStatement, giveReceivers, payWhatFellDue } from "./payDues.ts";
import { playStories } from "./playStories.ts";
import { writeReturnedSheet } from "./returnedSheet.ts";
import { stories } from "./stories.ts";
import { tellOfBooks } from "./tellOfBooks.ts";

export const demoPassword = "lemon-and-pith";
const firstDay = "2025-04-01";
const demoDay = "2026-07-01";

async function makePractice({ context }: Application): Promise<Actor> {
  const { db } = context.store;
  const passwordHash = await hashPassword(demoPassword);
  db.insert(practice).values({ name: "Pip & Pith Bookkeeping" }).run();
  const lead = db
    .insert(user)
    .values({ email: "pip@pith.example", name: "Pip Lemaire", passwordHash, lead: true })
    .returning()
    .get();
  db.insert(user).values({ email: "rowan@pith.example", name: "Rowan Adeyemi", passwordHash, lead: false }).run();
  db.insert(user).values({ email: "willa@saltbush.example", name: "Willa Ashgrove", passwordHash, lead: false }).run();
  return { userId: lead.id, name: lead.name, email: lead.email, lead: true };
}

/** The bookkeeper prepares in two businesses; the approver signs in the first only. */
function giveRights({ context }: Application, businessIds: readonly number[]): void {
  const { db } = context.store;
  const [, bookkeeper, approver] = db.select().from(user).all();
  const [first, second] = businessIds;
  for (const businessId of [first, second])
    if (bookkeeper && businessId)
      db.insert(userRight).values({ userId: bookkeeper.id, businessId, right: "prepare" }).run();
  if (approver && first)
    db.insert(userRight).values({ userId: approver.id, businessId: first, right: "authorise" }).run();
}

/** Inland Revenue has told Kōura Bay of a tax code and of child support; both wait to be looked at. */
async function tellOfCodes({ context }: Application): Promise<void> {
  const kayaks = made.find((each) => each.story.business.name === "Kōura Bay Kayaks");
  const employer = context.store.db
    .select({ ird: business.ird })
    .from(business)
    .where(eq(business.id, kayaks?.businessId ?? 0))
    .get()?.ird;
  for (const notice of [
    { ird: "139000072", taxCode: "SB", from: "2026-07-28" },
    { ird: "139000021", supportCents: 9500, from: "2026-07-28" },
  ])
    await fetch(`${context.settings.services.revenue}/v1/notices`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ employer, ...notice }),
    });
  await askForNotices(context, actor, kayaks?.businessId ?? 0);
}

/** The head chef's food safety certificate runs out soon; somebody is named who is called when something happens. */
function qualifyChef({ context }: Application): void {
  const chef = context.store.db.select().from(person).where(eq(person.payrollId, "SCK01")).get();
  if (!chef) throw new Error("The demo has nobody with the number SCK01.");
  saveSection(context, actor, chef.id, "qualifications", {
    list: [
      { name: "Food safety supervisor", number: "FSS-40771", expires: "2026-07-11" },
      { name: "First aid", number: "FA-2218", expires: "2028-02-01" },
    ],
  });
  saveSection(context, actor, chef.id, "emergency", {
    contact: { name: "Ife Okafor", relation: "Partner", phone: "0400000031" },
  });
}

/** Brolga Packing has just asked a registered agent to lodge for it, and has not told the agency yet. */
function lodgeThroughAgent({ context }: Application): void {
  const packing = made.find((each) => each.story.business.name === "Brolga Packing");
  saveSender(context, actor, packing?.businessId ?? 0, {
    from: demoDay,
    agent: {
      ...{ name: "Halyard & Birch", abn: "51000000680", number: "24680135", ird: "" },
      contact: { name: "Lou Birch", phone: "0300000021", email: "lou@halyard-birch.example.org" },
      ...{ signedOn: demoDay, to: lastDayOfAuthority(demoDay), covers: ["payday", "year"], nominatedOn: null },
    },
  });
}

/** The client's sheet lies beside the data, to be brought into the open run. */
async function bringSheetBack(): Promise<void> {
  const growers = made.find((each) => each.story.business.name === "Brolga Growers");
  const open = application.context.store.sqlite
    .prepare<[number], { id: number }>("SELECT id FROM pay_run WHERE business_id = ? AND state = 'open'")
    .get(growers?.businessId ?? 0);
  if (open)
    await writeReturnedSheet(
      application.context,
      actor,
      open.id,
      join(application.context.store.folder, "..", "brolga-growers-hours.xlsx"),
    );
}

const application = makeApplication({ ...readSettings(process.env), demoDay: firstDay });
await setStandinClock(application.context);
const actor = await makePractice(application);
const made = stories.map((story) => makeBusiness(application, actor, story));
giveRights(
  application,
  made.map((each) => each.businessId),
);
giveReceivers(application, actor, made);
await playStories(application, actor, made, demoDay);
await payWhatFellDue(application, actor, made);
if (made[0]) await bringStatement(application, actor, made[0]);
await bringSheetBack();
tellOfBooks(application.context, actor, made[0]?.businessId ?? 0);
lodgeThroughAgent(application);
qualifyChef(application);
await tellOfCodes(application);
makeHalfSetUp(application.context, actor);
openDemoStaffPages(application.context, actor, await hashPassword(demoPassword));
await application.close();
process.stdout.write("The demo's history is made.\n");
