/**
 * When a part-timer has agreed in writing to be there for more than the guaranteed hours: within it more hours are ordinary
 * up to the day and the week, beside it they are overtime.
 * Set by: part-time terms of the restaurant and hospitality awards (availability; from memory, 75 to 80 % sure).
 */
import { minutesOfDay, type WallMinute } from "../calendar/wallClock.ts";

/** Windows of each weekday, Monday first, in minutes from its midnight; beyond 1440 they are of the next morning. */
export type Availability = readonly (readonly { from: number; to: number }[])[];

/** @returns the windows about a day on the clock of the wall */
export const windowsAbout = (availability: Availability, day: number): { from: WallMinute; to: WallMinute }[] =>
  [day - 1, day, day + 1].flatMap((each) =>
    (availability[(((each + 2) % 7) + 7) % 7] ?? []).map(({ from, to }) => ({
      from: each * minutesOfDay + from,
      to: each * minutesOfDay + to,
    })),
  );
