/**
 * Brolga Growers and Brolga Packing: two registrations and 180 people, a dozen of them in both. The people are made from
 * the lists of brolga.json, so that the story can be changed by a count or a name.
 */
import { isTfn } from "@zesty/core/au/taxFileNumber";
import seed from "./brolga.json" with { type: "json" };
import type { SeedPerson, StoryAu } from "./story.ts";

type Business = (typeof seed.businesses)[number];
type Group = Business["groups"][number] & { countries?: string[]; opening?: Record<string, string> };

/** Numbers that pass their check, belonging to nobody as far as one can know. */
function fileNumbers(count: number): string[] {
  const found: string[] = [];
  for (let number = 900_300_000; found.length < count; number += 1)
    if (isTfn(String(number))) found.push(String(number));
  return found;
}
const numbers = fileNumbers(200);
const nth = <T>(list: readonly T[], at: number): T => list[at % list.length] as T;

/** @param at of all people: the name and the numbers hang on it */
function personOf(business: Business, group: Group, at: number, payrollId: string): SeedPerson {
  // Each round through the given names goes a step further through the family names.
  const [given, family] = [nth(seed.given, at), nth(seed.family, at * 7 + Math.floor(at / seed.given.length))];
  const [suburb = "", postcode = ""] = nth(seed.towns, at);
  const residency = group.residency as NonNullable<SeedPerson["tax"]["residency"]>;
  const isPending = group.basis === "casual" && at % 29 === 0;
  return {
    payrollId,
    given,
    family,
    birthDate: `${1972 + ((at * 5) % 33)}-${String((at % 12) + 1).padStart(2, "0")}-${String((at % 27) + 1).padStart(2, "0")}`,
    startDate: group.startDate,
    basis: group.basis,
    classification: group.classification,
    weeklyHours: group.weeklyHours,
    hourlyRate: group.hourlyRate,
    tax: {
      ...(isPending ? { numberStatus: "pending", pendingSince: group.startDate } : { fileNumber: nth(numbers, at) }),
      taxFreeThreshold: residency === "resident",
      studyLoan: false,
      residency,
      ...(group.countries ? { homeCountry: nth(group.countries, at) } : {}),
    },
    fund: nth(seed.funds, at),
    memberNumber: `BR${5000 + at}`,
    opening: group.opening ?? {},
    usual: group.weeklyHours === "0" ? [] : [{ code: "ORD", hours: group.weeklyHours }],
    email: `${given}.${family}@example.org`.toLowerCase(),
    street: `${(at % 180) + 1} ${nth(seed.streets, at)}`,
    suburb,
    state: "QLD",
    postcode,
    bsb: "990-156",
    account: String(50_110_000 + at),
    costCentre: nth(business.costCentres, at).code,
  };
}

function peopleOf(business: Business, from: number, first: number): SeedPerson[] {
  return business.groups
    .flatMap((group) => Array.from({ length: group.count }, () => group as Group))
    .map((group, at) =>
      personOf(business, group, from + at, `${business.prefix}${String(first + at).padStart(3, "0")}`),
    );
}

/** Who picks in the morning and packs in the afternoon: the same person and number, in both registrations. */
function alsoHere(business: Business, people: readonly SeedPerson[], count: number): SeedPerson[] {
  const packer = business.groups.at(-1) as Group;
  return people.slice(-count).map((each, at) => ({
    ...each,
    payrollId: `${business.prefix}${String(900 + at).padStart(3, "0")}`,
    classification: packer.classification,
    costCentre: nth(business.costCentres, at).code,
  }));
}

export function brolga(): StoryAu[] {
  const [growers, packing] = seed.businesses as [Business, Business];
  const pickers = peopleOf(growers, growers.seed, 1);
  const packers = peopleOf(packing, packing.seed, 1);
  const both = "alsoFromFirst" in packing ? alsoHere(packing, pickers, packing.alsoFromFirst ?? 0) : [];
  return [storyOf(growers, pickers), storyOf(packing, [...packers, ...both])];
}

const storyOf = (business: Business, people: SeedPerson[]): StoryAu => ({
  business: business.business as StoryAu["business"],
  cycles: [],
  elements: [],
  accounts: [],
  costCentres: business.costCentres,
  costs: [],
  topUps: [],
  funds: [
    { name: "Wattle & Wire Super", abn: "89000000019", usi: "89000000019001" },
    { name: "Harbourlight Retirement Fund", abn: "24000000500", usi: "24000000500001" },
  ],
  people,
  runs: [],
  events: [],
  openRun: { cycle: "Weekly" },
});
