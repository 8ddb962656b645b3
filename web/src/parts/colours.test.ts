import { describe, expect, it } from "vitest";
import css from "../main.css?raw";

/** WCAG 2.2, success criterion 1.4.3 and the definitions of relative luminance and contrast ratio. */
const luminance = (colour: string): number => {
  const [red = 0, green = 0, blue = 0] = [1, 3, 5]
    .map((at) => Number.parseInt(colour.slice(at, at + 2), 16) / 255)
    .map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4));
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
};
const contrast = (a: string, b: string): number => {
  const [dark, light] = [luminance(a), luminance(b)].sort((x, y) => x - y) as [number, number];
  return (light + 0.05) / (dark + 0.05);
};

const theme = (selector: string) =>
  Object.fromEntries(
    [...(css.split(`${selector} {`)[1]?.split("}")[0] ?? "").matchAll(/--([a-z-]+): (#[0-9a-f]{6});/g)].map((found) => [
      found[1] as string,
      found[2] as string,
    ]),
  );

describe.each([":root", '[data-theme="dark"]'])("colours of %s", (selector) => {
  const colours = theme(selector);
  const words = ["ink", "quiet", "action", "action-hover", "leaf", "amber", "plum"];
  it.each(["paper", "sheet", "lime-soft", "hover"].flatMap((ground) => words.map((word) => [word, ground])))(
    "%s can be read on %s",
    (word, ground) => {
      expect(contrast(colours[word] as string, colours[ground] as string)).toBeGreaterThanOrEqual(4.5);
    },
  );
  it("the words of a button can be read on it", () => {
    for (const ground of ["action", "action-hover"])
      expect(contrast(colours["action-ink"] as string, colours[ground] as string)).toBeGreaterThanOrEqual(4.5);
  });
});
