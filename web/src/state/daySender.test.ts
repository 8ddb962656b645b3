import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { againAfterMs, type DaysAnswer, daySender, isNotReached, type SentDays } from "./daySender.ts";
import { nothingKept, type TypingKeeper } from "./typingKeeper.ts";

/** A page whose server answers when the test says so; what was sent stands in order, as "day was>is". */
function page(begin: TypingKeeper<string> = nothingKept, dropsRefused = true, isAsked = false) {
  const sent: string[][] = [];
  const answers: ((answer: DaysAnswer) => void)[] = [];
  const told = { kept: begin, lost: false, dropped: [] as number[] };
  const send = (days: SentDays<string>) => {
    sent.push(Object.entries(days).map(([key, { was, is }]) => `${key} ${was}>${is}`));
    return new Promise<DaysAnswer>((answer) => answers.push(answer));
  };
  const onDropped = (steps: ReadonlySet<number>) => void told.dropped.push(...steps);
  const sender = daySender<string>(begin, () => ({ send, isAsked, ...(dropsRefused ? { onDropped } : {}) }), {
    onChange: (now) => {
      told.kept = now;
    },
    onLost: (lost) => {
      told.lost = lost;
    },
  });
  const type = (key: string, was: string, is: string, step = 1) => {
    sender.type({ [key]: { was, is, step } });
    return sender.flush();
  };
  const answer = async (with_: DaysAnswer) => {
    answers.shift()?.(with_);
    await vi.advanceTimersByTimeAsync(0);
  };
  return { sender, sent, told, type, answer };
}

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe("days on their way", () => {
  it("one batch at a time: what is typed meanwhile goes after it, and whoever waits waits for both", async () => {
    const { sent, told, type, answer } = page();
    let done = false;
    void type("Mon", "", "8").then(() => {
      done = true;
    });
    void type("Tue", "", "7");
    void type("Mon", "8", "9");
    expect(sent).toEqual([["Mon >8"]]);
    await answer("arrived");
    expect([sent.at(-1), done]).toEqual([["Mon 8>9", "Tue >7"], false]);
    await answer("arrived");
    expect([told.kept, done]).toEqual([nothingKept, true]);
  });
  it("lost: it is kept, said, and the very same goes again by itself before what came after", async () => {
    const { sent, told, type, answer } = page();
    const waited = type("Mon", "", "8");
    void type("Tue", "", "7");
    await answer("lost");
    await waited;
    expect([told.lost, Object.keys(told.kept.values)]).toEqual([true, ["Mon", "Tue"]]);
    await vi.advanceTimersByTimeAsync(againAfterMs);
    expect(sent).toEqual([["Mon >8"], ["Mon >8"]]);
    await answer("arrived");
    await answer("arrived");
    expect([sent.at(-1), told.lost, told.kept]).toEqual([["Tue >7"], false, nothingKept]);
  });
  it("lost after the page was left, it waits for the next visit: two pages would send the same", async () => {
    const { sender, sent, told, type, answer } = page();
    void type("Mon", "", "8");
    sender.leave();
    await answer("lost");
    await vi.advanceTimersByTimeAsync(againAfterMs * 3);
    expect([sent.length, Object.keys(told.kept.values)]).toEqual([1, ["Mon"]]);
  });
  it("kept from an earlier visit, what was never answered goes first, and nothing by itself", async () => {
    const day = { was: "", is: "8", step: 1 };
    const { sender, sent, told, answer } = page({
      values: { Mon: day, Tue: { ...day, is: "7" } },
      sent: { Mon: day },
      refused: {},
    });
    await vi.advanceTimersByTimeAsync(againAfterMs * 2);
    expect(sent).toEqual([]);
    void sender.flush();
    await answer("arrived");
    await answer("arrived");
    expect([sent, told.kept]).toEqual([[["Mon >8"], ["Tue >7"]], nothingKept]);
  });
  it("where somebody says when, a day half typed never goes by itself", async () => {
    const { sender, sent, told, type, answer } = page(nothingKept, true, true);
    void type("Mon", "", "8");
    await answer("lost");
    sender.type({ Tue: { was: "", is: "9-1", step: 1 } });
    await vi.advanceTimersByTimeAsync(againAfterMs);
    await answer("arrived");
    void sender.again();
    await vi.advanceTimersByTimeAsync(againAfterMs);
    expect([sent, Object.keys(told.kept.values)]).toEqual([[["Mon >8"], ["Mon >8"]], ["Tue"]]);
    // Asked for while an old one goes again, it goes after it.
    void type("Mon", "8", "9");
    await answer("lost");
    void sender.again();
    void type("Tue", "", "9-12");
    await answer("arrived");
    expect(sent.slice(-2)).toEqual([["Tue >9-1", "Mon 8>9"], ["Tue 9-1>9-12"]]);
  });
  it.each<[string, boolean, string[], string[][]]>([
    ["go from the page with their step, and the rest is sent", true, [], [["Mon >8", "Tue >x", "Wed >7"], ["Wed >7"]]],
    [
      "or stay to be typed anew, and hold nothing else back",
      false,
      ["Tue"],
      [
        ["Mon >8", "Tue >x", "Wed >7"],
        ["Mon >8", "Wed >7"],
      ],
    ],
  ])("refused days %s", async (_how, drops, left, wire) => {
    const { sender, sent, told, answer } = page(nothingKept, drops);
    sender.type({ Mon: { was: "", is: "8", step: 1 }, Tue: { was: "", is: "x", step: 1 } });
    sender.type({ Wed: { was: "", is: "7", step: 2 } });
    void sender.flush();
    await answer({ Tue: "Not a number." });
    await answer("arrived");
    expect([Object.keys(told.kept.values), sent, told.dropped]).toEqual([left, wire, drops ? [1] : []]);
  });
});

it("what was not reached goes again; what was answered, even with a fault of the server, does not", () => {
  expect([0, 401, 429, 502, 503, 504].filter((status) => !isNotReached(status))).toEqual([]);
  expect([400, 403, 404, 409, 413, 422, 500].filter(isNotReached)).toEqual([]);
});
