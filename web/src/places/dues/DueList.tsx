/** Dues as a sheet with a margin: ticked to be paid, opened to be followed. */
import type { DueView } from "@zesty/contract/dues";
import { Fragment } from "react";
import { Link } from "react-router";
import { BrokenNote } from "../../parts/BrokenNote.tsx";
import { cents, centsOrDash, counted, shortDate, weekdayDate } from "../../parts/format.ts";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { DuePeople } from "./DuePeople.tsx";
import { paydays, standing, stateColour } from "./dueWords.ts";

interface Props {
  title: string;
  dues: readonly DueView[];
  business: number;
  today: string;
  ticked: ReadonlySet<string>;
  opened: string | null;
  onTick: (key: string) => void;
  onOpen: (key: string | null) => void;
}

export function DueList({ title, dues, business, today, ticked, opened, onTick, onOpen }: Props) {
  return (
    <table className="figures w-full text-[15px]" aria-label={title}>
      <thead>
        <tr className="border-b border-rule-strong text-left text-[14px] text-quiet [&>th]:font-medium">
          <th className="w-8 py-1">
            <span className="sr-only">Ticked</span>
          </th>
          <th className="w-36">Due</th>
          <th>To</th>
          <th className="w-36">For paydays</th>
          <th className="w-40">Its money is</th>
          <th className="w-24 text-right">Left to pay</th>
          <th className="w-24 text-right">In all</th>
        </tr>
      </thead>
      <tbody>
        {dues.map((each) => (
          <Fragment key={each.key}>
            <tr
              className={`border-b border-rule align-top hover:bg-hover ${ticked.has(each.key) ? "bg-lime-soft" : ""}`}
            >
              <td className="py-1.5">
                {each.unpaidCents > 0 && !each.notFollowed ? (
                  <input
                    type="checkbox"
                    className="mt-1 size-4 accent-(--action)"
                    aria-label={`Pay ${each.words}, due ${shortDate(each.dueDate)}`}
                    checked={ticked.has(each.key)}
                    onChange={() => onTick(each.key)}
                  />
                ) : (
                  <span className="mt-1 inline-block">
                    {!each.isLate &&
                      !each.notFollowed &&
                      each.unpaidCents === 0 &&
                      each.parts.every((part) => part.state === "received" || part.state === "allocated") && (
                        <MarkShape kind="note" ticked />
                      )}
                  </span>
                )}
              </td>
              <td className="py-1.5">
                {weekdayDate(each.dueDate)} {each.dueDate.slice(0, 4)}
                {each.sendBy && each.unpaidCents > 0 && !each.isLate && (
                  <span className="block text-[13px] text-quiet">send by {shortDate(each.sendBy)}</span>
                )}
              </td>
              <td className="py-1.5 pr-3">
                <button
                  type="button"
                  className="text-left underline decoration-rule-strong underline-offset-3 hover:text-action"
                  aria-expanded={opened === each.key}
                  onClick={() => onOpen(opened === each.key ? null : each.key)}
                >
                  {each.words}
                  {each.people > 0 && `, ${counted(each.people, "person", "people")}`}
                </button>
                {each.late && (
                  <p className="text-[13.5px] text-plum">
                    {counted(each.late.days, "day")} late. Received today it costs {cents(each.late.cents)} more
                    {each.late.tomorrowCents > 0 && `, and ${cents(each.late.tomorrowCents)} each further day`}.{" "}
                    <span className="text-quiet">
                      {each.late.rule}
                      {each.late.doubtful && " An estimate: a rate in it is not confirmed."}
                    </span>
                  </p>
                )}
                {each.isLate && !each.late && each.kind === "super" && (
                  <p className="text-[13.5px] text-plum">
                    What lateness costs is not known: the rule book has no rate for that day yet.
                  </p>
                )}
                {each.unpaidCents < 0 && (
                  <p className="text-[13.5px] text-plum">
                    {cents(-each.unpaidCents)} more was paid than is owed: ask for it back.
                  </p>
                )}
                <BrokenNote broken={each.broken} />
              </td>
              <td className="py-1.5">
                <Link className="text-action underline" to={`/run/${each.runId}`}>
                  {paydays(each)}
                </Link>
              </td>
              <td className={`py-1.5 ${stateColour[each.parts[0]?.state ?? "owed"]}`}>
                {each.notFollowed ? <span className="text-quiet">not followed here</span> : standing(each.parts)}
              </td>
              <td className="py-1.5 text-right font-semibold">
                {each.notFollowed ? "" : centsOrDash(each.unpaidCents)}
              </td>
              <td className="py-1.5 text-right">{cents(each.cents)}</td>
            </tr>
            {opened === each.key && (
              <tr>
                <td />
                <td colSpan={6}>
                  <DuePeople business={business} due={each} today={today} />
                </td>
              </tr>
            )}
          </Fragment>
        ))}
      </tbody>
    </table>
  );
}
