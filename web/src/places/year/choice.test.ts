/** Who can be chosen for an event of the year's end, and who is at first: common practice, no source. */
import type { EndingMark, EndingPerson, EndingState, YearAct, YearAndEnding } from "@zesty/contract/year";
import { describe, expect, it } from "vitest";
import { chosenAtFirst, mayChoose } from "./choice.ts";

const stop: EndingMark = { kind: "stop", text: "No address", section: "details" };
const early: EndingMark = { ...stop, text: "Not over", ofFinal: true };
const query: EndingMark = { kind: "query", text: "No number", section: "tax" };
const person = (state: EndingState, marks: EndingMark[] = [], isBehind = false): EndingPerson => ({
  ...{ state, marks, isBehind, words: "" },
});

describe("a person", () => {
  it.each<[string, EndingPerson | undefined, YearAct[]]>([
    ["open", person("open"), ["final"]],
    ["open with a query", person("open", [query]), ["final"]],
    ["open with a stop", person("open", [stop]), []],
    ["open, before June", person("open", [early]), []],
    ["open, and behind", person("open", [], true), ["final", "update"]],
    ["behind before June", person("open", [early], true), ["update"]],
    ["behind with a stop", person("open", [stop], true), []],
    ["on its way", person("sending", [], true), []],
    ["final", person("final"), ["again"]],
    ["changed since", person("changed", [], true), ["final", "again"]],
    ["changed, with a stop", person("changed", [stop], true), ["again"]],
    ["refused", person("refused"), ["final"]],
    ["refused and behind", person("refused", [], true), ["final", "update"]],
    ["left out", person("leftOut"), []],
    ["left out and behind", person("leftOut", [], true), ["update"]],
    ["not reported at all", undefined, []],
  ])("%s", (_what, each, acts) =>
    expect((["final", "again", "update"] as const).filter((act) => mayChoose(each, act))).toEqual(acts),
  );
});

describe("chosen at first", () => {
  const people: [EndingPerson | undefined, string[]][] = [
    [person("open"), []],
    [person("open", [query]), []],
    [person("open"), ["net"]],
    [person("open", [], true), ["income"]],
    [person("changed", [], true), ["income"]],
    [person("final"), []],
    [person("refused"), []],
    [undefined, []],
  ];
  const data = {
    rows: people.map(([, differs], personId) => ({ personId, differs })),
    ending: { people: Object.fromEntries(people.flatMap(([each], id) => (each ? [[id, each]] : []))) },
  } as unknown as YearAndEnding;
  it.each<[YearAct, number[]]>([
    ["final", [0, 4, 6]],
    ["again", []],
    ["update", [3]],
  ])("for %s", (act, expected) => expect(chosenAtFirst(data, act)).toEqual(expected));
});
