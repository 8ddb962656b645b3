/** axe finds nothing on any place, light and dark; and no place is wider than a phone, a tablet or a small screen. */
import axe from "axe-core";
import { expect, openRun, runs, signIn, standsStill, startWorld, test, visit, type World } from "../world.ts";

let shared: World;
test.beforeAll(async () => {
  shared = await startWorld();
});
test.afterAll(() => shared.end());

interface Violation {
  id: string;
  html: string | undefined;
  why: string | undefined;
}
type Page = Parameters<typeof signIn>[0];
/** The drawing comes with a library of its own, after the table. */
const drawn = (page: Page) => page.locator("figure svg.recharts-surface").waitFor();
const press = (name: string) => (page: Page) => page.getByRole("button", { name }).first().click();
const pages: [string, string, (string | undefined)?, ((page: Page) => Promise<void>)?][] = [
  ["desk", "/desk"],
  ["runs", "/run"],
  ["run sheet", `/run/${openRun}`],
  ["check step", `/run/${openRun}`, "Check"],
  ["sign-off step", `/run/${openRun}`, "Sign off"],
  ["a settled run", `/run/${runs.saltbushSettled}`],
  ["people", "/people"],
  ["a person", "/people/9"],
  ["a person's form", "/people/9#tax"],
  ["agreement of a person", "/people/8#time"],
  ["a new person", "/people/new", undefined, press("Add")],
  ["several people", "/people/several"],
  ["a raise for several", "/people/raise"],
  ["figures", "/figures?what=cost", undefined, drawn],
  ["figures by person", "/figures?what=wages&rows=person&columns=element", undefined, drawn],
  [
    "what if",
    `/figures/what-if?changes=${encodeURIComponent('[{"kind":"rates","from":"2026-08-01","people":[],"by":"percent","value":"3.5","weekly":"","on":true}]')}`,
    undefined,
    (page) => expect(page.getByRole("region", { name: "Sums of the year" })).toContainText("+"),
  ],
  ["find", "/find?words=super%20due", undefined, (page) => expect(page.getByText("found.")).toBeVisible()],
  ["the letter", `/run/${openRun}/letter`],
  [
    "beside the earlier system",
    `/run/${openRun}/beside`,
    undefined,
    async (page) => {
      await page.getByLabel("Register of the earlier system").fill("Name\tGross\nJarrah Mokoena\t900.00");
      await page.getByRole("button", { name: "Set it beside the run" }).click();
      await expect(page.getByRole("status").filter({ hasText: "differs" })).toBeVisible();
    },
  ],
  ["papers owed", "/people/papers"],
  [
    "past pays, some of them short",
    "/people/pays",
    undefined,
    async (page) => {
      const put = (levels: object) =>
        page.evaluate(
          (classifications) =>
            fetch("/api/businesses/1/agreements/MA000009", {
              method: "PUT",
              headers: { "Content-Type": "application/json", "X-Zesty": "1" },
              body: JSON.stringify({
                ...{ from: "2026-06-01", settings: {}, source: "Pay guide" },
                rates: { classifications, allowances: {} },
              }),
            }).then(({ ok }) => ok),
          levels,
        );
      expect(await put({ 2: "28.10" })).toBe(true);
      await page.getByRole("button", { name: "Look them over" }).click();
      await page.getByRole("table").waitFor();
      expect(await put({})).toBe(true);
    },
  ],
  [
    "moving several",
    "/people/move",
    undefined,
    async (page) => void (await page.getByLabel("To", { exact: true }).selectOption({ index: 1 })),
  ],
  ["qualifications", "/people/1#qualifications"],
  ["whom to call", "/people/1#emergency"],
  ["what is missing", "/readiness"],
  ["the payroll year", "/year", undefined, press("Hazel Birtwistle")],
  ["a year made final", "/year", undefined, press("Make final…")],
  ["pay elements of a year", "/year/elements"],
  ["payments to contractors", "/year/contractors?from=2025-07-01"],
  ["year summaries", "/year/summaries?from=2025-07-01"],
  ["the week", "/time"],
  ["the planned week", "/time", undefined, (page) => page.getByRole("button", { name: "Planned" }).click()],
  ["leave", "/time/leave"],
  ["leave of a person", "/time/leave", undefined, press("Marnie Okafor")],
  ["leave asked for", "/time/leave", undefined, press("Tobias Wren: Annual leave, 3 Aug")],
  ["what leave is worth", "/time/leave-worth"],
  ["dues", "/dues"],
  [
    "dues ticked to be paid",
    "/dues",
    undefined,
    (page) =>
      page
        .getByLabel(/^Tick Super/)
        .first()
        .check(),
  ],
  ["a due opened", "/dues", undefined, press("Super to Wattle")],
  ["reconciliation", "/books/span"],
  ["the bank", "/books/bank"],
  ["books", "/books"],
  ["a journal", "/books/newest"],
  ["set-up", "/set-up"],
  ["who lodges", "/set-up", undefined, press("Change who lodges")],
  ["a deferral", "/set-up", undefined, press("Lodge later, or not at all")],
  ["users", "/set-up/users", undefined, press("Invite somebody")],
  ["programs", "/set-up/programs", undefined, press("Make a pass")],
  ["safety", "/set-up/safety"],
  ["audit trail", "/set-up/trail"],
  ["sending several", "/send"],
  ["paying over for all", "/pay-over"],
  ["what new tables change", "/set-up/new-tables"],
  ["opening figures of several", "/people/opening"],
  [
    "leave from before",
    "/people/balances",
    undefined,
    async (page) => {
      await page.getByLabel("Lines from a spreadsheet").fill("Payroll ID\tAnnual leave\nnobody\t4\nTotal\t4");
      await page.getByRole("button", { name: "See what they say" }).click();
      await page.getByRole("alert").waitFor();
    },
  ],
  ["a new business", "/set-up/new-business"],
  ["own account", "/you"],
  ["outside the cycle", "/run?outside-cycle"],
  ["rule book", "/set-up/rules"],
  ["a table to load", "/set-up/rules", undefined, press("Load a table from a file")],
  ["a departure", "/people/9#departure"],
  ["employment", "/people/14#employment"],
  ["usual pay", "/people/16#usualPay"],
  ["lines", `/run/${runs.gannet}`, undefined, press("Rates, codes and terms of lines")],
  ["leave by its dates", `/run/${runs.gannet}`, undefined, press("Leave by its dates")],
  ["tax by hand", `/run/${runs.gannet}`, undefined, press("Tax or super by hand")],
  ["a correction", `/run/${runs.gannetSettled}`, "Sheet", press("Correct this pay")],
  ["New Zealand: run sheet", `/run/${runs.koura}`, "Hours"],
  ["New Zealand: check step", `/run/${runs.koura}`, "Check"],
  ["New Zealand: sign-off step", `/run/${runs.rata}`, "Sign off"],
  ["New Zealand: public holidays", `/run/${runs.koura}`, undefined, press("Public holidays of the period")],
  ["New Zealand: leave by its dates", `/run/${runs.koura}`, undefined, press("Leave by its dates")],
  ["New Zealand: a filing to send", `/run/${runs.kouraUnfiled}`],
  ["New Zealand: a person", "/people/40"],
  ["New Zealand: tax code", "/people/38#taxCode"],
  ["New Zealand: KiwiSaver", "/people/38#kiwiSaver"],
  ["New Zealand: orders", "/people/40#orders"],
  ["New Zealand: holidays", "/people/40#holidays"],
  ["New Zealand: departure", "/people/40#departure"],
  ["New Zealand: set-up", "/set-up"],
  ["New Zealand: notices", "/notices", undefined, press("One came by letter")],
  ["New Zealand: ESCT rates", "/year/esct"],
];

