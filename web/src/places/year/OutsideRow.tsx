/** An account or a receiver: what was signed, what they say, what the difference looks like, and behind the name what makes it. */
import type { OutsideLine } from "@zesty/contract/outside";
import { useState } from "react";
import { Link } from "react-router";
import { cents, difference, shortDate } from "../../parts/format.ts";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { yearApi } from "../../state/yearApi.ts";

interface Props {
  line: OutsideLine;
  business: number;
  from: string;
  mayChange: boolean;
}
export function OutsideRow({ line, business, from, mayChange }: Props) {
  const [open, setOpen] = useState(false);
  const [put, { error, isLoading }] = yearApi.usePutOutsideInMutation();
  const { theirs, ours } = line;
  const isOdd = theirs !== null && theirs !== ours;
  const title = line.kind === "account" ? `${line.key} ${line.name}` : line.name;
  return (
    <>
      <tr className="border-b border-rule text-right align-top hover:bg-hover [&>td]:py-1.5">
        <td className="text-left">
          <button
            type="button"
            aria-expanded={open}
            className="cursor-pointer text-left font-semibold"
            onClick={() => setOpen(!open)}
          >
            {title}
          </button>
          {line.hints.map((hint) => (
            <span key={hint} className="flex items-baseline gap-1.5 text-[14px]">
              <MarkShape kind="query" />
              {hint}
            </span>
          ))}
          <ProblemNote error={error} />
        </td>
        <td>{cents(ours)}</td>
        <td className={isOdd ? "text-plum" : theirs === null ? "text-quiet" : ""}>
          {theirs === null ? "not given" : cents(theirs)}
        </td>
        <td className={isOdd ? "font-semibold text-plum" : ""}>{theirs === null ? "" : difference(theirs - ours)}</td>
        <td>
          {theirs !== null && mayChange && (
            <button
              type="button"
              className="cursor-pointer text-action underline"
              aria-label={`Do not compare ${title}`}
              disabled={isLoading}
              onClick={() => void put({ business, from, text: `"${line.key}"\tnone`, apply: true })}
            >
              Do not compare
            </button>
          )}
        </td>
      </tr>
      {open && (
        <tr className="border-b border-rule-strong bg-sheet">
          <td colSpan={5} className="px-4 py-2">
            <ul className="grid max-w-xl gap-y-0.5">
              {line.parts.map((part) => (
                <li key={`${part.date} ${part.words} ${part.cents}`} className="flex justify-between gap-4">
                  <span>
                    {part.runId ? (
                      <Link className="text-action underline" to={`/run/${part.runId}`}>
                        {part.words}
                      </Link>
                    ) : (
                      part.words
                    )}
                    {line.kind === "account" && <span className="text-quiet"> {shortDate(part.date)}</span>}
                  </span>
                  <span>{cents(part.cents)}</span>
                </li>
              ))}
            </ul>
          </td>
        </tr>
      )}
    </>
  );
}
