/** The year ahead as a sheet: weeks, sums and people beneath each other, as it stands and as it would be. */
import type { AheadPair, AheadView } from "@zesty/contract/ahead";
import { stringify } from "csv-stringify/sync";
import { plainCell } from "../documents/journalCsv.ts";

export function aheadCsv({ weeks, sums, people, changes, notes, against }: AheadView): Buffer {
  const [was, is] = [against ?? "as it stands", "as it would be"];
  const cells = ({ now, would }: AheadPair) => [now, would];
  const rows: (string | number)[][] = [
    ...changes.map(({ text, more }) => [plainCell(text), more === null ? "switched off" : more]),
    [],
    ["sum of the year", was, is, "difference"],
    ...sums.map((each) => [each.title, ...cells(each), each.difference]),
    [],
    ["week from", `cash, ${was}`, `cash, ${is}`, `cost, ${was}`, `cost, ${is}`],
    ...weeks.map((each) => [each.from, ...cells(each.cash), ...cells(each.cost)]),
    [],
    ["person", `pays, ${was}`, `pays, ${is}`, `cost, ${was}`, `cost, ${is}`, "difference"],
    ...people.map((each) => [
      ...[plainCell(each.name), each.pays.now, each.pays.would],
      ...[...cells(each.cost), each.difference],
    ]),
    [],
    ...notes.map((note) => [note]),
  ];
  return Buffer.from(
    stringify(
      rows.map((row) => row.map(String)),
      { record_delimiter: "windows" },
    ),
  );
}
