/** What a form shows once it counts from another day: what was typed stays, all else is as it is on record for that day. */

type Named = Readonly<Record<string, unknown>>;

export const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

const isNamed = (value: unknown): value is Named =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** Entries by what they are known by; undefined for a list that is one fact. */
function byEntry(value: unknown): Named | undefined {
  if (!Array.isArray(value)) return undefined;
  const entries = value as Named[];
  if (entries.every((each) => "elementId" in each))
    return Object.fromEntries(entries.map((each) => [`e${each.elementId} ${each.costCentre ?? ""}`, each]));
  // Hours of weekdays: each day is its own.
  if (entries.every((each) => same(Object.keys(each), ["value"])))
    return Object.fromEntries(entries.map((each, at) => [`d${at}`, each]));
  return undefined;
}

/** An empty field and a box without a tick say nothing where nothing was on record. */
const isUntouched = (typed: unknown, before: unknown): boolean =>
  same(typed, before) || (before == null && (typed == null || typed === "" || typed === false));

function namesFollowed(typed: Named, before: Named, then: Named): Named {
  const names = [...new Set([...Object.keys(then), ...Object.keys(typed)])];
  const pairs = names.map((name) => [name, followed(typed[name], before[name], then[name])] as const);
  return Object.fromEntries(pairs.filter(([, value]) => value !== undefined));
}

/**
 * @param typed what stands in the field
 * @param before what stood there when it was opened
 * @param then what is on record for the other day
 */
export function followed(typed: unknown, before: unknown, then: unknown): unknown {
  if (isUntouched(typed, before)) return then;
  if (isNamed(typed) && isNamed(before) && isNamed(then)) return namesFollowed(typed, before, then);
  const [own, was, is] = [byEntry(typed), byEntry(before), byEntry(then)];
  return own && was && is ? Object.values(namesFollowed(own, was, is)) : typed;
}
