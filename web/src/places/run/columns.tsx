/** The columns of the run sheet. It is one grid in every step: the step decides only which columns stand in front. */
import type { RunRow, RunView } from "@zesty/contract/runs";
import { isTypedOver } from "@zesty/core/checks/timeChecks";
import type { CountryCode } from "@zesty/core/countries/countries";
import { quantityOfCell } from "@zesty/core/pay/compose";
import type { PayElement, SheetLine } from "@zesty/core/pay/row";
import type { RowFigures } from "@zesty/core/pay/snapshot";
import type { Column, RenderEditCellProps } from "react-data-grid";
import { onPage } from "../../countries/onPage.ts";
import { difference, hours, moneyOrDash } from "../../parts/format.ts";
import { kindWord, MarkShape } from "../../parts/MarkShape.tsx";
import { centsOfText } from "../../parts/totals.ts";
import { cellKey, inCell } from "../../state/cells.ts";
import type { SheetRow } from "./sheetRows.ts";

export type Step = "hours" | "check" | "signOff" | "send";

type FigureName = Exclude<keyof RowFigures, "leave" | "lines" | "employerCosts">;
export const figureOf = (columnKey: string): string | null => {
  if (columnKey.startsWith("f:")) return columnKey.slice(2);
  return columnKey.startsWith("e:") ? `line:${columnKey.split(":")[2]}` : null;
};
export const elementOf = (columnKey: string): number | null =>
  columnKey.startsWith("e:") ? Number(columnKey.split(":")[1]) : null;

const linesOf = (row: SheetRow, element: PayElement): SheetLine[] =>
  row.lines.filter((each) => inCell(each, element.id, row.costCentre));

/** What a cell holds: where the terms changed within the period, of all its lines. */
export function typedText(row: SheetRow, element: PayElement): string {
  const [first, ...more] = linesOf(row, element);
  const of = (line: SheetLine | undefined) =>
    (element.entry === "hours" ? line?.hours : element.entry === "amount" ? line?.amount : line?.units) ?? "";
  return more.length === 0 ? of(first) : quantityOfCell(linesOf(row, element), element.entry).toString();
}

/** Figures of the record of time stand in leaf green; what was typed over something is underlined. */
function lookOf(row: SheetRow, element: PayElement): string {
  const lines = linesOf(row, element);
  if (lines.some((line) => line.typed !== undefined || isTypedOver(line))) return "typed-over";
  return lines.some((line) => line.time) ? "recorded" : "";
}
/** What lies beneath where something else was typed, or where a figure comes from. */
function typedOver(row: SheetRow, element: PayElement): string | null {
  const lines = linesOf(row, element);
  const over = lines.find((line) => line.typed?.now !== undefined)?.typed?.now;
  if (over !== undefined) return `typed over ${over}, which stands there otherwise`;
  const [line] = lines;
  if (!line?.time) return null;
  const said = line.time.hours ?? line.time.amount ?? line.time.units ?? "0";
  return isTypedOver(line) ? `typed over ${said} of the time record` : line.time.why.join("\n");
}

/** What a person earns in the row of a cost centre. */
const earnedIn = (row: SheetRow): string => {
  const cents = (row.figures?.lines ?? [])
    .filter((line) => line.costCentre === row.costCentre && line.group === "earnings")
    .reduce((total, line) => total + centsOfText(line.amount), 0);
  return (cents / 100).toFixed(2);
};

/** The pay elements that stand in the sheet as columns: hours together, dollars after them. */
export function elementsInSheet(view: RunView, extra: readonly number[]): PayElement[] {
  const used = new Set(view.rows.flatMap((row) => row.lines.map((line) => line.elementId)));
  const chosen = view.elements.filter(
    (element) => used.has(element.id) || (view.state === "open" && element.usedLast) || extra.includes(element.id),
  );
  return [...chosen.filter((each) => each.entry !== "amount"), ...chosen.filter((each) => each.entry === "amount")];
}

