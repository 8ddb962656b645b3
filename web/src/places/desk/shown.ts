/** What of the desk is shown: by words, country, who keeps it, and what waits; and what of it comes first. */
import type { DeskView, Lane, ToDo } from "@zesty/contract/desk";
import { addDays } from "@zesty/core/calendar/dates";

export interface Wanted {
  words: string;
  /** "mine", "nobody", a user's number, or everything */
  keeper: string;
  country: string;
  /** "late", "open", or everything */
  waits: string;
}
export const everything: Wanted = { words: "", keeper: "", country: "", waits: "" };

const has = (lane: Lane, toDo: readonly ToDo[], waits: string, day: string): boolean => {
  const own = toDo.filter((each) => each.businessId === lane.businessId);
  if (waits === "late") return own.some((each) => each.late || each.date < day || each.kind === "mend");
  if (waits === "open") return lane.paydays.some((each) => each.state === "open");
  return true;
};

/** @param userId whoever looks */
export function shownOf(desk: DeskView, wanted: Wanted, userId: number): { lanes: Lane[]; toDo: ToDo[] } {
  const words = wanted.words.trim().toLowerCase();
  const isKept = ({ keeper }: Lane) =>
    wanted.keeper === "" ||
    (wanted.keeper === "mine"
      ? keeper?.id === userId
      : wanted.keeper === "nobody"
        ? keeper === null
        : String(keeper?.id) === wanted.keeper);
  const lanes = desk.lanes.filter(
    (lane) =>
      isKept(lane) &&
      (wanted.country === "" || lane.country === wanted.country) &&
      has(lane, desk.toDo, wanted.waits, desk.day) &&
      (words === "" ||
        lane.name.toLowerCase().includes(words) ||
        lane.paydays.some((each) => each.cycleName.toLowerCase().includes(words)) ||
        desk.toDo.some((each) => each.businessId === lane.businessId && each.words.toLowerCase().includes(words))),
  );
  const ids = new Set(lanes.map((lane) => lane.businessId));
  // What concerns every business is shown as long as nobody looks for something else.
  const isAll = Object.values(wanted).every((each) => each === "");
  return { lanes, toDo: desk.toDo.filter((each) => (each.businessId === 0 ? isAll : ids.has(each.businessId))) };
}

/** Steps of the day after next are as good as today's. */
const soonDays = 2;

/** The worst first: late, then what came back or is missing, what should be over, today and the next days, then the rest. */
export function worstFirst(toDo: readonly ToDo[], day: string): ToDo[] {
  const soon = addDays(day, soonDays);
  const rank = (each: ToDo): number => {
    if (each.late) return 0;
    // No pay waits for a business that is being set up, or for a paper.
    if ((each.kind === "mend" && each.link.startsWith("/set-up")) || each.link.endsWith("papers")) return 5;
    if (each.kind === "mend" && each.date <= day) return 1;
    if (each.date < day) return 2;
    return each.date === day ? 3 : each.date <= soon ? 4 : 6;
  };
  return toDo
    .map((each, at) => ({ each, at, rank: rank(each) }))
    .sort((a, b) => a.rank - b.rank || a.at - b.at)
    .map(({ each }) => each);
}
