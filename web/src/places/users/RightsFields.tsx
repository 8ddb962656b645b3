/** Who may do what, business by business. */
import type { GivenRight, Right, SessionView } from "@zesty/contract/session";
import { TickField } from "../../parts/Fields.tsx";
import { rightWords } from "./rightWords.ts";

export interface RightsTyped {
  lead: boolean;
  rights: GivenRight[];
}

interface Props {
  businesses: SessionView["businesses"];
  value: RightsTyped;
  onChange: (value: RightsTyped) => void;
}

export function RightsFields({ businesses, value, onChange }: Props) {
  const rightIn = (businessId: number) => value.rights.find((each) => each.businessId === businessId);
  const give = (businessId: number, change: Partial<GivenRight> | null) => {
    const others = value.rights.filter((each) => each.businessId !== businessId);
    const known = rightIn(businessId) ?? { businessId, right: "see" as const, approves: false };
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
              <tr key={id} className="border-t border-rule">
                <td className="py-1.5">{name}</td>
                <td className="py-1">
                  <select
                    aria-label={`Right in ${name}`}
                    className="rounded-(--radius) border border-rule-strong bg-sheet px-1 py-0.5"
                    value={rightIn(id)?.right ?? ""}
                    onChange={(event) => give(id, event.target.value ? { right: event.target.value as Right } : null)}
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
                      disabled={!rightIn(id)}
                      checked={rightIn(id)?.approves ?? false}
                      onChange={(event) => give(id, { approves: event.target.checked })}
                    />
                    approves
                  </label>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}
