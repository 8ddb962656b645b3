/** Text of a PDF, as it stands on its pages: lines from above, and in each line what stands together. */

/** A piece of a line: what it says, and where on the page it begins and ends. */
export interface PdfCell {
  text: string;
  from: number;
  to: number;
}
export type PdfPage = PdfCell[][];
export type ReadPdf = { pages: PdfPage[] } | { fault: string };

const mostBytes = 5_000_000;
const mostPages = 400;

export const isPdf = (bytes: Uint8Array): boolean => Buffer.from(bytes.subarray(0, 5)).toString("latin1") === "%PDF-";

/** The reader counts sixteen of its widths to one of its places. */
const widthsAPlace = 16;
/** What stands nearer than this on one line belongs together; lines lie further apart. */
const gap = 0.6;
const lineHeight = 0.25;

interface Text {
  x: number;
  y: number;
  w: number;
  R: { T: string }[];
}

function pageOf(texts: readonly Text[]): PdfPage {
  const lines: { y: number; texts: Text[] }[] = [];
  for (const text of texts) {
    const line = lines.find((each) => Math.abs(each.y - text.y) < lineHeight);
    if (line) line.texts.push(text);
    else lines.push({ y: text.y, texts: [text] });
  }
  return lines
    .sort((a, b) => a.y - b.y)
    .map((line) =>
      line.texts
        .sort((a, b) => a.x - b.x)
        .reduce<PdfCell[]>((cells, { x, w, R }) => {
          const [said, to] = [R.map((each) => each.T).join(""), x + w / widthsAPlace];
          const last = cells.at(-1);
          if (last && x - last.to < gap) {
            last.text += said;
            last.to = to;
          } else cells.push({ text: said, from: x, to });
          return cells;
        }, [])
        .map((cell) => ({ ...cell, text: cell.text.replace(/\s+/g, " ").trim() }))
        .filter((cell) => cell.text !== ""),
    )
    .filter((line) => line.length > 0);
}

export async function readPdf(name: string, bytes: Uint8Array): Promise<ReadPdf> {
  if (bytes.length > mostBytes) return { fault: `${name} is larger than 5 MB. Bring fewer payslips at once.` };
  // The reader writes what it does, and what is wrong with a file, to the console: whoever brought it is told instead.
  const { log, error } = console;
  Object.assign(console, { log: () => undefined, error: () => undefined });
  return await pagesIn(name, bytes).finally(() => Object.assign(console, { log, error }));
}

async function pagesIn(name: string, bytes: Uint8Array): Promise<ReadPdf> {
  const { default: Reader } = await import("pdf2json");
  const damaged = `${name} cannot be read: it is damaged, or locked with a password.`;
  return new Promise((done) => {
    const reader = new Reader();
    reader.on("pdfParser_dataError", () => done({ fault: damaged }));
    reader.on("pdfParser_dataReady", ({ Pages }: { Pages: { Texts: Text[] }[] }) => {
      if (Pages.length > mostPages)
        done({
          fault: `${name} has ${Pages.length} pages; ${mostPages} are read at most. Bring fewer payslips at once.`,
        });
      else done({ pages: Pages.map((page) => pageOf(page.Texts)) });
    });
    try {
      reader.parseBuffer(Buffer.from(bytes));
    } catch {
      done({ fault: damaged });
    }
  });
}
