/** After a restore: the list that a person goes through before anything is sent again. */
import type { Confirm, ConfirmView } from "@zesty/contract/restored";
import { useState } from "react";
import { Link } from "react-router";
import { Block } from "../../parts/Block.tsx";
import { Button } from "../../parts/Button.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { moment } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { usersApi } from "../../state/usersApi.ts";

export function Restored() {
  const { data, error } = usersApi.useRestoredQuery(undefined, {
    refetchOnMountOrArgChange: true,
    pollingInterval: 5000,
  });
  const [release, releasing] = usersApi.useReleaseRestoredMutation();
  const [sayTogether, together] = usersApi.useConfirmRestoredMutation();
  if (error) return <ProblemNote error={error} />;
  if (!data) return null;
  const open = data.list?.filter((each) => each.decided === null).length ?? 0;
  return (
    <Block
      title="After the restore"
      action={
        data.list && open === 0 ? (
          <Button look="main" disabled={releasing.isLoading} onClick={() => void release()}>
            Send again from here
          </Button>
        ) : null
      }
    >
      <p role="status" className="my-2 border-l-3 border-amber py-1 pl-3">
        This store was restored from the backup of {moment(data.backupOf)}. Nothing is sent, lodged, paid or mailed
        until each line here is answered
        {data.list === null
          ? ". Bank and agencies are being asked what they hold since then."
          : open === 0
            ? ": all are."
            : `: ${open} of ${data.list.length} to go.`}
      </p>
      <ProblemNote error={releasing.error ?? together.error} />
      {data.untouched > 1 && (
        <Button disabled={together.isLoading} onClick={() => void sayTogether({ key: "untouched", as: "anew" })}>
          Of the {data.untouched} paydays of businesses that bank and agencies hold nothing new of, nothing went out
        </Button>
      )}
      <ul>
        {data.list?.map((line) => (
          <Line key={line.key} line={line} />
        ))}
      </ul>
    </Block>
  );
}

function Line({ line }: { line: ConfirmView }) {
  const [say, { error, isLoading }] = usersApi.useConfirmRestoredMutation();
  const [dismissing, setDismissing] = useState(false);
  const [reason, setReason] = useState("");
  const answer = (as: Confirm["as"], more: Partial<Confirm> = {}) => void say({ key: line.key, as, ...more });
  return (
    <li className="border-b border-rule py-2">
      <p className={line.decided ? "text-quiet" : ""}>
        {line.business && <span className="font-semibold">{line.business}: </span>}
        {line.link ? (
          <Link className="text-action underline" to={line.link}>
            {line.words}
          </Link>
        ) : (
          line.words
        )}
        {line.decided && <span className="text-leaf"> ({line.decided})</span>}
      </p>
      {!line.decided && (
        <div className="mt-1 flex flex-wrap items-center gap-2">
          {line.message ? (
            line.fits.map((each) => (
              <Button key={each.id} disabled={isLoading} onClick={() => answer("takenOver", { message: each.id })}>
                It is {each.words}
              </Button>
            ))
          ) : line.key === "users" ? (
            <Button disabled={isLoading} onClick={() => answer("takenOver")}>
              Looked through
            </Button>
          ) : (
            <>
              <Button disabled={isLoading} onClick={() => answer("anew")}>
                {line.key.startsWith("payslips ") ? "Mail them from here" : "Nothing of it went out"}
              </Button>
              <Button disabled={isLoading} onClick={() => answer("takenOver")}>
                {line.key.startsWith("payslips ") ? "They were mailed" : "What went out is taken over"}
              </Button>
            </>
          )}
          {line.key !== "users" && (
            <Button look="quiet" aria-expanded={dismissing} onClick={() => setDismissing(!dismissing)}>
              Dismiss…
            </Button>
          )}
          {line.message && line.fits.length === 0 && (
            <span className="text-[14px] text-quiet">
              To take it over, sign off its run first, with the hours of then.
            </span>
          )}
        </div>
      )}
      {dismissing && !line.decided && (
        <form
          className="mt-1 flex items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            answer("dismissed", { reason });
          }}
        >
          <TextField label="Reason" value={reason} onChange={(event) => setReason(event.target.value)} />
          <Button type="submit" disabled={isLoading || reason.trim() === ""}>
            Dismiss
          </Button>
        </form>
      )}
      <ProblemNote error={error} />
    </li>
  );
}
