/** Every pay element of a year: where it is reported, what it counts for, what it carried, and what is doubtful of it. */
import type { ElementLine, ElementSheet } from "@zesty/contract/year";
import type { ElementAu } from "@zesty/core/au/pay/input";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { elementWords } from "../../parts/elementWords.ts";
import { centsOrDash } from "../../parts/format.ts";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { Loading, Page, PageProblem } from "../../parts/Page.tsx";
import { useBusiness } from "../../state/business.ts";
import { yearApi } from "../../state/yearApi.ts";
import { ReportMove } from "./ReportMove.tsx";

export function YearElements() {
  const business = useBusiness();
  const [search] = useSearchParams();
  const [moving, setMoving] = useState<number | null>(null);
  const { data, error } = yearApi.useYearElementsQuery(
    { business: business.id, from: search.get("from") },
    { refetchOnMountOrArgChange: true },
  );
  if (error) return <PageProblem error={error} />;
  if (!data) return <Loading what="the pay elements" />;
  const names = data.lines[0]?.counts.map((each) => each.name) ?? [];
  return (
    <Page
      title={`Pay elements, ${data.year.name}`}
      aside={
        <Link className="text-action underline" to="/year">
          The year's sheet
        </Link>
      }
    >
      <p className="mb-3 max-w-3xl text-quiet">
        What becomes of what is paid by each element, by the rules that work pays out. A change in Set-up holds for pays
        that are signed off after it; what an element is reported as can be put right here for pays of the year, too.
      </p>
      <table className="figures w-full text-[15px] [&_:is(td,th):not(:first-child)]:pl-4">
        <thead>
          <tr className="border-b border-rule-strong text-left text-[14px] text-quiet [&>th]:font-medium">
            <th className="py-1">Element</th>
            <th>Kind</th>
            <th>Reported as</th>
            {names.map((name) => (
              <th key={name}>{name}</th>
            ))}
            <th>Account</th>
            <th className="text-right">This year</th>
            <th className="text-right">People</th>
          </tr>
        </thead>
        <tbody>
          {data.lines.map((line) => (
            <Row
              key={line.id}
              line={line}
              year={data.year}
              moving={moving === line.id}
              onMove={(on) => setMoving(on ? line.id : null)}
            />
          ))}
        </tbody>
      </table>
    </Page>
  );
}

interface RowProps {
  line: ElementLine;
  year: ElementSheet["year"];
  moving: boolean;
  onMove: (on: boolean) => void;
}

function Row({ line, year, moving, onMove }: RowProps) {
  if (moving)
    return (
      <tr className="border-b border-rule align-top">
        <td className="py-1.5 font-semibold">{line.name}</td>
        <td colSpan={6 + line.counts.length - 1}>
          <ReportMove line={line} year={year} onEnd={() => onMove(false)} />
        </td>
      </tr>
    );
  return (
    <tr className={`border-b border-rule align-top [&>td]:py-1.5 ${line.people === 0 ? "text-quiet" : ""}`}>
      <td>
        <span className={line.people === 0 ? "" : "font-semibold"}>{line.name}</span>{" "}
        <span className="text-quiet">{line.code}</span>
        {line.paidTo && <span className="block text-[13px] text-quiet">to {line.paidTo}</span>}
        {line.doubts.map((doubt) => (
          <span key={doubt} className="flex items-baseline gap-1.5 text-[14px]">
            <MarkShape kind="query" />
            <span>
              {doubt}{" "}
              <Link className="text-action underline" to="/set-up#elements">
                Look
              </Link>
            </span>
          </span>
        ))}
      </td>
      <td>{elementWords[line.kind as ElementAu]}</td>
      <td>
        <span className={`block ${line.reported ? "" : "text-quiet"}`}>{line.reported ?? "not reported"}</span>
        {line.reportedAs && line.people > 0 && (
          <Button look="quiet" aria-label={`Put right what ${line.name} is reported as`} onClick={() => onMove(true)}>
            Put right…
          </Button>
        )}
      </td>
      {line.counts.map((each) => (
        <td key={each.name} className={each.yes ? "" : "text-quiet"}>
          {each.yes ? "yes" : "no"}
          {each.isSet && <span className="text-[13px] text-quiet"> set</span>}
        </td>
      ))}
      <td className="text-quiet">{line.account ?? ""}</td>
      <td className="text-right">{centsOrDash(line.cents)}</td>
      <td className="text-right">{line.people || "–"}</td>
    </tr>
  );
}
