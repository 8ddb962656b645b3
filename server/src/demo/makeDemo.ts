/**
 * Makes the demo's history by running the real use cases over past paydays: runs are opened, hours typed, queries
 * ticked, signed off, sent to the stand-ins and settled. The story stands in saltbush.json and can be changed there.
 */
import type { NewPerson } from "@zesty/contract/people";
import { addDays } from "@zesty/core/calendar/dates";
import type { SheetLine } from "@zesty/core/pay/payContext";
import { and, eq } from "drizzle-orm";
import { type Application, makeApplication } from "../application.ts";
import type { Actor } from "../context.ts";
import { sendRun } from "../outbox/sendRun.ts";
import { createPerson, saveSection } from "../people/savePerson.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { saveRows, setTick } from "../runs/saveRows.ts";
import { signOff } from "../runs/signOff.ts";
import { hashPassword } from "../session/session.ts";
import { readSettings } from "../settings.ts";
import { createBusiness } from "../setup/createBusiness.ts";
import { addElement, addFund, readBusiness } from "../setup/readBusiness.ts";
import { costCentre, person, practice, user, userRight } from "../store/schema.ts";
import { moveTheDay, setStandinClock } from "./moveTheDay.ts";
import saltbush from "./saltbush.json" with { type: "json" };

type Hours = Record<string, string>;
interface SeedPerson {
  payrollId: string;
  given: string;
  family: string;
  birthDate: string;
  startDate: string;
  basis: string;
  classification: string;
  hourlyRate: string;
  minimumRate: string;
  weeklyHours: string;
  tax: {
    fileNumber?: string;
    numberStatus?: "pending";
    pendingSince?: string;
    taxFreeThreshold: boolean;
    studyLoan: boolean;
  };
  fund: string;
  memberNumber: string;
  opening: Record<string, string>;
  usual: Hours;
  email: string;
  street: string;
  state: string;
  postcode: string;
  suburb: string;
  bsb: string;
  account: string;
  costCentre: string;
  newFund?: { from: string; fund: string };
  moved?: { from: string; street: string; suburb: string; state: string; postcode: string };
  wageDecision?: { from: string; minimumRate: string };
}

export const demoPassword = "lemon-and-pith";
const demoDay = "2026-07-01";

export async function makeDemo(application: Application): Promise<void> {
  const { context } = application;
  const actor = await makePractice(application);
  const businessId = makeBusiness(application, actor);
  const people = saltbush.people as SeedPerson[];
  const personIds = new Map(people.map((each) => [each.payrollId, makePerson(application, actor, businessId, each)]));
  const elements = new Map(readBusiness(context, businessId).elements.map((each) => [each.code, each]));
  const lines = (hours: Hours): SheetLine[] =>
    Object.entries(hours).map(([code, value]) => {
      const element = elements.get(code);
      if (!element) throw new Error(`saltbush.json uses the pay element ${code}, which the business does not have.`);
      return element.entry === "hours"
        ? { elementId: element.id, hours: value }
        : { elementId: element.id, amount: value };
    });
  const fill = (runId: number, hours: Record<string, Hours>): void => {
    const view = readRun(context, actor, runId);
    const rows = view.rows.flatMap((row) => {
      const typed = hours[row.payrollId];
      if (!typed) return [];
      // What was typed stands in for the usual hours; usual lines that nobody touched stay.
      const changed = lines(typed);
      const touched = new Set(changed.map((line) => line.elementId));
      return [{ payId: row.payId, lines: [...row.lines.filter((line) => !touched.has(line.elementId)), ...changed] }];
    });
    if (rows.length > 0) saveRows(context, runId, { version: view.version, rows });
  };
  for (const week of saltbush.weeks as { payday: string; hours: Record<string, Hours> }[]) {
    await moveTheDay(context, addDays(week.payday, -1));
    const runId = openRun(context, actor, businessId, { cycleId: cycleOf(application, businessId), from: "usual" });
    fill(runId, week.hours);
    tickAll(application, actor, runId);
    signOff(context, actor, runId, readRun(context, actor, runId).version);
    sendRun(context, actor, runId, ["payEvent", "paymentFile", "payslip"]);
    await application.outbox.drain();
    await moveTheDay(context, week.payday);
    await application.outbox.drain();
  }
  await moveTheDay(context, demoDay);
  await plantProblems(application, actor, people, personIds);
  const runId = openRun(context, actor, businessId, { cycleId: cycleOf(application, businessId), from: "usual" });
  fill(runId, saltbush.openRun.hours as unknown as Record<string, Hours>);
}

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

function makeBusiness({ context }: Application, actor: Actor): number {
  const { db } = context.store;
  const businessId = createBusiness(context, actor, saltbush.business as Parameters<typeof createBusiness>[2]);
  const none = { leave: null, allowance: null, deduction: null, taxable: null, superable: null, account: null };
  for (const element of saltbush.elements)
    addElement(context, actor, businessId, { ...none, ...element } as Parameters<typeof addElement>[3]);
  for (const fund of saltbush.funds) addFund(context, actor, businessId, fund);
  for (const centre of saltbush.costCentres)
    db.insert(costCentre)
      .values({ ...centre, businessId })
      .run();
  const [, bookkeeper, approver] = db.select().from(user).all();
  if (bookkeeper) db.insert(userRight).values({ userId: bookkeeper.id, businessId, right: "prepare" }).run();
  if (approver) db.insert(userRight).values({ userId: approver.id, businessId, right: "authorise" }).run();
  return businessId;
}

