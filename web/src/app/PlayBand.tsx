/** Over every page of a business to play in: what it is, and the way out of it. */
import { useState } from "react";
import { useNavigate } from "react-router";
import { ProblemNote } from "../parts/ProblemNote.tsx";
import { playApi } from "../state/playApi.ts";

export function PlayBand({ business, lead }: { business: { id: number; name: string }; lead: boolean }) {
  const [isAsked, setIsAsked] = useState(false);
  const [putAway, { error, isLoading }] = playApi.usePutAwayMutation();
  const navigate = useNavigate();
  const act = "text-action underline";
  return (
    <div className="border-b border-lime bg-lime/30 px-6 py-1 print:hidden">
      <p className="flex flex-wrap gap-x-3">
        {business.name} is made up: nothing of it is sent, lodged or paid.
        {lead &&
          (isAsked ? (
            <>
              <button
                type="button"
                className={act}
                disabled={isLoading}
                onClick={async () => {
                  const { error: fault } = await putAway(business.id);
                  if (!fault) void navigate("/desk");
                }}
              >
                Yes, put it away for good
              </button>
              <button type="button" className={act} onClick={() => setIsAsked(false)}>
                Keep it
              </button>
            </>
          ) : (
            <button type="button" className={act} onClick={() => setIsAsked(true)}>
              Put it away
            </button>
          ))}
      </p>
      <ProblemNote error={error} />
    </div>
  );
}
