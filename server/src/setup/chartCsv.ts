/** The chart of ledger accounts as CSV: goes out, and comes back as lines of code and name, all or none. */
import { stringify } from "csv-stringify/sync";
import { and, asc, eq } from "drizzle-orm";
import { plainCell } from "../documents/journalCsv.ts";
import type { Actor, Context } from "../ground/context.ts";
import { cannot } from "../ground/problem.ts";
import { pastedLines } from "../sheets/pastedLines.ts";
import { ledgerAccount } from "../store/schema.ts";
import { record } from "../store/trail.ts";

export function chartCsv({ store: { db } }: Context, businessId: number): Buffer {
  const rows = db
    .select()
    .from(ledgerAccount)
    .where(and(eq(ledgerAccount.businessId, businessId), eq(ledgerAccount.retired, false)))
    .orderBy(asc(ledgerAccount.code))
    .all();
  const text = stringify([["code", "name"], ...rows.map((row) => [row.code, row.name].map(plainCell))], {
    record_delimiter: "windows",
  });
  return Buffer.from(`\uFEFF${text}`, "utf8");
}

const refusal = (texts: readonly string[]) =>
  cannot("chart-lines", `${texts[0]} Nothing was changed.`, { errors: texts.map((text) => ({ path: "text", text })) });

/** Codes that are here get the name of their line; others are added. What no line names stays as it is. */
export function takeChartIn(
  context: Context,
  actor: Actor,
  businessId: number,
  text: string,
): { added: number; renamed: number } {
  const { db } = context.store;
  // A ledger's own list has more columns than the two that are read.
  const { lines, faults } = pastedLines(text, Number.POSITIVE_INFINITY);
  if (faults.length > 0) throw refusal(faults);
  const wanted = new Map<string, string>();
  for (const [at, [code = "", name = ""]] of lines.entries()) {
    if (at === 0 && /^(code|account)/i.test(code)) continue;
    const say = (words: string) => faults.push(`Line ${at + 1}: ${words}`);
    if (!/^[\w.-]{1,20}$/.test(code))
      say(`“${code.slice(0, 30)}” is no code of an account. Up to twenty letters, digits, points and hyphens.`);
    else if (name === "" || name.length > 60)
      say(`the name of ${code} is ${name === "" ? "missing" : "longer than sixty letters"}.`);
    else if (wanted.has(code)) say(`${code} stands here twice.`);
    else wanted.set(code, name);
  }
  if (wanted.size === 0 && faults.length === 0) faults.push("No line was given: a code and a name a line.");
  if (wanted.size > 500)
    faults.push("More than 500 accounts are no chart for a payroll. Take the ones that pays are posted to.");
  if (faults.length > 0) throw refusal(faults);
  return context.store.transaction(() => {
    const here = new Map(
      db
        .select()
        .from(ledgerAccount)
        .where(eq(ledgerAccount.businessId, businessId))
        .all()
        .map((row) => [row.code, row]),
    );
    let [added, renamed] = [0, 0];
    for (const [code, name] of wanted) {
      const known = here.get(code);
      if (!known) {
        db.insert(ledgerAccount).values({ businessId, code, name }).run();
        added += 1;
      } else if (known.name !== name || known.retired) {
        db.update(ledgerAccount).set({ name, retired: false }).where(eq(ledgerAccount.id, known.id)).run();
        renamed += 1;
      }
    }
    const about = `${added} added, ${renamed} renamed`;
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: "took accounts in from lines",
      about,
    });
    return { added, renamed };
  });
}
