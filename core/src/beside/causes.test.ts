/** What a difference looks like: each cause by figures that come to it, and near misses that come to nothing. */
import { describe, expect, it } from "vitest";
import { causeOf, type OursOf } from "./causes.ts";

const figures = {
  hours: "38",
  gross: "1197.00",
  withheld: "192.00",
  super: "143.64",
  afterTax: "0.00",
  net: "1005.00",
};
const ours = (change: Partial<OursOf> = {}): OursOf => ({
  ...{ figures, leave: "0", rate: "31.5" },
  variants: [
    { words: "the tax-free threshold were not claimed", figures: { ...figures, withheld: "312.00", net: "885.00" } },
    { words: "the tables before were used", figures: { ...figures, withheld: "200.00", super: "137.66" } },
  ],
  ...change,
});

describe("a difference looks like", () => {
  it.each([
    ["nothing where there is none", "withheld", { withheld: "192.00" }, null],
    ["another tax declaration", "withheld", { withheld: "312.00" }, "as if the tax-free threshold were not claimed"],
    ["another table", "withheld", { withheld: "200.00" }, "as if the tables before were used"],
    ["a dollar of rounding", "withheld", { withheld: "193.00" }, "a rounding of the tax"],
    ["nothing known", "withheld", { withheld: "250.00" }, null],
    ["another rate of super", "super", { super: "137.66" }, "as if the tables before were used"],
    ["cents", "super", { super: "143.65" }, "a rounding"],
    ["super of other earnings", "super", { super: "147.42", gross: "1228.50" }, "other gross pay"],
    ["an hour more", "gross", { gross: "1228.50" }, "as much as 1 h more at the plain rate"],
    ["hours that stand there", "gross", { gross: "1260.00", hours: "40" }, "2 h more there"],
    ["fewer hours", "gross", { gross: "1181.25", hours: "37.5" }, "0.5 h fewer there"],
    ["the loading once more", "gross", { gross: "1496.25" }, "as if the casual's loading were added once more"],
    ["the loading not paid", "gross", { gross: "957.60" }, "as if the casual's loading were not paid"],
    ["no quarter of an hour", "gross", { gross: "1203.00" }, null],
    ["net that follows", "net", { withheld: "312.00", net: "885.00" }, "as if the tax-free threshold were not claimed"],
    [
      "net that follows from two",
      "net",
      { withheld: "202.00", afterTax: "20.00", net: "975.00" },
      "follows from the figures before",
    ],
    ["net that does not", "net", { withheld: "202.00", net: "900.00" }, null],
  ] as const)("%s", (_words, figure, theirs, wanted) => expect(causeOf(figure, ours(), theirs)).toBe(wanted));
  it("leave that was paid on top", () =>
    expect(causeOf("gross", ours({ leave: "239.40" }), { gross: "1436.40" })).toBe(
      "as if leave were not taken out of ordinary time",
    ));
  it("nothing of hours where no rate is known", () =>
    expect(causeOf("gross", ours({ rate: null }), { gross: "1228.50" })).toBeNull());
});
