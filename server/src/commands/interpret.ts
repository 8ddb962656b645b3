/** `interpret`: shifts to pay lines from the command line. Loads neither Express nor the store. */
import { readInterpretCase } from "@zesty/contract/interpret";
import { interpret } from "@zesty/core/hours/interpret";
import { Decimal } from "@zesty/core/quantity/decimal";
import { hoursText } from "@zesty/core/quantity/units";
import { answerLines, refused } from "./jsonLines.ts";

await answerLines((raw, id) => {
  const read = readInterpretCase(raw);
  if ("errors" in read) return refused(id, read.errors);
  const worked = interpret(read.value.roster);
  if ("faults" in worked) return refused(id, worked.faults);
  const rates = new Set(worked.pieces.map((each) => each.ratePercent));
  return {
    id: read.value.id,
    ok: true,
    lines: worked.lines.map((line) => ({
      date: line.date,
      percent: line.percent.toString(),
      hours: hoursText(Decimal.fraction(line.minutes, 60)),
      overtime: line.overtime,
      topUp: line.topUp,
      ...(rates.size > 1 ? { ratePercent: line.ratePercent } : {}),
      why: line.why,
    })),
    ratePercent: worked.ratePercent,
    extras: worked.extras.map(({ code, units, on }) => ({
      code,
      units: units.toString(),
      why: on.map(({ date, why }) => `${date}: ${why}`),
    })),
    marks: worked.marks.map(({ kind, code, text }) => ({ kind, code, text })),
  };
});
