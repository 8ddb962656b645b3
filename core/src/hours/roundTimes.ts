/** Times of shifts as an agreement rounds them; never to the person's cost where it rounds in their favour. */
import type { AgreementRules } from "../agreements/agreementRules.ts";
import type { WallMinute } from "../calendar/wallClock.ts";

type Span = { start: WallMinute; end: WallMinute };
export type Times = Span & {
  breaks: (Span & { paid: boolean; stayed: boolean })[];
  /** of a sleepover: what was worked in it */
  woken: Span[] | null;
};

/**
 * @param work the shifts that are worked, as they were told
 * @returns what rounds the times of one of them
 */
export function roundingOf({ time }: Pick<AgreementRules, "time">, work: readonly Times[]): (times: Times) => Times {
  const { roundMinutes: step = 1, roundMode: mode = "none" } = time;
  if (mode === "none" || step === 1) return (times) => times;
  const down = (wall: number) => Math.floor(wall / step) * step;
  const up = (wall: number) => Math.ceil(wall / step) * step;
  const near = (wall: number) => Math.floor(wall / step + 0.5) * step;
  const start = mode === "nearest" ? near : mode === "up" ? up : down;
  const end = mode === "nearest" ? near : up;
  const [breakStart, breakEnd] = mode === "employeeFavour" ? [up, down] : [start, end];
  // In their favour a part ends later and the next one starts earlier: what the first has is not paid again in the second.
  const ends = mode === "employeeFavour" ? work.map((each) => each.end).sort((a, b) => a - b) : [];
  const lastEnd = (at: number) => up(ends.findLast((each) => each <= at) ?? Number.NEGATIVE_INFINITY);
  return ({ breaks, woken, ...times }) => {
    const from = Math.max(start(times.start), lastEnd(times.start));
    const shift = { start: from, end: Math.max(end(times.end), from) };
    return {
      ...shift,
      breaks: breaks
        .map((each) => ({
          ...each,
          start: Math.max(breakStart(each.start), shift.start),
          end: Math.min(breakEnd(each.end), shift.end),
        }))
        .filter((each) => each.end > each.start),
      woken,
    };
  };
}
