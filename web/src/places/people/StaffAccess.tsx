/** On a person's page: who may open the staff pages, and what the person asked to have changed. */
import type { PersonView } from "@zesty/contract/people";
import { Button } from "../../parts/Button.tsx";
import { longDate, shortDate } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { staffApi } from "../../state/staffApi.ts";

export function StaffAccess({ person }: { person: PersonView }) {
  const { data: access, error } = staffApi.useStaffPagesQuery(person.id, { refetchOnMountOrArgChange: true });
  const [invite, invited] = staffApi.useInviteStaffMutation();
  const [end, ended] = staffApi.useEndStaffMutation();
  const [answer, answered] = staffApi.useAnswerChangeMutation();
  // Who may only look on has nothing to do here.
  if (error || !access) return null;
  return (
    <section id="staff" className="border-t border-rule-strong py-3" aria-labelledby="staff-title">
      <div className="flex items-baseline justify-between">
        <h2 id="staff-title" className="font-name text-[18px]">
          Staff page
        </h2>
        {access.openedAt || access.invitedUntil ? (
          <Button look="quiet" disabled={ended.isLoading} onClick={() => void end(person.id)}>
            {access.openedAt ? "End the access" : "Cancel the invitation"}
          </Button>
        ) : (
          <div className="flex flex-wrap gap-x-4">
            {(access.ways.length > 0 ? access.ways : (["mail"] as const)).map((by) => (
              <Button
                key={by}
                look="quiet"
                disabled={invited.isLoading}
                onClick={() => void invite({ person: person.id, by })}
              >
                {by === "mail" ? "Invite by e-mail" : "Invite by text message"}
              </Button>
            ))}
          </div>
        )}
      </div>
      <p className="text-[15px] text-quiet">
        {access.openedAt
          ? `Open since ${longDate(access.openedAt.slice(0, 10))}: payslips, leave, hours and own details.`
          : access.invitedUntil
            ? `Invited; the link works until ${longDate(access.invitedUntil)}.`
            : "Payslips, leave, hours and own details on the person's phone. What is still missing is asked for there."}
      </p>
      {access.changes.map((change) => (
        <div key={change.id} className="figures mt-2 border-l-3 border-amber py-1 pl-3">
          <p>
            Asked for on {shortDate(change.at.slice(0, 10))}: the pay goes to <strong>{change.words}</strong>
          </p>
          <p className="text-[14px] text-quiet">
            Ring the person before you approve it. An email went to {person.details.email}.
          </p>
          <div className="mt-1 flex gap-2">
            <Button
              disabled={answered.isLoading}
              onClick={() => void answer({ person: person.id, change: change.id, take: true })}
            >
              Pay to this account
            </Button>
            <Button
              disabled={answered.isLoading}
              onClick={() => void answer({ person: person.id, change: change.id, take: false })}
            >
              Decline
            </Button>
          </div>
        </div>
      ))}
      {invited.data && (
        <p className="mt-2 text-[15px]" role="status">
          The invitation to {invited.data.to} is on its way. Where it does not arrive, give the link yourself:{" "}
          <code className="text-[13px] break-all">{invited.data.link}</code>
        </p>
      )}
      {answered.data?.told.map((sentence) => (
        <p key={sentence} className="mt-2 border-l-3 border-amber pl-3 text-[15px]" role="status">
          {sentence}
        </p>
      ))}
      <ProblemNote error={invited.error ?? ended.error ?? answered.error} />
    </section>
  );
}