/** The longer of two lines, where the name is broken at its best place. */
function longestLine(name: string): number {
  const words = name.split(" ");
  const breaks = words.map((_, at) => Math.max(words.slice(0, at).join(" ").length, words.slice(at).join(" ").length));
  return Math.min(...breaks);
}

/** Wide enough for the figures, and for the name in two lines; a line above twelve letters needs more than its share. */
function widthFor({ name, entry }: PayElement): number {
  const line = longestLine(name);
  const byName = Math.min(100, Math.ceil(name.length / 2) * 7 + 16);
  return Math.max(entry === "amount" ? 70 : 60, byName, line > 12 ? Math.min(120, line * 6 + 16) : 0);
}

interface Shown {
  country: CountryCode;
  elements: readonly PayElement[];
  open: boolean;
  step: Step;
  bad: Record<string, { value: string; text: string }>;
  onType: (row: SheetRow, elementId: number, value: string) => void;
  onMark: (row: RunRow) => void;
}

/** What stands left of every figure: the marks of a row, and whose it is. */
const marginColumn = (onMark: Shown["onMark"]): Column<SheetRow> => ({
  key: "margin",
  name: "",
  width: 46,
  frozen: true,
  renderHeaderCell: () => <span className="sr-only">Marks</span>,
  renderCell: ({ row, tabIndex }) =>
    row.costCentre === undefined ? <Margin row={row} tabIndex={tabIndex} onMark={onMark} /> : null,
});

const nameColumn: Column<SheetRow> = {
  key: "name",
  name: "Name",
  width: 146,
  frozen: true,
  renderCell: ({ row }) =>
    row.costCentre === undefined ? (
      <span className={row.included ? "" : "line-through decoration-1"} title={row.basis}>
        {row.name}
      </span>
    ) : (
      <span className="pl-4 text-quiet" title={`${row.name}, cost centre ${row.costCentre}`}>
        {row.costCentre}
      </span>
    ),
};

/** A column that is typed in. */
function cellColumn({ open, bad, onType }: Shown, element: PayElement): Column<SheetRow> {
  const key = `e:${element.id}:${element.code}`;
  return {
    key,
    name: element.name,
    width: widthFor(element),
    headerCellClass: "num",
    cellClass: (row) =>
      `num ${open ? "typed" : ""} ${bad[cellKey(row.payId, element.id, row.costCentre)] ? "bad" : ""} ${lookOf(row, element)}`,
    editable: (row) => open && row.included,
    // Figures of an earlier cell come in while this one is typed: they must not close it and lose what was typed.
    editorOptions: { closeOnExternalRowChange: false },
    renderCell: ({ row }) => {
      const fault = bad[cellKey(row.payId, element.id, row.costCentre)];
      if (fault) return <span title={fault.text}>{fault.value}</span>;
      const text = typedText(row, element);
      if (text === "") return <span className="text-rule-strong">–</span>;
      const shown = element.entry === "amount" ? moneyOrDash(text) : hours(text);
      const over = typedOver(row, element);
      return over === null ? shown : <span title={over}>{shown}</span>;
    },
    renderEditCell: (props) => (
      <CellEditor
        {...props}
        label={`${element.name} of ${props.row.name}${props.row.costCentre ? `, ${props.row.costCentre}` : ""}`}
        value={typedText(props.row, element)}
        onType={(value) => onType(props.row, element.id, value)}
      />
    ),
  };
}

const figure = (key: FigureName, title: string, width = 80, atEnd = false): Column<SheetRow> => ({
  key: `f:${key}`,
  name: title,
  width,
  ...(atEnd ? { frozen: "end" as const } : {}),
  headerCellClass: "num",
  cellClass: `num ${key === "net" ? "font-semibold" : ""}`,
  renderCell: ({ row }) =>
    row.costCentre !== undefined ? (
      key === "gross" && row.figures ? (
        <span className="text-quiet">{moneyOrDash(earnedIn(row))}</span>
      ) : null
    ) : row.figures && row.included ? (
      key === "hours" && row.figures.hours !== "0.0000" ? (
        hours(row.figures.hours, 2)
      ) : (
        moneyOrDash(row.figures[key] ?? "0.00")
      )
    ) : (
      <span className="text-rule-strong">–</span>
    ),
});

