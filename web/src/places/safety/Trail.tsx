/** The audit trail: newest first, searched by words and business, exported as it was searched. */
import type { AuditLine } from "@zesty/contract/session";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { ChoiceField, TextField } from "../../parts/Fields.tsx";
import { moment } from "../../parts/format.ts";
import { Nothing, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { trailWords } from "../../parts/trailWords.ts";
import { useSettled } from "../../parts/useSettled.ts";
import { api } from "../../state/api.ts";
import { trailQuery, usersApi } from "../../state/usersApi.ts";

const pageLength = 100;

export function Trail() {
  const { data: session } = api.useSessionQuery();
  const [params] = useSearchParams();
  const [words, setWords] = useState(params.get("words") ?? "");
  const [business, setBusiness] = useState<number | null>(null);
  const [pages, setPages] = useState<(number | null)[]>([null]);
  const wanted = useSettled(words, 250);
  const search = { words: wanted, business };
  return (
    <Page
      title="Audit trail"
      aside={
        <a className="text-action underline" href={`/api/trail.csv?${trailQuery({ ...search, before: null })}`}>
          Export what is found as CSV
        </a>
      }
    >
      <div className="mb-3 grid max-w-2xl grid-cols-2 gap-4">
        <TextField
          label="Find"
          hint="Who, what was done, or to what"
          value={words}
          onChange={(event) => {
            setWords(event.target.value);
            setPages([null]);
          }}
        />
        <ChoiceField
          label="Business"
          value={business ?? ""}
          onChange={(event) => {
            setBusiness(Number(event.target.value) || null);
            setPages([null]);
          }}
        >
          <option value="">all</option>
          {session?.businesses.map((each) => (
            <option key={each.id} value={each.id}>
              {each.name}
            </option>
          ))}
        </ChoiceField>
      </div>
      <table className="w-full text-[15px]">
        <thead>
          <tr className="border-b border-rule-strong text-left text-[14px] text-quiet">
            <th className="py-1 font-medium">When</th>
            <th className="font-medium">Who</th>
            <th className="font-medium">What</th>
            <th className="font-medium">To what</th>
            <th className="font-medium">Business</th>
          </tr>
        </thead>
        {pages.map((before, at) => (
          <Entries
            key={before ?? 0}
            search={{ ...search, before }}
            onMore={at === pages.length - 1 ? (last) => setPages([...pages, last]) : null}
          />
        ))}
      </table>
    </Page>
  );
}

interface EntriesProps {
  search: { words: string; business: number | null; before: number | null };
  onMore: ((last: number) => void) | null;
}

function Entries({ search, onMore }: EntriesProps) {
  const { data, error } = usersApi.useTrailQuery(search, { refetchOnMountOrArgChange: true });
  const last = data?.at(-1);
  return (
    <tbody>
      {error && (
        <tr>
          <td colSpan={5}>
            <ProblemNote error={error} />
          </td>
        </tr>
      )}
      {data?.map((line) => (
        <Entry key={line.id} line={line} />
      ))}
      {data?.length === 0 && search.before === null && (
        <tr>
          <td colSpan={5}>
            <Nothing>Nothing of the trail is called so.</Nothing>
          </td>
        </tr>
      )}
      {onMore && last && data?.length === pageLength && (
        <tr>
          <td colSpan={5} className="py-2">
            <Button onClick={() => onMore(last.id)}>Show older entries</Button>
          </td>
        </tr>
      )}
    </tbody>
  );
}

function Entry({ line }: { line: AuditLine }) {
  return (
    <tr className="border-b border-rule align-baseline">
      <td className="figures py-1 pr-4 whitespace-nowrap text-quiet">{moment(line.at)}</td>
      <td className="pr-4 whitespace-nowrap">{line.user ?? "the program"}</td>
      <td className="pr-4">{trailWords(line.what)}</td>
      <td className="pr-4 break-words">
        {trailWords(line.about)}
        {line.change && (
          <details className="text-[13.5px] text-quiet">
            <summary>what it was, what it is</summary>
            <pre className="max-h-60 max-w-xl overflow-auto whitespace-pre-wrap">
              {JSON.stringify(line.change, null, 1)}
            </pre>
          </details>
        )}
      </td>
      <td className="text-quiet">{line.business}</td>
    </tr>
  );
}
