/** The payroll year from the sheet of proof to its close, by keyboard, against the agency's and the bank's stand-ins. */
import { beside, press, tabTo } from "../keyboard.ts";
import { expect, killable, openAt, signIn, test, until, type World } from "../world.ts";

const voice = (name: string) => new RegExp(`^${name} `);
type Page = Parameters<typeof signIn>[0];

async function openYear(page: Page): Promise<void> {
  await page.keyboard.press("g");
  await page.keyboard.press("y");
  await expect(page.getByRole("heading", { name: "Payroll year 2025–26" })).toBeVisible();
}
async function declare(page: Page): Promise<void> {
  await tabTo(page, page.getByLabel(/I am authorised to make this declaration/));
  await page.keyboard.press("Space");
  await press(page, page.getByRole("button", { name: /^(Declare final|Open again) for/ }));
}
const row = (page: Page, name: string) => page.getByRole("row", { name: new RegExp(name) });

/** What the agency's own store says of everybody's year. */
async function heldByAgency(world: World, people: { payrollId: string }[], abn: string) {
  const base = world.postBox.replace(/post-box$/, "sim/au-tax/v1/payers");
  return Promise.all(
    people.map(async ({ payrollId }) => {
      const { record } = (await (await fetch(`${base}/${abn}/payees/${payrollId}?year=2025`)).json()) as {
        record: { final: boolean; incomes: { withheld: string; gross: string }[] };
      };
      return {
        payrollId,
        final: record.final,
        tax: record.incomes.reduce((all, each) => all + Number(each.withheld), 0),
      };
    }),
  );
}

test("a year is made final: differences found and mended from the sheet, all but one, one refused, one opened again, closed", async ({
  page,
  world,
}) => {
  const api = await world.api();
  await signIn(page, world);
  await openYear(page);
  await expect(page.getByText("Figures of 2 people differ")).toBeVisible();
  await expect(page.getByRole("row", { name: voice("Bank") })).toContainText("88,500.21");
  await expect(page.getByRole("row", { name: voice("Reported") })).toContainText("104,053.22");

  // The bank sent a payment back: from the person to the pay, and paid again.
  await press(page, page.getByRole("button", { name: "Beatrix Nolan" }));
  await press(page, page.getByRole("link", { name: "25 June 2026" }));
  await expect(page.getByText(/What came back is paid again once/)).toBeVisible();
  await beside(page);
  await press(page, page.getByRole("button", { name: "Make a file for what was not paid" }));
  // Looked at before it goes: the account was not changed since, which the page says.
  await expect(page.getByText("The account that the money came back from. Change it first.")).toBeVisible();
  await beside(page);
  await press(page, page.getByRole("button", { name: "Send to the bank" }));
  await openYear(page);
  await until(
    async () => (await api.call("GET", "/businesses/1/year?from=2025-07-01")).body.totals.net,
    (net: { facts: number; bank: number }) => net.facts === net.bank,
    40,
  );
  await page.reload();
  await expect(page.getByText("Figures of one person differ")).toBeVisible();

  // Nothing stands against nine; Noor was looked at and is taken in, Sunny is left out.
  await press(page, page.getByRole("button", { name: "Make final…" }));
  await expect(page.getByRole("button", { name: "Declare final for 10 people" })).toBeVisible();
  await tabTo(page, page.getByLabel("Choose Noor Lindqvist"));
  await page.keyboard.press("Space");
  await tabTo(page, page.getByLabel("Choose Sunny Castellano"));
  await page.keyboard.press("Space");
  await declare(page);
  await expect(page.getByText("All voices agree on every figure")).toBeVisible();
  await expect(row(page, "Noor Lindqvist")).toContainText("final");
  await expect(row(page, "Jarrah Mokoena")).toContainText("refused");
  await press(page, page.getByRole("button", { name: "Sunny Castellano" }));
  await tabTo(page, page.getByLabel("Leave out of the year's end, because"));
  await page.keyboard.type("Closely held, reported later");
  await page.keyboard.press("Enter");
  await expect(row(page, "Sunny Castellano").first()).toContainText("left out");

  // The agency refused one: mended on the person's page, declared again.
  await press(page, page.getByRole("button", { name: "Jarrah Mokoena" }));
  await expect(page.getByText("Refused: Postcode 2690 does not lie in VIC.")).toBeVisible();
  await press(page, page.getByRole("link", { name: "Mend it" }));
  await tabTo(page, page.getByLabel("Postcode"));
  await page.keyboard.press("ControlOrMeta+A");
  await page.keyboard.type("3690");
  await page.keyboard.press("Enter");
  await expect(page.getByText("9 Kiewa Terrace, Wodonga, VIC, 3690")).toBeVisible();
  await openYear(page);
  await press(page, page.getByRole("button", { name: "Make final…" }));
  await tabTo(page, page.getByLabel("Choose Jarrah Mokoena"));
  if (!(await page.getByLabel("Choose Jarrah Mokoena").isChecked())) await page.keyboard.press("Space");
  await declare(page);
  await expect(row(page, "Jarrah Mokoena").first()).toContainText("final");

  // One is opened again with a reason, and made final once more.
  await press(page, page.getByRole("button", { name: "Open again…" }));
  await tabTo(page, page.getByLabel("Choose Tobias Wren"));
  await page.keyboard.press("Space");
  await tabTo(page, page.getByLabel("Why", { exact: true }));
  await page.keyboard.type("An allowance is looked into");
  await declare(page);
  await expect(row(page, "Tobias Wren").first()).toContainText("open");
  await expect(page.getByText("One person is not final yet")).toBeVisible();
  await press(page, page.getByRole("button", { name: "Make final…" }));
  await declare(page);
  await expect(page.getByText("Everybody is final, or left out with a reason")).toBeVisible();

  // The books lack a journal, and a fund a payday: what it looks like is said; what they say now is put in.
  await press(page, page.getByRole("link", { name: /^Books, funds or agency say another figure: Wages and salaries/ }));
  await expect(row(page, "Wages and salaries")).toContainText("missing there: Wages 4 May 2026 to 10 May 2026");
  await expect(row(page, "Wattle & Wire Super")).toContainText("missing there: Payday 4 June 2026");
  await press(page, page.getByRole("button", { name: "Enter their figures…" }));
  await tabTo(page, page.getByLabel(/^A line an account/));
  await page.keyboard.type("Wages and salaries,104536.00\nWattle & Wire Super,12936.16");
  await press(page, page.getByRole("button", { name: "See what they say" }));
  await press(page, page.getByRole("button", { name: "Put in for 2 figures" }));
  await expect(page.getByText(/missing there/)).toHaveCount(0);
  await openYear(page);
  await expect(page.getByText("Books, funds and agency agree, in 4 of their figures")).toBeVisible();

  for (const line of [/^Fringe benefits of the year/, /^The activity statements agree/, /^Payments to contractors/]) {
    await tabTo(page, page.getByLabel(line));
    await page.keyboard.press("Space");
    await expect(page.getByLabel(line)).toBeChecked();
  }
  await press(page, page.getByRole("button", { name: "Close the year" }));
  await expect(page.getByText(/^Closed by Pip Lemaire on 1 July 2026/)).toBeVisible();

  // The agency holds what the ledger says, final but for the one who was left out.
  const { rows } = (await api.call("GET", "/businesses/1/year?from=2025-07-01")).body;
  const { abn } = (await api.call("GET", "/businesses/1")).body.facts;
  const held = await heldByAgency(world, rows, abn);
  expect(held.filter((each) => !each.final)).toHaveLength(1);
  for (const each of held)
    expect(Math.round(each.tax * 100), each.payrollId).toBe(
      rows.find((one: { payrollId: string }) => one.payrollId === each.payrollId).figures.tax.ledger,
    );
  // A pay of the closed year is not got in by accident.
  const refused = await api.call("POST", "/businesses/1/year/declared", {
    ...{ from: "2025-07-01", people: [rows[0].personId], act: "again", declared: true, reason: "x", shown: {} },
  });
  expect([refused.status, refused.body.code]).toEqual([409, "year-closed"]);
});

