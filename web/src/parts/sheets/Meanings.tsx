/** What strangers' headings or codes mean, said once: a choice for each. */
import { useState } from "react";
import { Button } from "../Button.tsx";

export function Meanings({
  names,
  choices,
  verb = "means",
  onSaid,
}: {
  names: readonly string[];
  choices: readonly { value: string; name: string }[];
  verb?: string;
  onSaid: (meanings: Record<string, string>) => void;
}) {
  const [said, setSaid] = useState<Record<string, string>>({});
  if (names.length === 0) return null;
  return (
    <form
      className="mt-2 border-l-3 border-lime pl-3"
      onSubmit={(event) => {
        event.preventDefault();
        onSaid(Object.fromEntries(names.map((name) => [name, said[name] ?? ""])));
      }}
    >
      {names.map((name) => (
        <label key={name} className="flex items-center justify-between gap-3 py-0.5">
          “{name}” {verb}
          <select
            className="max-w-44 rounded-(--radius) border border-rule-strong bg-sheet px-2 py-1"
            value={said[name] ?? ""}
            onChange={(event) => setSaid({ ...said, [name]: event.target.value })}
          >
            <option value="">choose…</option>
            <option value="ignore">nothing: leave it out</option>
            {choices.map((each) => (
              <option key={each.value} value={each.value}>
                {each.name}
              </option>
            ))}
          </select>
        </label>
      ))}
      <Button type="submit" className="mt-1" disabled={names.some((name) => !said[name])}>
        Read it again; this is remembered
      </Button>
    </form>
  );
}
