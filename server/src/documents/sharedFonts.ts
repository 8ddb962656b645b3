/**
 * Fonts parsed once for all payslips of a thread. The PDF library parses a font anew for each document, which takes most
 * of a payslip's time; its font library takes further formats, so a file of four marks and a digit stands for a font
 * that is parsed already.
 */
import { createRequire } from "node:module";

const mark = "SHRD";

interface Run {
  positions: object[];
}
interface Font {
  layout(text: string, features?: unknown): Run;
}
interface FontKit {
  openSync(file: string): Font;
  registerFormat(format: object): void;
}
interface Stream {
  buffer: Uint8Array;
}

// The very instance that the PDF library uses.
const fontkit = createRequire(createRequire(import.meta.url).resolve("pdfmake"))("fontkit") as FontKit;
const shared: Font[] = [];

const textOf = (bytes: Uint8Array) => Buffer.from(bytes).toString("latin1");

/** Made with `new` by the font library: a constructor may answer with another object. */
function SharedFont({ buffer }: Stream): object {
  return shared[Number(textOf(buffer).slice(mark.length))] as Font;
}
SharedFont.probe = (bytes: Uint8Array): boolean => textOf(bytes.slice(0, mark.length)) === mark;
fontkit.registerFormat(SharedFont);

const copied = <T extends object>(value: T): T =>
  Object.assign(Object.create(Object.getPrototypeOf(value) as object) as T, value);

const mostRuns = 5000;

/** The same words stand on every payslip, and are measured before they are drawn: each is laid out once. */
function layOutOnce(font: Font): Font {
  const layOut = font.layout.bind(font);
  const known = new Map<string, Run>();
  font.layout = (text, features) => {
    const key = `${JSON.stringify(features ?? null)} ${text}`;
    const run = known.get(key) ?? layOut(text, features);
    if (known.size < mostRuns) known.set(key, run);
    // Whoever asks scales the positions of what it gets.
    return Object.assign(copied(run), { positions: run.positions.map(copied) });
  };
  return font;
}

/** @returns the content of a file that stands for the font of another */
export function shareFont(file: string): Buffer {
  shared.push(layOutOnce(fontkit.openSync(file)));
  return Buffer.from(`${mark}${shared.length - 1}`, "latin1");
}
