/** Shipped agreements changed sentence by sentence: every field can be read, put back unchanged, and changed alone. */

import type { AgreementRules } from "@zesty/core/agreements/agreementRules";
import {
  differences,
  fieldsOf,
  isOfList,
  withAnother,
  withFields,
  withoutSentence,
} from "@zesty/core/agreements/editing";
import { sentencesOf } from "@zesty/core/agreements/sentences";
import { describe, expect, it } from "vitest";
import { readAgreementRules, shipped } from "./agreementRules.ts";

const every = shipped().map((rules): [string, AgreementRules] => [rules.code, rules]);
const one = (code: string) => every.find(([each]) => each === code)?.[1] as AgreementRules;
const sentenceOf = (rules: AgreementRules, id: string) =>
  sentencesOf(rules)
    .flatMap((group) => group.sentences)
    .find((each) => each.id === id);
const changed = (rules: AgreementRules, id: string, label: string, value: string) => {
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
    expect("value" in readAgreementRules(structuredClone(rules))).toBe(true);
  });
  it.each(every)("%s: every field changed alone is the one difference", (_code, rules) => {
    for (const group of sentencesOf(rules))
      for (const { path } of group.sentences)
        for (const field of fieldsOf(rules, path)) {
          const value =
            field.unit === "time" ? (field.value === "05:15" ? "05:30" : "05:15") : String(Number(field.value) + 1);
          const copy = withFields(rules, [{ ...field, value }]) as AgreementRules;
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
    const copy = changed(retail, "week", "hours a week", "40") as AgreementRules;
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
    expect("errors" in readAgreementRules({ ...copy, penalties: [] })).toBe(true);
  });
});

describe("sentences of a list", () => {
  const listed = (rules: AgreementRules) =>
    sentencesOf(rules)
      .flatMap((group) => group.sentences)
      .filter((each) => isOfList(each.path));
  it.each(every)("%s: each taken out is the one that is gone, and a copy of it comes back beside", (_code, rules) => {
    for (const { path, text } of listed(rules)) {
      const without = withoutSentence(rules, path);
      expect(differences(rules, without).some((each) => each.before === text)).toBe(true);
      const more = withAnother(rules, path, fieldsOf(rules, path)) as AgreementRules;
      expect(listed(more).length, path).toBe(listed(rules).length + 1);
      // All but the new one stand as they stood.
      const [list, place] = [path.slice(0, path.lastIndexOf(".")), Number(path.split(".").at(-1))];
      expect(withoutSentence(more, `${list}.${place + 1}`)).toEqual(rules);
    }
  });
  it("have names of their own, and what cannot be read is said", () => {
    const rules = one("EX-NURSERY");
    const path = sentenceOf(rules, "holiday")?.path ?? "";
    const fields = fieldsOf(rules, path);
    const twice = withAnother(withAnother(rules, path, fields) as AgreementRules, path, fields) as AgreementRules;
    const ids = twice.penalties.map((each) => each.id);
    expect([new Set(ids).size, ids.includes("holiday-2"), ids.includes("holiday-3")]).toEqual([ids.length, true, true]);
    expect(
      withAnother(
        rules,
        path,
        fields.map((each) => ({ ...each, value: "x" })),
      ),
    ).toMatchObject({
      fault: expect.stringContaining("is not a number"),
    });
    expect(withAnother(rules, "ordinary.weeklyMax", [])).toMatchObject({
      fault: expect.stringContaining("stands alone"),
    });
  });
});
