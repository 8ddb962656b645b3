/** A page of writing: the question as a sentence, its answer drawn where time or parts are asked, the table beneath. */
import type { Question } from "@zesty/contract/figures";
import { lazy, Suspense, useState } from "react";
import { Link } from "react-router";
import { Loading, Nothing, Page, PageProblem } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { useAddress } from "../../parts/useAddress.ts";
import { api } from "../../state/api.ts";
import { useBusiness, useToday } from "../../state/business.ts";
import { figuresApi, paramsOf } from "../../state/figuresApi.ts";
import { AnswerTable, type Chosen } from "./AnswerTable.tsx";
import { Behind } from "./Behind.tsx";
import { Kept } from "./Kept.tsx";
import { questionIn } from "./question.ts";
import { Sentence } from "./Sentence.tsx";

// The drawing brings a library with it that a table does not need.
const Drawing = lazy(() => import("./Drawing.tsx").then((m) => ({ default: m.Drawing })));

export function Figures() {
  const business = useBusiness();
  const { data: session } = api.useSessionQuery();
  const today = useToday();
  const [params, setParams] = useAddress();
  // What is made up is asked about by itself, and is in no sum of the others.
  const seen =
    session?.businesses.filter((each) => each.right !== "hours" && (!each.play || each.id === business.id)) ?? [];
  const { data: all, error } = figuresApi.useAskedQuery(
    seen.map((each) => each.id),
    { skip: seen.length === 0 },
  );
  if (error) return <PageProblem error={error} />;
  if (!session || !all) return <Loading what="what can be asked" />;
  const usual = { business: business.id, country: business.country, day: today };
  const question = questionIn(params, all, usual);
  if (!question) return <Nothing>Nothing can be asked here.</Nothing>;
  const change = (parts: Partial<Question>) => {
    const next = new URLSearchParams(paramsOf({ ...question, ...parts }));
    // Another question begins with its own layout.
    if (parts.what !== undefined) for (const name of ["rows", "columns"]) next.delete(name);
    setParams(next);
  };
  return (
    <Page
      wide
      title="Figures"
      aside={
        <Link className="text-action underline" to="/figures/what-if">
          What if: the year ahead
        </Link>
      }
    >
      <Sentence
        question={question}
        all={all}
        businesses={seen}
        country={business.country}
        day={today}
        onChange={change}
      />
      <AnswerTo key={JSON.stringify(question)} question={question} />
    </Page>
  );
}

function AnswerTo({ question }: { question: Question }) {
  const { data: answer, error } = figuresApi.useFiguresQuery(question, { refetchOnMountOrArgChange: true });
  const [chosen, setChosen] = useState<Chosen | null>(null);
  if (error) return <ProblemNote error={error} />;
  if (!answer) return <Loading what="the figures" />;
  const address = new URLSearchParams(paramsOf(question)).toString();
  return (
    <>
      {answer.drawn && (
        <Suspense fallback={<div className="mb-5 h-[270px]" />}>
          <Drawing answer={answer} />
        </Suspense>
      )}
      {answer.rows.length > 0 && (
        <div className={chosen ? "grid grid-cols-[minmax(0,1fr)_400px] gap-8 max-[1100px]:grid-cols-1" : ""}>
          <AnswerTable answer={answer} chosen={chosen} onChoose={setChosen} />
          {chosen && <Behind question={question} chosen={chosen} onClose={() => setChosen(null)} />}
        </div>
      )}
      {answer.notes.map((note) => (
        <p key={note} className="mt-2 max-w-3xl text-[14.5px] text-quiet">
          {note}
        </p>
      ))}
      {answer.rows.length > 0 && (
        <p className="mt-3 text-[14.5px] text-quiet">
          As a file:{" "}
          {(["csv", "xlsx", "pdf"] as const).map((ending, at) => (
            <span key={ending}>
              {at > 0 && ", "}
              <a className="text-action underline" href={`/api/figures.${ending}?${address}`} download>
                {ending.toUpperCase()}
              </a>
            </span>
          ))}
        </p>
      )}
      <Kept question={question} title={answer.title} />
    </>
  );
}
