/** What the desk says of papers that are owed to people, and of rights that begin. */
import type { ToDo } from "@zesty/contract/desk";
import type { Context } from "../ground/context.ts";
import type { PaperOf } from "../people/paperOf.ts";
import { papersAbout } from "../people/papers.ts";
import type { Owner } from "./deskFacts.ts";

/** A line a business for papers that are owed and not given, by name where it is one; and for each right that begins. */
export function papersToGive(context: Context, day: string, owners: readonly Owner[]): ToDo[] {
  const names = new Map(owners.map((each) => [each.id, each.name]));
  const lines: ToDo[] = [];
  const owed = new Map<number, PaperOf[]>();
  for (const each of papersAbout(context, owners, day)) {
    const { businessId, personId, name, words, on, givenOn } = each;
    if (givenOn === null) owed.set(businessId, [...(owed.get(businessId) ?? []), each]);
    else if (givenOn === undefined && on >= day)
      lines.push({
        ...{ businessId, business: names.get(businessId) ?? "", date: on, kind: "due", late: false },
        words: `${name}: ${words.charAt(0).toLowerCase()}${words.slice(1)}`,
        link: `/people/${personId}#papers`,
      });
  }
  for (const [businessId, papers] of owed) {
    const [first] = [...papers].sort((a, b) => (a.on < b.on ? -1 : 1));
    if (!first) continue;
    const people = new Set(papers.map((each) => each.personId)).size;
    lines.push({
      ...{ businessId, business: names.get(businessId) ?? "", date: first.on, kind: "due", late: false },
      words:
        people === 1
          ? `${first.name} is owed ${papers.length === 1 ? `the ${first.words}` : `${papers.length} papers`}`
          : `${people} people are owed papers`,
      link: people === 1 ? `/people/${first.personId}#papers` : "/people/papers",
    });
  }
  return lines;
}
