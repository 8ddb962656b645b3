/** One person on one page: what is asked of whom, in either country, and that nothing typed elsewhere is sent along. */
import { peopleColumnsIn } from "@zesty/core/countries/peopleColumns";
import { describe, expect, it } from "vitest";
import { askedCells, choiceWordsOf, isSecret, partsOf } from "./oneGo.ts";

const namesOf = (country: "AU" | "NZ", cells: object = {}, choices: object = {}) =>
  partsOf(country, "Super", cells as never, choices as never).flatMap((part) => part.columns.map((each) => each.name));

describe.each(["AU", "NZ"] as const)("%s", (country) => {
  it("asks for every column of the sheet once, where all of it is said", () => {
    const cells = { basis: "casual", residency: "working-holiday", agreement: "MA000004", kiwiSaver: "member" };
    const asked = namesOf(country, cells);
    expect([...asked].sort()).toEqual(
      peopleColumnsIn(country)
        .map((each) => each.name)
        .sort(),
    );
    expect(new Set(asked).size).toBe(asked.length);
  });
  it("has words for each choice that is not its own word", () => {
    for (const column of peopleColumnsIn(country).filter((each) => each.choices && each.name !== "basis"))
      for (const choice of Object.keys(column.choices ?? {}).filter((each) => each !== "resident"))
        expect([column.name, choiceWordsOf[column.name]?.[choice]]).toEqual([column.name, expect.any(String)]);
  });
});
it.each([
  ["AU", { basis: "full-time" }, ["homeCountry", "level"]],
  ["AU", { basis: "contractor" }, ["threshold", "studyLoan", "annualLeave", "personalLeave"]],
  ["NZ", { basis: "full-time" }, ["withPay", "kiwiSaverRate", "level"]],
] as const)("%s, %j is not asked %j", (country, cells, names) => {
  const asked = namesOf(country, cells);
  expect(names.filter((name) => asked.includes(name))).toEqual([]);
});
it("a cycle is asked about where there are several; what is not asked is not sent", () => {
  expect(namesOf("AU", {}, { cycle: ["Weekly"] })).not.toContain("cycle");
  expect(namesOf("AU", {}, { cycle: ["Weekly", "Monthly"] })).toContain("cycle");
  expect(namesOf("AU", {}, { place: ["Shop"], costCentre: [] })).not.toEqual(
    expect.arrayContaining([expect.stringMatching(/place|costCentre/)]),
  );
  expect(namesOf("AU", {}, { costCentre: ["Bar"] })).toContain("costCentre");
  const cells = { givenName: "Ada", level: "2", cycle: "Weekly", phone: "  " };
  expect(askedCells(cells, partsOf("AU", "Super", cells, {}))).toEqual({ givenName: "Ada", cycle: "Weekly" });
});
it("secrets are those that stay out of the browser's keeping", () => {
  const secret = peopleColumnsIn("AU").filter(isSecret);
  expect(secret.map((each) => each.name)).toEqual(["birthDate", "fileNumber", "bsb", "account", "accountTitle"]);
});
