import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  nothingKept,
  refusedDropped,
  type TypingKeeper,
  valuesArrived,
  valuesRefused,
  valuesSent,
  valuesTyped,
} from "./typingKeeper.ts";

type Text = string | null;
const typed = (keeper: TypingKeeper<Text>, key: string, was: Text, is: Text, step = 1) =>
  valuesTyped(keeper, { [key]: { was, is, step } });

describe("days typed and not yet at the server", () => {
  it("typed again while the first is on its way: the first goes until it is answered, the second against it", () => {
    const first = valuesSent(typed(nothingKept, "Mon", "", "8"));
    const second = typed(typed(first, "Mon", "8", "9"), "Tue", "", "7");
    expect(valuesSent(second).sent).toEqual({ Mon: { was: "", is: "8", step: 1 } });
    expect(valuesSent(valuesArrived(second)).sent).toEqual({
      Mon: { was: "8", is: "9", step: 1 },
      Tue: { was: "", is: "7", step: 1 },
    });
  });
  it("taken back on its way is sent as taken back; taken back before, nothing goes", () => {
    expect(typed(typed(nothingKept, "Mon", null, "8"), "Mon", "8", null).values).toEqual({});
    const back = typed(valuesSent(typed(nothingKept, "Mon", null, "8")), "Mon", "8", null);
    expect(valuesSent(valuesArrived(back)).sent).toEqual({ Mon: { was: "8", is: null, step: 1 } });
  });
  it("refused: it waits to be typed anew and holds nothing else back; dropped, what came with it goes too", () => {
    const three = typed(typed(typed(nothingKept, "Mon", "", "8"), "Tue", "", "x"), "Wed", "", "7", 2);
    const refused = valuesRefused(valuesSent(three), { Tue: "Not a number." });
    expect(Object.keys(valuesSent(refused).sent ?? {})).toEqual(["Mon", "Wed"]);
    expect(valuesSent(typed(valuesArrived(refused), "Tue", "", "8")).sent).toMatchObject({ Tue: { was: "", is: "8" } });
    expect(refusedDropped(refused).steps).toEqual(new Set([1]));
    expect(Object.keys(refusedDropped(refused).keeper.values)).toEqual(["Wed"]);
  });
});

/** A server that holds days, takes them only over what they were typed over, and the same twice as once. */
function server() {
  const days: Record<string, Text> = {};
  const save = (sent: NonNullable<TypingKeeper<Text>["sent"]>): Record<string, string> => {
    const faults = Object.entries(sent).filter(([key, { was, is }]) => ![was, is].includes(days[key] ?? null));
    if (faults.length === 0) for (const [key, { is }] of Object.entries(sent)) days[key] = is;
    return Object.fromEntries(faults.map(([key]) => [key, "Somebody else has changed it."]));
  };
  return { days, save };
}

describe("two people in one week, on a line that fails", () => {
  const day = fc.constantFrom("Mon", "Tue", "Wed");
  const hours = fc.constantFrom(null, "7", "8", "9");
  const act = fc.oneof(
    { weight: 4, arbitrary: fc.record({ kind: fc.constant("type" as const), day, hours }) },
    { weight: 2, arbitrary: fc.record({ kind: fc.constant("other" as const), day, hours }) },
    fc.record({ kind: fc.constantFrom("send" as const, "answer" as const, "lostAnswer" as const) }),
  );
  it("everything typed last is at the server or named as refused; no change is written over unseen, none is blamed on another in vain", () => {
    fc.assert(
      fc.property(fc.array(act, { maxLength: 30 }), (acts) => {
        const { days, save } = server();
        let keeper: TypingKeeper<Text> = nothingKept;
        /** as the page shows what the server has: known anew with each answer */
        let seen: Record<string, Text> = {};
        const mine = new Map<string, Text>();
        const others = new Set<string>();
        const answer = () => {
          if (!keeper.sent) return;
          const before = { ...days };
          const sent = keeper.sent;
          const faults = save(sent);
          for (const key of Object.keys(faults)) expect(others).toContain(key);
          for (const [key, { was, is }] of Object.entries(sent))
            if (days[key] !== before[key]) expect([was, is]).toContain(before[key] ?? null);
          const isRefused = Object.keys(faults).length > 0;
          keeper = isRefused ? valuesRefused(keeper, faults) : valuesArrived(keeper);
          const dropped = refusedDropped(keeper);
          for (const [key, { step }] of Object.entries(keeper.values)) if (dropped.steps.has(step)) mine.delete(key);
          keeper = dropped.keeper;
          seen = { ...days };
        };
        acts.forEach((each, step) => {
          if (each.kind === "other") {
            // Whoever types over mine has the last word on it.
            if ((days[each.day] ?? null) !== each.hours) mine.delete(each.day);
            days[each.day] = each.hours;
            others.add(each.day);
          } else if (each.kind === "type") {
            const typedBefore = keeper.values[each.day];
            const was = typedBefore ? typedBefore.is : (seen[each.day] ?? null);
            keeper = valuesTyped(keeper, { [each.day]: { was, is: each.hours, step } });
            if (keeper.values[each.day]) mine.set(each.day, each.hours);
            else mine.delete(each.day);
          } else if (each.kind === "send") keeper = valuesSent(keeper);
          else if (each.kind === "answer") answer();
          else if (keeper.sent) save(keeper.sent);
        });
        for (let round = 0; round < 4; round += 1) {
          keeper = valuesSent(keeper);
          answer();
        }
        expect(keeper).toEqual(nothingKept);
        for (const [key, is] of mine) expect(days[key] ?? null).toBe(is);
      }),
      { numRuns: 2000 },
    );
  });
});
