/** Beside a person's sections: the super of each payday, and when the fund had it. Nothing where no super is owed. */
import { useState } from "react";
import { Link } from "react-router";
import { cents, shortDate, weekdayDate } from "../../parts/format.ts";
import { Older } from "../../parts/Older.tsx";
import { duesApi } from "../../state/duesApi.ts";

export function Contributions({ person, day }: { person: number; day: string }) {
  const { data = [] } = duesApi.useContributionsQuery(person, { refetchOnMountOrArgChange: true });
  const [most, setMost] = useState(13);
  if (data.length === 0) return null;
  const funds = new Set(data.map((each) => each.fund));
  return (
    <section aria-label="Super by payday">
      <h2 className="mt-6 border-b border-rule-strong pb-1 font-name text-[18px]">Super by payday</h2>
      {funds.size === 1 && <p className="py-1 text-quiet">All to {data[0]?.fund}</p>}
      <table className="w-full">
        <thead className="text-[13.5px] text-quiet">
          <tr className="[&>th]:font-medium">
            <th className="text-left">Payday</th>
            <th className="text-right">Super</th>
            <th className="pl-4 text-left">The fund had it</th>
          </tr>
        </thead>
        <tbody>
          {data.slice(0, most).map((each) => (
            <tr
              key={`${each.payday} ${each.fund} ${each.due}`}
              className="border-b border-rule align-top [&>td]:py-0.5"
            >
              <td>
                {weekdayDate(each.payday)}
                {funds.size > 1 && <span className="block text-[13px] text-quiet">{each.fund}</span>}
              </td>
              <td className="text-right font-semibold">{cents(each.cents)}</td>
              <td className="pl-4">
                {each.hadOn ? (
                  <span className="text-leaf">{shortDate(each.hadOn)}</span>
                ) : (
                  <Link className={`underline ${each.due < day ? "text-plum" : "text-quiet"}`} to="/dues">
                    not yet, due {shortDate(each.due)}
                  </Link>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Older shown={data.length - 1} most={most} onMore={setMost} />
    </section>
  );
}
