/** The sentences that make the difference: each with its switch, its figures where they stand, and what it costs. */
import { type AheadChange, type AheadKind, type AheadView, aheadKinds, mostChanges } from "@zesty/contract/ahead";
import type { PersonSummary } from "@zesty/contract/people";
import type { Problem } from "@zesty/contract/problem";
import { useId } from "react";
import { Button } from "../../parts/Button.tsx";
import { DateInput } from "../../parts/DateInput.tsx";
import { difference, sentenceCase } from "../../parts/format.ts";
import { isWhole, kindWords, sentence } from "./ahead.ts";
import { Whom } from "./Whom.tsx";

interface Props {
  changes: readonly AheadChange[];
  people: readonly PersonSummary[];
  day: string;
  /** what the employer contributes, in the country's words */
  contribution: string;
  view: AheadView | null;
  problem: Partial<Problem>;
  onChange: (changes: AheadChange[]) => void;
}

export function AheadSentences({ changes, people, day, contribution, view, problem, onChange }: Props) {
  const put = (at: number, part: Partial<AheadChange>) =>
    onChange(changes.map((each, index) => (index === at ? { ...each, ...part } : each)));
  const wholes = changes.filter(isWhole);
  return (
    <section aria-label="What would be otherwise" className="mb-4">
      <ul>
        {changes.map((change, at) => {
          const told = isWhole(change) ? view?.changes[wholes.indexOf(change)] : undefined;
          const errors =
            problem.errors?.filter((each) => each.path.startsWith(`changes.${wholes.indexOf(change)}.`)) ?? [];
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: a sentence is what stands at its place
            <li key={at} className="border-b border-rule py-1">
              <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
                <input
                  type="checkbox"
                  className="size-4.5"
                  aria-label="Counts"
                  checked={change.on}
                  onChange={(event) => put(at, { on: event.target.checked })}
                />
                <span
                  className={`flex flex-1 flex-wrap items-center gap-x-1.5 gap-y-1 ${change.on ? "" : "text-quiet"}`}
                >
                  <Parts change={change} people={people} contribution={contribution} onPut={(part) => put(at, part)} />
                </span>
                <span className="figures w-32 text-right">{told?.more ? shownMore(told.more) : ""}</span>
                <Button
                  look="quiet"
                  aria-label={`Take out sentence ${at + 1}`}
                  onClick={() => onChange(changes.filter((_each, index) => index !== at))}
                >
                  Take out
                </Button>
              </div>
              {[...errors.map((each) => each.text), ...(told?.notes ?? [])].map((text) => (
                <p key={text} className="pl-7 text-[14px] text-plum">
                  {text}
                </p>
              ))}
            </li>
          );
        })}
      </ul>
      {changes.length < mostChanges && (
        <p className="mt-2 flex flex-wrap items-center gap-2">
          {aheadKinds.map((kind: AheadKind) => (
            <Button key={kind} onClick={() => onChange([...changes, sentence(kind, day)])}>
              {kind === "contribution" ? `${kindWords[kind]} ${contribution}` : kindWords[kind]}
            </Button>
          ))}
        </p>
      )}
    </section>
  );
}

const shownMore = (more: string): string => difference(Math.round(Number(more) * 100)) || "0.00";

const field = "rounded-(--radius) border-b-2 border-lime bg-transparent px-1 py-0.5 hover:bg-lime-soft";

interface PartsProps {
  change: AheadChange;
  people: readonly PersonSummary[];
  contribution: string;
  onPut: (part: Partial<AheadChange>) => void;
}

function Parts({ change, people, contribution, onPut }: PartsProps) {
  const id = useId();
  const figure = (label: string, name: "value" | "weekly", unit: string, placeholder = "") => (
    <>
      <input
        aria-label={label}
        inputMode="decimal"
        placeholder={placeholder}
        className={`figures w-16 text-right ${field}`}
        value={change[name]}
        onChange={(event) => onPut({ [name]: event.target.value })}
      />
      {unit}
    </>
  );
  const whom = (one = false) => (
    <Whom
      people={people}
      chosen={change.people}
      one={one}
      all={change.kind === "rates"}
      onChosen={(ids) => onPut({ people: ids })}
    />
  );
  const from = (
    <DateInput
      id={id}
      type="date"
      aria-label="From"
      className={`w-42 ${field}`}
      value={change.from}
      onChange={(event) => onPut({ from: event.target.value })}
    />
  );
  switch (change.kind) {
    case "rates":
      return (
        <>
          Rates of {whom()} rise by {figure("Raise", "value", "")}
          <select
            aria-label="Raise in"
            className={`field-sizing-content ${field}`}
            value={change.by}
            onChange={(event) => onPut({ by: event.target.value as AheadChange["by"] })}
          >
            <option value="percent">%</option>
            <option value="hourly">dollars an hour</option>
          </select>
          on {from}
        </>
      );
    case "hours":
      return (
        <>
          {whom()} {change.people.length > 1 ? "work" : "works"} {figure("Hours a week", "value", "h a week")} from{" "}
          {from}
        </>
      );
    case "level":
      return (
        <>
          {whom()} at level
          <input
            aria-label="Level"
            className={`w-28 ${field}`}
            value={change.value}
            onChange={(event) => onPut({ value: event.target.value })}
          />
          from {from}
        </>
      );
    case "more":
      return (
        <>
          {figure("How many", "value", "")} more like {whom(true)} for{" "}
          {figure("Hours a week", "weekly", "h a week", "same")} from {from}
        </>
      );
    case "leaves":
      return (
        <>
          {whom()} {change.people.length > 1 ? "leave" : "leaves"}, last day {from}
        </>
      );
    case "contribution":
      return (
        <>
          {sentenceCase(contribution)} is {figure("Per cent", "value", "%")} from {from}
        </>
      );
  }
}
