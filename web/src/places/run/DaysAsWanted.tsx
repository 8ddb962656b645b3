/** The days of a signed pay, typed as in the week. */
import type { CorrectablePay } from "@zesty/contract/corrections";
import type { CountryCode } from "@zesty/core/countries/countries";
import { dayText } from "@zesty/core/hours/dayText";
import { weekdayDate } from "../../parts/format.ts";
import { type ToldTexts, textOf } from "./toldDays.ts";

interface Props {
  country: CountryCode;
  days: NonNullable<CorrectablePay["days"]>;
  texts: ToldTexts;
  faults: Readonly<Record<string, string>>;
  onTexts: (texts: ToldTexts) => void;
}

export function DaysAsWanted({ country, days, texts, faults, onTexts }: Props) {
  return (
    <>
      <p className="mb-1 text-[14px] text-quiet">
        Typed as in the week: 9-17 b30, 7.6, sick, al 3.8, off.
        {days.some((day) => day.usual !== null) && " Empty is a day as agreed."}
      </p>
      {days.map((day) => {
        const text = textOf(day, texts, country);
        const isChanged = text !== dayText(day.record, country);
        const fault = faults[day.date];
        const agreed = day.usual !== null && day.usual !== "0" ? `${day.usual} as agreed` : "nothing";
        return (
          <label key={day.date} className="flex flex-wrap items-baseline justify-between gap-x-3 py-0.5">
            <span className={isChanged ? "font-semibold" : ""}>{weekdayDate(day.date)}</span>
            <input
              className="figures w-44 rounded-(--radius) border border-rule-strong bg-sheet px-2 py-0.5 aria-invalid:border-plum"
              value={text}
              placeholder={agreed}
              aria-invalid={fault !== undefined}
              onChange={(event) => onTexts({ ...texts, [day.date]: event.target.value })}
            />
            {fault && <span className="basis-full text-right text-[14px] text-plum">{fault}</span>}
          </label>
        );
      })}
    </>
  );
}
