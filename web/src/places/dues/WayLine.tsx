/** From payday to receiver as one line: its stations in the order of their days, and the legal day as a post. */
import type { DuePerson } from "@zesty/contract/dues";
import { daysBetween } from "@zesty/core/calendar/dates";
import { shortDate } from "../../parts/format.ts";
import { stepWords } from "./dueWords.ts";
import { stationsOf } from "./stations.ts";

interface Props {
  steps: DuePerson["steps"];
  today: string;
  /** paydays that went the same way, in words; the first of them is drawn */
  paydays: string;
}

export function WayLine({ steps, today, paydays }: Props) {
  const due = steps.find((each) => each.what === "due")?.on ?? today;
  const stations = stationsOf(steps).filter((each) => each.what !== "due");
  const first = stations[0]?.on ?? due;
  const last = [due, today, stations.at(-1)?.on ?? due].sort().at(-1) ?? due;
  const span = Math.max(1, daysBetween(first, last));
  const at = (day: string) => `${((100 * daysBetween(first, day)) / span).toFixed(2)}%`;
  const reached = stations.at(-1)?.on ?? first;
  return (
    <figure className="m-0 pr-3">
      <div className="relative mx-1.5 h-5" aria-hidden="true">
        <span className="absolute top-[9px] left-0 h-px w-full bg-rule-strong" />
        <span className="absolute top-2 left-0 h-[3px] bg-leaf" style={{ width: at(reached) }} />
        <span className="absolute top-0 h-5 w-[3px] -translate-x-1/2 bg-plum" style={{ left: at(due) }} />
        {stations.map((each) => (
          <span
            key={each.on}
            className={`absolute top-[5px] size-2.5 -translate-x-1/2 rounded-full border-2 ${each.what === "returned" ? "border-plum bg-sheet" : "border-sheet bg-leaf"}`}
            style={{ left: at(each.on) }}
          />
        ))}
      </div>
      <figcaption className="text-[13.5px] text-quiet">
        {stations.map((each, index) => (
          <span key={each.on} className={each.what === "returned" ? "text-plum" : ""}>
            {index > 0 && " → "}
            {index === 0 && each.words[0] === stepWords.payday && paydays}
            {index === 0 && each.words[0] === stepWords.payday && each.words.length > 1 && " → "}
            {each.what !== "payday" && `${each.words.at(-1)} ${shortDate(each.on)}`}
          </span>
        ))}
        {" · "}
        <span className="text-plum">due {shortDate(due)}</span>
      </figcaption>
    </figure>
  );
}
