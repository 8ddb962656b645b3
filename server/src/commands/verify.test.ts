import { spawnSync } from "node:child_process";
import { existsSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, it } from "vitest";
import { smallWorld } from "../testing/smallWorld.ts";

const verify = (folder: string) =>
  spawnSync(process.execPath, ["--import", "tsx", "server/src/commands/verify.ts"], {
    cwd: join(import.meta.dirname, "../../.."),
    env: { ...process.env, ZESTY_DATA: folder },
    encoding: "utf8",
  });

it("says that there is no store, and makes none", () => {
  const folder = mkdtempSync(join(tmpdir(), "zesty-none-"));
  const { status, stderr, stdout } = verify(folder);
  expect([status, stdout]).toEqual([2, ""]);
  expect(stderr).toContain(`There is no store in ${folder}.`);
  expect(existsSync(join(folder, "zesty.db"))).toBe(false);
  rmSync(folder, { recursive: true });
});

it("says that a store is whole, with its anchor", async () => {
  const world = smallWorld(1);
  const folder = world.context.settings.dataFolder;
  // The program that holds the folder is gone when somebody verifies.
  await world.application.close();
  const { status, stdout } = verify(folder);
  expect(status).toBe(0);
  expect(stdout).toMatch(/^Whole: \d+ entries of the audit trail and \d+ seals/);
  rmSync(folder, { recursive: true });
});
