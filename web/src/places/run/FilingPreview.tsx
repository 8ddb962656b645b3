/** What the employment information of a payday will say: looked at before it is sent. */
import type { FilingPlan } from "@zesty/contract/signOff";
import { counted, money, moneyOrDash, weekdayDate } from "../../parts/format.ts";

const changes: Record<FilingPlan["details"][number]["change"], string> = {
  new: "starts",
  changed: "changed",
  departed: "leaves",
};

export function FilingPreview({ filing }: { filing: FilingPlan }) {
  return (
    <>
      <p>
        {filing.nil ? "Nil return" : `Employment information for ${counted(filing.lines.length, "person", "people")}`}
        {filing.final && ", the final return"}
        {filing.amendment > 0 && `, amendment ${filing.amendment} of this payday`}, due{" "}
        <span className={filing.late ? "font-semibold text-plum" : ""}>
          {weekdayDate(filing.due)}
          {filing.late ? ", which has passed" : ""}
        </span>
        . Payable ${money(filing.payable)}.
      </p>
      {filing.details.length > 0 && (
        <p>With employee details: {filing.details.map((each) => `${each.name} ${changes[each.change]}`).join(", ")}.</p>
      )}
      {filing.faults.map((fault) => (
        <p key={fault} className="text-plum">
          {fault}
        </p>
      ))}
      {filing.lines.length > 0 && (
        <details>
          <summary className="text-action">Look at the lines</summary>
          <table className="w-full text-[13px]">
            <thead>
              <tr className="text-right text-quiet">
                <th className="text-left font-normal">Name, code</th>
                <th className="font-normal">Gross</th>
                <th className="font-normal">PAYE</th>
                <th className="font-normal">KiwiSaver</th>
                <th className="font-normal">Loan</th>
              </tr>
            </thead>
            <tbody>
              {filing.lines.map((line, at) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: the lines of a filing stay in their order
                <tr key={at} className="border-t border-rule text-right">
                  <td className="text-left">
                    {line.name} <span className="text-quiet">{line.taxCode}</span>
                  </td>
                  <td>{moneyOrDash(line.gross)}</td>
                  <td>{moneyOrDash(line.paye)}</td>
                  <td>{moneyOrDash(line.kiwiSaver)}</td>
                  <td>{moneyOrDash(line.studentLoan)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </details>
      )}
    </>
  );
}
