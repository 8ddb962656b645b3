/** The pays that make a person's year, each by its voices, with the way to its run. */
import type { YearProof } from "@zesty/contract/year";
import { Link } from "react-router";
import { shortDate } from "../../parts/format.ts";
import { Loading } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { yearApi } from "../../state/yearApi.ts";
import { SplitCell } from "./SplitCell.tsx";

export function ProofPays({ person, data }: { person: number; data: YearProof }) {
  const { data: pays, error } = yearApi.useProofPaysQuery({ person, from: data.year.from });
  // What the agency holds is of the year: a column that it alone proves says nothing of a single pay.
  const columns = data.columns.filter(({ voices }) =>
    voices.some((voice) => voice !== "facts" && voice !== "reported"),
  );
  if (error) return <ProblemNote error={error} />;
  if (!pays) return <Loading what="the pays" />;
  return (
    <table className="w-full">
      <thead>
        <tr className="text-left text-[13.5px] text-quiet [&>th]:font-medium">
          <th>Payday</th>
          {columns.map(({ name, title }) => (
            <th key={name} className="text-right">
              {title}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {pays.map((pay) => (
          <tr key={`${pay.runId}${pay.payday}`} className="border-t border-rule align-top">
            <td className="py-1.5">
              <Link className="text-action underline" to={`/run/${pay.runId}`}>
                {shortDate(pay.payday)} {pay.payday.slice(0, 4)}
              </Link>
            </td>
            {columns.map(({ name }) => (
              <SplitCell key={name} said={pay.figures[name]} />
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
