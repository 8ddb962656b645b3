/** Works rows out off the main thread with the same core as the server, so that figures follow the keystroke. */
import { workAndExamine } from "@zesty/core/checks/examine";
import { tickKey } from "@zesty/core/checks/mark";
import { sentenceOf } from "@zesty/core/checks/sentences";
import { type PayElement, type RowContext, type SheetLine, workOutRow } from "@zesty/core/pay/payContext";
import { rowFigures, workingOf } from "@zesty/core/pay/snapshot";
import { shippedRuleBook } from "@zesty/core/rulebook/shippedRuleBook";

export interface WorkRequest {
  id: number;
  kind: "work";
  elements: PayElement[];
  rows: { payId: number; context: RowContext; lines: SheetLine[] }[];
}
export interface WhyRequest {
  id: number;
  kind: "why";
  elements: PayElement[];
  context: RowContext;
  lines: SheetLine[];
  figure: string;
}

const byId = (elements: readonly PayElement[]) => new Map(elements.map((each) => [each.id, each]));

self.onmessage = ({ data }: MessageEvent<WorkRequest | WhyRequest>) => {
  if (data.kind === "why") {
    const { worked } = workOutRow(data.context, data.lines, byId(data.elements), shippedRuleBook);
    self.postMessage({ id: data.id, working: workingOf(worked, data.figure) });
    return;
  }
  const elements = byId(data.elements);
  const rows = data.rows.map(({ payId, context, lines }) => {
    const { row, marks } = workAndExamine(context, lines, elements, shippedRuleBook);
    return {
      payId,
      figures: row ? rowFigures(row.worked) : null,
      marks: marks.map((mark) => ({ ...mark, key: tickKey(mark), text: sentenceOf(mark) })),
    };
  });
  self.postMessage({ id: data.id, rows });
};
