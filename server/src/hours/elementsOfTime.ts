/** The pay elements that recorded time stands under: one of the business that fits, else one made when first needed. */
import { createHash } from "node:crypto";
import type { CountryCode } from "@zesty/core/countries/countries";
import { leaveKindIn } from "@zesty/core/countries/leave";
import { traitsNz } from "@zesty/core/nz/pay/elements";
import type { PayElement } from "@zesty/core/pay/row";
import { decimal } from "@zesty/core/quantity/decimal";
import { eq } from "drizzle-orm";
import type { Context } from "../ground/context.ts";
import { findBusiness } from "../ground/findBusiness.ts";
import { asElement } from "../setup/elements.ts";
import { ensureElement, isPaidOut } from "../setup/ensureElement.ts";
import { payElement } from "../store/schema.ts";
import { rowsOf } from "../store/statements.ts";
import type { Finder, Wanted } from "./timeLineParts.ts";

export function elementsOf(context: Context, businessId: number): Map<number, PayElement> {
  return new Map(
    rowsOf(context.store.sqlite, payElement, "WHERE t.business_id = ?", businessId).map((each) => [
      each.id,
      asElement(each),
    ]),
  );
}

/** Per cent of which no element of its own is needed: the Act gives it by itself. */
const halfAgain = 150;

/** Saturday's, Sunday's and a holiday's hours stand under their own names where the business has them. */
const days = ["saturday", "sunday", "holiday"];

function hoursElement(all: readonly PayElement[], { overtime, percent, rule }: Extract<Wanted, { kind: "hours" }>) {
  const element = overtime ? "overtime" : "ordinary";
  const fitting = all.filter(
    (each) => each.element === element && each.entry === "hours" && each.percent === percent && !each.leave,
  );
  const dayIn = (text: string) => days.find((day) => text.toLowerCase().includes(day));
  const wanted = overtime ? undefined : dayIn(rule);
  return fitting.find((each) => dayIn(each.name) === wanted);
}

/** What is looked among, and how one that is not there is made. */
interface Elements {
  context: Context;
  country: CountryCode;
  all: readonly PayElement[];
  added: (standard: Parameters<typeof ensureElement>[2]) => number;
}
type Of<Kind extends Wanted["kind"]> = Extract<Wanted, { kind: Kind }>;

function ofLeave({ country, all, added }: Elements, { leave }: Of<"leave">): number {
  // An alternative holiday taken has an element of its own.
  const own = leave === "alternative" && all.find((each) => each.element === "alternativeHoliday");
  if (own) return own.id;
  const found = all.find((each) => each.element === "leaveTaken" && each.leave === leave && !isPaidOut(each.code));
  const { words: name, unit: entry } = leaveKindIn(country, leave);
  return found?.id ?? added({ code: leave.slice(0, 10).toUpperCase(), name, element: "leaveTaken", leave, entry });
}

function ofHoliday({ all, added }: Elements, { element, percent }: Of<"holiday">): number {
  // More than time and a half: the agreement's own per cent is the greater one (Holidays Act 2003, s 50).
  if (percent !== undefined && Number(percent) > halfAgain)
    return (
      all.find((each) => each.element === "publicHolidayWorked" && decimal(each.percent).eq(percent))?.id ??
      added({
        code: `PHW${percent}`,
        name: `Worked on public holiday at ${percent} %`,
        element: "publicHolidayWorked",
        entry: "hours",
        percent,
      })
    );
  const entry = element === "publicHolidayWorked" ? "hours" : "days";
  const code = element.slice(0, 20).toUpperCase();
  return (
    all.find((each) => each.element === element && Number(each.percent) <= halfAgain)?.id ??
    added({ code, name: traitsNz[element].words, element, entry })
  );
}

const ofLoading = ({ all, added }: Elements): number =>
  all.find((each) => each.element === "leaveLoading")?.id ??
  added({ code: "LOADING", name: "Leave loading", element: "leaveLoading", entry: "amount" });

