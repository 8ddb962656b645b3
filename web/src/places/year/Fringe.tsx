import { Button } from "../../parts/Button.tsx";
import { moneyOrDash } from "../../parts/format.ts";
import { PastedLines } from "../../parts/PastedLines.tsx";
import { usePasted } from "../../parts/usePasted.ts";
import { yearApi } from "../../state/yearApi.ts";

export function Fringe({
  business,
  from,
  to,
  onEnd,
}: {
  business: number;
  from: string;
  to: string;
  onEnd: () => void;
}) {
  const [put, { error, isLoading }] = yearApi.usePutFringeInMutation();
  const { shown, lines } = usePasted((given) => put({ business, from, ...given }), onEnd);
  return (
    <section aria-label="Fringe benefits" className="mb-5 max-w-3xl border-l-3 border-lime bg-sheet px-4 py-3">
      <h2 className="font-name text-[20px]">Fringe benefits of the year to 31 March {to.slice(0, 4)}</h2>
      <PastedLines
        label="A line a person: payroll ID or name, taxable value, and what is exempt under section 57A"
        {...lines}
        error={error}
        busy={isLoading}
        more={
          <Button look="quiet" onClick={onEnd}>
            Not now
          </Button>
        }
      >
        <table className="figures my-2 w-full text-[15px]">
          <thead>
            <tr className="border-b border-rule-strong text-right text-[14px] text-quiet [&>th]:font-medium">
              <th className="text-left">Name</th>
              <th>Taxable value</th>
              <th>Exempt</th>
              <th>Reported now</th>
              <th>Will be reported</th>
            </tr>
          </thead>
          <tbody>
            {shown?.rows.map((row) => (
              <tr key={row.personId} className="border-b border-rule text-right">
                <td className="py-1 text-left">{row.name}</td>
                <td>{moneyOrDash(row.taxable)}</td>
                <td>{moneyOrDash(row.exempt)}</td>
                <td className="text-quiet">{moneyOrDash(row.was)}</td>
                <td className="font-semibold">{moneyOrDash(row.reported)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </PastedLines>
    </section>
  );
}
