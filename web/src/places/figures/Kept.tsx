/** Questions that somebody keeps, as a list of sentences; and the one in hand, kept under a name. */
import type { Question } from "@zesty/contract/figures";
import { useState } from "react";
import { Link } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { figuresApi, paramsOf } from "../../state/figuresApi.ts";

export function Kept({ question, title }: { question: Question; title: string }) {
  const { data: kept = [] } = figuresApi.useKeptQuestionsQuery();
  const [keep, keeping] = figuresApi.useKeepQuestionMutation();
  const [drop] = figuresApi.useDropQuestionMutation();
  const [mail, mailing] = figuresApi.useMailQuestionMutation();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState("");
  const save = async () => {
    const done = await keep({ name: name.trim() || title.slice(0, 80), question });
    if (done.data) {
      setOpen(false);
      setName("");
    }
  };
  return (
    <section aria-label="Kept questions" className="mt-8 max-w-3xl border-t border-rule pt-3">
      {kept.length > 0 && (
        <ul className="mb-2">
          {kept.map((each) => (
            <li key={each.id} className="flex items-baseline gap-3 py-0.5">
              <Link className="text-action underline" to={`/figures?${new URLSearchParams(paramsOf(each.question))}`}>
                {each.name}
              </Link>
              {each.mailed && <span className="text-[14px] text-quiet">comes by mail on the first of each month</span>}
              <Button
                look="quiet"
                className="text-[14px] !text-quiet"
                aria-label={each.mailed ? `Mail ${each.name} no more` : `Mail me ${each.name} each month`}
                onClick={() => void mail({ id: each.id, monthly: !each.mailed })}
              >
                {each.mailed ? "mail it no more" : "mail it to me each month"}
              </Button>
              <Button
                look="quiet"
                className="text-[14px] !text-quiet"
                aria-label={`Take out ${each.name}`}
                onClick={() => void drop(each.id)}
              >
                take out
              </Button>
            </li>
          ))}
        </ul>
      )}
      {open ? (
        <form
          noValidate
          className="flex items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void save();
          }}
        >
          <div className="w-96">
            <TextField
              label="Name of the question"
              placeholder={title}
              autoFocus
              maxLength={80}
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
          </div>
          <Button type="submit" disabled={keeping.isLoading}>
            Keep
          </Button>
          <Cancel look="quiet" onClick={() => setOpen(false)} />
        </form>
      ) : (
        <Button look="quiet" onClick={() => setOpen(true)}>
          Keep this question
        </Button>
      )}
      <ProblemNote error={keeping.error ?? mailing.error} />
    </section>
  );
}
