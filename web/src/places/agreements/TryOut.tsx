/** A week of shifts tried on an agreement's rules: the lines, the money and which sentences spoke. Nothing is kept. */
import type { AgreementView } from "@zesty/contract/time";
import type { RuleBasis } from "@zesty/core/agreements/agreementRules";
import { addDays } from "@zesty/core/calendar/dates";
import { readDay } from "@zesty/core/hours/dayText";
import { interpret } from "@zesty/core/hours/interpret";
import { baseRate, unitAmount, worthOf } from "@zesty/core/hours/pricing";
import type { DayShift } from "@zesty/core/hours/shiftText";
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { halfUpToCent } from "@zesty/core/quantity/rounding";
import { useEffect, useMemo, useState } from "react";
import { onPage } from "../../countries/onPage.ts";
import { ChoiceField, TextField } from "../../parts/Fields.tsx";
import { money, sentenceCase, weekdayDate } from "../../parts/format.ts";

/** A Monday without public holidays or changes of the clock about it. */
const monday = "2026-09-07";
const names = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];
const example = ["", "", "", "16-20", "", "9-14:30 b30", "10-16:30 b30"];

export function TryOut({
  agreement,
  onSpoke,
}: {
  agreement: AgreementView;
  onSpoke: (ids: ReadonlySet<string>) => void;
}) {
  const { rules } = agreement;
  const [days, setDays] = useState<string[]>(example);
  const [basis, setBasis] = useState<RuleBasis>("casual");
  const [age, setAge] = useState("25");
  const [level, setLevel] = useState(rules.classifications[0]?.key ?? "");
  const [holiday, setHoliday] = useState("");
  const tried = useMemo(() => {
    const faults: string[] = [];
    const shifts: DayShift[] = [];
    days.forEach((text, at) => {
      const day = readDay(text, addDays(monday, at), rules.country);
      if (day && "fault" in day) faults.push(`${names[at]}: ${day.fault}`);
      else if (day) shifts.push(...day.shifts);
    });
    const worked = interpret({
      rules,
      person: { basis, age: Number(age) || 25 },
      settings: agreement.settings,
      timeZone: onPage[rules.country].timeZone,
      holidays: holiday === "" ? [] : [{ date: addDays(monday, Number(holiday)) }],
      shifts,
    });
    if ("faults" in worked) return { faults: [...faults, ...worked.faults.map((each) => each.text)], worked: null };
    return { faults, worked };
  }, [days, basis, age, holiday, rules, agreement.settings]);
  const { worked, faults } = tried;
  useEffect(() => {
    onSpoke(
      new Set([...(worked?.pieces ?? []).map((each) => each.rule), ...(worked?.extras ?? []).map((each) => each.code)]),
    );
  }, [worked, onSpoke]);

  const { rate, why } = baseRate(rules, level || null, agreement.rates, null, worked?.ratePercent ?? 100);
  const lines = (worked?.lines ?? []).map((line) => ({
    ...line,
    amount: rate && halfUpToCent(worthOf(line.minutes, rate, line.percent)),
  }));
  const extras = (worked?.extras ?? []).map((each) => {
    const entry = [...rules.additions, ...rules.allowances].find((rule) => rule.id === each.code);
    const unit = entry ? unitAmount(rules, entry, agreement.rates) : null;
    return { ...each, amount: unit && halfUpToCent(unit.times(each.units)) };
  });
  const total = sum([...lines, ...extras].flatMap((each) => (each.amount ? [each.amount] : [])));
  return (
    <aside aria-label="Try it" className="figures h-fit border-l border-rule-strong pl-6 text-[14.5px]">
      <h2 className="font-name text-[19px]">Try it</h2>
      <p className="text-quiet">A week as it is typed under Time &amp; leave. Nothing is kept.</p>
      <div className="mt-3 grid grid-cols-2 gap-3">
        <ChoiceField label="Basis" value={basis} onChange={(event) => setBasis(event.target.value as RuleBasis)}>
          <option value="casual">casual</option>
          <option value="partTime">part-time</option>
          <option value="fullTime">full-time</option>
        </ChoiceField>
        <TextField label="Age" inputMode="numeric" value={age} onChange={(event) => setAge(event.target.value)} />
        {rules.classifications.length > 0 && (
          <ChoiceField label="Level" value={level} onChange={(event) => setLevel(event.target.value)}>
            {rules.classifications.map((each) => (
              <option key={each.key} value={each.key}>
                {each.title}
              </option>
            ))}
          </ChoiceField>
        )}
        <ChoiceField label="Public holiday" value={holiday} onChange={(event) => setHoliday(event.target.value)}>
          <option value="">none</option>
          {names.map((name, at) => (
            <option key={name} value={at}>
              {name}
            </option>
          ))}
        </ChoiceField>
      </div>
      <div className="mt-3 grid grid-cols-2 gap-x-3 gap-y-1">
        {names.map((name, at) => (
          <label key={name} className="flex items-center gap-2 text-quiet">
            <span className="w-9">{name}</span>
            <input
              className="w-full rounded-(--radius) border border-rule-strong bg-sheet px-2 py-1 text-[14.5px] text-ink"
              value={days[at]}
              onChange={(event) => setDays(days.map((text, no) => (no === at ? event.target.value : text)))}
            />
          </label>
        ))}
      </div>
      {faults.map((text) => (
        <p key={text} role="alert" className="mt-2 text-plum">
          {text}
        </p>
      ))}
      <table className="mt-4 w-full">
        <tbody>
          {lines.map((line) => (
            <tr
              key={`${line.date}${line.percent}${line.overtime}${line.topUp}`}
              className="border-b border-rule align-top"
            >
              <td className="py-1">
                {weekdayDate(line.date).split(",")[0]}
                <span className="block text-[13px] text-quiet">
                  {line.why.map((reason) => (
                    <span key={reason} className="block">
                      {reason}
                    </span>
                  ))}
                </span>
              </td>
              <td className="py-1 text-right whitespace-nowrap">
                {decimal(line.minutes).div(60).toDecimalPlaces(2).toString()} h × {line.percent.toString()} %
                {line.overtime && <span className="block text-[13px] text-amber">overtime</span>}
                {line.topUp && <span className="block text-[13px] text-quiet">made up</span>}
              </td>
              <td className="w-20 py-1 text-right">{line.amount ? money(line.amount.toFixed(2)) : "?"}</td>
            </tr>
          ))}
          {extras.map((each) => (
            <tr key={each.code} className="border-b border-rule align-top">
              <td className="py-1">{sentenceCase(each.code.replaceAll("-", " "))}</td>
              <td className="py-1 text-right">× {each.units.toString()}</td>
              <td className="py-1 text-right">
                {each.amount ? money(each.amount.toFixed(2)) : <span className="text-amber">not known</span>}
              </td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <td className="pt-1 text-[13px] text-quiet">{why}</td>
            <td />
            <td className="pt-1 text-right font-name text-[18px]">{money(total.toFixed(2))}</td>
          </tr>
        </tfoot>
      </table>
    </aside>
  );
}
