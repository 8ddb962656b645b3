/** The year ahead in figures: sums beside the drawing, people beneath, weeks as a table. */
import type { AheadView } from "@zesty/contract/ahead";
import { Link } from "react-router";
import { difference, money, shortDate } from "../../parts/format.ts";
import { dearest } from "./ahead.ts";

const more = (text: string): string => difference(Math.round(Number(text) * 100)) || "–";
const number = "py-0.5 pl-4 text-right whitespace-nowrap";
const head = "border-b border-rule-strong text-[14px] text-quiet";

export function AheadSums({ view }: { view: AheadView }) {
  const { sums, weeks, against } = view;
  const [was, is] = [dearest(weeks, "now"), dearest(weeks, "would")];
  return (
    <section aria-label="Sums of the year">
      <table className="figures w-full text-[15px]">
        <thead>
          <tr className={head}>
            <th scope="col" className="py-1 text-left font-medium">
              {shortDate(view.from)} to {shortDate(view.to)}
            </th>
            <th scope="col" className="pl-4 text-right font-medium">
              {against ?? "Stands"}
            </th>
            <th scope="col" className="pl-4 text-right font-medium">
              Would be
            </th>
          </tr>
        </thead>
        <tbody>
          {sums.map((each) => (
            <tr key={each.title} className="border-b border-rule align-top">
              <th scope="row" className="py-0.5 text-left font-normal">
                {each.title}
              </th>
              <td className={`${number} text-quiet`}>{money(each.now)}</td>
              <td className={number}>
                {money(each.would)}
                {each.difference !== "0.00" && <span className="block text-[14px]">{more(each.difference)}</span>}
              </td>
            </tr>
          ))}
          {was && is && (
            <tr className="align-top">
              <th scope="row" className="py-0.5 text-left font-normal">
                Dearest week
              </th>
              <td className={`${number} text-quiet`}>
                {money(was.cash.now)}
                <span className="block text-[14px]">{shortDate(was.from)}</span>
              </td>
              <td className={number}>
                {money(is.cash.would)}
                <span className="block text-[14px]">{shortDate(is.from)}</span>
              </td>
            </tr>
          )}
        </tbody>
      </table>
    </section>
  );
}

export function AheadPeople({ view }: { view: AheadView }) {
  return (
    <section aria-label="People" className="mt-4 overflow-x-auto">
      <table className="figures w-full max-w-4xl text-[15px]">
        <thead>
          <tr className={head}>
            <th scope="col" className="py-1 text-left font-medium">
              Cost by person
            </th>
            <th scope="col" className="pl-4 text-right font-medium">
              Pays
            </th>
            <th scope="col" className="pl-4 text-right font-medium">
              {view.against ?? "Stands"}
            </th>
            <th scope="col" className="pl-4 text-right font-medium">
              Would be
            </th>
            <th scope="col" className="pl-4 text-right font-medium">
              Difference
            </th>
          </tr>
        </thead>
        <tbody>
          {view.people.map((each) => (
            <tr key={`${each.personId} ${each.name}`} className="border-b border-rule">
              <th scope="row" className="py-0.5 text-left font-normal">
                {each.personId === null ? (
                  each.name
                ) : (
                  <Link className="hover:underline" to={`/people/${each.personId}`}>
                    {each.name}
                  </Link>
                )}
              </th>
              <td className={number}>
                {each.pays.now === each.pays.would ? each.pays.now : `${each.pays.now} → ${each.pays.would}`}
              </td>
              <td className={`${number} text-quiet`}>{money(each.cost.now)}</td>
              <td className={number}>{money(each.cost.would)}</td>
              <td className={number}>{more(each.difference)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

export function AheadWeeks({ view }: { view: AheadView }) {
  return (
    <details className="mt-4">
      <summary className="cursor-pointer text-action">Weeks</summary>
      <table className="figures mt-1 text-[15px]">
        <thead>
          <tr className={head}>
            {["Week of", "Leaves the account", "Would leave", "Pays cost", "Would cost"].map((title, at) => (
              <th key={title} scope="col" className={`py-1 font-medium ${at === 0 ? "text-left" : "pl-6 text-right"}`}>
                {title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {view.weeks.map(({ from, cash, cost }) => (
            <tr key={from} className="border-b border-rule">
              <th scope="row" className="py-0.5 text-left font-normal">
                {shortDate(from)}
              </th>
              {[cash.now, cash.would, cost.now, cost.would].map((text, at) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: four columns that stay
                <td key={at} className={`${number} ${at % 2 === 0 ? "text-quiet" : ""}`}>
                  {money(text)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}
