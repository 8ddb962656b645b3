/** The owner's page on paper: sums with their differences, two drawings at most, what is due and who is away. */
import type { OwnerPage } from "@zesty/contract/ownerPage";
import type { Content, TDocumentDefinitions } from "pdfmake/interfaces.js";
import { date, head, layout, money, page, pdfOf, quiet, right, shortDate } from "./pdfStyle.ts";

const leaf = "#3c6b2f";
const pale = "#c9d3bb";
const width = 499;
const mostBars = 13;

const heading = (text: string): Content => ({ text, bold: true, fontSize: 11, margin: [0, 14, 0, 4] });

const named = (each: OwnerPage["paydays"][number] | undefined): string =>
  each ? `${shortDate(each.payday)}: ${money(each.cost)}` : "";
const against = (text: string | null): string => (text === "+0.00" ? "the same" : (text ?? ""));

/** Thirteen paydays as bars, the last one in full colour; first and last are named beneath. */
function bars(paydays: OwnerPage["paydays"]): Content[] {
  if (paydays.length < 2) return [];
  const high = 64;
  const most = Math.max(...paydays.map((each) => Number(each.cost)), 1);
  const step = width / mostBars;
  const last = paydays.length - 1;
  return [
    heading(`Cost of the last ${paydays.length} paydays`),
    {
      canvas: paydays.map(({ cost }, at) => {
        const tall = Math.max(1, (Math.max(Number(cost), 0) / most) * high);
        return {
          ...{ type: "rect" as const, x: at * step + 2, y: high - tall, w: step - 6, h: tall },
          color: at === last ? leaf : pale,
        };
      }),
    },
    {
      text: [
        { text: `${named(paydays[0])} to `, color: quiet },
        { text: named(paydays[last]), bold: true },
      ],
      fontSize: 8.5,
      margin: [0, 3, 0, 0],
    },
  ];
}

function centres(all: OwnerPage["centres"]): Content[] {
  if (all.length < 2) return [];
  const most = Math.max(...all.map((each) => Number(each.cost)), 1);
  return [
    heading("Cost by cost centre"),
    ...all.map(
      ({ name, cost }): Content => ({
        columns: [
          { text: name, width: 150 },
          {
            canvas: [{ type: "rect", x: 0, y: 3, w: Math.max(1, (Number(cost) / most) * 250), h: 8, color: leaf }],
            width: 260,
          },
          { text: money(cost), alignment: "right" },
        ],
      }),
    ),
  ];
}

export function ownerPageDefinition(own: OwnerPage): TDocumentDefinitions {
  return {
    ...page,
    info: { title: `Payday ${own.payday}: ${own.business}`, author: own.business },
    content: [
      { text: own.business, bold: true, fontSize: 15 },
      {
        text: `Payday ${date(own.payday)}, for ${date(own.period.start)} to ${date(own.period.end)}. ${own.people} ${own.people === 1 ? "person" : "people"}.`,
        color: quiet,
        margin: [0, 0, 0, 12],
      },
      {
        layout,
        table: {
          widths: ["*", 90, 100, 100],
          body: [
            [
              head("Paid"),
              head("", "right"),
              head(own.against.last ? `against ${shortDate(own.against.last)}` : "", "right"),
              head(own.against.year ? `against ${shortDate(own.against.year)}` : "", "right"),
            ],
            ...own.sums.map(({ title, amount, last, year }) => [
              title,
              right(money(amount), { bold: true }),
              right(against(last), { color: quiet }),
              right(against(year), { color: quiet }),
            ]),
          ],
        },
      },
      ...(own.differences.length > 0
        ? [heading("Different from last time"), ...own.differences.map((text) => ({ text }))]
        : []),
      ...bars(own.paydays),
      ...centres(own.centres),
      ...(own.dues.length > 0
        ? [
            heading("Due"),
            {
              layout,
              table: {
                widths: ["*", 110, 90],
                body: own.dues.map(({ words, amount, on }) => [words, `by ${date(on)}`, right(money(amount))]),
              },
            },
          ]
        : []),
      ...(own.away.length > 0
        ? [
            heading("Away next"),
            ...own.away.map(({ name, first, last }) => ({
              text: first === last ? `${name}, ${date(first)}` : `${name}, ${date(first)} to ${date(last)}`,
            })),
          ]
        : []),
    ],
  };
}

export const ownerPagePdf = (own: OwnerPage): Promise<Buffer> => pdfOf(ownerPageDefinition(own));
