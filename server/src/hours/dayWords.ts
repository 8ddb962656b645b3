import { weekday } from "@zesty/core/calendar/dates";

/** "Thu 25", in reasons and questions about days of one period. */
export const dayWords = (date: string): string =>
  `${["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"][weekday(date) - 1]} ${Number(date.slice(8))}`;