test("year summaries go out by mail, and the page says who has one; a list of contractors is put in", async ({
  page,
  world,
}) => {
  await openAt(page, world, "/year/summaries?from=2025-07-01");
  const before = (await world.effects()).mail.length;
  await page.getByLabel("Marnie Okafor").check();
  await page.getByLabel("Tobias Wren").check();
  await page.getByRole("button", { name: "Mail to 2 people" }).click();
  await expect(row(page, "Marnie Okafor")).toContainText("handed over");
  await expect(row(page, "Tobias Wren")).toContainText("handed over");
  await expect(row(page, "Priya Halloran")).toContainText("not yet");
  expect((await world.effects()).mail).toHaveLength(before + 2);

  // What the books paid to contractors: seen first, with what is odd, then put in.
  await page.goto(`${world.url}/year/contractors?from=2025-07-01`);
  await page.getByRole("button", { name: "Put a list in…" }).click();
  const lines = page.getByLabel(/A line a contractor/);
  await lines.fill("51000000681,Birch Paving,11000,1000,0");
  await page.getByRole("button", { name: "See what they say" }).click();
  await expect(page.getByRole("alert")).toContainText("Line 1: 51000000681 is no ABN");
  await lines.fill("51000000680,Birch Paving,11000,1000,0\n,Casey Odd,940,,");
  await page.getByRole("button", { name: "See what they say" }).click();
  await expect(row(page, "Casey Odd")).toContainText("No ABN, and nothing withheld");
  await page.getByRole("button", { name: "Put in for 2 contractors" }).click();
  await expect(row(page, "2 contractors")).toContainText("11,940.00");
});

killable("killed while the year is declared: the event is sent once, or not at all", async ({ world }) => {
  let api = await world.api();
  const { rows } = (await api.call("GET", "/businesses/1/year?from=2025-07-01")).body;
  const people = rows
    .filter((each: { differs: string[] }) => each.differs.length === 0)
    .map((each: { personId: number }) => each.personId);
  const shown: Record<string, number> = {};
  for (const { personId, figures } of rows)
    if (people.includes(personId))
      for (const [name, { facts }] of Object.entries<{ facts?: number }>(figures))
        if (facts) shown[name] = (shown[name] ?? 0) + facts;
  const before = (await world.effects()).events.length;
  for (const wait of [0, 12, 25, 60]) {
    const asked = api
      .call("POST", "/businesses/1/year/declared", {
        from: "2025-07-01",
        people,
        act: "final",
        declared: true,
        reason: null,
        shown,
      })
      .catch(() => undefined);
    await new Promise((resolve) => setTimeout(resolve, wait));
    await world.killServer();
    await asked;
    await world.startServer();
    api = await world.api();
  }
  const { events, people: standing } = await until<Ending>(
    async () => (await api.call("GET", "/businesses/1/year?from=2025-07-01")).body.ending,
    ({ people: all }) => Object.values(all).every((each) => each.state !== "sending"),
  );
  expect((await world.effects()).events).toHaveLength(before + events.length);
  expect(events.length).toBeLessThanOrEqual(2);
  const final = people.filter((id: number) => standing[id]?.state === "final").length;
  // One is refused for an address that the demo planted.
  if (events.length > 0) expect(final).toBeGreaterThanOrEqual(people.length - 1);
});
interface Ending {
  events: object[];
  people: Record<number, { state: string }>;
}
