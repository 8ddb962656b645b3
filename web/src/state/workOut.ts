/** Rows worked out and examined by the same core as the server's: in the worker, and in the page for a row in hand. */
import { type Mark, tickKey } from "@zesty/core/checks/mark";
import { type AnyContext, examineRow, workingOf, workOutAnyRow } from "@zesty/core/countries/countries";
import { sentenceOf } from "@zesty/core/countries/marks";
import type { PayElement, SheetLine } from "@zesty/core/pay/row";
import type { RowFigures } from "@zesty/core/pay/snapshot";
import { makeRuleBook, type Row, type RuleBook } from "@zesty/core/rulebook/ruleBook";
import type { Working } from "@zesty/core/working/figure";

interface Request {
  /** rows of the rule book that the practice loaded, and the version that names them */
  loadedRules: Record<string, Row<unknown>[]>;
  version: string;
  elements: PayElement[];
}
export interface WorkRequest extends Request {
  rows: { payId: number; context: AnyContext; lines: SheetLine[] }[];
}
export interface WhyRequest extends Request {
  context: AnyContext;
  lines: SheetLine[];
  figure: string;
}

export interface WorkedRow {
  payId: number;
  figures: RowFigures | null;
  marks: (Mark & { key: string; text: string })[];
}

let book: RuleBook | undefined;
function rulesOf({ loadedRules, version }: Request): RuleBook {
  if (book?.version !== version) book = makeRuleBook(version, loadedRules);
  return book;
}

const byId = (elements: readonly PayElement[]) => new Map(elements.map((each) => [each.id, each]));

export function workOut(request: WorkRequest): WorkedRow[] {
  const rules = rulesOf(request);
  const elements = byId(request.elements);
  return request.rows.map(({ payId, context, lines }) => {
    const { figures, marks } = examineRow(context, lines, elements, rules);
    return {
      payId,
      figures,
      marks: marks.map((mark) => ({ ...mark, key: tickKey(mark), text: sentenceOf(mark) })),
    };
  });
}

export function whyOf(request: WhyRequest): Working | undefined {
  const { worked } = workOutAnyRow(request.context, request.lines, byId(request.elements), rulesOf(request));
  return workingOf(worked, request.figure);
}
