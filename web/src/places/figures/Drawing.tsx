/**
 * An answer as bars: over time side by side, parts beneath each other. What is drawn stands in the table under it, so that
 * nothing is only to be seen; each series has a colour and a hatch of its own.
 */
import type { Answer } from "@zesty/contract/figures";
import { Bar, BarChart, CartesianGrid, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import { drawnOf, type Series } from "./series.ts";

const looks: { fill: string; hatch: string | null }[] = [
  { fill: "var(--leaf)", hatch: null },
  { fill: "var(--lime)", hatch: "M0,6 L6,0" },
  { fill: "var(--action)", hatch: null },
  { fill: "var(--rule-strong)", hatch: "M0,0 L6,6" },
  { fill: "var(--plum)", hatch: null },
  { fill: "var(--amber)", hatch: "M3,0 L3,6" },
];
const lookOf = (at: number) => looks[at % looks.length] ?? { fill: "var(--leaf)", hatch: null };

const whole = new Intl.NumberFormat("en-AU", { maximumFractionDigits: 0 });
const exact = new Intl.NumberFormat("en-AU", { minimumFractionDigits: 2, maximumFractionDigits: 2 });

export function Drawing({ answer }: { answer: Answer }) {
  const { series, points } = drawnOf(answer);
  const isTime = answer.drawn === "time";
  const unit = answer.columns.at(-1)?.unit ?? "money";
  const shown = (value: number) => `${unit === "money" ? "$" : ""}${unit === "count" ? value : exact.format(value)}`;
  const axis = {
    tick: { fill: "var(--quiet)", fontSize: 13 },
    axisLine: { stroke: "var(--rule-strong)" },
    tickLine: false,
  };
  const figures = {
    tickFormatter: (value: number) => whole.format(value),
    width: 66,
    ...axis,
    axisLine: false,
  } as const;
  const names = { dataKey: "title", ...axis } as const;
  const isStack = isTime && series.length > 1 && answer.question.what !== "heads";
  return (
    <figure className="mb-5" aria-label={`Drawing: ${answer.title}. Its figures stand in the table below.`}>
      {series.length > 1 && <Names series={series} />}
      <div aria-hidden="true" style={{ height: isTime ? 240 : Math.max(80, points.length * 28 + 24) }}>
        <ResponsiveContainer>
          <BarChart
            data={points}
            // The table is read and stepped through; the drawing is no stop of the keyboard.
            accessibilityLayer={false}
            layout={isTime ? "horizontal" : "vertical"}
            margin={{ top: 4, right: 8, bottom: 0, left: 0 }}
            barCategoryGap={isTime ? "22%" : "30%"}
          >
            <defs>
              {series.map((each, at) => (
                <Hatch key={each.key} at={at} />
              ))}
            </defs>
            <CartesianGrid stroke="var(--rule)" vertical={!isTime} horizontal={isTime} />
            {isTime ? <XAxis {...names} /> : <XAxis type="number" {...figures} height={24} />}
            {isTime ? <YAxis {...figures} /> : <YAxis type="category" {...names} width={190} interval={0} />}
            <Tooltip
              cursor={{ fill: "var(--hover)" }}
              formatter={(value, name) => [shown(Number(value)), name]}
              contentStyle={{ background: "var(--sheet)", border: "1px solid var(--rule-strong)", borderRadius: 4 }}
              labelStyle={{ color: "var(--ink)", fontWeight: 600 }}
              itemStyle={{ color: "var(--ink)" }}
              isAnimationActive={false}
            />
            {series.map((each, at) => (
              <Bar
                key={each.key}
                // A name would be read as a path: codes may hold a point.
                dataKey={(point: Record<string, number>) => point[each.key] ?? 0}
                name={each.title}
                {...(isStack ? { stackId: "all" } : {})}
                fill={lookOf(at).hatch ? `url(#hatch${at})` : lookOf(at).fill}
                stroke="var(--sheet)"
                isAnimationActive={false}
              />
            ))}
          </BarChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}

function Hatch({ at }: { at: number }) {
  const { fill, hatch } = lookOf(at);
  return hatch === null ? null : (
    <pattern id={`hatch${at}`} width="6" height="6" patternUnits="userSpaceOnUse">
      <rect width="6" height="6" fill={fill} />
      <path d={hatch} stroke="var(--ink)" strokeWidth="0.8" />
    </pattern>
  );
}

/** What each look stands for, in the order in which they are stacked. */
function Names({ series }: { series: readonly Series[] }) {
  return (
    <figcaption className="mb-1 flex flex-wrap gap-x-4 gap-y-0.5 text-[14px] text-quiet">
      {series.map((each, at) => (
        <span key={each.key} className="flex items-center gap-1.5">
          <svg width="12" height="12" aria-hidden="true">
            <title>{each.title}</title>
            <defs>
              <Hatch at={at + 100 * looks.length} />
            </defs>
            <rect
              width="12"
              height="12"
              fill={lookOf(at).hatch ? `url(#hatch${at + 100 * looks.length})` : lookOf(at).fill}
            />
          </svg>
          {each.title}
        </span>
      ))}
    </figcaption>
  );
}
