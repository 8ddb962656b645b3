/** Whose hour a new table changes: before and after side by side, those who stay counted. */
import type { RateMove } from "@zesty/contract/time";
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { counted, money } from "../../parts/format.ts";

const shown = (rate: string | null) =>
  rate === null ? "not known" : `$${decimal(rate).decimalPlaces() > 2 ? rate : money(rate)}`;

export function WhoMoves({ moves }: { moves: readonly RateMove[] }) {
  const moving = moves.filter((each) => each.before !== each.after);
  const staying = moves.length - moving.length;
  const yearly = sum(moving.map((each) => decimal(each.yearly ?? "0")));
  if (moves.length === 0) return <p className="py-2 text-quiet">Nobody is paid by this agreement on that day.</p>;
  return (
    <div className="figures my-2 border-l-3 border-lime pl-3 text-[15px]">
      {moving.length > 0 && (
        <table className="w-full max-w-2xl">
          <thead className="text-[14px] text-quiet">
            <tr>
              <th className="py-0.5 text-left font-medium">Person</th>
              <th className="text-left font-medium">Level</th>
              <th className="text-right font-medium">An hour now</th>
              <th className="text-right font-medium">Then</th>
              <th className="text-right font-medium">More</th>
              <th className="text-right font-medium">A year</th>
            </tr>
          </thead>
          <tbody>
            {moving.map((each) => {
              const more = each.before && each.after ? decimal(each.after).minus(each.before) : null;
              return (
                <tr key={each.personId} className="border-b border-rule">
                  <td className="py-0.5">{each.name}</td>
                  <td className="text-quiet">{each.level}</td>
                  <td className="text-right text-quiet">{shown(each.before)}</td>
                  <td className="text-right font-semibold">{shown(each.after)}</td>
                  <td className={`text-right ${more?.isNegative() ? "text-plum" : ""}`}>
                    {more ? `${more.isNegative() ? "−" : "+"}${more.abs().toFixed(2)}` : ""}
                  </td>
                  <td className="text-right">{each.yearly ? money(each.yearly) : ""}</td>
                </tr>
              );
            })}
          </tbody>
          <tfoot>
            <tr className="font-semibold">
              <td className="py-1" colSpan={5}>
                A year, at the plain rate
              </td>
              <td className="text-right">{money(yearly.toFixed(2))}</td>
            </tr>
          </tfoot>
        </table>
      )}
      {moving.length > 0 && (
        <p className="text-[14px] text-quiet">
          By the agreed hours, else by those paid in the twelve months before. Penalties, overtime and super come on
          top.
        </p>
      )}
      <p className="py-1 text-quiet">
        {moving.length === 0
          ? `Nobody's hour changes; ${counted(staying, "person", "people")} stay as they are.`
          : staying > 0
            ? `${counted(staying, "other")} stay as they are: what is agreed with them is higher, or their level is the same.`
            : ""}
      </p>
    </div>
  );
}