const formsAlone = /^\/people\/\d+#/;

/** Groups of pages, so that both workers have some. */
const groups = Array.from({ length: 5 }, (_, at) => pages.filter((_page, index) => index % 5 === at));

/** What passed is not written out: that costs as much as finding what did not. */
const finds = (page: Page, within: string, runOnly?: string[]): Promise<Violation[]> =>
  page.evaluate(
    async ([context, rules]) =>
      (
        await (window as unknown as { axe: typeof axe }).axe.run(context, {
          ...(rules ? { runOnly: rules } : {}),
          resultTypes: ["violations"],
        })
      ).violations.map(({ id, nodes }) => ({ id, html: nodes[0]?.html, why: nodes[0]?.failureSummary })),
    [within, runOnly] as const,
  );

async function violationsOf(page: Page, name: string, within = "html"): Promise<string[]> {
  if (!(await page.evaluate(() => "axe" in window))) await page.evaluate(axe.source);
  const light = await finds(page, within);
  // The dark page differs from the light one in its colours alone.
  await page.evaluate(() => document.documentElement.setAttribute("data-theme", "dark"));
  const dark = await finds(page, within, ["color-contrast", "link-in-text-block"]);
  await page.evaluate(() => document.documentElement.setAttribute("data-theme", "light"));
  return [...light, ...dark].map(({ id, html, why }) => `${name}: ${id} ${html} ${why}`);
}

