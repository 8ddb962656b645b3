import type { GivenRight, Right, UsersView, UserView } from "@zesty/contract/session";

/** What each right allows, as the one who gives it reads it. */
export const rightWords: Record<Right, string> = {
  hours: "hours and leave only",
  see: "sees",
  prepare: "prepares runs",
  authorise: "prepares and authorises",
};

export const rightsInWords = (
  { lead, rights }: { lead: boolean; rights: GivenRight[] },
  nameOf: (businessId: number) => string,
  teams: UsersView["teams"],
): string =>
  lead
    ? "practice lead: everything, in every business"
    : rights
        .map(
          (given) =>
            `${nameOf(given.businessId)}: ${rightWords[given.right]}${given.approves ? `, approves hours and leave${ofTeams(given, teams)}` : ""}`,
        )
        .join("; ") || "no business yet";

const list = new Intl.ListFormat("en", { type: "conjunction" });

/** " of Kitchen and Bar", or nothing where it is of everybody: whoever prepares runs reaches everybody. */
function ofTeams({ businessId, right, approvesFor }: GivenRight, teams: UsersView["teams"]): string {
  if (!approvesFor || (right !== "see" && right !== "hours")) return "";
  const { places = [], costCentres = [] } = teams.find((each) => each.businessId === businessId) ?? {};
  const chosen = [
    ...places.filter((each) => approvesFor.placeIds.includes(each.id)),
    ...costCentres.filter((each) => approvesFor.costCentreIds.includes(each.id)),
  ];
  return ` of ${list.format(chosen.map((each) => each.name))}`;
}

/** Who may do what in one business, in sentences. */
export function businessInWords({ users, teams }: Pick<UsersView, "users" | "teams">, businessId: number): string {
  const active = users.filter((user) => user.active);
  const having = (wanted: (user: UserView) => boolean) => active.filter(wanted).map((user) => user.name);
  const rightOf = (user: UserView) =>
    user.lead ? "authorise" : user.rights.find((each) => each.businessId === businessId)?.right;
  const [authorise, prepare, see] = (["authorise", "prepare", "see"] as const).map((right) =>
    having((user) => rightOf(user) === right),
  ) as [string[], string[], string[]];
  const approve = active.flatMap((user) =>
    user.rights
      .filter((each) => each.businessId === businessId && each.approves)
      .map((each) => {
        const of = ofTeams(each, teams);
        return of ? `${user.name} (those${of})` : user.name;
      }),
  );
  return [
    authorise.length > 0
      ? `${list.format(authorise)} may sign pays off and lodge them.`
      : "Nobody may sign pays off: give somebody the right.",
    ...(prepare.length > 0 ? [`${list.format(prepare)} may prepare them.`] : []),
    ...(see.length > 0 ? [`${list.format(see)} may look at everything and change nothing.`] : []),
    approve.length > 0
      ? `Hours and leave are also approved by ${list.format(approve)}.`
      : "Hours and leave are approved by whoever prepares pays.",
  ].join(" ");
}
