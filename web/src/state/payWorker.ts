/** Works rows out off the main thread with the same core as the server, so that figures follow the keystroke. */
import { workAndExamine } from "@zesty/core/checks/examine";
import { tickKey } from "@zesty/core/checks/mark";
import { sentenceOf } from "@zesty/core/checks/sentences";
import { type PayElement, type RowContext, type SheetLine, workOutRow } from "@zesty/core/pay/payContext";
import { rowFigures, workingOf } from "@zesty/core/pay/snapshot";
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
  rows: { payId: number; context: RowContext; lines: SheetLine[] }[];
}
export interface WhyRequest extends Request {
  kind: "why";
  elements: PayElement[];
  context: RowContext;
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
    const { worked } = workOutRow(data.context, data.lines, byId(data.elements), rules);
    self.postMessage({ id: data.id, working: workingOf(worked, data.figure) });
    return;
  }
  const elements = byId(data.elements);
  const rows = data.rows.map(({ payId, context, lines }) => {
    const { row, marks } = workAndExamine(context, lines, elements, rules);
    return {
      payId,
      figures: row ? rowFigures(row.worked) : null,
      marks: marks.map((mark) => ({ ...mark, key: tickKey(mark), text: sentenceOf(mark) })),
    };
  });
  self.postMessage({ id: data.id, rows });
};
