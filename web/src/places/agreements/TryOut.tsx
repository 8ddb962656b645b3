/** A week of shifts tried on an agreement's rules: the lines, the money and which sentences spoke. Nothing is kept. */
import type { AgreementView } from "@zesty/contract/time";
import type { RuleBasis } from "@zesty/core/agreements/agreementRules";
import { flagsOf, leadsOthers } from "@zesty/core/agreements/flags";
import { decimal } from "@zesty/core/quantity/decimal";
import { useEffect, useMemo, useState } from "react";
import { ChoiceField, TextField, TickField } from "../../parts/Fields.tsx";
import { flagWords, money, sentenceCase, weekdayDate } from "../../parts/format.ts";
import { dayNames, tryWeek } from "./triedWeek.ts";

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
  const [flags, setFlags] = useState<Record<string, boolean>>({});
  const [leads, setLeads] = useState("");
  const asked = [...flagsOf(rules)];
  const tried = useMemo(
    () =>
      tryWeek(agreement, {
        ...{ days, level, holiday: holiday === "" ? null : Number(holiday) },
        person: { basis, age: Number(age) || 25, flags, leads: Number(leads) || 0 },
      }),
    [agreement, days, level, holiday, basis, age, flags, leads],
  );
  useEffect(() => onSpoke(new Set(tried.spoke)), [tried, onSpoke]);
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
          {dayNames.map((name, at) => (
            <option key={name} value={at}>
              {name}
            </option>
          ))}
        </ChoiceField>
        {asked.includes(leadsOthers) && (
          <TextField
            label="Leads how many people"
            inputMode="numeric"
            value={leads}
            onChange={(event) => setLeads(event.target.value)}
          />
        )}
      </div>
      {asked
        .filter((flag) => flag !== leadsOthers)
        .map((flag) => (
          <TickField
            key={flag}
            label={flagWords(flag)}
            checked={flags[flag] ?? false}
            onChange={(event) => setFlags({ ...flags, [flag]: event.target.checked })}
          />
        ))}
      <div className="mt-3 grid grid-cols-2 gap-x-3 gap-y-1">
        {dayNames.map((name, at) => (
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
      <WhatItGives tried={tried} />
    </aside>
  );
}

/** Lines, allowances and the money, or why there is none. */
function WhatItGives({ tried }: { tried: ReturnType<typeof tryWeek> }) {
  const { faults, lines, extras, total, why } = tried;
  return (
    <>
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
    </>
  );
}
