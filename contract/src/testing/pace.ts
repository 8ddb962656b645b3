/**
 * How fast this machine is just now, for checks of speed: the machine of the tests is shared, and a limit in plain
 * milliseconds would say more about its other guests than about us.
 */

/** What the piece of work below takes on the machine that the aims were set on, when nothing else runs there. */
const quietMs = 40;

function pieceOfWork(): number {
  const began = performance.now();
  const text = JSON.stringify(Array.from({ length: 20_000 }, (_, at) => ({ at, words: `line ${at}`, cents: at * 7 })));
  for (let at = 0; at < 2; at += 1) JSON.stringify(JSON.parse(text));
  return performance.now() - began;
}

/** A limit in milliseconds of the quiet machine, as long as this one needs for it now; never shorter. */
export function atPace(ms: number): number {
  pieceOfWork();
  const times = [pieceOfWork(), pieceOfWork(), pieceOfWork()].sort((a, b) => a - b);
  return ms * Math.max(1, (times[1] ?? quietMs) / quietMs);
}

/** Of a check of speed: what another guest of the machine takes for a moment says nothing about us, so it is tried again. */
export const untilQuiet = { retry: 2 };
