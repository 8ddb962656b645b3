/** The act itself, spelled out beside the sheet: whom it makes final or opens again, what goes out, and the declaration. */
import { signedSums, type YearAct, type YearAndEnding } from "@zesty/contract/year";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { TextField, TickField } from "../../parts/Fields.tsx";
import { counted, dollars, longDate } from "../../parts/format.ts";
import { JobBar } from "../../parts/JobBar.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { yearApi } from "../../state/yearApi.ts";

const acts: Record<YearAct, { title: string; button: string; does: (year: string) => string }> = {
  final: {
    ...{ title: "Make final", button: "Declare final" },
    does: (year) => `The agency counts ${year} of these people as complete, and they can use it for their own returns.`,
  },
  again: {
    ...{ title: "Open again", button: "Open again" },
    does: (year) => `The agency no longer counts ${year} of these people as complete, until it is made final again.`,
  },
  update: {
    ...{ title: "Bring up to date", button: "Send the update" },
    does: (year) => `What the agency holds of these people for ${year} becomes what was signed off. Nobody is paid.`,
  },
};

export function Declare({
  business,
  data,
  act,
  chosen,
  onEnd,
}: {
  business: number;
  data: YearAndEnding;
  act: YearAct;
  chosen: number[];
  onEnd: () => void;
}) {
  const { ending, year, rows } = data;
  const [declare, { error, isLoading }] = yearApi.useDeclareYearMutation();
  const [declared, setDeclared] = useState(false);
  const [reason, setReason] = useState("");
  const words = acts[act];
  const held = ending.busy ?? (act === "final" ? ending.held : null);
  const sums = signedSums(rows, chosen);
  const left = Object.values(ending.people).filter(
    (each) => each.state === "open" || each.state === "refused" || each.state === "changed",
  ).length;
  const rest = left - chosen.length;
  return (
    <aside aria-label="The year's event" className="sticky top-4 w-[320px] shrink-0 text-[15px]">
      <h2 className="font-name text-[20px]">{words.title}</h2>
      <dl className="figures mt-1 [&_dd]:mb-1.5 [&_dt]:text-[13px] [&_dt]:text-quiet">
        <dt>Who</dt>
        <dd>
          {counted(chosen.length, "person", "people")}
          {act === "final" && rest > 0 && `, ${rest} stay open`}
        </dd>
        <dt>What goes out</dt>
        <dd>
          An update event of the whole year, dated {ending.date ? longDate(ending.date) : ""}: income{" "}
          {dollars(sums.income ?? 0)}, tax {dollars(sums.tax ?? 0)}, super {dollars(sums.guarantee ?? 0)}
        </dd>
        <dt>What it does</dt>
        <dd>{words.does(year.name)}</dd>
      </dl>
      {held && <p className="mt-2 border-l-3 border-amber pl-3">{held}</p>}
      <form
        className="mt-3 border-t border-rule-strong pt-3"
        onSubmit={(event) => {
          event.preventDefault();
          const what = { from: year.from, people: chosen, act, reason: reason || null, shown: sums };
          void declare({ business, ...what, declared }).then((answer) => {
            if (answer.data) onEnd();
          });
        }}
      >
        {act === "again" && (
          <TextField label="Why" value={reason} onChange={(event) => setReason(event.target.value)} required />
        )}
        <TickField
          label={ending.declaration}
          checked={declared}
          onChange={(event) => setDeclared(event.target.checked)}
        />
        <ProblemNote error={error} />
        <Button
          look="main"
          type="submit"
          className="mt-2 w-full"
          disabled={!declared || chosen.length === 0 || held !== null || isLoading || (act === "again" && !reason)}
        >
          {isLoading ? "Sending…" : `${words.button} for ${counted(chosen.length, "person", "people")}`}
        </Button>
        {isLoading && <JobBar />}
        <Button className="mt-2 w-full" onClick={onEnd}>
          Not now
        </Button>
      </form>
    </aside>
  );
}
