/** Lines of piecework: pieces by cost centre, each day made up to its hours at the hourly rate. */
import { madeUp, pieceDays } from "@zesty/core/hours/piecework";
import { halfUpToCent } from "@zesty/core/quantity/rounding";
import { moneyText } from "@zesty/core/quantity/units";
import { dayWords } from "./dayWords.ts";
import { addTo, type Gathering } from "./lineTargets.ts";
import { hoursOf } from "./timeLineParts.ts";

export function gatherPiecework({ person, dates, faults, queries, find, target, rateOn }: Gathering): void {
  const found = pieceDays(person.time, dates);
  faults.push(...found.faults.map(({ date, text }) => `${dayWords(date)}: ${text}`));
  const short: string[] = [];
  for (const day of found.days) {
    const rate = rateOn(day.date);
    if (!rate) continue;
    const [first] = day.parts;
    const more = halfUpToCent(madeUp(day, rate));
    if (more.gt(0)) short.push(dayWords(day.date));
    for (const part of day.parts) {
      const to = target(find({ kind: "pieces" }), part.costCentre);
      to.minutes += part.minutes;
      to.isPaidByAmount = true;
      addTo(to, halfUpToCent(part.earned));
      to.why.push(`${dayWords(day.date)} ${part.text} in ${hoursOf(part.minutes).toString()} h`);
      if (part !== first || more.isZero()) continue;
      addTo(to, more);
      to.why.push(
        `${dayWords(day.date)} made up by $${moneyText(more)} to the day's hours at $${moneyText(rate)}${day.percent.eq(100) ? "" : ` × ${day.percent.toString()} %`}`,
      );
    }
  }
  if (short.length > 0)
    queries.push(
      `Piecework of ${short.join(", ")} came to less than its hours, and is made up. A competent person is to earn at least 15 % above the hourly rate: look at the rate of the piece, or tick.`,
    );
}
