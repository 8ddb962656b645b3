/** The books: a journal for each run, its reversal or its settlement. */
import { useState } from "react";
import { Link } from "react-router";
import { cents, weekdayDate } from "../../parts/format.ts";
import { Older } from "../../parts/Older.tsx";
import { Loading, Nothing, Page, PageProblem } from "../../parts/Page.tsx";
import { booksApi } from "../../state/booksApi.ts";
import { useBusiness } from "../../state/business.ts";
import { BooksTabs } from "./BooksTabs.tsx";

const kinds = {
  run: "pay run",
  reversal: "taken back",
  settlement: "settled by the bank",
  leave: "leave not taken",
  dues: "dues paid over",
};

export function Books() {
  const business = useBusiness();
  const [most, setMost] = useState(60);
  const [words, setWords] = useState("");
  const { data: journals, error } = booksApi.useJournalsQuery(
    { business: business.id, most, words },
    { refetchOnMountOrArgChange: true },
  );
  if (error) return <PageProblem error={error} />;
  if (!journals) return <Loading what="the books" />;
  return (
    <Page title="Books">
      <BooksTabs />
      <input
        type="search"
        aria-label="Find a journal"
        placeholder="Find: PR-0012, settled, 2026-06"
        className="mb-3 w-80 rounded-(--radius) border border-rule-strong bg-sheet px-2.5 py-1.5"
        value={words}
        onChange={(event) => setWords(event.target.value)}
      />
      {journals.length === 0 ? (
        <Nothing>
          {words ? `No journal says “${words}”.` : "Every signed-off run posts a balanced journal here."}
        </Nothing>
      ) : (
        <table className="figures w-full text-[15px]">
          <thead>
            <tr className="border-b border-rule-strong text-left text-[14px] text-quiet">
              <th className="py-1 font-medium">Date</th>
              <th className="font-medium">Journal</th>
              <th className="font-medium">What</th>
              <th className="font-medium">Kind</th>
              <th className="text-right font-medium">Debits = credits</th>
            </tr>
          </thead>
          <tbody>
            {journals.map((each) => (
              <tr key={each.id} className="border-b border-rule hover:bg-hover">
                <td className="py-1.5">
                  {weekdayDate(each.date)} {each.date.slice(0, 4)}
                </td>
                <td>
                  <Link className="text-action underline" to={`/books/${each.id}`}>
                    {each.reference}
                  </Link>
                </td>
                <td>{each.description}</td>
                <td className="text-quiet">{kinds[each.kind]}</td>
                <td className="text-right">{cents(each.totalCents)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Older shown={journals.length} most={most} onMore={setMost} />
    </Page>
  );
}
