/**
 * A pay element's category put right from a payday on. What was signed stays; what it was reported as moves by facts that
 * are appended to the pay, and the next event of each person carries the year as it is now.
 */

import type { MoveReported, ReportedMoved } from "@zesty/contract/au/reportMoved";
import { categoryWords } from "@zesty/core/au/documents/reportWords";
import { isSuperable, isTaxable } from "@zesty/core/au/pay/elements";
import type { ElementAu, PayInput } from "@zesty/core/au/pay/input";
import { categoryAs, isMeasuredAs, movedFacts, type ReportedAs } from "@zesty/core/au/pay/reportMoved";
import { workOut } from "@zesty/core/au/pay/workOut";
import { payrollYearAu } from "@zesty/core/calendar/payrollYear";
import type { Fact } from "@zesty/core/pay/facts";
import { counted } from "@zesty/core/quantity/units";
import { superGuaranteeRules } from "@zesty/core/rulebook/au/superGuaranteeRules";
import { and, eq } from "drizzle-orm";
import type { Actor, Context } from "../ground/context.ts";
import { cannot, notFound } from "../ground/problem.ts";
import { demandYearOpen, madeFinal } from "../ground/yearClosed.ts";
import { asElement } from "../setup/elements.ts";
import { factWriter } from "../store/factWriter.ts";
import { payElement } from "../store/schema.ts";
import { record } from "../store/trail.ts";

type Element = typeof payElement.$inferSelect;

interface Signed {
  id: number;
  payId: number;
  runId: number;
  personId: number;
  name: string;
  payday: string;
  signedAt: string;
  input: string;
  /** how the newest move of the pay has it reported; null: as it was signed */
  moved: string | null;
}
interface Moving {
  signed: Signed;
  was: string | undefined;
  facts: Fact[];
  cents: number;
}

export function moveReported(
  context: Context,
  actor: Actor,
  businessId: number,
  elementId: number,
  wanted: MoveReported,
): ReportedMoved {
  const { from, apply, ...to } = wanted;
  const element = context.store.db
    .select()
    .from(payElement)
    .where(and(eq(payElement.id, elementId), eq(payElement.businessId, businessId)))
    .get();
  if (!element) throw notFound("pay element");
  demandMovable(element, to);
  demandYearOpen(context, businessId, from);
  const moving = signedWith(context, businessId, element, from).flatMap((signed): Moving[] => {
    const input = JSON.parse(signed.input) as PayInput;
    const was = signed.moved === null ? null : (JSON.parse(signed.moved) as ReportedAs);
    // By the rules that it was signed under: a deduction that was cut to protect net pay depends on them.
    const facts = movedFacts(workOut(input, context.rulesAt(signed.signedAt)), element.code, was, to);
    const line = input.lines.find((each) => each.code === element.code);
    const off = facts.reduce((sum, { cents }) => sum + Math.max(cents, -cents), 0);
    return facts.length === 0
      ? []
      : [
          {
            ...{ signed, facts },
            was: categoryAs(element.element as ElementAu, was ?? { ...nothing, ...asSigned(line) }),
            // Off one and onto the other: half of both; of one alone, all of it.
            cents: facts.length === 2 ? off / 2 : off,
          },
        ];
  });
  const shown = shownOf(context, element, to, from, moving);
  if (!apply) return shown;
  context.store.transaction(() => {
    context.store.db.update(payElement).set(to).where(eq(payElement.id, elementId)).run();
    const write = context.store.prepared<(string | number)[], { id: number }>(
      `INSERT INTO signed_pay (pay_id, run_id, person_id, payday, kind, input, snapshot, payslip, rule_book_version,
         signed_at) VALUES (?, ?, ?, ?, 'moved', ?, '{}', '{}', ?, ?) RETURNING id`,
    );
    const writeFacts = factWriter(context.store, "AU");
    for (const { signed, facts } of moving) {
      const { payId, runId, personId, payday } = signed;
      const kept = JSON.stringify({ code: element.code, to });
      const made = write.get(payId, runId, personId, payday, kept, context.rules.version, context.clock.now());
      writeFacts({ signedPayId: made?.id ?? 0, personId, payday }, facts);
    }
    record(context.store, {
      at: context.clock.now(),
      userId: actor.userId,
      businessId,
      what: "moved what was reported",
      about: `${element.name}, from ${from}: ${counted(String(moving.length), "pays")} to ${shown.to ?? "not reported"}`,
      change: {
        before: { allowance: element.allowance, detail: element.detail, deduction: element.deduction },
        after: to,
      },
    });
  });
  return shown;
}

const nothing: ReportedAs = { allowance: null, detail: null, deduction: null };
const asSigned = (line: PayInput["lines"][number] | undefined): Partial<ReportedAs> => ({
  allowance: line?.allowance ?? null,
  detail: line?.detail ?? null,
  deduction: line?.deduction ?? null,
});

