/** Every place of the demo is read as a reader would: no words of the program, no days and dollars as a machine writes them. */
import { expect, openAt, openRun, runs, standsStill, testInOneWorld, visit } from "../world.ts";

const test = testInOneWorld();
type Page = Parameters<typeof openAt>[0];

const places = [
  ...["/desk", "/send", "/pay-over", "/find?words=hazel", "/readiness", "/notices", "/you"],
  ...[
    "/run",
    "/people",
    "/people/new",
    "/people/opening",
    "/people/balances",
    "/people/several",
    "/people/move",
    "/people/raise",
  ],
  ...["/people/papers", "/people/pays", "/figures", "/figures/what-if", "/time", "/time/leave", "/time/leave-worth"],
  ...["/year", "/year/esct", "/year/summaries", "/year/contractors", "/year/outside", "/year/elements"],
  ...["/dues", "/books", "/books/bank", "/books/span"],
  ...["/set-up", "/set-up/agreements", "/set-up/new-tables", "/set-up/rules", "/set-up/users", "/set-up/programs"],
  "/set-up/safety",
  ...["/set-up/trail", "/set-up/new-business"],
];
const faults: [string, RegExp][] = [
  ["a day as a machine writes it", /\b\d{4}-\d{2}-\d{2}\b/g],
  ["a word of the program", /\b[a-z]+[A-Z][a-zA-Z]+\b/g],
  ["something broken", /\bundefined\b|\bNaN\b|\bnull\b|\[object/g],
  ["one of many", /(?<![\d.,])1 (days|hours|people|weeks|pays|runs|months|lines|rows|facts|entries|requests)\b/g],
  ["dollars without their groups", /\$\d{4,}(\.\d\d)?\b/g],
];
/** A page of one country's law says in the other that it is none of its. */
const onlyIn: Record<string, string> = { "/year/esct": "New Zealand", "/year/contractors": "Australia" };
/** Pages over all businesses know both laws. */
const ofAll =
  /^\/(desk|find|send|pay-over|readiness|you|set-up\/(trail|users|rules|safety|new-business|new-tables|agreements))/;
/** A file is called as it is called, and so is a backup that a command asks for. */
const names = /[\w-]+\.(csv|pdf|aba|xml|json|xlsx|txt|zip)\b|\b\d{4}-\d{2}-\d{2}T[\d-]+Z\b/g;

/** What of a page no reader would write. */
async function faultsOf(page: Page, path: string, otherLaw: RegExp | null): Promise<string[]> {
  const text = (await page.locator("body").innerText()).replaceAll(names, "");
  return [...faults, ...(otherLaw ? [["a word of another law", otherLaw] as const] : [])].flatMap(([fault, pattern]) =>
    [...text.matchAll(pattern)].map((each) => {
      const around = text.slice(Math.max(0, each.index - 30), each.index + 40).replaceAll("\n", " / ");
      return `${path}: ${fault}: ${around}`;
    }),
  );
}

for (const [country, business, own, run, person, otherLaw] of [
  [
    "Australia",
    1,
    openRun,
    runs.saltbushSettled,
    1,
    /\b(KiwiSaver|PAYE|IRD number|Inland Revenue|ESCT|Holidays Act)\b/g,
  ],
  [
    "New Zealand",
    4,
    runs.koura,
    runs.kouraUnfiled,
    45,
    /\b(PAYG|[Ss]uperannuation|TFN|[Tt]ax file number|ABN|BSB|USI|ATO)\b/g,
  ],
] as const)
  test(`${country}: every place reads as people write`, async ({ page, world }) => {
    const said: string[] = [];
    page.on("console", (message) => {
      if (message.type() === "error" && /same key|Warning/.test(message.text()))
        said.push(`${page.url()} ${message.text()}`);
    });
    const all = [
      ...places.filter((path) => (onlyIn[path] ?? country) === country),
      `/run/${own}`,
      `/run/${own}/beside`,
      `/run/${run}`,
      `/run/${run}/letter`,
      `/people/${person}`,
    ];
    await openAt(page, world, `/desk?business=${business}`);
    const found: string[] = [];
    for (const path of all) {
      await visit(page, `${path}${path.includes("?") ? "&" : "?"}business=${business}`);
      await expect(page.getByText(/^Fetching /), path).toHaveCount(0);
      await standsStill(page);
      found.push(...(await faultsOf(page, path, ofAll.test(path) ? null : otherLaw)));
    }
    expect([...new Set(found)]).toEqual([]);
    expect(said).toEqual([]);
  });

for (const [country, email, otherLaw] of [
  ["Australia", "jarrah.mokoena@example.org", /\b(KiwiSaver|PAYE|IRD number|Inland Revenue|ESCT|Holidays Act)\b/g],
  ["New Zealand", "hana.okaforth@example.org", /\b(PAYG|[Ss]uper|TFN|[Tt]ax file number|BSB|USI|ATO)\b/g],
] as const)
  test(`${country}: the staff pages read as people write`, async ({ page, world }) => {
    await page.goto(`${world.url}/staff`);
    await page.getByLabel("E-mail", { exact: true }).fill(email);
    await page.getByLabel("Password").fill("lemon-and-pith");
    await page.getByRole("button", { name: "Sign in" }).click();
    await page.getByRole("link", { name: /Your payslip for/ }).waitFor();
    const paths = await page
      .getByRole("link")
      .evaluateAll((links) =>
        links.map((each) => each.getAttribute("href") ?? "").filter((to) => to.startsWith("/staff/")),
      );
    expect(paths.length).toBeGreaterThan(5);
    const found: string[] = [];
    for (const path of new Set(paths)) {
      await page.goto(`${world.url}${path}`);
      await page.getByRole("heading", { level: 1 }).waitFor();
      await standsStill(page);
      found.push(...(await faultsOf(page, path, otherLaw)));
    }
    expect([...new Set(found)]).toEqual([]);
  });
