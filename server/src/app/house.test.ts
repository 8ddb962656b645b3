/** The page of the house, the lint of its floors and the code say the same. */
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { tmpdir } from "node:os";
import { basename, dirname, join } from "node:path";
import { cruise, type ICruiseOptions, type IFlattenedRuleSet } from "dependency-cruiser";
import { afterAll, describe, expect, it } from "vitest";
import floors from "../../floors.json" with { type: "json" };

const root = join(import.meta.dirname, "../../..");
const page = readFileSync(join(root, "docs/house.md"), "utf8");
const folder = mkdtempSync(join(tmpdir(), "zesty-house-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Rows of a table of the page, by its head. */
function tableOf(head: string): string[][] {
  const lines = page.slice(page.indexOf(head)).split("\n");
  return lines.slice(2, lines.indexOf("")).map((line) =>
    line
      .split("|")
      .slice(1, -1)
      .map((cell) => cell.trim()),
  );
}

describe("the house", () => {
  it("has the floors that its page draws, and no room without one", () => {
    expect(tableOf("| room | what it is |")).toEqual(floors.map(([room, words]) => [`\`${room}\``, words]));
    const rooms = readdirSync(join(root, "server/src"), { withFileTypes: true }).filter((each) => each.isDirectory());
    expect(rooms.map((each) => each.name).sort()).toEqual(floors.map(([room]) => room).sort());
  });
  it.each([
    ["a value from above", "row/a.ts", 'import { b } from "../runs/b.ts";\nexport const a = b;\n', "runs/b.ts", true],
    [
      "a type from above",
      "ground/a.ts",
      'import type { B } from "../desk/b.ts";\nexport type A = B;\n',
      "desk/b.ts",
      true,
    ],
    ["a country's folder", "year/a.ts", 'import { b } from "../nz/b.ts";\nexport const a = b;\n', "nz/b.ts", true],
    ["a value from beneath", "desk/a.ts", 'import { b } from "../row/b.ts";\nexport const a = b;\n', "row/b.ts", false],
  ])("%s is told by the lint: %s", async (_what, file, text, other, forbidden) => {
    const at = mkdtempSync(join(folder, "try-"));
    for (const [name, content] of [
      [file, text],
      [other, "export const b = 1;\nexport type B = number;\n"],
    ] as const) {
      mkdirSync(join(at, "server/src", dirname(name)), { recursive: true });
      writeFileSync(join(at, "server/src", name), content);
    }
    const { forbidden: rules } = createRequire(import.meta.url)(join(root, ".dependency-cruiser.cjs")) as {
      forbidden: IFlattenedRuleSet["forbidden"];
    };
    const options: ICruiseOptions = {
      baseDir: at,
      validate: true,
      ruleSet: { forbidden: rules ?? [] },
      tsPreCompilationDeps: true,
    };
    const { output } = await cruise(["server"], options);
    const told = typeof output === "string" ? [] : output.summary.violations;
    expect(told.length > 0).toBe(forbidden);
  });
  it("spells words of state out in one file a concept", () => {
    const lists = [
      /["']signedOff["'], ["']sent["'], ["']settled["']/,
      /["']accepted["'], ["']acceptedWithWarnings["'], ["']partial["']/,
    ];
    const spelt = ["contract", "server", "web"]
      .flatMap((room) =>
        readdirSync(join(root, room, "src"), { recursive: true, encoding: "utf8" }).map(
          (file) => `${room}/src/${file}`,
        ),
      )
      .filter((file) => /\.tsx?$/.test(file) && !/\.test\.tsx?$/.test(file))
      .filter((file) => lists.some((list) => list.test(readFileSync(join(root, file), "utf8"))));
    expect(spelt.sort()).toEqual(["contract/src/outboxStates.ts", "contract/src/runStates.ts"]);
  });
  it("answers 44 of 48 questions of the trade by the name of a file, and names no file that is not there", () => {
    const asked = tableOf("| question | file |").map(([question = "", file = ""]) => ({
      term: /\(\*(.+)\*\)/.exec(question)?.[1]?.toLowerCase() ?? "?",
      file: file.replaceAll("`", ""),
    }));
    expect(asked).toHaveLength(48);
    expect(asked.filter(({ term, file }) => basename(file).toLowerCase().includes(term)).length).toBeGreaterThan(43);
    const named = [
      ...asked.map(({ file }) => file),
      ...tableOf("| and also | file |").map((row) => row[1]?.replaceAll("`", "") ?? ""),
    ];
    expect(named.filter((file) => !existsSync(join(root, file)))).toEqual([]);
  });
});
