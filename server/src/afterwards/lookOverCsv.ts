/** Past pays looked over as CSV (RFC 4180): one line a pay that comes out differently or could not be priced. */
import type { LookOverView } from "@zesty/contract/lookOver";
import { stringify } from "csv-stringify/sync";
import { plainCell } from "../documents/journalCsv.ts";

const head = ["name", "payday", "period_start", "period_end", "paid", "paid_back_since", "due", "difference", "why"];

export const lookOverCsv = ({ pays }: LookOverView): Buffer =>
  Buffer.from(
    stringify(
      [
        head,
        ...pays.map((each) => [
          ...[plainCell(each.name), each.payday, each.start, each.end, each.paid, each.before],
          ...(each.fault === null ? [each.due, each.difference] : ["", ""]),
          plainCell(each.fault ?? each.reasons.join(" ")),
        ]),
      ],
      { record_delimiter: "windows" },
    ),
    "utf8",
  );
