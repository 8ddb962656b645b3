/** The year from today as two lines: as it stands in grey, as it would be in ink, and what lies between them in lime. */
import type { AheadView } from "@zesty/contract/ahead";
import { useState } from "react";
import { money, monthWords, shortDate } from "../../parts/format.ts";
import { linesOf, monthsAlong, stepsTo } from "./ahead.ts";

const high = 220;
const whole = new Intl.NumberFormat("en-AU", { maximumFractionDigits: 0 });

export function YearTape({ view, by }: { view: AheadView; by: "week" | "sum" }) {
  const { weeks } = view;
  const [at, setAt] = useState<number | null>(null);
  const lines = linesOf(weeks, by);
  const steps = stepsTo(lines.most);
  const top = Math.max(lines.most, steps.at(-1) ?? 0, 1) * 1.04;
  const y = (value: number) => high - (value / top) * high;
  const wide = 1000;
  const x = (week: number) => (week / weeks.length) * wide;
  /** A week is as wide as it lasts. */
  const path = (values: readonly number[]) =>
    values.map((value, week) => `${week === 0 ? "M" : "L"}${x(week)},${y(value)}H${x(week + 1)}`).join("");
  const shown = at === null ? null : weeks[at];
  const what = by === "week" ? "What leaves the account, by week" : "Cost, added up by week";
  const [now, would] = at === null ? [0, 0] : [lines.now[at] ?? 0, lines.would[at] ?? 0];
  return (
    <figure className="mb-2" aria-label={`Drawing: ${what}. Its figures stand in the table of weeks.`}>
      <div aria-hidden="true" className="flex">
        <div className="relative w-[72px] shrink-0" style={{ height: high }}>
          {steps.map((step) => (
            <span
              key={step}
              className="figures absolute right-2 -translate-y-1/2 text-[13px] text-quiet"
              style={{ top: y(step) }}
            >
              {whole.format(step)}
            </span>
          ))}
        </div>
        <div className="relative min-w-0 flex-1">
          <svg
            viewBox={`0 0 ${wide} ${high}`}
            preserveAspectRatio="none"
            className="block w-full overflow-visible"
            style={{ height: high }}
            onMouseMove={(event) => {
              const box = event.currentTarget.getBoundingClientRect();
              const week = Math.floor(((event.clientX - box.left) / box.width) * weeks.length);
              setAt(week >= 0 && week < weeks.length ? week : null);
            }}
            onMouseLeave={() => setAt(null)}
          >
            <title>{what}</title>
            {steps.map((step) => (
              <line key={step} x1={0} x2={wide} y1={y(step)} y2={y(step)} stroke="var(--rule)" />
            ))}
            {at !== null && <rect x={x(at)} y={0} width={wide / weeks.length} height={high} fill="var(--hover)" />}
            {weeks.map((week, index) => {
              const [was, is] = [lines.now[index] ?? 0, lines.would[index] ?? 0];
              return was === is ? null : (
                <rect
                  key={week.from}
                  x={x(index)}
                  width={wide / weeks.length}
                  y={y(Math.max(was, is))}
                  height={Math.max(Math.abs(y(was) - y(is)), 0.5)}
                  fill="var(--lime)"
                />
              );
            })}
            <path
              d={path(lines.now)}
              fill="none"
              stroke="var(--quiet)"
              strokeWidth={1.5}
              vectorEffect="non-scaling-stroke"
            />
            <path
              d={path(lines.would)}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={2}
              vectorEffect="non-scaling-stroke"
            />
          </svg>
          <Months weeks={weeks} />
        </div>
      </div>
      <figcaption className="figures flex h-6 flex-wrap gap-x-5 pl-[72px] text-[14px]">
        {shown ? (
          <>
            <span className="font-semibold">Week of {shortDate(shown.from)}</span>
            <span className="text-quiet">{money(now.toFixed(2))}</span>
            <span>{money(would.toFixed(2))}</span>
            {now !== would && <span>{`${would > now ? "+" : ""}${money((would - now).toFixed(2))}`}</span>}
          </>
        ) : (
          <>
            <span className="font-semibold">{what}</span>
            <Key colour="var(--quiet)">{view.against ?? "as it stands"}</Key>
            <Key colour="var(--ink)">as it would be</Key>
          </>
        )}
      </figcaption>
    </figure>
  );
}

function Months({ weeks }: Pick<AheadView, "weeks">) {
  return (
    <div className="relative h-6 text-[13px] text-quiet">
      {monthsAlong(weeks).map(({ at: week, month }) => (
        <span
          key={month}
          className="absolute border-l border-rule-strong pl-1 whitespace-nowrap"
          style={{ left: `${(100 * week) / weeks.length}%` }}
        >
          {monthWords(month).slice(0, 3)}
        </span>
      ))}
    </div>
  );
}

function Key({ colour, children }: { colour: string; children: string }) {
  return (
    <span className="flex items-center gap-1.5 text-quiet">
      <svg width="18" height="3" aria-hidden="true">
        <title>{children}</title>
        <rect width="18" height="3" fill={colour} />
      </svg>
      {children}
    </span>
  );
}
