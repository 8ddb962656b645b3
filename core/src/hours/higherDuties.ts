/**
 * Time worked in a higher level: paid at that level's rate, for the whole day once the agreement's rules says so.
 * Set by: the award's clause on higher duties (retail and manufacturing: more than two hours, the whole day; hospitality:
 * two hours or more; reference, section 5.8). It changes the base of the minutes, never the per cent.
 * Example: 9–17 at $25.00, 13–17 in a level of $28.00 in retail: four hours exceed two, so 8 h × $3.00 = $24.00.
 */
import type { AgreementRules } from "../agreements/agreementRules.ts";
import type { IsoDate } from "../calendar/dates.ts";
import { wallOf } from "../calendar/wallClock.ts";
import { Decimal, zero } from "../quantity/decimal.ts";
import { halfUpToCent } from "../quantity/rounding.ts";
import { type EnteredRates, levelRate, worthOf } from "./pricing.ts";
import type { DayShift, Duties } from "./shiftText.ts";
import type { Piece } from "./worked.ts";

export interface HigherMinutes {
  piece: Piece;
  classification: string;
  minutes: number;
}

const wall = (text: string): number =>
  wallOf(text.slice(0, 10), Number(text.slice(11, 13)) * 60 + Number(text.slice(14)));

function overlap(piece: Piece, { start, end }: DayShift, { duties }: { duties: Duties }): number {
  const [from, to] = [wall(duties.start ?? start), wall(duties.end ?? end)];
  // Made-up time has no clock of its own: it follows the last minute worked.
  if (piece.topUp) return piece.from > from && piece.from <= to ? piece.minutes : 0;
  return Math.max(0, Math.min(piece.to, to) - Math.max(piece.from, from));
}

/**
 * @param shifts by place: what `piece.shift` counts
 * @returns which minutes of which pieces are of a higher level
 */
export function higherMinutes(
  rules: AgreementRules,
  shifts: readonly DayShift[],
  pieces: readonly Piece[],
): HigherMinutes[] {
  const trigger = rules.allowances.find((each) => each.trigger.kind === "higherDuties")?.trigger;
  const found = pieces.flatMap((piece): (HigherMinutes & { day: string })[] => {
    const shift = shifts[piece.shift];
    if (!shift?.duties) return [];
    const minutes = overlap(piece, shift, { duties: shift.duties });
    return minutes === 0
      ? []
      : [{ piece, classification: shift.duties.classification, minutes, day: shift.start.slice(0, 10) }];
  });
  const whole = new Map<string, string>();
  for (const day of new Set(found.map((each) => each.day))) {
    const own = found.filter((each) => each.day === day);
    const minutes = own.reduce((sum, each) => (each.piece.topUp ? sum : sum + each.minutes), 0);
    const { wholeDayAfterMinutes: after, wholeDayFromMinutes: from } = trigger ?? {};
    const levels = new Set(own.map((each) => each.classification));
    const [level] = levels;
    // Two higher levels in one day are paid for their own time: which of them would be the day's is not said.
    if (
      level !== undefined &&
      levels.size === 1 &&
      ((after !== undefined && minutes > after) || (from !== undefined && minutes >= from))
    )
      whole.set(day, level);
  }
  return [
    ...found.filter((each) => !whole.has(each.day)).map(({ day: _day, ...each }) => each),
    ...pieces.flatMap((piece): HigherMinutes[] => {
      const level = whole.get(shifts[piece.shift]?.start.slice(0, 10) ?? "");
      return level === undefined ? [] : [{ piece, classification: level, minutes: piece.minutes }];
    }),
  ];
}

/** Money that time in a higher level adds, by day; exact, to be rounded once by whoever puts it into a line. */
export interface HigherPay {
  parts: { date: IsoDate; exact: Decimal; why: string }[];
  faults: { date: IsoDate; text: string }[];
}

/**
 * @param ownRate what the person is paid an hour at a per cent of the adult rate
 * @param allPurpose what allowances for all purposes add to the higher level's rate as to the own one
 * @returns what the level's rate adds to it; nothing where the own rate is as high
 */
export function higherPay(
  rules: AgreementRules,
  rates: EnteredRates,
  higher: readonly HigherMinutes[],
  ownRate: (ratePercent: number) => Decimal | null,
  allPurpose = zero,
): HigherPay {
  const found: HigherPay = { parts: [], faults: [] };
  for (const { piece, classification, minutes } of higher) {
    const { date } = piece;
    // A level is typed without minding capitals.
    const level = rules.classifications.find((each) => each.key.toLowerCase() === classification.toLowerCase());
    const whole = level && levelRate(rules, level.key, rates);
    if (!level || !whole) {
      const known = rules.classifications.map((each) => each.key).join(", ") || "none";
      const text = level
        ? `The rate of ${level.title} is not known. Enter it in Set-up, Agreements.`
        : `${rules.title} has no level “${classification}”. Levels are ${known}.`;
      found.faults.push({ date, text });
      continue;
    }
    const own = ownRate(piece.ratePercent);
    const more =
      own &&
      halfUpToCent(whole.times(String(piece.ratePercent)).div(100))
        .plus(allPurpose)
        .minus(own);
    if (!more || more.lte(0)) continue;
    const hours = Decimal.fraction(minutes, 60).toDecimalPlaces(2).toString();
    found.parts.push({
      date,
      exact: worthOf(minutes, more, piece.percent),
      why: `${hours} h in ${level.title} at ${piece.percent.toString()} %: $${more.toString()} an hour more`,
    });
  }
  return found;
}