const ofPiecework = ({ all, added }: Elements): number =>
  all.find((each) => each.element === "ordinary" && each.code === "PIECES")?.id ??
  added({ code: "PIECES", name: "Piecework", element: "ordinary", entry: "amount" });

const ofTimeOff = ({ all, added }: Elements, { percent }: Of<"lieu">): number =>
  all.find((each) => each.element === "timeInLieuEarned" && decimal(each.percent).eq(percent))?.id ??
  added({
    code: percent === "100" ? "TIL-IN" : `TIL-IN${percent}`,
    name: percent === "100" ? "Time in lieu earned" : `Time in lieu earned at ${percent} %`,
    element: "timeInLieuEarned",
    entry: "hours",
    percent,
  });

function ofAllowance({ context, country, all, added }: Elements, wanted: Of<"allowance">): number {
  const treated = context.country(country).time.reportedAs(wanted.code);
  // One that was added before long names had codes of their own goes on; one that had an expense taxed as wages does not.
  const short = wanted.id.slice(0, 20).toUpperCase();
  const before = all.findLast(
    ({ element, code, name, taxable }) =>
      element === "allowance" &&
      code.replace(/-\d$/, "") === short &&
      name === wanted.name &&
      (taxable !== true || treated.taxable === true),
  );
  if (before) return before.id;
  return added({ code: codeOf(wanted.id), name: wanted.name, element: "allowance", entry: "amount", ...treated });
}

const ofHours = ({ all, added }: Elements, wanted: Of<"hours">): number =>
  hoursElement(all, wanted)?.id ??
  added({
    code: `${wanted.overtime ? "OT" : "P"}${wanted.percent}`,
    name: `${wanted.overtime ? "Overtime" : "Ordinary"} at ${wanted.percent} %`,
    element: wanted.overtime ? "overtime" : "ordinary",
    entry: "hours",
    percent: wanted.percent,
  });

function elementFor(elements: Elements, wanted: Wanted): number {
  switch (wanted.kind) {
    case "leave":
      return ofLeave(elements, wanted);
    case "holiday":
      return ofHoliday(elements, wanted);
    case "loading":
      return ofLoading(elements);
    case "lieu":
      return ofTimeOff(elements, wanted);
    case "pieces":
      return ofPiecework(elements);
    case "allowance":
      return ofAllowance(elements, wanted);
    default:
      return ofHours(elements, wanted);
  }
}

/** @param elements of the business; what is made is added to them */
export function elementFinder(context: Context, businessId: number, elements: Map<number, PayElement>): Finder {
  const { country } = findBusiness(context, businessId);
  const known = new Map<string, number>();
  const added: Elements["added"] = (standard) => {
    const id = ensureElement(context, businessId, standard);
    const row = context.store.db.select().from(payElement).where(eq(payElement.id, id)).get();
    if (row) elements.set(id, asElement(row));
    return id;
  };
  return (wanted) => {
    const key = JSON.stringify(wanted);
    const id = known.get(key) ?? elementFor({ context, country, all: [...elements.values()], added }, wanted);
    known.set(key, id);
    return id;
  };
}

/** A code of twenty characters, another one for every allowance: long names may begin alike. */
function codeOf(id: string): string {
  const upper = id.toUpperCase();
  if (upper.length <= 20) return upper;
  return `${upper.slice(0, 15)}-${createHash("sha256").update(id).digest("hex").slice(0, 4).toUpperCase()}`;
}

/** Names what is wanted without making it, by numbers below nought: for sums that nothing is paid by. */
export function namingFinder(): { find: Finder; wanted: (elementId: number) => Wanted | undefined } {
  const all: Wanted[] = [];
  const find: Finder = (wanted) => {
    const at = all.findIndex((each) => JSON.stringify(each) === JSON.stringify(wanted));
    return at === -1 ? -all.push(wanted) : -at - 1;
  };
  return { find, wanted: (elementId) => all[-elementId - 1] };
}
