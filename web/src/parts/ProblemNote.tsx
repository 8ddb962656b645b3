import { Link } from "react-router";
import { problemOf } from "../state/api.ts";

/** What went wrong, in the server's own sentence, and the step to mend it. */
export function ProblemNote({ error }: { error: unknown }) {
  if (!error) return null;
  const problem = problemOf(error);
  return (
    <div role="alert" className="border-l-3 border-plum py-1 pl-3 text-plum">
      <p>{problem.detail}</p>
      {problem.errors && problem.errors.length > 1 && (
        <ul className="mt-1 list-disc pl-5 text-[15px]">
          {problem.errors.map((each) => (
            <li key={each.path + each.text}>{each.text}</li>
          ))}
        </ul>
      )}
      {problem.mend && (
        <Link className="underline" to={problem.mend}>
          Go there
        </Link>
      )}
    </div>
  );
}
