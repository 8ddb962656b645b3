/** All businesses that the user may see, a line each: what stops most stands first. */
import { useNavigate } from "react-router";
import { shortDate } from "../../parts/format.ts";
import { useTakeBusiness } from "../../state/business.ts";
import { readinessApi } from "../../state/readinessApi.ts";

const heads = {
  business: "Business",
  elements: "Elements",
  details: "Details",
  tax: "Tax",
  funds: "Funds",
  bank: "Bank",
  lodging: "Lodging",
  runs: "Runs",
} as const;

export function Practice({ chosen }: { chosen: number }) {
  const { data: lines = [] } = readinessApi.usePracticeReadinessQuery(undefined, { refetchOnMountOrArgChange: true });
  const take = useTakeBusiness();
  const navigate = useNavigate();
  if (lines.length < 2) return null;
  return (
    <section className="mt-8" aria-label="All businesses">
      <h2 className="mb-1 font-name text-[20px]">All businesses</h2>
      <table className="figures w-full text-[15px]">
        <thead>
          <tr className="border-b border-rule-strong text-right text-[14px] text-quiet">
            <th className="py-1 text-left font-medium">Business</th>
            {Object.entries(heads).map(([key, head]) => (
              <th key={key} className="font-medium">
                {head}
              </th>
            ))}
            <th className="font-medium">Stops</th>
            <th className="pl-4 text-left font-medium">From</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr
              key={line.businessId}
              className={`border-b border-rule text-right ${line.businessId === chosen ? "bg-lime-soft" : ""}`}
            >
              <td className="py-1 text-left">
                <button
                  type="button"
                  className="font-semibold hover:text-action"
                  onClick={() => {
                    take(line.businessId);
                    void navigate("/readiness");
                    window.scrollTo(0, 0);
                  }}
                >
                  {line.name}
                </button>
              </td>
              {line.parts.map((part) => (
                <td key={part.key} className={part.missing > 0 ? "" : "text-quiet"}>
                  {part.missing || "–"}
                </td>
              ))}
              <td className={line.stops > 0 ? "font-semibold text-plum" : "text-quiet"}>{line.stops || "–"}</td>
              <td className="pl-4 text-left text-quiet">
                {line.first === null ? "" : line.first === "9999" ? "when it comes up" : shortDate(line.first)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
