/** A small world for tests and benchmarks, made by the real use cases: one business, some people, an open run. */
import { cpSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { NewPersonNz } from "@zesty/contract/nz/people";
import type { Employment } from "@zesty/contract/people";
import { isTfn } from "@zesty/core/au/taxFileNumber";
import { isIrd } from "@zesty/core/nz/irdNumber";
import { type Application, makeApplication } from "../app/application.ts";
import type { Actor, Context } from "../ground/context.ts";
import { createPerson } from "../people/savePerson.ts";
import { openRun } from "../runs/openRun.ts";
import { readRun } from "../runs/readRun.ts";
import { setTick } from "../runs/ticks.ts";
import { createBusiness } from "../setup/createBusiness.ts";
import { addFund } from "../setup/funds.ts";
import { readBusiness } from "../setup/readBusiness.ts";
import { signOff } from "../signOff/signOff.ts";
import { databaseFile } from "../store/folder.ts";
import { openStore } from "../store/open.ts";
import { user } from "../store/schema.ts";
import { verifyNew } from "../store/trail.ts";

export interface SmallWorld {
  application: Application;
  context: Context;
  actor: Actor;
  businessId: number;
  cycleId: number;
  /** pay elements by code */
  element: (code: string) => number;
  personIds: number[];
  end(): Promise<void>;
}

/** So many numbers that pass their check, from a first one on: no two people share one. */
export function validFrom(first: number, count: number, isValid: (text: string) => boolean): string[] {
  const found: string[] = [];
  for (let number = first; found.length < count; number += 1) if (isValid(String(number))) found.push(String(number));
  return found;
}

/** A store as it is after its first start, made once a process: every migration in turn takes a tenth of a second. */
let bare: string | undefined;
function bareStore(): string {
  if (bare) return bare;
  const folder = mkdtempSync(join(tmpdir(), "zesty-bare-"));
  const store = openStore(folder);
  verifyNew(store);
  store.close();
  process.once("exit", () => rmSync(folder, { recursive: true, force: true }));
  bare = folder;
  return folder;
}

/** An empty application with a lead: what the small worlds of both countries are made in. @param kept its database */
export function emptyWorld(kept?: { file: Buffer; actor: Actor }) {
  const folder = mkdtempSync(join(tmpdir(), "zesty-world-"));
  cpSync(bareStore(), folder, { recursive: true });
  if (kept) writeFileSync(databaseFile(folder), kept.file);
  const application = makeApplication({
    port: 1,
    host: "127.0.0.1",
    dataFolder: folder,
    demoDay: "2026-07-01",
    services: {
      tax: "",
      revenue: "",
      bank: "",
      super: "",
      control: null,
      postBoxPage: null,
      smtp: "smtp://127.0.0.1:9",
      text: null,
    },
    cookieSecure: false,
    proxies: 0,
    address: null,
  });
  const { context } = application;
  const end = async () => {
    await application.close();
    rmSync(folder, { recursive: true, force: true });
  };
  // What a test loses in a power cut it makes again: nothing waits for the disk.
  context.store.sqlite.pragma("synchronous = OFF");
  if (kept) return { application, context, actor: kept.actor, end };
  const lead = { email: "kim@example.org", name: "Kim Example", passwordHash: "-", lead: true };
  const { id } = context.store.db.insert(user).values(lead).returning().get();
  const actor: Actor = { userId: id, name: lead.name, email: lead.email, lead: true };
  return { application, context, actor, end };
}

type Made = Pick<SmallWorld, "businessId" | "cycleId" | "personIds"> & { elements: Record<string, number> };
const worlds = new Map<string, Made & { file: Buffer; actor: Actor }>();

/** The world of this name: made once a process by its use cases, from then on from the database as it was then. */
function worldOf(name: string, make: (context: Context, actor: Actor) => Made): SmallWorld {
  const known = worlds.get(name);
  const { application, context, actor, end } = emptyWorld(known);
  const { elements, ...ids } = known ?? make(context, actor);
  if (!known) worlds.set(name, { elements, ...ids, actor, file: context.store.sqlite.serialize() });
  const { businessId, cycleId, personIds } = ids;
  const element = (code: string) => elements[code] ?? 0;
  return { application, context, actor, businessId, cycleId, element, personIds: [...personIds], end };
}

const elementsOf = (setUp: ReturnType<typeof readBusiness>) =>
  Object.fromEntries(setUp.elements.map(({ code, id }) => [code, id]));

export const smallWorld = (people: number): SmallWorld => worldOf(`AU ${people}`, (...by) => makeSmall(people, ...by));

function makeSmall(people: number, context: Context, actor: Actor): Made {
  const businessId = createBusiness(context, actor, {
    name: "Example Bakery",
    legalName: "Example Bakery Pty Ltd",
    abn: "63000000011",
    state: "VIC",
    timeZone: "Australia/Melbourne",
    contact: { name: "Kim Example", phone: "0400000000", email: "kim@example.org" },
    bank: {
      bsb: "990-777",
      account: "55120038",
      institution: "ZZZ",
      userName: "EXAMPLE",
      userId: "1",
      balancing: true,
    },
    cycle: { name: "Weekly", cycle: "weekly", firstPeriodStart: "2026-06-22", paydayOffset: 4 },
  });
  const fundId = addFund(context, actor, businessId, {
    name: "Example Super",
    abn: "89000000019",
    usi: "89000000019001",
  });
  const setUp = readBusiness(context, businessId);
  const elements = elementsOf(setUp);
  const cycleId = setUp.cycles[0]?.id ?? 0;
  const fileNumbers = validFrom(123_456_782, people, isTfn);
  const make = (at: number) =>
    createPerson(context, actor, businessId, {
      payrollId: `E${at}`,
      details: {
        familyName: `Sample${at}`,
        givenName: "Alex",
        birthDate: "1990-02-03",
        email: `alex${at}@example.org`,
        phone: null,
        address: { line1: "1 Example St", suburb: "Sampleton", state: "VIC", postcode: "3350" },
        startDate: "2020-01-06",
        endDate: null,
        payslipMessage: null,
        privateNotes: null,
      },
      employment: {
        cycleId,
        basis: "full-time",
        classification: null,
        weeklyHours: "38",
        hourlyRate: "31.5",
        minimumRate: null,
        placeId: null,
        costCentreId: null,
      },
      tax: {
        numberStatus: "given",
        fileNumber: fileNumbers[at] ?? "",
        pendingSince: null,
        residency: "resident",
        taxFreeThreshold: true,
        studyLoan: false,
        medicare: "levy",
        medicareDependants: null,
        offsetsPerYear: null,
        extraPerPay: null,
      },
      super: { fundId, memberNumber: `M${at}`, guarantee: true, agreedPercent: null },
      bank: {
        parts: [
          { bsb: "990-100", account: String(10_000_000 + at), title: `Alex Sample${at}`, kind: "rest", value: "" },
          { bsb: "990-101", account: String(20_000_000 + at), title: `Alex Sample${at}`, kind: "percent", value: "10" },
        ],
      },
      leave: {
        entitlements: [
          { kind: "annual", weeksPerYear: "4" },
          { kind: "personal", weeksPerYear: "2" },
        ],
        opening: [{ kind: "annual", hours: "20" }],
      },
      usualPay: { lines: [{ elementId: elements.ORD ?? 0, hours: "38" }] },
    });
  const personIds = context.store.transaction(() => Array.from({ length: people }, (_, at) => make(at)));
  return { businessId, cycleId, elements, personIds };
}

/** New Zealand: a fortnightly cycle from 1 June 2026 in Nelson; people at $30 an hour for 40 hours since 2020. */
export const smallWorldNz = (people: number, change: Partial<NewPersonNz> = {}): SmallWorld =>
  worldOf(`NZ ${people} ${JSON.stringify(change)}`, (...by) => makeSmallNz(people, change, ...by));

function makeSmallNz(people: number, change: Partial<NewPersonNz>, context: Context, actor: Actor): Made {
  const businessId = createBusiness(context, actor, {
    country: "NZ",
    name: "Example Kayaks",
    legalName: "Example Kayaks Ltd",
    ird: "139000315",
    province: "Nelson",
    contact: { name: "Kim Example", phone: "0300000000", email: "kim@example.org" },
    bankAccount: "38-9599-1200345-000",
    filing: { large: false, paymentFile: "csv" },
    cycle: { name: "Fortnightly", cycle: "fortnightly", firstPeriodStart: "2026-06-15", paydayOffset: 3 },
  });
  const setUp = readBusiness(context, businessId);
  const elements = elementsOf(setUp);
  const cycleId = setUp.cycles[0]?.id ?? 0;
  const irds = validFrom(139_000_013, people, isIrd);
  const make = (at: number) =>
    createPerson(context, actor, businessId, {
      payrollId: `N${at}`,
      details: {
        familyName: `Sample${at}`,
        givenName: "Alex",
        birthDate: "1990-02-03",
        email: `alex${at}@example.org`,
        phone: null,
        address: { line1: "1 Example St", suburb: "Nelson", state: "", postcode: "7010" },
        startDate: "2020-01-06",
        endDate: null,
        payslipMessage: null,
        privateNotes: null,
      },
      employment: {
        cycleId,
        basis: "full-time",
        classification: null,
        weeklyHours: "40",
        hourlyRate: "30",
        minimumRate: null,
        placeId: null,
        costCentreId: null,
        workPattern: ["8", "8", "8", "8", "8", "0", "0"],
      },
      taxCode: {
        code: "M",
        irdNumber: irds[at] ?? "",
        specialRate: null,
        until: null,
        slcir: null,
        slbor: null,
        lowerMinimum: false,
      },
      kiwiSaver: {
        status: "member",
        joined: "existing",
        employeeRate: "3.5",
        employerRate: null,
        esctRate: "30",
        temporaryUntil: null,
        suspendedUntil: null,
        optOutDate: null,
        totalRemuneration: false,
      },
      holidays: {
        withPay: false,
        varies: false,
        agreedWeek: null,
        averageOnlyUntil: null,
        keepsAnniversary: false,
        opening: [
          { kind: "annual", units: "3" },
          { kind: "sick", units: "12" },
        ],
        openingOn: "2026-06-14",
      },
      earlier: { pays: [{ start: "2025-06-16", end: "2026-06-14", gross: "65000", irregular: "0", days: "260" }] },
      bank: {
        parts: [{ bsb: "", account: "01-0902-0068389-000", title: `Alex Sample${at}`, kind: "rest", value: "" }],
      },
      usualPay: { lines: [{ elementId: elements.ORD ?? 0, hours: "80" }] },
      ...change,
    });
  const personIds = context.store.transaction(() => Array.from({ length: people }, (_, at) => make(at)));
  return { businessId, cycleId, elements, personIds };
}

/** Opens the next run and ticks every query: ready to be signed off. */
export function readyRun({ context, actor, businessId, cycleId }: SmallWorld): { runId: number; version: number } {
  const runId = openRun(context, actor, businessId, { cycleId, from: "usual" });
  for (const row of readRun(context, actor, runId).rows)
    for (const mark of row.marks)
      if (mark.kind === "query") setTick(context, actor, runId, { payId: row.payId, key: mark.key, on: true });
  return { runId, version: readRun(context, actor, runId).version };
}

/** Opens the next run from usual pay. */
export const openUsual = ({ context, actor, businessId, cycleId }: SmallWorld): number =>
  openRun(context, actor, businessId, { cycleId, from: "usual" });

/** Ticks every query of a run and signs it off. */
export function signRun({ context, actor }: SmallWorld, runId: number): number {
  for (const row of readRun(context, actor, runId).rows)
    for (const mark of row.marks)
      if (mark.kind === "query") setTick(context, actor, runId, { payId: row.payId, key: mark.key, on: true });
  signOff(context, actor, runId, readRun(context, actor, runId).version);
  return runId;
}

/** Terms of employment as a change from a day in the past. */
export const said = (values: Employment & { from: string }) => ({ section: "employment" as const, values });

/** Terms of an ordinary employment, as the form sends them. */
export const plainTerms = ({ cycleId }: SmallWorld, change: Partial<Employment> & { from: string }) => ({
  ...{ cycleId, basis: "full-time" as const, classification: null, weeklyHours: "38" },
  ...{ hourlyRate: "31.5", minimumRate: null, placeId: null, costCentreId: null },
  ...change,
});
