/** Every page has its guide, every link of a guide leads to a page, and no guide speaks of one law without saying so. */
import { matchPath } from "react-router";
import { describe, expect, it } from "vitest";
import app from "./App.tsx?raw";
import { allGuides, findGuides, guideOf } from "./guides.ts";

const routes = [...app.matchAll(/path: "([^"]+)"/g)]
  .map((each) => each[1] ?? "")
  .filter((path) => path !== "/" && path !== "*" && !path.startsWith("/"))
  .map((path) => `/${path}`);

describe("guides", () => {
  it("are there for every page, one each", () => {
    expect(routes.length).toBeGreaterThan(35);
    expect(allGuides.map((each) => each.at).sort()).toEqual([...routes].sort());
  });
  it.each(allGuides.map((each) => [each.at, each] as const))("%s leads on, in whole sentences", (_at, guide) => {
    const { about, steps, keys = [], next, country } = guide;
    expect(routes.some((route) => matchPath(route, next.to) !== null)).toBe(true);
    expect(next.to).not.toBe(guide.at);
    for (const text of [about, ...steps]) {
      expect(text).toMatch(/^[A-Z*].*\.$/);
      expect(text.split("*").length % 2).toBe(1);
    }
    const words = [guide.title, about, ...steps, ...keys.flat()].join(" ");
    if (!country) expect(words).not.toMatch(/\b(super|superannuation|PAYG|TFN|KiwiSaver|PAYE|ESCT|Inland Revenue)\b/i);
  });
  it.each([
    ["/run/110", "Run"],
    ["/people/new", "A new person"],
    ["/people/9", "A person"],
    ["/figures/what-if", "What if"],
    ["/nowhere", undefined],
  ])("of %s is %s", (path, title) => expect(guideOf(path)?.title).toBe(title));
  it("are found by words in any order, by their names first, and by one law's only where it holds", () => {
    expect(findGuides("leave liability", "AU")[0]?.title).toBe("Leave liability");
    expect(findGuides("undo run", "AU").map((each) => each.title)).toContain("Run");
    expect(findGuides("contractors", "NZ")).toEqual([]);
    expect(findGuides("contractors", "AU")[0]?.title).toBe("Payments to contractors");
    expect([findGuides("", "AU"), findGuides("zebra", "AU")]).toEqual([[], []]);
  });
});
