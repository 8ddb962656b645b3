/** How our pages look on paper: the product's type, colours, dates, money and rules. */
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import pdfmake from "pdfmake";
import type { TableCell, TDocumentDefinitions } from "pdfmake/interfaces.js";
import { shareFont } from "./sharedFonts.ts";

const virtualFiles = (pdfmake as unknown as { virtualfs: { writeFileSync(name: string, bytes: Buffer): void } })
  .virtualfs;
const fontFolder = dirname(createRequire(import.meta.url).resolve("@expo-google-fonts/source-sans-3/package.json"));
const font = (weight: string): string => {
  const name = `${weight}.shared`;
  virtualFiles.writeFileSync(name, shareFont(join(fontFolder, weight, `SourceSans3_${weight}.ttf`)));
  return name;
};
pdfmake.setFonts({
  Source: {
    normal: font("400Regular"),
    bold: font("600SemiBold"),
    italics: font("400Regular_Italic"),
    bolditalics: font("600SemiBold_Italic"),
  },
});
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy(() => false);

export const ink = "#1F2A20";
export const quiet = "#5A6657";
const rule = "#D9D5C2";

const dateWords = new Intl.DateTimeFormat("en-AU", { day: "numeric", month: "long", year: "numeric", timeZone: "UTC" });
export const date = (iso: string) => dateWords.format(new Date(`${iso}T00:00:00Z`));
const shortWords = new Intl.DateTimeFormat("en-AU", {
  day: "numeric",
  month: "short",
  year: "numeric",
  timeZone: "UTC",
});
export const shortDate = (iso: string) => shortWords.format(new Date(`${iso}T00:00:00Z`));
const grouped = new Intl.NumberFormat("en-AU", { minimumFractionDigits: 2, maximumFractionDigits: 2 });
/** Money text is exact; grouping is done on its whole part only. */
export const money = (text: string) => {
  const [whole = "0", cents = "00"] = text.replace("-", "").split(".");
  return `${text.startsWith("-") ? "−" : ""}${grouped.format(Number(whole)).slice(0, -3)}.${cents}`;
};

export const right = (text: string, more: object = {}): TableCell => ({ text, alignment: "right", ...more });
export const head = (text: string, alignment: "left" | "right" = "left"): TableCell => ({
  text,
  color: quiet,
  fontSize: 8.5,
  alignment,
});

export const layout = {
  hLineWidth: (at: number, node: { table: { body: unknown[] } }) =>
    at === 0 || at === node.table.body.length ? 0 : 0.5,
  vLineWidth: () => 0,
  hLineColor: () => rule,
  paddingLeft: () => 0,
  paddingRight: () => 0,
  paddingTop: () => 3,
  paddingBottom: () => 3,
};

/** A4 in the product's type. */
export const page: Pick<TDocumentDefinitions, "pageSize" | "pageMargins" | "defaultStyle"> = {
  pageSize: "A4",
  pageMargins: [48, 44, 48, 44],
  defaultStyle: { font: "Source", fontSize: 10, color: ink, lineHeight: 1.15, fontFeatures: ["tnum"] },
};
export const pdfOf = (definition: TDocumentDefinitions): Promise<Buffer> =>
  pdfmake.createPdf(definition).getBuffer() as Promise<Buffer>;
