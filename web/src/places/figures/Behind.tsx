/** The pays behind a figure: whose, of which payday, how much of it, each a step from its run. */
import type { Question } from "@zesty/contract/figures";
import { Link } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { counted, money, shortDate } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { figuresApi } from "../../state/figuresApi.ts";
import type { Chosen } from "./AnswerTable.tsx";

export function Behind({ question, chosen, onClose }: { question: Question; chosen: Chosen; onClose: () => void }) {
  const { row, column, title } = chosen;
  const { data, error } = figuresApi.usePaysBehindQuery({ question, row, column });
  return (
    <aside aria-label="Pays behind the figure" className="border-l-3 border-lime pl-4">
      <div className="mb-1 flex items-baseline justify-between gap-3">
        <h2 className="font-name text-[18px]">{title}</h2>
        <Button look="quiet" onClick={onClose}>
          Close
        </Button>
      </div>
      <ProblemNote error={error} />
      {data && data.pays.length === 0 && <p className="text-quiet">No pay stands behind it.</p>}
      {data && data.pays.length > 0 && (
        <>
          <p className="text-[14px] text-quiet">
            {counted(data.pays.length, "pay")}
            {data.more ? ", the newest; choose a shorter span to see the others" : ""}
          </p>
          <table className="figures w-full text-[15px]">
            <tbody>
              {data.pays.map((each) => (
                <tr key={each.payId} className="border-b border-rule">
                  <td className="py-0.5">
                    <Link className="text-action" to={`/run/${each.runId}`}>
                      {shortDate(each.payday)}
                    </Link>
                  </td>
                  <td className="px-3">{each.name}</td>
                  <td className="text-right">{money(each.amount)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </aside>
  );
}
