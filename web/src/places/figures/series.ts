/** What of an answer is drawn: few series, the smaller ones together, and one look each that holds in black and white too. */
import { sumColumn } from "@zesty/contract/figureDimensions";
import type { Answer } from "@zesty/contract/figures";

export interface Series {
  key: string;
  title: string;
}
export interface Drawn {
  series: Series[];
  points: ({ title: string } & Record<string, string | number>)[];
}

/** So many are told apart at a glance. */
const mostSeries = 6;
const mostParts = 14;
const others = "others";

const numberAt = (cells: readonly (string | null)[], at: number): number => Number(cells[at] ?? 0);

/** Columns that are figures, without the sum of all of them. */
function columnsOf({ columns, drawn, question }: Answer): { key: string; title: string; at: number }[] {
  const figures = columns.flatMap(({ key, title, unit }, at) =>
    unit === "money" || unit === "hours" || unit === "count" ? [{ key, title, at }] : [],
  );
  // Headcount is drawn by who came and left beside who stands; a register by nothing.
  if (question.what === "heads") return figures.filter((each) => each.key !== "stood");
  const split = figures.filter((each) => each.key !== sumColumn);
  return drawn === "time" && split.length > 0 && figures.some((each) => each.key === sumColumn)
    ? split
    : figures.slice(-1);
}

export function drawnOf(answer: Answer): Drawn {
  const columns = columnsOf(answer);
  const weight = (at: number) => answer.rows.reduce((sum, row) => sum + Math.abs(numberAt(row.cells, at)), 0);
  const byWeight = [...columns].sort((a, b) => weight(b.at) - weight(a.at));
  const own = columns.length > mostSeries ? byWeight.slice(0, mostSeries - 1) : columns;
  const rest = columns.filter((each) => !own.includes(each));
  const rows =
    answer.drawn === "parts"
      ? [...answer.rows]
          .sort((a, b) => numberAt(b.cells, columns[0]?.at ?? 0) - numberAt(a.cells, columns[0]?.at ?? 0))
          .slice(0, mostParts)
      : answer.rows;
  return {
    series: [
      ...own.map(({ key, title }) => ({ key: `c${key}`, title })),
      ...(rest.length > 0 ? [{ key: others, title: `${rest.length} others` }] : []),
    ],
    points: rows.map((row) => ({
      title: row.title,
      ...Object.fromEntries(own.map(({ key, at }) => [`c${key}`, numberAt(row.cells, at)])),
      ...(rest.length > 0 ? { [others]: rest.reduce((sum, { at }) => sum + numberAt(row.cells, at), 0) } : {}),
    })),
  };
}
