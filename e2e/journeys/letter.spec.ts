/** The approver's letter: asked for, read on a phone by somebody else, questioned at a row, answered, said yes to. */
import { expect, makeReady, openAt, openRun, test } from "../world.ts";

test("a run waits for a yes: a question at a row, its answer, the yes, and sign-off", async ({
  page,
  world,
  browser,
}) => {
  await makeReady(await world.api());
  await openAt(page, world, `/run/${openRun}`);
  await page.getByRole("tab", { name: "Sign off" }).click();
  const aside = page.getByRole("complementary", { name: "Beside the sheet" });
  await aside.getByRole("button", { name: "Ask somebody for a yes first" }).click();
  await aside.getByLabel("Of whom").selectOption({ label: "Willa Ashgrove" });
  await aside.getByRole("button", { name: "Mail the letter" }).click();
  await expect(aside).toContainText("Willa Ashgrove was asked for a yes and has not answered yet");
  await aside.getByRole("checkbox", { name: /I am authorised/ }).check();
  await expect(aside.getByRole("button", { name: "Sign off" })).toBeDisabled();

  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await openAt(phone, world, `/run/${openRun}/letter`, "willa@saltbush.example");
  await expect(phone.getByText("pays 11 people")).toBeVisible();
  await phone.getByRole("button", { name: "Ask about Imogen Tarrant" }).click();
  await phone.getByLabel("Question").fill("Did she really work twice as much?");
  await phone.getByRole("button", { name: "Ask it" }).click();
  await expect(phone.getByText("Your question waits for its answer.")).toBeVisible();
  await expect(phone.getByRole("button", { name: "Yes, pay this" })).toBeDisabled();

  // It stands at the row, and at the sign-off.
  await page.getByRole("tab", { name: "Check" }).click();
  await page.getByRole("gridcell", { name: "Imogen Tarrant", exact: true }).click();
  await expect(aside).toContainText("Did she really work twice as much?");
  await aside.getByLabel("Answer").fill("Yes, two Saturdays.");
  await aside.getByRole("button", { name: "Answer" }).click();
  await expect(aside).toContainText("Yes, two Saturdays.");
  await expect(phone.getByText("Yes, two Saturdays.")).toBeVisible();
  await phone.getByRole("button", { name: "Yes, pay this" }).click();
  await expect(phone.getByRole("status").filter({ hasText: "said yes to these figures" })).toBeVisible();
  await phone.close();

  await page.getByRole("tab", { name: "Sign off" }).click();
  await expect(aside).toContainText("Willa Ashgrove said yes to these figures.");
  await aside.getByRole("checkbox", { name: /I am authorised/ }).check();
  await aside.getByRole("button", { name: "Sign off" }).click();
  await expect(aside.getByRole("button", { name: "Send all" })).toBeVisible();
});