/** By how much the page is wider than what people hold in hand; a table in it moves by itself. */
async function tooWide(page: Page, name: string): Promise<string[]> {
  const found: string[] = [];
  for (const width of [390, 768, 1024, 1280]) {
    await page.setViewportSize({ width, height: 800 });
    const over = await page.evaluate(async () => {
      for (let frame = 0; frame < 2; frame += 1) await new Promise(requestAnimationFrame);
      return [document.documentElement, document.querySelector("#main")?.parentElement].map((each) =>
        each ? each.scrollWidth - each.clientWidth : 0,
      );
    });
    if (over.some((pixels) => pixels > 0)) found.push(`${name}: at ${width} by ${over.join(" and ")}`);
  }
  return found;
}

test.describe.configure({ mode: "parallel" });
test.use({ contextOptions: { reducedMotion: "reduce" } });
for (const [at, group] of groups.entries())
  test(`axe finds nothing, light and dark: ${group.map(([name]) => name).join(", ")}`, async ({ page }) => {
    await page.addInitScript(() => localStorage.setItem("zesty-theme", "light"));
    await page.goto(shared.url);
    await page.getByRole("heading", { level: 1 }).waitFor();
    if (at === 0) expect(await violationsOf(page, "sign in")).toEqual([]);
    await signIn(page, shared);
    const [journal] = (await (await shared.api()).call("GET", "/businesses/1/journals")).body;
    for (const [name, path, tab, more] of group) {
      await visit(page, path.replace("newest", journal.id));
      if (tab) await page.getByRole("tab", { name: tab }).click();
      await more?.(page);
      // Of a page that stands in the list by itself only the form that was opened is new.
      const within = formsAlone.test(path) ? "form" : "html";
      await page.locator(within).first().waitFor();
      await standsStill(page);
      expect(await violationsOf(page, name, within)).toEqual([]);
      expect.soft(await tooWide(page, name)).toEqual([]);
    }
  });

test("axe finds nothing on the staff pages", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${shared.url}/staff`);
  await page.getByRole("button", { name: "Sign in" }).waitFor();
  expect(await violationsOf(page, "staff sign in")).toEqual([]);
  await page.getByLabel("E-mail", { exact: true }).fill("hana.okaforth@example.org");
  await page.getByLabel("Password").fill("lemon-and-pith");
  await page.getByRole("button", { name: "Sign in" }).click();
  await page.getByRole("link", { name: /Your payslip for/ }).waitFor();
  const home =
    (await page.getByRole("link", { name: "Ask for leave" }).getAttribute("href"))?.replace(/\/leave$/, "") ?? "";
  for (const [name, path, open] of [
    ["Hana Okaforth", home, null],
    ["Leave", `${home}/leave`, null],
    ["Your hours", `${home}/days`, null],
    ["Tax code", `${home}/own/taxCode`, null],
    ["KiwiSaver", `${home}/own/kiwiSaver`, null],
    ["Bank account", `${home}/own/bank`, null],
    ["Payslip", home, /Your payslip for/],
  ] as const) {
    await page.goto(`${shared.url}${path.startsWith("/staff") ? path : `/staff${path}`}`);
    // The very page, and not the one that stands for an address that leads nowhere.
    await page.getByRole("heading", { level: 1, name: open ? "Hana Okaforth" : name }).waitFor();
    if (open) {
      await page.getByRole("link", { name: open }).click();
      await page.getByRole("button", { name: /^Gross/ }).click();
    }
    await standsStill(page);
    expect(await violationsOf(page, name)).toEqual([]);
  }
});
