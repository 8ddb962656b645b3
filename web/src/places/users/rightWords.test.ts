/** Who may do what, in sentences. */
import type { GivenRight, UsersView, UserView } from "@zesty/contract/session";
import { expect, it } from "vitest";
import { businessInWords, rightsInWords } from "./rightWords.ts";

const given = (right: GivenRight["right"], approves = false, approvesFor: GivenRight["approvesFor"] = null) =>
  ({ businessId: 1, right, approves, approvesFor }) as GivenRight;
const teams = [
  { businessId: 1, places: [{ id: 4, name: "Kitchen" }], costCentres: [{ id: 8, name: "Bar" }] },
] as unknown as UsersView["teams"];
const team = { placeIds: [4], costCentreIds: [8] };
const nameOf = () => "Saltbush";

it.each<[boolean, GivenRight[], string]>([
  [true, [], "practice lead: everything, in every business"],
  [false, [], "no business yet"],
  [false, [given("see")], "Saltbush: sees"],
  [false, [given("hours", true, team)], "Saltbush: hours and leave only, approves hours and leave of Kitchen and Bar"],
  // Whoever prepares runs reaches everybody.
  [false, [given("prepare", true, team)], "Saltbush: prepares runs, approves hours and leave"],
])("lead %s, %j: %s", (lead, rights, words) => expect(rightsInWords({ lead, rights }, nameOf, teams)).toBe(words));

it.each<[string, [string, boolean, GivenRight[], boolean?][], string]>([
  [
    "nobody",
    [],
    "Nobody may sign pays off: give somebody the right. Hours and leave are approved by whoever prepares pays.",
  ],
  [
    "a lead, one who looks, and one whose account is closed",
    [
      ["Pip", true, []],
      ["Sam", false, [given("see")]],
      ["Gone", false, [given("authorise")], false],
    ],
    "Pip may sign pays off and lodge them. Sam may look at everything and change nothing. Hours and leave are approved by whoever prepares pays.",
  ],
  [
    "two who sign, one who prepares, one who approves for a team",
    [
      ["Pip", true, []],
      ["Ana", false, [given("authorise")]],
      ["Ben", false, [given("prepare")]],
      ["Cy", false, [given("hours", true, team)]],
    ],
    "Pip and Ana may sign pays off and lodge them. Ben may prepare them. Hours and leave are also approved by Cy (those of Kitchen and Bar).",
  ],
])("%s", (_who, users, words) => {
  const all = users.map(([name, lead, rights, active = true]) => ({ name, lead, rights, active }) as UserView);
  expect(businessInWords({ users: all, teams }, 1)).toBe(words);
});
