/** The totals of the year's sheet, a row a voice. */
import { type ProofColumn, type Voice, voices, type YearAndEnding } from "@zesty/contract/year";
import { cents } from "../../parts/format.ts";
import { voiceWords } from "./words.ts";

/** The voices as rows, always in sight: what one of them does not know of stays blank. */
export function YearTotals({ data, columns }: { data: YearAndEnding; columns: ProofColumn[] }) {
  const heard = voices.filter((voice) => columns.some((column) => column.voices.includes(voice)));
  return (
    <tfoot className="sticky bottom-0 [&_:is(td,th)]:bg-paper [&_:is(td,th)]:shadow-[inset_0_1px_0_var(--rule)] [&_tr:first-child>*]:shadow-[inset_0_2px_0_var(--rule-strong)]">
      {heard.map((voice: Voice) => (
        <tr key={voice}>
          <th scope="row" className="py-1 text-left font-medium">
            {voiceWords[voice]}
          </th>
          {columns.map(({ name }) => {
            const { facts, [voice]: value } = data.totals[name] ?? {};
            return (
              <td key={name} className={`figures text-right ${value === facts ? "" : "text-plum"}`}>
                {value === undefined ? "" : cents(value)}
              </td>
            );
          })}
          <td />
        </tr>
      ))}
    </tfoot>
  );
}
