/** An agent lodges: recorded with its authority, refused until the agency was told of it, then taken in its name. */
import { expect, makeReady, openAt, openRun, test } from "../world.ts";

test("a registered agent declares and lodges, once the employer has told the agency", async ({ page, world }) => {
  await makeReady(await world.api());
  await openAt(page, world, "/set-up");
  await page.getByRole("button", { name: "Change who lodges" }).click();
  for (const [label, typed] of [
    ["Name of the agent", "Halyard & Birch"],
    ["Registered agent number", "2468013"],
    ["Agent's ABN", "51 000 000 680"],
    ["Contact", "Lou Birch"],
    ["Telephone", "0300000021"],
    ["E-mail", "lou@halyard-birch.example.org"],
    ["Authority signed on", "1/7/2026"],
    ["Authority's last day", "1/7/2027"],
  ] as const)
    await page.getByLabel(label, { exact: true }).fill(typed);
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("has eight digits, as 12345678").first()).toBeVisible();
  await expect(page.getByText("Write 2027-06-30 at the latest").first()).toBeVisible();
  await page.getByLabel("Registered agent number", { exact: true }).fill("24680135");
  await page.getByLabel("Authority's last day", { exact: true }).fill("30/6/2027");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("it refuses what the agent sends")).toBeVisible();

  await page.getByRole("button", { name: "Record that the agency was told" }).click();
  await page.getByRole("button", { name: "Record it" }).click();
  await expect(page.getByText("The agency was told on 1 July 2026")).toBeVisible();

  await page.goto(`${world.url}/run/${openRun}`);
  await page.getByRole("tab", { name: "Sign off" }).click();
  await expect(page.getByText("Lodged by")).toBeVisible();
  await page.getByLabel(/I make it for Halyard & Birch/).check();
  await page.getByRole("button", { name: "Sign off", exact: true }).click();
  await page.getByRole("button", { name: "Lodge" }).click();
  const event = page.getByRole("region", { name: "Tax agency: pay event" });
  await expect(event).toContainText("The payer has not nominated this agent");

  await fetch(`${new URL(world.postBox).origin}/sim/au-tax/v1/payers/63000000011/agents`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({ number: "24680135" }),
  });
  await event.getByRole("button", { name: "Make the event again and lodge it" }).click();
  await expect(event).toContainText("Accepted for 10, rejected for 1");
  await expect(event.getByText("The whole message")).toHaveCount(0);

  // The newest event that was taken is replaced whole: under its own number, and the agency holds one of them.
  await event.getByRole("button", { name: "Replace the whole event…" }).click();
  await event.getByLabel("Reason").fill("The agent's contact was wrong");
  await event.getByLabel(/I make it for Halyard & Birch/).check();
  await event.getByRole("button", { name: "Replace it" }).click();
  await expect(event.getByText("Replaced by the event after it")).toBeVisible();
  await expect(event.getByText("Some people rejected")).toHaveCount(1);
});

test("what an allowance is reported as is put right for the whole year, and brought up to date", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/readiness");
  await page.getByRole("region", { name: "All businesses" }).getByText("Gannet Point Boatworks").click();
  await page.goto(`${world.url}/year/elements?from=2025-07-01`);
  const line = page.getByRole("row", { name: /Spray work/ });
  await expect(line).toContainText("No reporting code");
  await line.getByRole("button", { name: "Put right what Spray work is reported as" }).click();
  const form = page.getByRole("form", { name: "What Spray work is reported as" });
  await form.getByLabel("Reported as").selectOption("KN");
  await form.getByRole("button", { name: "See what moves" }).click();
  await expect(form).toContainText(/\d of \d+ pays, from Other allowance to Task allowance/);
  await form.getByRole("button", { name: "Move", exact: true }).click();
  await expect(line).toContainText("Task allowance");
  await expect(line).not.toContainText("No reporting code");
  await page.getByRole("link", { name: "The year's sheet" }).click();
  await page.getByRole("button", { name: "Bring up to date…" }).click();
  await expect(page.getByText(/brought up to date|up to date/).first()).toBeVisible();
});
