/** A parallel run: the earlier system's register pasted, differences by their causes, a heading told, one ticked. */
import { press } from "../keyboard.ts";
import { expect, makeReady, openAt, openRun, test } from "../world.ts";

test("a register is set beside a run; a difference is told by its cause and ticked with a reason", async ({
  page,
  world,
}) => {
  const api = await world.api();
  await makeReady(api);
  const { rows } = (await api.call("GET", `/runs/${openRun}`)).body as {
    rows: { name: string; figures: Record<string, string> }[];
  };
  const line = ({ name, figures }: (typeof rows)[number]) => {
    const change: Record<string, Record<string, string>> = {
      // The old program took the tax-free threshold as not claimed.
      "Lachlan Vandersee": { withheld: "199.00", net: "667.40" },
      "Jarrah Mokoena": { hours: "31" },
    };
    const own = { ...figures, ...change[name] };
    return [name, own.hours, own.gross, own.withheld, own.net].join("\t");
  };
  const text = ["Worker\tHours\tGross\tPAYG\tNet", ...rows.map(line)].join("\n");
  await openAt(page, world, `/run/${openRun}`);
  await page.getByRole("button", { name: "This run" }).click();
  await page.getByRole("menuitem", { name: "Beside the earlier system" }).click();
  await page.getByLabel("Register of the earlier system").fill(text);
  await press(page, page.getByRole("button", { name: "Set it beside the run" }));
  // One heading is of nobody's language: it is asked about, once.
  await expect(page.getByText("No column says who is paid").first()).toBeVisible();
  await page.getByLabel("“Worker” says").selectOption({ label: "Name" });
  await press(page, page.getByRole("button", { name: "Set it beside the run" }));
  await expect(page.getByRole("status").filter({ hasText: "2 people differ" })).toBeVisible();
  await expect(page.getByRole("status").filter({ hasText: "9 people agree to the cent" })).toBeVisible();
  const jarrah = page.getByRole("row", { name: /Jarrah Mokoena/ });
  await expect(jarrah).toContainText("there 31");
  await press(page, page.getByRole("button", { name: "Tick Jarrah Mokoena with a reason" }));
  await page.keyboard.type("They typed 31, he worked 30");
  await page.keyboard.press("Enter");
  await expect(jarrah).toContainText("Ticked: They typed 31, he worked 30");
  await expect(page.getByRole("status").filter({ hasText: "1 person differs" })).toBeVisible();
  await page.reload();
  await expect(jarrah).toContainText("Ticked:");
  // The same from a file with a line for each line of pay: a name of theirs is told once, and lines are compared, too.
  type Figures = { net: string; lines: { name: string; amount: string }[] };
  const ownLines = ({ figures }: (typeof rows)[number]) => figures as unknown as Figures;
  const lines = rows.flatMap((row) => {
    const { name } = row;
    const { net, lines: own } = ownLines(row);
    return [...own, { name: "Net pay", amount: net }].map((each) => {
      const isTheirs = name === "Lachlan Vandersee" && each.name === own[0]?.name;
      return `"${name}","${isTheirs ? "Floor hours" : each.name}",${each.amount}`;
    });
  });
  const csv = ["Pay register of the week", "Employee,Pay item,Amount", ...lines].join("\n");
  await press(page, page.getByRole("button", { name: "Bring another register" }));
  await page
    .getByLabel("Choose a file (XLSX, CSV, or payslips as PDF)")
    .setInputFiles({ name: "register.csv", mimeType: "text/csv", buffer: Buffer.from(csv) });
  await expect(page.getByLabel("Register of the earlier system")).toHaveValue(/^Employee\tPay item\tAmount/);
  await press(page, page.getByRole("button", { name: "Set it beside the run" }));
  await expect(page.getByRole("row", { name: /Lachlan Vandersee/ })).toContainText("here, 0.00 there");
  const [ordinary] = rows.filter(({ name }) => name === "Lachlan Vandersee").flatMap((row) => ownLines(row).lines);
  await page.getByLabel("“Floor hours” says").selectOption({ label: ordinary?.name ?? "" });
  await press(page, page.getByRole("button", { name: "Read it again" }));
  await expect(page.getByText("No difference is open.")).toBeVisible();
  await expect(page.getByText(/Compared line by line, too:/)).toBeVisible();
  // And from payslips: ours, read back from their PDF, say what the run says.
  const slips = await page.request.get(`${world.url}/api/runs/${openRun}/payslips.pdf?of=all`);
  await press(page, page.getByRole("button", { name: "Bring another register" }));
  await page
    .getByLabel("Choose a file (XLSX, CSV, or payslips as PDF)")
    .setInputFiles({ name: "payslips.pdf", mimeType: "application/pdf", buffer: await slips.body() });
  await expect(page.getByLabel("Register of the earlier system")).toHaveValue(/^Name\tPay line\tAmount/);
  await press(page, page.getByRole("button", { name: "Set it beside the run" }));
  await expect(page.getByText("No difference is open.")).toBeVisible();
  expect((await world.effects()).events.filter((each) => each.payDate === "2026-07-02")).toHaveLength(0);
});
