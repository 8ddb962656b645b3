/** Dues as a sheet with a margin: ticked to be paid, opened to be followed. */
import type { DueView } from "@zesty/contract/dues";
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
          <DueRow
            key={each.key}
            due={each}
            {...{ business, today, onTick, onOpen }}
            isTicked={ticked.has(each.key)}
            isOpen={opened === each.key}
          />
        ))}
      </tbody>
    </table>
  );
}

interface RowProps extends Pick<Props, "business" | "today" | "onTick" | "onOpen"> {
  due: DueView;
  isTicked: boolean;
  isOpen: boolean;
}

function DueRow({ due, business, today, isTicked, isOpen, onTick, onOpen }: RowProps) {
  return (
    <>
      <tr className={`border-b border-rule align-top hover:bg-hover ${isTicked ? "bg-lime-soft" : ""}`}>
        <td className="py-1.5">
          {due.unpaidCents > 0 && !due.notFollowed ? (
            <input
              type="checkbox"
              className="mt-1 size-4 accent-(--action)"
              aria-label={`Tick ${due.words}, due ${shortDate(due.dueDate)}`}
              checked={isTicked}
              onChange={() => onTick(due.key)}
            />
          ) : (
            <span className="mt-1 inline-block">
              {!due.isLate &&
                !due.notFollowed &&
                due.unpaidCents === 0 &&
                due.parts.every((part) => part.state === "received" || part.state === "allocated") && (
                  <MarkShape kind="note" ticked />
                )}
            </span>
          )}
        </td>
        <td className="py-1.5">
          {weekdayDate(due.dueDate)} {due.dueDate.slice(0, 4)}
          {due.sendBy && due.unpaidCents > 0 && !due.isLate && (
            <span className="block text-[13px] text-quiet">send by {shortDate(due.sendBy)}</span>
          )}
        </td>
        <td className="py-1.5 pr-3">
          <button
            type="button"
            className="text-left underline decoration-rule-strong underline-offset-3 hover:text-action"
            aria-expanded={isOpen}
            onClick={() => onOpen(isOpen ? null : due.key)}
          >
            {due.words}
            {due.people > 0 && `, ${counted(due.people, "person", "people")}`}
          </button>
          <DueNotes due={due} />
          <BrokenNote broken={due.broken} />
        </td>
        <td className="py-1.5">
          <Link className="text-action underline" to={`/run/${due.runId}`}>
            {paydays(due)}
          </Link>
        </td>
        <td className={`py-1.5 ${stateColour[due.parts[0]?.state ?? "owed"]}`}>
          {due.notFollowed ? <span className="text-quiet">not followed here</span> : standing(due.parts)}
        </td>
        <td className="py-1.5 text-right font-semibold">{due.notFollowed ? "" : centsOrDash(due.unpaidCents)}</td>
        <td className="py-1.5 text-right">{cents(due.cents)}</td>
      </tr>
      {isOpen && (
        <tr>
          <td />
          <td colSpan={6}>
            <DuePeople business={business} due={due} today={today} />
          </td>
        </tr>
      )}
    </>
  );
}

/** What is to be known of a due beside its figures: what lateness costs, and what was paid too much. */
function DueNotes({ due }: { due: DueView }) {
  return (
    <>
      {due.late && (
        <p className="text-[13.5px] text-plum">
          {counted(due.late.days, "day")} late. Received today it costs {cents(due.late.cents)} more
          {due.late.tomorrowCents > 0 && `, and ${cents(due.late.tomorrowCents)} each further day`}.{" "}
          <span className="text-quiet">
            {due.late.rule}
            {due.late.doubtful && " An estimate: a rate in it is not confirmed."}
          </span>
        </p>
      )}
      {due.isLate && !due.late && due.kind === "super" && (
        <p className="text-[13.5px] text-plum">
          What lateness costs is not known: the rule book has no rate for that day yet.
        </p>
      )}
      {due.unpaidCents < 0 && (
        <p className="text-[13.5px] text-plum">
          {cents(-due.unpaidCents)} too much was paid or told. It is taken off what is paid next to the same receiver;
          where nothing more is paid there, ask for it back.
        </p>
      )}
    </>
  );
}