/** What a figure is more or less than in the last pay. */
const against = (key: "gross" | "withheld" | "net", title: string): Column<SheetRow> => ({
  key: `d:${key}`,
  name: title,
  width: 74,
  headerCellClass: "num",
  cellClass: "num text-quiet",
  renderCell: ({ row }) => {
    if (!row.figures || !row.last || !row.included || row.costCentre !== undefined) return "";
    const change = Math.round(Number(row.figures[key]) * 100) - Math.round(Number(row.last[key]) * 100);
    return difference(change);
  },
});

export function sheetColumns(of: Shown): Column<SheetRow>[] {
  const { country, elements, open, step } = of;
  const margin = marginColumn(of.onMark);
  const cells = elements.map((element) => cellColumn(of, element));
  const words = onPage[country];
  // In the hours step what is typed stands in front; net stays in sight at the end however wide the sheet is.
  if (step === "hours")
    return [
      margin,
      nameColumn,
      ...cells,
      figure("gross", "Gross"),
      figure("withheld", words.taxShort, 70),
      ...words.inFront.map((column) => figure(...column)),
      figure("net", "Net", 80, true),
    ];
  const beside = (key: "gross" | "withheld" | "net") => (open ? [against(key, "± last")] : []);
  return [
    margin,
    nameColumn,
    figure("hours", "Hours", 60),
    figure("gross", "Gross"),
    ...beside("gross"),
    figure("withheld", words.taxShort, 70),
    ...(words.taxAgainstLast ? beside("withheld") : []),
    ...words.besideTax.map((column) => figure(...column)),
    figure("super", words.employerShort, words.employerWidth),
    figure("net", "Net"),
    ...beside("net"),
    figure("cost", "Cost"),
    ...cells,
  ];
}

function Margin({ row, tabIndex, onMark }: { row: RunRow; tabIndex: number; onMark: (row: RunRow) => void }) {
  const [first] = row.marks;
  if (!first) return null;
  const open = row.marks.filter((mark) => mark.kind !== "note" && !mark.ticked);
  const shape = open[0] ?? first;
  const ticked = open.length === 0 && row.marks.some((mark) => mark.ticked);
  const words = row.marks
    .map((mark) => `${kindWord[mark.kind]}${mark.ticked ? ", ticked" : ""}: ${mark.text}`)
    .join(" ");
  return (
    <button
      type="button"
      tabIndex={tabIndex}
      className="flex h-full w-full items-center gap-0.5"
      title={words}
      aria-label={`${row.name}. ${words}`}
      onClick={() => onMark(row)}
    >
      <MarkShape kind={shape.kind} ticked={ticked} />
      {open.length > 1 && <span className="text-[11px] text-quiet">{open.length}</span>}
    </button>
  );
}

interface EditorProps extends RenderEditCellProps<SheetRow> {
  value: string;
  label: string;
  onType: (value: string) => void;
}

/** Typing overwrites; F2 keeps what is there. The text is read when the cell is left. */
function CellEditor({ value, label, onType, onClose }: EditorProps) {
  return (
    <input
      // biome-ignore lint/a11y/noAutofocus: a cell editor takes the focus of its cell
      autoFocus
      aria-label={label}
      className="figures h-full w-full bg-lime-soft px-2 text-right outline-none"
      defaultValue={value}
      onFocus={(event) => event.target.select()}
      onChange={(event) => {
        event.target.dataset.changed = "yes";
      }}
      onBlur={(event) => {
        if (event.target.dataset.changed === "yes") onType(event.target.value);
        onClose(false, false);
      }}
    />
  );
}
