/** Shipped rule sets changed sentence by sentence: every field can be read, put back unchanged, and changed alone. */
import { differences, fieldsOf, withFields } from "@zesty/core/agreements/editing";
import type { RuleSet } from "@zesty/core/agreements/ruleSet";
import { sentencesOf } from "@zesty/core/agreements/sentences";
import { describe, expect, it } from "vitest";
import { readRuleSet, shipped } from "./ruleSet.ts";

const every = shipped().map((rules): [string, RuleSet] => [rules.code, rules]);
const one = (code: string) => every.find(([each]) => each === code)?.[1] as RuleSet;
const sentenceOf = (rules: RuleSet, id: string) =>
  sentencesOf(rules)
    .flatMap((group) => group.sentences)
    .find((each) => each.id === id);
const changed = (rules: RuleSet, id: string, label: string, value: string) => {
  const fields = fieldsOf(rules, sentenceOf(rules, id)?.path ?? "");
  return withFields(
    rules,
    fields.map((each) => (each.label === label ? { ...each, value } : each)),
  );
};

describe("sentences as fields", () => {
  it.each(every)("%s: every field put back as it was changes nothing, and still passes", (_code, rules) => {
    for (const { path } of sentencesOf(rules).flatMap((group) => group.sentences)) {
      const same = withFields(rules, fieldsOf(rules, path));
      expect(same).toEqual(rules);
    }
    expect("value" in readRuleSet(structuredClone(rules))).toBe(true);
  });
  it.each(every)("%s: every field changed alone is the one difference", (_code, rules) => {
    for (const group of sentencesOf(rules))
      for (const { path } of group.sentences)
        for (const field of fieldsOf(rules, path)) {
          const value =
            field.unit === "time" ? (field.value === "05:15" ? "05:30" : "05:15") : String(Number(field.value) + 1);
          const copy = withFields(rules, [{ ...field, value }]) as RuleSet;
          expect(copy).not.toEqual(rules);
          expect(differences(rules, copy).length).toBeLessThanOrEqual(1);
        }
  });
  it("reads hours for minutes, per cents by basis, steps and times", () => {
    const retail = one("MA000004");
    const fields = (id: string) =>
      fieldsOf(retail, sentenceOf(retail, id)?.path ?? "").map(({ label, value, unit }) => `${label} ${value} ${unit}`);
    expect(fields("week")).toEqual(["hours a week 38 hours"]);
    const sunday = retail.penalties.find((each) => each.if?.days?.includes("sun") && !each.if.holiday);
    expect(fields(sunday?.id ?? "").join()).toMatch(/permanent \d+ %,casual \d+ %/);
    expect(fields(retail.overtime.at(-1)?.id ?? "")[0]).toMatch(/^step 1\. \d hours$/);
  });
  it("says what it cannot read, and the check of a loaded set says what contradicts", () => {
    const retail = one("MA000004");
    expect(changed(retail, "week", "hours a week", "much")).toEqual({ fault: "hours a week: “much” is not a number." });
    const copy = changed(retail, "week", "hours a week", "40") as RuleSet;
    expect(copy.ordinary.weeklyMax).toBe(2400);
    expect(differences(retail, copy)).toEqual([
      {
        path: "ordinary.weeklyMax",
        before: "At most 38 hours a week, or their average.",
        after: "At most 40 hours a week, or their average.",
      },
    ]);
    const none = { ...copy, penalties: copy.penalties.slice(1) };
    expect(differences(retail, none).some((each) => each.after === null)).toBe(true);
    expect("errors" in readRuleSet({ ...copy, penalties: [] })).toBe(true);
  });
});
