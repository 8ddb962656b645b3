/** A category put right: what is reported moves, what was signed stays, and all of it comes back with the pay. */
import { eq } from "drizzle-orm";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { readDocument } from "../documents/documents.ts";
import { saveSection } from "../people/savePerson.ts";
import { addElement } from "../setup/elements.ts";
import { takeBack } from "../signOff/takeBack.ts";
import { unbalanced } from "../store/invariants.ts";
import { document, outbox, yearClose } from "../store/schema.ts";
import { keptYears } from "../store/sums.ts";
import { verify } from "../store/trail.ts";
import { openUsual, type SmallWorld, signRun, smallWorld } from "../testing/smallWorld.ts";
import { readProofPays, readYearProof } from "../year/proof.ts";
import { moveReported } from "./reportMoved.ts";

let world: SmallWorld;
let tools: number;
beforeEach(() => {
  world = smallWorld(2);
  const { context, actor, businessId, personIds, element } = world;
  tools = addElement(context, actor, businessId, {
    ...{ code: "TOOLS", name: "Tools", element: "allowance", entry: "amount", percent: "100", allowance: "OD" },
    ...{
      leave: null,
      deduction: null,
      taxable: true,
      superable: null,
      detail: null,
      holidayGross: null,
      regular: null,
    },
    ...{ account: null, paidTo: null },
  });
  for (const id of personIds)
    saveSection(context, actor, id, "usualPay", {
      from: "2026-06-22",
      lines: [
        { elementId: element("ORD"), hours: "38" },
        { elementId: tools, amount: "20.00" },
      ],
    });
});
afterEach(() => world.end());

const nothing = { allowance: null, detail: null, deduction: null } as const;
const move = (to: object, from = "2026-07-01", apply = true, element = tools) =>
  moveReported(world.context, world.actor, world.businessId, element, { ...nothing, ...to, from, apply });
const reported = () =>
  world.personIds.map((id) =>
    Object.fromEntries(
      [...(keptYears(world.context.store, world.personIds, "2026-07-01").get(id) ?? [])].filter(
        ([code, cents]) => code.startsWith("report:allowance") && cents !== 0,
      ),
    ),
  );
const signed = (count: number) => Array.from({ length: count }, () => signRun(world, openUsual(world)));
const sound = () => expect([verify(world.context.store).broken, unbalanced(world.context.store)]).toEqual([[], []]);

describe("a category put right", () => {
  it("shows what moves, then moves it: the year, not the pay; and from then on the element", () => {
    signed(3);
    expect(reported()[0]).toEqual({ "report:allowance:OD:G1": 6000 });
    const shown = move({ allowance: "TD" }, "2026-07-01", false);
    expect(shown).toMatchObject({
      rows: [{ was: "Other allowance", pays: 6, cents: 12_000 }],
      people: [{ cents: 6000, final: false }, { cents: 6000 }],
      ahead: [],
    });
    expect(reported()[0]).toEqual({ "report:allowance:OD:G1": 6000 });
    expect(move({ allowance: "TD" })).toEqual(shown);
    expect(reported()).toEqual([{ "report:allowance:TD": 6000 }, { "report:allowance:TD": 6000 }]);
    // What the agency took says otherwise, until it takes the next one.
    const { db } = world.context.store;
    const isMoved = () => readYearProof(world.context, world.businessId, "2026-07-01").rows.map((row) => row.isMoved);
    db.update(outbox).set({ state: "accepted" }).where(eq(outbox.channel, "payEvent")).run();
    expect(isMoved()).toEqual([true, true]);
    sound();
    const [next = 0] = signed(1);
    expect(reported()[0]).toEqual({ "report:allowance:TD": 8000 });
    // What was reported once and is nothing now is said as nothing (requirements A 5 and 48).
    const event = db.select().from(document).where(eq(document.runId, next)).all();
    const xml = readDocument(world.context, event.find((each) => each.kind === "payEvent")?.id ?? 0).bytes.toString();
    expect(xml).toMatch(/<TypeC>OD<[\s\S]{0,160}<EmploymentAllowancesA>0\.00</);
    expect(xml).toMatch(/<TypeC>TD<[\s\S]{0,160}<EmploymentAllowancesA>80\.00</);
    db.update(outbox).set({ state: "accepted" }).where(eq(outbox.channel, "payEvent")).run();
    expect(isMoved()).toEqual([false, false]);
    expect(move({ allowance: "TD" }).rows).toEqual([]);
    // The pays are listed once, and what was paid is what it was.
    const who = world.personIds[0] ?? 0;
    expect(readProofPays(world.context, who, "2026-07-01").map((each) => each.figures.gross?.facts)).toEqual(
      Array(4).fill(121_700),
    );
  });
  it("moves again from where it went, and only from the payday that was said", () => {
    signed(3);
    move({ allowance: "TD" }, "2026-07-09");
    expect(reported()[0]).toEqual({ "report:allowance:OD:G1": 2000, "report:allowance:TD": 4000 });
    expect(move({ allowance: "OD", detail: "U1" }).rows).toEqual([
      { was: "Other allowance", pays: 2, cents: 4000 },
      { was: "Tool allowance", pays: 4, cents: 8000 },
    ]);
    expect(reported()[0]).toEqual({ "report:allowance:OD:U1": 6000 });
    sound();
  });
  it("goes back with a run that is taken back", () => {
    const [, last = 0] = signed(2);
    move({ allowance: "TD" });
    takeBack(world.context, world.actor, last, "Wrong hours");
    expect(reported()[0]).toEqual({ "report:allowance:TD": 2000 });
    sound();
  });
  it("says what changes for pays to come", () => {
    signed(1);
    const { context } = world;
    context.store.sqlite.prepare("UPDATE pay_element SET taxable = NULL WHERE id = ?").run(tools);
    expect(move({ allowance: "AD" }, "2026-07-01", false).ahead).toEqual([
      expect.stringMatching(/^From the next pay on Tools is not taxed; signed pays keep/),
      expect.stringMatching(/does not count for super/),
    ]);
  });
  it.each<[string, () => unknown, RegExp]>([
    ["kilometres", () => move({ allowance: "CD" }), /cannot move by themselves/],
    ["a deduction's category", () => move({ allowance: "TD", deduction: "F" }), /no category of a deduction/],
    [
      "an allowance's category for a deduction",
      () => move({ allowance: "TD", deduction: "F" }, "2026-07-01", true, world.element("UNION")),
      /no category of an allowance/,
    ],
    ["nothing", () => move({}), /Choose what the allowance is reported as/],
    ["wages", () => move({ allowance: "TD" }, "2026-07-01", true, world.element("ORD")), /reported by its kind/],
    ["another's element", () => move({ allowance: "TD" }, "2026-07-01", true, 999), /pay element/],
    [
      "a closed year",
      () => {
        const { context, actor, businessId } = world;
        const closed = { businessId, yearStart: "2026-07-01", closed: true, userId: actor.userId, at: "2027-08-01" };
        context.store.db.insert(yearClose).values(closed).run();
        move({ allowance: "TD" });
      },
      /was closed by Kim Example/,
    ],
  ])("refuses %s, and changes nothing", (_what, act, why) => {
    signed(1);
    expect(act).toThrow(why);
    expect(reported()[0]).toEqual({ "report:allowance:OD:G1": 2000 });
  });
});