function demandMovable({ element, name, ...row }: Element, to: ReportedAs): void {
  const refuse = (path: string, text: string) => {
    throw cannot("not-movable", text, { errors: [{ path, text }] });
  };
  const isAllowance = element === "allowance";
  if (!isAllowance && !element.startsWith("deduction"))
    refuse("allowance", `${name} is reported by its kind. Only allowances and deductions have a category to choose.`);
  if (isAllowance && to.allowance === null) refuse("allowance", "Choose what the allowance is reported as.");
  if (isAllowance && to.deduction !== null) refuse("deduction", "An allowance has no category of a deduction.");
  if (!isAllowance && (to.allowance !== null || to.detail !== null))
    refuse("allowance", "A deduction has no category of an allowance.");
  if (isMeasuredAs(to) || isMeasuredAs({ ...nothing, allowance: row.allowance as ReportedAs["allowance"] }))
    refuse(
      "allowance",
      `Kilometres and laundry are taxed by what the law accepts of them, so they cannot move by themselves. Correct the pays, and use another pay element.`,
    );
}

/** Signed pays of the year with the element, from a payday on; pays that were taken back are out of it. */
function signedWith({ store }: Context, businessId: number, element: Element, from: string): Signed[] {
  const like = `%"code":${JSON.stringify(element.code)}%`;
  return store
    .prepared<(string | number)[], Signed>(
      `SELECT s.id, s.pay_id AS payId, s.run_id AS runId, s.person_id AS personId,
         p.given_name || ' ' || p.family_name AS name, s.payday, s.signed_at AS signedAt, s.input,
         (SELECT json_extract(m.input, '$.to') FROM signed_pay m WHERE m.pay_id = s.pay_id AND m.kind = 'moved'
            AND json_extract(m.input, '$.code') = ? ORDER BY m.id DESC LIMIT 1) AS moved
       FROM signed_pay s JOIN person p ON p.id = s.person_id
       WHERE p.business_id = ? AND s.kind = 'pay' AND s.payday BETWEEN ? AND ? AND s.input LIKE ?
         AND NOT EXISTS (SELECT 1 FROM signed_pay r WHERE r.reverses_id = s.id)
       ORDER BY p.family_name, p.given_name, s.payday`,
    )
    .all(element.code, businessId, from, payrollYearAu(from).to, like);
}

function shownOf(
  context: Context,
  element: Element,
  to: ReportedAs,
  from: string,
  moving: readonly Moving[],
): ReportedMoved {
  const words = (category: string | undefined) => (category === undefined ? null : categoryWords(category));
  const rows = new Map<string | null, ReportedMoved["rows"][number]>();
  const people = new Map<number, ReportedMoved["people"][number]>();
  const year = payrollYearAu(from);
  const ids = [...new Set(moving.map((each) => each.signed.personId))];
  const final = new Set(madeFinal(context, ids, year));
  for (const { signed, was, cents } of moving) {
    const row = rows.get(words(was)) ?? { was: words(was), pays: 0, cents: 0 };
    rows.set(words(was), { ...row, pays: row.pays + 1, cents: row.cents + cents });
    const { personId, name } = signed;
    const one = people.get(personId) ?? { personId, name, cents: 0, final: final.has(personId) };
    people.set(personId, { ...one, cents: one.cents + cents });
  }
  return {
    to: words(categoryAs(element.element as ElementAu, to)),
    rows: [...rows.values()],
    people: [...people.values()],
    ahead: aheadOf(context, element, to, from),
  };
}

/** What pays to come do otherwise under the new category: signed ones keep their tax and super. */
function aheadOf(context: Context, element: Element, to: ReportedAs, from: string): string[] {
  const { counts } = context.rules.row(superGuaranteeRules, from).figures;
  const known = asElement(element);
  const line = (as: ReportedAs) => ({
    element: element.element as ElementAu,
    allowance: as.allowance ?? undefined,
    ...(known.taxable === null ? {} : { taxable: known.taxable }),
    ...(known.superable === null ? {} : { superable: known.superable }),
  });
  const [was, is] = [line({ ...nothing, allowance: known.allowance }), line(to)];
  const said: string[] = [];
  if (isTaxable(was) !== isTaxable(is))
    said.push(
      `From the next pay on ${element.name} is ${isTaxable(is) ? "taxed" : "not taxed"}; signed pays keep their tax.`,
    );
  if (isSuperable(was, counts) !== isSuperable(is, counts))
    said.push(
      `From the next pay on ${element.name} ${isSuperable(is, counts) ? "counts" : "does not count"} for super; signed pays keep their super.`,
    );
  if (to.allowance === "OD" && to.detail === null)
    said.push("Another allowance without saying which goes out as general.");
  return said;
}
