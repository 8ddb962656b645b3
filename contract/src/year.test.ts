/** What is asked for at a year's end, and what is said of it when it is not right. */
import type Joi from "joi";
import { describe, expect, it } from "vitest";
import { check } from "./fields.ts";
import { fringeGiven, yearClosed, yearDeclared, yearLeftOut, yearTicked } from "./year.ts";

const declared = { from: "2025-07-01", people: [1, 2], act: "final", declared: true, shown: { tax: 100 } };
describe("a body of the year's end", () => {
  it.each<[string, Joi.Schema, object, RegExp | null]>([
    ["a declaration", yearDeclared, declared, null],
    ["one that nobody ticked", yearDeclared, { ...declared, declared: false }, /Tick the declaration/],
    ["one without a word of it", yearDeclared, { ...declared, declared: undefined }, /Declaration/],
    ["one for nobody", yearDeclared, { ...declared, people: [] }, /Nobody is chosen/],
    ["one for somebody twice", yearDeclared, { ...declared, people: [1, 1] }, /People/],
    ["another act", yearDeclared, { ...declared, act: "perhaps" }, /What is declared/],
    ["a day that is none", yearDeclared, { ...declared, from: "2025-02-30" }, /Payroll year/],
    ["figures that nobody saw", yearDeclared, { ...declared, shown: undefined }, /Figures shown is missing/],
    ["half a cent", yearDeclared, { ...declared, shown: { tax: 0.5 } }, /integer|whole/],
    ["left out", yearLeftOut, { from: "2025-07-01", person: 1, reason: " Paid elsewhere " }, null],
    ["nobody left out", yearLeftOut, { from: "2025-07-01", reason: "x" }, /Person/],
    ["a reason without end", yearLeftOut, { from: "2025-07-01", person: 1, reason: "x".repeat(201) }, /Reason/],
    ["a tick", yearTicked, { from: "2025-07-01", item: "funds", ticked: true }, null],
    ["a tick that is a word", yearTicked, { from: "2025-07-01", item: "funds", ticked: "yes" }, /Ticked/],
    ["a close", yearClosed, { from: "2025-07-01", closed: true }, null],
    ["a close of what", yearClosed, { from: "2025-07-01" }, /Closed/],
    ["lines", fringeGiven, { from: "2025-07-01", text: "", apply: false }, null],
    ["lines without end", fringeGiven, { from: "2025-07-01", text: "x".repeat(200_001), apply: false }, /Lines/],
  ])("%s", (_what, schema, body, fault) => {
    const result = check(schema, body);
    const said = "errors" in result ? result.errors.map((each) => each.text).join(" ") : "";
    if (fault) expect(said).toMatch(fault);
    else expect(said).toBe("");
  });
});
