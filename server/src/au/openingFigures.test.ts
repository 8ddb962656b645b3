/** Opening figures of several people: reconciled with the printed totals, shown first, all or none. */
import { afterEach, describe, expect, it } from "vitest";
import { readOpeningYears } from "../people/openingYears.ts";
import { saveSection } from "../people/savePerson.ts";
import { outbox } from "../store/schema.ts";
import { openUsual, type SmallWorld, signRun, smallWorld, smallWorldNz } from "../testing/smallWorld.ts";
import { readYearProof } from "../year/proof.ts";
import { putOpeningIn } from "./openingFigures.ts";

const from = "2026-07-01";
const heads = "Payroll ID\tGross\tWithheld\tSuper earnings\tSuper";

let world: SmallWorld;
afterEach(() => world.end());

function setUp() {
  world = smallWorld(2);
  const { db } = world.context.store;
  const [first, second] = db.query.person.findMany().sync();
  if (!first || !second) throw new Error("two people are needed");
  const put = (text: string, apply = false) =>
    putOpeningIn(world.context, world.actor, world.businessId, { from, carried: true, text, apply });
  const kept = () => world.personIds.map((id) => readOpeningYears(world.context, id)[0]?.gross ?? null);
  return { put, kept, first, second, line: `${first.payrollId}\t18,240.10\t3120\t18240.10\t2188.81` };
}

describe("opening figures of several people", () => {
  it("are shown first and put in only when asked, and the year counts them", () => {
    const { put, kept, second, line } = setUp();
    const text = `${heads}\n${line}\n${second.familyName}, ${second.givenName}\t$1,000\t99.9\t\t\nTotal\t19240.10\t3219.90\t18240.10\t2188.81`;
    const shown = put(text);
    expect(shown.faults).toEqual([]);
    expect(shown.totals.map((each) => [each.lines, each.printed])).toEqual(
      ["19240.10", "3219.90", "18240.10", "2188.81"].map((sum) => [sum, sum]),
    );
    expect(kept()).toEqual([null, null]);
    put(text, true);
    expect(kept().sort()).toEqual(["1000.00", "18240.10"]);
    expect(put(text).rows.map((row) => row.was)).toEqual(["18240.10", "1000.00"]);
    signRun(world, openUsual(world));
    world.context.store.db.update(outbox).set({ state: "accepted" }).run();
    const { totals } = readYearProof(world.context, world.businessId, from);
    // two pays of 1,197.00: what was brought in is reported with them and taken off again here
    expect(totals.income).toMatchObject({ facts: 239_400, reported: 239_400 });
  });

  it.each([
    ["a total that is a cent off", `L\nTotal\t18240.11\t3120\t18240.10\t2188.81`, /Gross of the lines.*\$0\.01/],
    ["nobody of that name", "L\nNobody At All\t1\t0\t0\t0", /Line 3: there is nobody/],
    ["the same person twice", "L\nL", /Line 3: .* stands in line 2 already/],
    ["what is no amount", "L\nX9\tlots\t0\t0\t0", /Line 3: “lots” is no amount under Gross/],
    ["a quotation mark left open", 'L\n"X', /quotation mark/],
  ])("refuse %s, and nothing goes in", (_what, body, reason) => {
    const { put, kept, line } = setUp();
    const text = `${heads}\n${body.replaceAll("L\n", `${line}\n`).replace(/L$/, line)}`;
    expect(put(text).faults.join(" ")).toMatch(reason);
    expect(() => put(text, true)).toThrow(/Nothing was put in/);
    expect(kept()).toEqual([null, null]);
  });

  it("are none of New Zealand's", () => {
    world = smallWorldNz(1);
    const given = { from: "2026-07-01", carried: true, text: heads, apply: false };
    expect(() => putOpeningIn(world.context, world.actor, world.businessId, given)).toThrow(/in Australia only/);
  });

  it("leave alone what a line cannot hold", () => {
    const { put, kept, first, line } = setUp();
    saveSection(world.context, world.actor, first.id, "openingYear", {
      ...{ yearStart: from, carried: true, gross: "900.00", withheld: "0", superEarnings: "0", guarantee: "0" },
      ...{ reportable: "0", extras: "0", extrasWithheld: "0", terminationTaxable: "0" },
      parts: [{ category: "overtime", amount: "100.00" }],
      ...{ previousBmsId: null, previousPayrollId: null },
    });
    expect(put(`${heads}\n${line}`).faults).toEqual([expect.stringMatching(/Line 2: .* has parts/)]);
    expect(kept()).toContain("900.00");
  });

  it.each([
    ["Payroll ID\tGross\tWithheld\tShoe size", /“Shoe size” is not understood/],
    ["Payroll ID\tGross", /No heading says Withheld/],
    ["", /Nothing was given/],
    [heads, /No line names a person/],
  ])("say what is wrong with the headings %j", (text, reason) => {
    const { put } = setUp();
    expect(put(text).faults.join(" ")).toMatch(reason);
  });
});
