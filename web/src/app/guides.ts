/** The guides of all places, and the one of an address. */
import type { CountryCode } from "@zesty/core/countries/countries";
import { matchPath } from "react-router";
import type { Guide } from "../parts/guide.ts";
import { guides as account } from "../places/account/guide.ts";
import { guides as agreements } from "../places/agreements/guide.ts";
import { guides as books } from "../places/books/guide.ts";
import { guides as desk } from "../places/desk/guide.ts";
import { guides as dues } from "../places/dues/guide.ts";
import { guides as figures } from "../places/figures/guide.ts";
import { guides as leave } from "../places/leave/guide.ts";
import { guides as notices } from "../places/notices/guide.ts";
import { guides as people } from "../places/people/guide.ts";
import { guides as readiness } from "../places/readiness/guide.ts";
import { guides as run } from "../places/run/guide.ts";
import { guides as safety } from "../places/safety/guide.ts";
import { guides as setUp } from "../places/setup/guide.ts";
import { guides as time } from "../places/time/guide.ts";
import { guides as users } from "../places/users/guide.ts";
import { guides as year } from "../places/year/guide.ts";

export const allGuides: readonly Guide[] = [
  ...[...desk, ...run, ...people, ...time, ...leave, ...dues, ...books, ...figures, ...year],
  ...[...readiness, ...notices, ...setUp, ...agreements, ...safety, ...users, ...account],
];

/** A page named by its own address goes before one that is named by a part of it. */
export const guideOf = (path: string): Guide | undefined =>
  allGuides.find((each) => each.at === path) ?? allGuides.find((each) => matchPath(each.at, path) !== null);

const textOf = ({ title, about, steps, keys = [] }: Guide): string =>
  [title, about, ...steps, ...keys.flat()].join(" ").toLowerCase();

/** Guides that hold every word, those named by one first; what another country's law has is left out. */
export function findGuides(words: string, country: CountryCode | null): Guide[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  if (wanted.length === 0) return [];
  const isNamed = ({ title }: Guide) => wanted.some((word) => title.toLowerCase().includes(word));
  return allGuides
    .filter((each) => each.country === undefined || each.country === country)
    .filter((each) => wanted.every((word) => textOf(each).includes(word)))
    .sort((a, b) => Number(isNamed(b)) - Number(isNamed(a)));
}
