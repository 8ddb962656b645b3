/** One figure where all voices agree; the voices one below the other where they do not, the odd ones out in plum. */
import { type Voice, voices } from "@zesty/contract/year";
import { cents, centsOrDash } from "../../parts/format.ts";
import { voiceWords } from "./words.ts";

export function SplitCell({ said = {} }: { said: Partial<Record<Voice, number>> | undefined }) {
  const heard = voices.filter((voice) => said[voice] !== undefined);
  if (heard.length === 0) return <td />;
  const first = said[heard[0] ?? "facts"] ?? 0;
  if (heard.every((voice) => said[voice] === first))
    return <td className="figures py-1.5 text-right">{centsOrDash(first)}</td>;
  return (
    <td className="figures py-1.5 text-right">
      {heard.map((voice) => (
        <div key={voice} className={said[voice] === first ? "" : "text-plum"}>
          <span className="mr-2 text-[13px]">{voiceWords[voice]}</span>
          {cents(said[voice] ?? 0)}
        </div>
      ))}
    </td>
  );
}
