/** JSON Lines in, JSON Lines out, in the same order; a refused line does not stop the others. */
import { createInterface } from "node:readline";
import type { FieldError } from "@zesty/contract/fields";

export const refused = (id: unknown, errors: FieldError[]) => ({
  id: typeof id === "string" ? id : null,
  ok: false,
  errors,
});

/** Answers each line of standard input. Exit code 1 when any was refused. */
export async function answerLines(answer: (raw: unknown, id: unknown) => object): Promise<void> {
  let anyRefused = false;
  let waiting: string[] = [];
  const flush = () => {
    if (waiting.length > 0) process.stdout.write(`${waiting.join("\n")}\n`);
    waiting = [];
  };
  for await (const line of createInterface({ input: process.stdin, crlfDelay: Number.POSITIVE_INFINITY })) {
    if (line.trim() === "") continue;
    let answered: object;
    try {
      const raw: unknown = JSON.parse(line);
      answered = answer(raw, (raw as { id?: unknown } | null)?.id);
    } catch (error) {
      if (!(error instanceof SyntaxError)) throw error;
      answered = refused(null, [{ path: "", text: "The line is not JSON." }]);
    }
    if (!(answered as { ok?: boolean }).ok) anyRefused = true;
    waiting.push(JSON.stringify(answered));
    if (waiting.length >= 200) flush();
  }
  flush();
  process.exitCode = anyRefused ? 1 : 0;
}
