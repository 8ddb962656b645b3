/** Questions: asked from anywhere, changed in their sentence, drawn, opened to their pays, kept, taken as files. */
import { press } from "../keyboard.ts";
import { expect, openAt, runs, test } from "../world.ts";

test("wage cost by month and cost centre: asked from anywhere, opened to its pays, kept and asked again", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/desk");
  await expect(page.getByRole("heading", { name: "Desk" })).toBeVisible();
  await page.keyboard.press("Control+k");
  await expect(page.getByRole("combobox", { name: "Go or do" })).toBeFocused();
  await page.keyboard.type("wage cost");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Figures" })).toBeVisible();
  const table = page.getByRole("table").first();
  await expect(table.getByRole("row", { name: /^Jun 2026|^June 2026/ })).toBeVisible();
  await expect(page.getByRole("figure", { name: /^Drawing: Cost of Saltbush/ })).toBeVisible();

  // By person, of one month: a figure opens to its pays, and from there to the run.
  await page.getByLabel("Rows").selectOption("person");
  await page.getByLabel("Columns").selectOption("");
  await page.getByLabel("Span").selectOption("last month");
  await expect(page.getByLabel("From", { exact: true })).toHaveValue("2026-06");
  await expect(page.getByRole("columnheader")).toHaveCount(2);
  const hazel = table.getByRole("row", { name: /Birtwistle, Hazel/ });
  const cost = hazel.getByRole("button");
  const figure = await cost.innerText();
  await cost.focus();
  await page.keyboard.press("Enter");
  const behind = page.getByRole("complementary", { name: "Pays behind the figure" });
  await expect(behind).toContainText("Hazel Birtwistle");
  const amounts = behind.getByRole("row").locator("td:last-child");
  const cents = (text: string) => Math.round(Number(text.replaceAll(",", "")) * 100);
  await expect
    .poll(async () => (await amounts.allInnerTexts()).reduce((sum, each) => sum + cents(each), 0))
    .toBe(cents(figure));

  await press(page, page.getByRole("button", { name: "Keep this question" }));
  await page.getByLabel("Name of the question").fill("Who cost what last month");
  await page.keyboard.press("Enter");
  await press(page, page.getByRole("button", { name: "Mail me Who cost what last month each month" }));
  await expect(page.getByText("comes by mail on the first of each month")).toBeVisible();
  await page.goto(`${world.url}/figures?what=leave`);
  await expect(page.getByRole("columnheader", { name: "Stands" })).toBeVisible();
  await press(page, page.getByRole("link", { name: "Who cost what last month" }));
  // The answer of before stands until the new one is here.
  await expect(page.getByRole("columnheader", { name: "Stands" })).toHaveCount(0);
  await expect(hazel).toContainText(figure);

  const download = page.waitForEvent("download");
  await press(page, page.getByRole("link", { name: "PDF" }));
  expect((await download).suggestedFilename()).toBe("figures-cost.pdf");
  // All businesses at once, by business.
  // Both changes in one beat: the second is made to the question as the first left it, drawn or not.
  await page.evaluate(async () => {
    for (const [name, wanted] of [
      ["Business", "all 8 businesses"],
      ["Rows", "business"],
    ]) {
      const choice = document.querySelector<HTMLSelectElement>(`select[aria-label="${name}"]`);
      const option = [...(choice?.options ?? [])].find((each) => each.label === wanted);
      if (!choice || !option) throw new Error(`${name} cannot be ${wanted}`);
      choice.value = option.value;
      choice.dispatchEvent(new Event("change", { bubbles: true }));
      for (let beat = 0; beat < 50; beat++) await Promise.resolve();
    }
  });
  await expect(table.getByRole("row", { name: /Kōura Bay Kayaks/ })).toBeVisible();
});

test("the desk: a key goes to the worst, words filter, and words find a pay of another business", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/desk");
  const first = page.getByRole("region", { name: "What waits" }).getByRole("link").first();
  await expect(first).toContainText("late");
  await page.keyboard.press("1");
  await expect(page.getByRole("heading", { level: 1, name: "Dues" })).toBeVisible();
  await page.keyboard.press("g");
  await page.keyboard.press("d");
  await page.getByLabel("Find on the desk").fill("kayaks");
  await expect(page.getByRole("region", { name: "Kōura Bay Kayaks" })).toBeVisible();
  await expect(page.getByRole("region", { name: "Saltbush Cycle Kitchen" })).toHaveCount(0);
  // The choice is kept.
  await page.reload();
  await expect(page.getByLabel("Find on the desk")).toHaveValue("kayaks");
  await press(page, page.getByRole("button", { name: "Show everything" }));
  await expect(page.getByRole("region", { name: "Saltbush Cycle Kitchen" })).toBeVisible();
  await page.keyboard.press("Control+k");
  await expect(page.getByRole("combobox", { name: "Go or do" })).toBeFocused();
  await page.keyboard.type("payslip nico june");
  await expect(
    page.getByRole("option", { name: /Pay Nico .* June 2026: \$[\d.,]+ net Kōura Bay Kayaks/ }).first(),
  ).toBeVisible();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/run\/\d+\?pay=\d+/);
});

test("the owner's page of a payday: to print, and its sums by mail; a wrong address is named", async ({
  page,
  world,
}) => {
  await openAt(page, world, `/run/${runs.saltbushSettled}`);
  const own = page.getByRole("region", { name: "The owner's page" });
  const address = await own.getByRole("link", { name: "The owner's page" }).getAttribute("href");
  expect((await page.request.get(`${world.url}${address}`)).headers()["content-type"]).toBe("application/pdf");
  await own.getByRole("button", { name: "Mail its sums" }).click();
  await own.getByLabel("E-mail").fill("owner at saltbush");
  await page.keyboard.press("Enter");
  await expect(own.getByText("is not an address. Write it as name@business.example.")).toBeVisible();
  await own.getByLabel("E-mail").fill("owner@saltbush.example");
  await page.keyboard.press("Enter");
  await expect(own.getByRole("status")).toHaveText("On its way to owner@saltbush.example.");
});
