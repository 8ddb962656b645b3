/** What an agreement asks of a shift of its own: whether the overtime was announced, how many calls there were. */

import type { DayChange, WeekPerson } from "@zesty/contract/time";
import type { AgreementRules, RuleSetting, SettingValue } from "@zesty/core/agreements/agreementRules";
import { choiceWords } from "@zesty/core/agreements/choiceWords";
import { isOnCall } from "@zesty/core/hours/dayText";
import { ChoiceField, TextField, TickField } from "../../parts/Fields.tsx";
import type { DayKind } from "./weekWorth.ts";

interface Props {
  rules: AgreementRules | null;
  person: WeekPerson;
  date: string;
  kind: DayKind;
  canEdit: boolean;
  onChange: (changes: DayChange[]) => void;
}

export function AskedOfDay({ rules, person, date, kind, canEdit, onChange }: Props) {
  const day = person.days[date];
  const record = day?.[kind];
  const asked = (rules?.settings ?? []).filter((each) => each.scope === "shift");
  // Being on call is no shift of work: nothing is asked of it.
  const worked = (record?.shifts ?? []).flatMap((shift, at) => (isOnCall(shift) ? [] : [{ shift, at }]));
  if (!record || worked.length === 0 || asked.length === 0) return null;
  const isLocked = !canEdit || day?.state === "locked";
  const answer = (at: number, key: string, value: SettingValue) =>
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
      {worked.flatMap(({ shift, at }) =>
        asked.map((setting) => (
          <Asked
            key={`${shift.start} ${setting.key}`}
            setting={setting}
            label={worked.length > 1 ? `From ${shift.start.slice(11)}: ${setting.ask}` : setting.ask}
            value={shift.settings?.[setting.key] ?? person.time.settings[setting.key] ?? setting.default}
            disabled={isLocked}
            onAnswer={(value) => answer(at, setting.key, value)}
          />
        )),
      )}
    </section>
  );
}

interface AskedProps {
  setting: RuleSetting;
  label: string;
  value: SettingValue;
  disabled: boolean;
  onAnswer: (value: SettingValue) => void;
}

function Asked({ setting: { type, choices = [], words, min, max }, label, value, disabled, onAnswer }: AskedProps) {
  if (type === "boolean")
    return (
      <TickField
        label={label}
        checked={value === true}
        disabled={disabled}
        onChange={(event) => onAnswer(event.target.checked)}
      />
    );
  if (type === "choice")
    return (
      <ChoiceField
        label={label}
        value={String(value)}
        disabled={disabled}
        onChange={(event) => onAnswer(event.target.value)}
      >
        {choices.map((each) => (
          <option key={each} value={each}>
            {choiceWords(words ? { words } : {}, each)}
          </option>
        ))}
      </ChoiceField>
    );
  return (
    <TextField
      label={label}
      type="number"
      min={min}
      max={max}
      defaultValue={String(value)}
      disabled={disabled}
      // A number counts once it is typed whole, and within what the agreement allows.
      onBlur={(event) => {
        const typed = event.target.valueAsNumber;
        if (Number.isFinite(typed) && typed !== value && typed >= (min ?? typed) && typed <= (max ?? typed))
          onAnswer(typed);
      }}
    />
  );
}
