/** Lines of work: pieces of shifts by per cent, higher duties, and hours of which no clock is known. */
import { percentFor } from "@zesty/core/hours/conditions";
import { higherPay } from "@zesty/core/hours/higherDuties";
import { reasonOf } from "@zesty/core/hours/interpret";
import { savedMinutes, saves } from "@zesty/core/hours/saving";
import { decimal, sum, zero } from "@zesty/core/quantity/decimal";
import { halfUpToCent } from "@zesty/core/quantity/rounding";
import { dayWords } from "./dayWords.ts";
import { addTo, centreOf, type Gathering, isBanked, isWithinHoliday } from "./lineTargets.ts";
import { hoursOf, isHolidayOff, plainElement, savedText, timeOffPercent } from "./timeLineParts.ts";

/** Every piece of every shift, paid or taken as time off. */
export function gatherPieces(all: Gathering): void {
  const { hours, rules, law, find, target, queries, rateAt } = all;
  const { saving } = all.person.time.person;
  let banked = 0;
  let inLieu = 0;
  let aboveOrdinary = zero;
  for (const piece of hours.pieces) {
    if (isBanked(all, piece)) {
      const to = target(find({ kind: "lieu", percent: timeOffPercent(rules, piece) }), centreOf(all, piece));
      to.minutes += piece.minutes;
      banked += piece.minutes;
      to.why.push(`${dayWords(piece.date)} ${reasonOf(piece)}, taken as time off`);
      continue;
    }
    const id =
      law.holidaysByDay && isWithinHoliday(all, piece)
        ? find({ kind: "holiday", element: "publicHolidayWorked", percent: piece.percent.toString() })
        : find({ kind: "hours", overtime: piece.overtime, percent: piece.percent.toString(), rule: piece.rule });
    const to = target(id, centreOf(all, piece), rateAt(piece.ratePercent));
    to.minutes += piece.minutes;
    to.why.push(`${dayWords(piece.date)} ${reasonOf(piece)}`);
    if (piece.inLieu) {
      const later = target(find({ kind: "lieu", percent: "100" }), centreOf(all, piece));
      later.minutes += piece.minutes;
      inLieu += piece.minutes;
      later.why.push(`${dayWords(piece.date)} public holiday worked for as much time off`);
    }
    if (!saves(piece)) continue;
    const saved = savedMinutes(saving, piece.minutes);
    to.saved = to.saved.plus(saved);
    if (piece.percent.gt(100)) aboveOrdinary = aboveOrdinary.plus(saved);
  }
  if (aboveOrdinary.gt(0))
    queries.push(
      `${savedText(aboveOrdinary)} h saved for a day off are of hours above the ordinary rate, and a day off is paid at the ordinary rate. Type the loading on them where the agreement pays it, or tick.`,
    );
  gatherHigher(all);
  if (inLieu > 0)
    queries.push(
      `${hoursOf(inLieu).toString()} h of a public holiday are worked for as much time off later. Tick when the agreement in writing is on file.`,
    );
  if (banked > 0)
    queries.push(
      `${hoursOf(banked).toString()} h of overtime are banked as time off. Tick when the agreement in writing is on file${rules?.overtime.some((each) => each.timeOffInstead) ? "" : `; ${rules?.title ?? "the agreement"} does not say at which rate here, and an hour for an hour is taken`}.`,
    );
}

/** Higher duties are one amount: the hours stay where they are. */
function gatherHigher({ hours, rules, person, find, target, faults, rateAt, allPurpose }: Gathering): void {
  if (!rules || hours.higher.length === 0) return;
  const higher = higherPay(rules, person.rates, hours.higher, rateAt, allPurpose.hourly);
  faults.push(...higher.faults.map(({ date, text }) => `${dayWords(date)}: ${text}`));
  if (higher.parts.length === 0) return;
  const to = target(find({ kind: "allowance", id: "higher-duties", name: "Higher duties", code: "KN" }));
  addTo(to, halfUpToCent(sum(higher.parts.map((each) => each.exact))));
  to.why.push(...higher.parts.map(({ date, why }) => `${dayWords(date)} ${why}`));
}

/** Hours of days of which no shift is known. */
export function gatherPlain({ hours, rules, law, person, find, target, rateOn }: Gathering): void {
  const percent = rules
    ? percentFor(rules.penalties.at(-1)?.percent ?? 100, person.time.person.basis).toString()
    : "100";
  for (const plain of hours.plain) {
    const to = target(plainElement(person, plain, percent, find), undefined, rateOn(plain.date));
    to.minutes += plain.minutes;
    if (plain.atWork) to.saved = to.saved.plus(savedMinutes(person.time.person.saving, plain.minutes));
    if (law.holidaysByDay && isHolidayOff(plain)) to.units = (to.units ?? decimal(0)).plus(1);
    to.why.push(`${dayWords(plain.date)} ${plain.why}: ${hoursOf(plain.minutes).toString()} h`);
  }
}
