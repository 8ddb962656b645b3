/** Payslips against the bare PDF library writing the same words with the same font. */
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import { payslipPdf } from "../../documents/payslipPdf.ts";
import type { Slip } from "../../documents/slip.ts";
import { openRun } from "../../runs/openRun.ts";
import { prepareSignOff } from "../../signOff/prepareSignOff.ts";
import { smallWorld } from "../../testing/smallWorld.ts";

interface Pdf {
  on(event: "data" | "end", listener: () => void): void;
  font(file: string): Pdf;
  fontSize(size: number): Pdf;
  text(words: string): Pdf;
  end(): void;
}
const find = createRequire(import.meta.url);
const PdfKit = createRequire(find.resolve("pdfmake"))("pdfkit") as new () => Pdf;
const fontFile = join(
  dirname(find.resolve("@expo-google-fonts/source-sans-3/package.json")),
  "400Regular/SourceSans3_400Regular.ttf",
);

/** Every text of a payslip, one a line. */
function wordsOf(value: unknown): string[] {
  if (typeof value === "string") return [value];
  return typeof value === "object" && value !== null ? Object.values(value).flatMap(wordsOf) : [];
}

const bare = (slip: Slip): Promise<void> =>
  new Promise((resolve) => {
    const pdf = new PdfKit();
    pdf.on("data", () => undefined);
    pdf.on("end", resolve);
    pdf.font(fontFile).fontSize(10);
    for (const words of wordsOf(slip)) pdf.text(words);
    pdf.end();
  });

async function seconds(slips: readonly Slip[], make: (slip: Slip) => Promise<unknown>): Promise<number> {
  for (const slip of slips.slice(0, 5)) await make(slip);
  const began = performance.now();
  for (const slip of slips) await make(slip);
  return performance.now() - began;
}

/** @returns time for payslips, divided by the time of the bare library; of sixty, taken for a thousand */
export async function payslipBench(): Promise<{ payslips1000OverPdf: number }> {
  const world = smallWorld(60);
  const runId = openRun(world.context, world.actor, world.businessId, { cycleId: world.cycleId, from: "usual" });
  const slips = prepareSignOff(world.context, runId).pays.map((each) => each.slip);
  await world.end();
  const ours = await seconds(slips, payslipPdf);
  return { payslips1000OverPdf: ours / (await seconds(slips, bare)) };
}
