/** Each requirement has a test or a reason, and the page that says so names tests that exist. */
import { existsSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, it } from "vitest";

const root = join(import.meta.dirname, "../../..");
const page = readFileSync(join(root, "docs/rules/requirements.md"), "utf8");
const rows = page.split("\n").flatMap((line) => {
  const cells = /^\| ([ABCN]) (\d+) \|(.*)\|$/.exec(line);
  if (!cells) return [];
  const [, checked = "", left = ""] = (cells[3] ?? "").split("|");
  return [{ number: `${cells[1]} ${cells[2]}`, checked, left: left.trim() }];
});

it("none of the requirements is missing", () => {
  const all = (letter: string, last: number) => Array.from({ length: last }, (_, at) => `${letter} ${at + 1}`);
  expect(rows.map((row) => row.number)).toEqual([...all("A", 60), ...all("B", 40), ...all("N", 31), ...all("C", 40)]);
});
it.each(rows)("$number has a test that exists, or a reason", ({ checked, left }) => {
  const named = [...checked.matchAll(/`([^`]+)`: “([^”]+)”/g)];
  expect(named.length > 0 || left !== "").toBe(true);
  for (const [, file = "", name = ""] of named) {
    const path = join(root, file);
    expect(existsSync(path) ? "" : file).toBe("");
    expect(readFileSync(path, "utf8").includes(name) ? "" : `${file}: ${name}`).toBe("");
  }
});