const cycleOf = ({ context }: Application, businessId: number): number => {
  const [cycle] = readBusiness(context, businessId).cycles;
  if (!cycle) throw new Error("The demo's business has no pay cycle.");
  return cycle.id;
};

function makePerson({ context }: Application, actor: Actor, businessId: number, seed: SeedPerson): number {
  const setUp = readBusiness(context, businessId);
  const elements = new Map(setUp.elements.map((each) => [each.code, each]));
  const casual = seed.basis === "casual";
  const wanted: NewPerson = {
    payrollId: seed.payrollId,
    details: {
      familyName: seed.family,
      givenName: seed.given,
      birthDate: seed.birthDate,
      email: seed.email,
      phone: null,
      address: { line1: seed.street, suburb: seed.suburb, state: seed.state, postcode: seed.postcode },
      startDate: seed.startDate,
      endDate: null,
      payslipMessage: null,
      privateNotes: null,
    },
    employment: {
      cycleId: setUp.cycles[0]?.id ?? 0,
      basis: seed.basis as NewPerson["employment"]["basis"],
      classification: seed.classification,
      weeklyHours: seed.weeklyHours,
      hourlyRate: seed.hourlyRate,
      minimumRate: seed.minimumRate,
      placeId: setUp.places[0]?.id ?? null,
      costCentreId: setUp.costCentres.find((each) => each.code === seed.costCentre)?.id ?? null,
    },
    tax: {
      numberStatus: seed.tax.numberStatus ?? "given",
      fileNumber: seed.tax.fileNumber,
      pendingSince: seed.tax.pendingSince ?? null,
      residency: "resident",
      taxFreeThreshold: seed.tax.taxFreeThreshold,
      studyLoan: seed.tax.studyLoan,
      medicare: "levy",
      medicareDependants: null,
      offsetsPerYear: null,
      extraPerPay: null,
    },
    super: {
      fundId: setUp.funds.find((each) => each.name === seed.fund)?.id ?? null,
      memberNumber: seed.memberNumber,
      guarantee: true,
      agreedPercent: null,
    },
    bank: {
      parts: [{ bsb: seed.bsb, account: seed.account, title: `${seed.given} ${seed.family}`, kind: "rest", value: "" }],
    },
    leave: {
      entitlements: casual
        ? []
        : [
            { kind: "annual", weeksPerYear: "4" },
            { kind: "personal", weeksPerYear: "2" },
          ],
      opening: Object.entries(seed.opening).map(([kind, hours]) => ({ kind, hours })),
    },
    usualPay: {
      lines: Object.entries(seed.usual).flatMap(([code, value]) => {
        const element = elements.get(code);
        if (!element) return [];
        return [
          element.entry === "hours"
            ? { elementId: element.id, hours: value }
            : { elementId: element.id, amount: value },
        ];
      }),
    },
  };
  return createPerson(context, actor, businessId, wanted);
}

/** The bookkeeper of the story has looked at everything. */
function tickAll({ context }: Application, actor: Actor, runId: number): void {
  for (const row of readRun(context, actor, runId).rows)
    for (const mark of row.marks)
      if (mark.kind === "query" && !mark.ticked)
        setTick(context, actor, runId, { payId: row.payId, key: mark.key, on: true });
}

/** What is planted for the bookkeeper to find in the open run. */
async function plantProblems(
  application: Application,
  actor: Actor,
  people: readonly SeedPerson[],
  personIds: ReadonlyMap<string, number>,
): Promise<void> {
  const { context } = application;
  for (const each of people) {
    const id = personIds.get(each.payrollId);
    if (id === undefined) continue;
    const who = context.store.db
      .select()
      .from(person)
      .where(and(eq(person.id, id)))
      .get();
    if (!who) continue;
    const setUp = readBusiness(context, who.businessId);
    if (each.newFund) {
      const fund = setUp.funds.find((one) => one.name === each.newFund?.fund);
      saveSection(context, actor, id, "super", {
        from: each.newFund.from,
        fundId: fund?.id ?? null,
        memberNumber: null,
        guarantee: true,
        agreedPercent: null,
      });
    }
    if (each.moved) {
      const { street, suburb, state, postcode } = each.moved;
      const { id: _id, businessId: _business, payrollId: _payroll, ...details } = who;
      saveSection(context, actor, id, "details", { ...details, address: { line1: street, suburb, state, postcode } });
    }
    if (each.wageDecision) {
      saveSection(context, actor, id, "employment", {
        from: each.wageDecision.from,
        cycleId: setUp.cycles[0]?.id ?? 0,
        basis: each.basis as NewPerson["employment"]["basis"],
        classification: each.classification,
        weeklyHours: each.weeklyHours,
        hourlyRate: each.hourlyRate,
        minimumRate: each.wageDecision.minimumRate,
        placeId: setUp.places[0]?.id ?? null,
        costCentreId: setUp.costCentres.find((one) => one.code === each.costCentre)?.id ?? null,
      });
    }
    if (saltbush.closedAccounts.includes(each.payrollId))
      await fetch(`${context.settings.services.bank}/v1/accounts/${each.account}`, {
        method: "PUT",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify({ state: "closed" }),
      });
  }
}

const settings = readSettings(process.env);
const application = makeApplication({ ...settings, demoDay: "2026-04-01" });
await setStandinClock(application.context);
await makeDemo(application);
await application.close();
process.stdout.write("The demo's history is made.\n");
