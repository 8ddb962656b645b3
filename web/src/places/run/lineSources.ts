/** Where a line of an open pay comes from, in words: what lies beneath, what takes from it, and what was typed over it. */
import type { RunRow } from "@zesty/contract/runs";
import type { PayElement } from "@zesty/core/pay/row";
import type { LaidSource, Typed } from "@zesty/core/pay/strands";
import { decimal, decimalOrZero } from "@zesty/core/quantity/decimal";
import { hours, longDate, money } from "../../parts/format.ts";

const beneath: Record<LaidSource, string> = {
  days: "The record of time",
  leave: "Leave on record",
  holiday: "A public holiday on record",
  act: "A correction or back pay",
  debt: "A debt that is taken back pay by pay",
  closedown: "A closedown",
  final: "The final pay",
};
const onTop: Record<Typed["source"], string> = {
  typed: "Typed by hand",
  sheet: "Brought by the hours sheet",
  again: "As in the pay before",
};

const said = (quantity: string, entry: PayElement["entry"]): string =>
  entry === "amount" ? `$${money(quantity)}` : entry === "hours" ? `${hours(quantity)} h` : hours(quantity);

/** @param figure a figure of the pay; only lines come from somewhere, all others are worked out */
export function lineSources(
  { laid, typed }: Pick<RunRow, "laid" | "typed">,
  elements: readonly PayElement[],
  figure: string,
): string[] {
  const code = figure.startsWith("line:") ? figure.slice(5) : null;
  const element = elements.find((each) => each.code === code);
  if (!element || !laid) return [];
  const isOwn = ({ line }: { line: { elementId: number } }) => line.elementId === element.id;
  const cut = laid.spans.length > 1;
  const usual = laid.base.filter(isOwn).map(({ span, line }) => {
    const quantity = line.amount ?? line.hours ?? line.units ?? "0";
    const of = laid.spans[span];
    const days = cut && of ? `, ${longDate(of.from)} to ${longDate(of.to)}` : "";
    return `Usual pay${days}: ${said(quantity, line.amount === undefined ? element.entry : "amount")}`;
  });
  const strands = laid.strands.filter(isOwn).map(({ source }) => beneath[source]);
  const taken = laid.base.some((each) => isOwn(each) && each.ordinary)
    ? laid.strands.flatMap(({ source, takes = [] }) => {
        const all = takes.reduce((sum, each) => sum.plus(each.hours), decimal(0));
        return all.isZero() ? [] : [`${beneath[source]} takes ${hours(all.toString())} h of it`];
      })
    : [];
  const over = typed.filter(isOwn).map(({ source, line, over: was }) => {
    const centre = line.costCentre ? ` in ${line.costCentre}` : "";
    return `${onTop[source]}${centre}${was === undefined || decimalOrZero(was).isZero() ? "" : `, over ${said(was, element.entry)}`}`;
  });
  return [...new Set([...usual, ...strands, ...taken, ...over])];
}
