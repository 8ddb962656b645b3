/** One field of a new person: typed as people write it, or chosen from what the business has. */
import type { PersonColumn } from "@zesty/core/hoursSheet/peopleSheet";
import { ChoiceField, TextField } from "../../parts/Fields.tsx";
import { choiceWordsOf } from "./oneGo.ts";

export interface Choice {
  value: string;
  name: string;
}
interface Props {
  column: PersonColumn;
  value: string;
  /** of the business's own lists */
  choices: readonly Choice[] | undefined;
  error: string | undefined;
  hint: string | undefined;
  first: boolean;
  onChange: (value: string) => void;
  onLeave: () => void;
}

export function NewPersonField({ column, value, choices, error, hint, first, onChange, onLeave }: Props) {
  const { name, title, kind } = column;
  const shared = { label: title, error, name, onBlur: onLeave, ...(hint ? { hint } : {}) };
  const words = choiceWordsOf[name] ?? {};
  const all: readonly Choice[] | undefined =
    choices ??
    (kind === "yes"
      ? [
          { value: "yes", name: "yes" },
          { value: "no", name: "no" },
        ]
      : kind === "choice"
        ? Object.keys(column.choices ?? {})
            .filter((each) => each !== "resident")
            .map((each) => ({ value: each, name: words[each] ?? each }))
        : undefined);
  if (!all)
    return (
      <TextField
        {...shared}
        autoFocus={first}
        autoComplete="off"
        value={value}
        {...(kind === "date" ? { placeholder: "3/2/1991" } : {})}
        onChange={(event) => onChange(event.target.value)}
      />
    );
  return (
    <ChoiceField {...shared} value={value} onChange={(event) => onChange(event.target.value)}>
      {name !== "basis" && <option value="">{words.blank ?? "not said"}</option>}
      {all.map((each) => (
        <option key={each.value} value={each.value}>
          {each.name}
        </option>
      ))}
    </ChoiceField>
  );
}
