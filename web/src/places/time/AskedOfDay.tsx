/** What an agreement asks of a shift of its own: whether the overtime was announced, whether it was an overnight tour. */
import type { DayChange, WeekPerson } from "@zesty/contract/time";
import type { RuleSet } from "@zesty/core/agreements/ruleSet";
import { TickField } from "../../parts/Fields.tsx";
import type { DayKind } from "./weekWorth.ts";

interface Props {
  rules: RuleSet | null;
  person: WeekPerson;
  date: string;
  kind: DayKind;
  canEdit: boolean;
  onChange: (changes: DayChange[]) => void;
}

export function AskedOfDay({ rules, person, date, kind, canEdit, onChange }: Props) {
  const day = person.days[date];
  const record = day?.[kind];
  const asked = (rules?.settings ?? []).filter((each) => each.scope === "shift" && each.type === "boolean");
  if (!record || record.shifts.length === 0 || asked.length === 0) return null;
  const isLocked = !canEdit || day?.state === "locked";
  const answer = (at: number, key: string, value: boolean) =>
    onChange([
      {
        ...{ personId: person.personId, date, kind },
        record: {
          ...record,
          shifts: record.shifts.map((shift, index) =>
            index === at ? { ...shift, settings: { ...shift.settings, [key]: value } } : shift,
          ),
        },
      },
    ]);
  return (
    <section>
      <h3 className="border-b border-rule-strong pb-0.5 font-semibold">Of this shift</h3>
      {record.shifts.flatMap((shift, at) =>
        asked.map(({ key, ask, default: usual }) => (
          <TickField
            key={`${shift.start} ${key}`}
            label={record.shifts.length > 1 ? `From ${shift.start.slice(11)}: ${ask}` : ask}
            checked={(shift.settings?.[key] ?? person.time.settings[key] ?? usual) === true}
            disabled={isLocked}
            onChange={(event) => answer(at, key, event.target.checked)}
          />
        )),
      )}
    </section>
  );
}
