/** Works rows out off the main thread with the same core as the server, so that figures follow the keystroke. */

import { tickKey } from "@zesty/core/checks/mark";
import { sentenceOf } from "@zesty/core/checks/sentences";
import { type AnyContext, examineRow, workingOf, workOutAnyRow } from "@zesty/core/countries/countries";
import type { PayElement, SheetLine } from "@zesty/core/pay/payContext";
import { makeRuleBook, type Row, type RuleBook } from "@zesty/core/rulebook/ruleBook";

interface Request {
  id: number;
  /** rows of the rule book that the practice loaded, and the version that names them */
  loadedRules: Record<string, Row<unknown>[]>;
  version: string;
}
export interface WorkRequest extends Request {
  kind: "work";
  elements: PayElement[];
  rows: { payId: number; context: AnyContext; lines: SheetLine[] }[];
}
export interface WhyRequest extends Request {
  kind: "why";
  elements: PayElement[];
  context: AnyContext;
  lines: SheetLine[];
  figure: string;
}

let book: RuleBook | undefined;
function rulesOf({ loadedRules, version }: Request): RuleBook {
  if (book?.version !== version) book = makeRuleBook(version, loadedRules);
  return book;
}

const byId = (elements: readonly PayElement[]) => new Map(elements.map((each) => [each.id, each]));

self.onmessage = ({ data }: MessageEvent<WorkRequest | WhyRequest>) => {
  const rules = rulesOf(data);
  if (data.kind === "why") {
    const { worked } = workOutAnyRow(data.context, data.lines, byId(data.elements), rules);
    self.postMessage({ id: data.id, working: workingOf(worked, data.figure) });
    return;
  }
  const elements = byId(data.elements);
  const rows = data.rows.map(({ payId, context, lines }) => {
    const { figures, marks } = examineRow(context, lines, elements, rules);
    return {
      payId,
      figures,
      marks: marks.map((mark) => ({ ...mark, key: tickKey(mark), text: sentenceOf(mark) })),
    };
  });
  self.postMessage({ id: data.id, rows });
};
