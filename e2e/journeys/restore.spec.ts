/** Signed and sent after the backup, then the backup restored: nothing goes out until a person has gone through the list. */
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { root } from "../programs.ts";
import { expect, makeReady, openAt, openRun, killable as test, until } from "../world.ts";

test("a run that was paid after the backup is taken over, and paid once", async ({ page, world }) => {
  const command = (name: string) => {
    const done = spawnSync(process.execPath, [join(root, "server", "dist", `${name}.js`)], {
      env: { ...process.env, ZESTY_DATA: join(world.folder, "app") },
      encoding: "utf8",
    });
    expect([name, done.status, done.stderr]).toEqual([name, 0, ""]);
  };
  const signAndSend = async () => {
    const lead = await world.api();
    await makeReady(lead);
    const { version } = (await lead.call("GET", `/runs/${openRun}`)).body;
    expect((await lead.call("POST", `/runs/${openRun}/sign-off`, { version, declared: true })).status).toBe(200);
    const channels = ["payEvent", "paymentFile", "payslip"];
    expect((await lead.call("POST", `/runs/${openRun}/send`, { channels })).status).toBe(200);
  };
  const sent = async () => {
    const { files, events, mail } = await world.effects();
    return [files.length, events.length, mail.length];
  };
  const [files = 0, events = 0] = await sent();
  command("backup");
  await signAndSend();
  await until(sent, ([more = 0, told = 0, letters = 0]) => more > files && told > events && letters >= 11);
  const after = await sent();
  await world.killServer();
  command("restore");
  await world.startServer();

  await openAt(page, world, "/set-up/safety");
  await expect(
    page.getByText(/Nothing is sent, lodged, paid or mailed until each line here is answered: \d+ of/),
  ).toBeVisible();
  await expect(page.getByText(/The bank holds F-\d+ over \$8,196\.16 for 2 July 2026/)).toBeVisible();
  await expect(page.getByRole("button", { name: /^It is run/ })).toHaveCount(0);
  await signAndSend();
  await page.reload();
  for (const left of [1, 0]) {
    await page
      .getByRole("button", { name: /^It is run 13/ })
      .first()
      .click();
    await expect(page.getByRole("button", { name: /^It is run 13/ })).toHaveCount(left);
  }
  // Whether the payslips went out with them, no receiver can say.
  await expect(page.getByText("Payslips of payday 2 July 2026: nobody can be asked")).toBeVisible();
  await page.getByRole("button", { name: "They were mailed" }).click();
  await page.getByRole("button", { name: /^Of the \d+ paydays of businesses/ }).click();
  // Its two paydays: the one was taken over, of the next nothing went out.
  const mine = page.getByRole("button", { name: "What went out is taken over" });
  await expect(mine).toHaveCount(2);
  await mine.first().click();
  await expect(mine).toHaveCount(1);
  await page.getByRole("button", { name: "Nothing of it went out" }).click();
  await expect(mine).toHaveCount(0);
  await page.getByRole("button", { name: "Looked through" }).click();
  await page.getByRole("button", { name: "Send again from here" }).click();
  await expect(page.getByText(/Nothing is sent, lodged or paid until/)).toHaveCount(0);
  await page.goto(`${world.url}/run/${openRun}`);
  await expect(page.getByText(/The bank has the file as F-|Paid to everybody/).first()).toBeVisible();
  expect(await sent()).toEqual(after);
});
