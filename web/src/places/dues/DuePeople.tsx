/** A due opened: each person with the way of their money, drawn. */
import type { DueView } from "@zesty/contract/dues";
import { Link } from "react-router";
import { cents } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { duesApi } from "../../state/duesApi.ts";
import { alikeIn } from "./alike.ts";
import { standing, stateColour } from "./dueWords.ts";
import { WayLine } from "./WayLine.tsx";

export function DuePeople({ business, due, today }: { business: number; due: DueView; today: string }) {
  const { dueDate, kind, fundId, payee } = due;
  const { data = [], error } = duesApi.useDuePeopleQuery({ business, due: { dueDate, kind, fundId, payee } });
  if (error) return <ProblemNote error={error} />;
  return (
    <ul className="mb-3">
      {alikeIn(data).map((each) => (
        <li
          key={each.key}
          className="grid grid-cols-[11rem_minmax(0,1fr)_9rem_5.5rem] items-start gap-x-4 border-b border-rule py-1.5 text-[14.5px]"
        >
          <span>
            {each.personId === 0 ? (
              "All who were paid"
            ) : (
              <Link className="text-action underline" to={`/people/${each.personId}`}>
                {each.name}
              </Link>
            )}
            {kind === "super" &&
              (each.memberNumber ? (
                <span className="block text-[13px] text-quiet">member {each.memberNumber}</span>
              ) : (
                <span className="block text-[13px] text-amber">no member number yet</span>
              ))}
          </span>
          <WayLine steps={each.steps} today={today} paydays={each.paydays} />
          <span className={stateColour[each.parts[0]?.state ?? "owed"]}>
            {standing(each.parts)}
            {each.reason && <span className="block text-[13px] text-plum">“{each.reason}”</span>}
          </span>
          <span className="text-right">{cents(each.cents)}</span>
        </li>
      ))}
    </ul>
  );
}
