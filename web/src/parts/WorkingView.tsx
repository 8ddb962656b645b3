/** The working of a figure: inputs, rule in words, formula with the numbers in it, source and date. */
import type { Working } from "@zesty/core/working/figure";
import { workingText } from "@zesty/core/working/text";
import { useState } from "react";
import { Link } from "react-router";
import { Button } from "./Button.tsx";
import { hours, longDate, money } from "./format.ts";

function shown(working: Working): string {
  switch (working.unit) {
    case "money":
      return `$${money(working.value)}`;
    case "hours":
      return `${hours(working.value)} h`;
    case "percent":
      return `${working.value} %`;
    case "rate":
      return `$${working.value}`;
    default:
      return working.value;
  }
}

const standings = {
  published: "published",
  remembered: "as published, from memory: nobody has laid it beside the publication yet",
  derived: "derived, not yet seen in print",
  unsure: "unsure: check before you rely on it",
};

export function WorkingView({ working, personId }: { working: Working; personId: number }) {
  const [said, setSaid] = useState("Copy as text");
  return (
    <div>
      <Node working={working} personId={personId} top />
      <Button
        look="plain"
        className="mt-4"
        onClick={() => {
          // Not every browser, nor every address, lets a page reach the clipboard.
          void Promise.resolve(navigator.clipboard?.writeText(workingText(working)) ?? Promise.reject()).then(
            () => setSaid("Copied as text"),
            () => setSaid("This browser lets nothing be copied from here"),
          );
        }}
      >
        {said}
      </Button>
    </div>
  );
}

function Node({ working, personId, top = false }: { working: Working; personId: number; top?: boolean }) {
  const [open, setOpen] = useState(top);
  const deep = Boolean(working.rule || working.formula || working.reasons || working.source || working.parts);
  const head = (
    <span className="flex w-full items-baseline justify-between gap-3">
      <span className={top ? "font-name text-[18px]" : ""}>
        {!top && deep && <span className="mr-1 inline-block w-3 text-quiet">{open ? "▾" : "▸"}</span>}
        {working.label}
      </span>
      <span className={`figures whitespace-nowrap ${top ? "font-name text-[20px]" : ""}`}>{shown(working)}</span>
    </span>
  );
  return (
    <div className={top ? "" : "border-t border-rule py-1.5"}>
      {top || !deep ? (
        head
      ) : (
        <button type="button" aria-expanded={open} className="w-full text-left" onClick={() => setOpen(!open)}>
          {head}
        </button>
      )}
      {open && (
        <div className={`text-[14px] ${top ? "mt-1" : "pl-4"}`}>
          {working.rule && <p className="text-quiet">{working.rule}</p>}
          {working.formula && <p className="figures mt-1 bg-lime-soft px-2 py-1 break-words">{working.formula}</p>}
          {working.reasons && (
            <ul className="figures mt-1 border-l-2 border-lime pl-2 text-quiet">
              {working.reasons.map((reason) => (
                <li key={reason}>{reason}</li>
              ))}
            </ul>
          )}
          {working.source && (
            <p className="mt-1 text-quiet">
              {working.source.title}: {working.source.section}. {longDate(working.source.from)} to{" "}
              {longDate(working.source.to)},{" "}
              <span
                className={
                  ["published", "remembered"].includes(working.source.standing) ? "" : "font-semibold text-amber"
                }
              >
                {standings[working.source.standing]}
              </span>
              . {working.source.note}{" "}
              <Link className="text-action underline" to={`/set-up/rules#${working.source.table}`}>
                See the table
              </Link>
            </p>
          )}
          {working.setting?.place === "person" && (
            <p className="mt-1">
              <Link className="text-action underline" to={`/people/${personId}#${working.setting.section}`}>
                Where this is set
              </Link>
            </p>
          )}
          {working.parts && (
            <div className="mt-2">
              {working.parts.map((part, at) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: parts have no other name and never move
                <Node key={`${part.label}${at}`} working={part} personId={personId} />
              ))}
            </div>
          )}
        </div>
      )}
    </div>
  );
}
