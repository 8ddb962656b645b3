/** Who may do what, business by business. */
import type { GivenRight, Right, SessionView, Team, UsersView } from "@zesty/contract/session";
import { Fragment } from "react";
import { TickField } from "../../parts/Fields.tsx";
import { rightWords } from "./rightWords.ts";

export interface RightsTyped {
  lead: boolean;
  rights: GivenRight[];
}

interface Props {
  businesses: SessionView["businesses"];
  teams: UsersView["teams"];
  value: RightsTyped;
  onChange: (value: RightsTyped) => void;
}

export function RightsFields({ businesses, teams, value, onChange }: Props) {
  const rightIn = (businessId: number) => value.rights.find((each) => each.businessId === businessId);
  const give = (businessId: number, change: Partial<GivenRight> | null) => {
    const others = value.rights.filter((each) => each.businessId !== businessId);
    const known = rightIn(businessId) ?? { businessId, right: "see" as const, approves: false, approvesFor: null };
    onChange({ ...value, rights: change ? [...others, { ...known, ...change }] : others });
  };
  return (
    <div className="col-span-4">
      <TickField
        label="Practice lead"
        hint="Everything in every business, users, backups and the audit trail"
        checked={value.lead}
        onChange={(event) => onChange({ ...value, lead: event.target.checked })}
      />
      {!value.lead && (
        <table className="mt-1 w-full text-[15px]">
          <thead>
            <tr className="text-left text-[14px] text-quiet">
              <th className="py-1 font-medium">Business</th>
              <th className="font-medium">May</th>
              <th className="font-medium">Hours and leave</th>
            </tr>
          </thead>
          <tbody>
            {businesses.map(({ id, name }) => (
              <Fragment key={id}>
                <tr className="border-t border-rule">
                  <td className="py-1.5">{name}</td>
                  <td className="py-1">
                    <select
                      aria-label={`Right in ${name}`}
                      className="rounded-(--radius) border border-rule-strong bg-sheet px-1 py-0.5"
                      value={rightIn(id)?.right ?? ""}
                      onChange={(event) =>
                        give(id, event.target.value ? rightGiven(event.target.value as Right) : null)
                      }
                    >
                      <option value="">nothing</option>
                      {Object.entries(rightWords).map(([right, words]) => (
                        <option key={right} value={right}>
                          {words}
                        </option>
                      ))}
                    </select>
                  </td>
                  <td>
                    <label className="flex items-center gap-2">
                      <input
                        type="checkbox"
                        className="accent-(--action)"
                        aria-label={`Approves hours and leave of ${name}`}
                        disabled={!rightIn(id) || rightIn(id)?.right === "hours"}
                        checked={rightIn(id)?.approves ?? false}
                        onChange={(event) => give(id, { approves: event.target.checked, approvesFor: null })}
                      />
                      approves
                    </label>
                  </td>
                </tr>
                {["hours", "see"].includes(rightIn(id)?.right ?? "") && rightIn(id)?.approves && (
                  <TeamsRow
                    name={name}
                    teams={teams.find((each) => each.businessId === id)}
                    value={rightIn(id)?.approvesFor ?? null}
                    onChange={(approvesFor) => give(id, { approvesFor })}
                  />
                )}
              </Fragment>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}

/** Hours and leave alone are of no use to who approves nothing. */
const rightGiven = (right: Right): Partial<GivenRight> => (right === "hours" ? { right, approves: true } : { right });

type ApprovesFor = NonNullable<GivenRight["approvesFor"]>;

interface TeamsProps {
  name: string;
  teams: UsersView["teams"][number] | undefined;
  value: ApprovesFor | null;
  onChange: (value: ApprovesFor | null) => void;
}

/** For whom somebody approves who only sees a business: nothing ticked is everybody. */
function TeamsRow({ name, teams, value, onChange }: TeamsProps) {
  const costCentres = teams?.costCentres ?? [];
  // The only place is everybody's.
  const places = teams && teams.places.length > 1 ? teams.places : [];
  const isChosen = (list: keyof ApprovesFor, id: number) => value?.[list].includes(id) ?? false;
  const offered = (list: keyof ApprovesFor, all: readonly Team[]) =>
    all.filter((each) => !each.retired || isChosen(list, each.id)).map(tick(list));
  if (places.length + costCentres.length === 0) return null;
  const toggle = (list: keyof ApprovesFor, id: number, on: boolean) => {
    const now = value ?? { placeIds: [], costCentreIds: [] };
    const next = { ...now, [list]: on ? [...now[list], id] : now[list].filter((each) => each !== id) };
    onChange(next.placeIds.length + next.costCentreIds.length === 0 ? null : next);
  };
  const tick = (list: keyof ApprovesFor) => (each: Team) => (
    <label key={`${list} ${each.id}`} className="flex items-center gap-1.5">
      <input
        type="checkbox"
        className="accent-(--action)"
        checked={isChosen(list, each.id)}
        onChange={(event) => toggle(list, each.id, event.target.checked)}
      />
      {each.name}
    </label>
  );
  return (
    <tr>
      <td colSpan={3} className="pb-2">
        <fieldset className="flex flex-wrap gap-x-4 gap-y-1 pl-4 text-[14.5px]" aria-label={`Approves for, in ${name}`}>
          <span className="text-quiet">{value === null ? "Of everybody, or only of" : "Only of"}</span>
          {offered("placeIds", places)}
          {offered("costCentreIds", costCentres)}
        </fieldset>
      </td>
    </tr>
  );
}
