/** The users of the practice: who may do what, who is invited. */
import type { SessionView, UsersView, UserView } from "@zesty/contract/session";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { AddForm } from "../../parts/AddForm.tsx";
import { Button } from "../../parts/Button.tsx";
import { errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { longDate } from "../../parts/format.ts";
import { Loading, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { api } from "../../state/api.ts";
import { usersApi } from "../../state/usersApi.ts";
import { RightsFields, type RightsTyped } from "./RightsFields.tsx";
import { businessInWords, rightsInWords } from "./rightWords.ts";

export function Users() {
  const { data: session } = api.useSessionQuery();
  const { data, error } = usersApi.useUsersQuery(undefined, { refetchOnMountOrArgChange: true });
  const [open, setOpen] = useState<"invite" | number | null>(null);
  const [invited, setInvited] = useState<Invited | null>(null);
  if (error)
    return (
      <Page title="Users">
        <ProblemNote error={error} />
      </Page>
    );
  if (!data || !session) return <Loading what="the users" />;
  const nameOf = (id: number) => session.businesses.find((each) => each.id === id)?.name ?? "";
  return (
    <Page
      title="Users"
      aside={
        <Button look="main" onClick={() => setOpen("invite")}>
          Invite somebody
        </Button>
      }
    >
      {open === "invite" && (
        <InviteForm
          session={session}
          teams={data.teams}
          onDone={(done) => {
            setInvited(done);
            setOpen(null);
          }}
        />
      )}
      {invited && (
        <p role="status" className="my-3 border-l-3 border-leaf py-1 pl-3">
          The letter to {invited.email} is on its way. Its link works once, for seven days. Where the letter does not
          arrive, give it yourself: <code className="block break-all">{invited.link}</code>
        </p>
      )}
      <ul className="border-t border-rule-strong">
        {data.users.map((user) => (
          <li key={user.id} className="border-b border-rule py-2">
            <div className="grid grid-cols-[220px_1fr_auto] max-[700px]:grid-cols-1 items-baseline gap-4">
              <div>
                <p className="font-semibold">
                  {user.name}
                  {user.id === session.user?.id && <span className="font-normal text-quiet"> (you)</span>}
                </p>
                <p className="text-[14px] text-quiet">{user.email}</p>
              </div>
              <p>
                {user.active ? rightsInWords(user, nameOf, data.teams) : "may not sign in any more"}
                <span className="block text-[14px] text-quiet">
                  {user.secondFactor ? "Signs in with a one-time code." : "No second factor."}
                </span>
              </p>
              {open !== user.id && (
                <Button look="quiet" aria-label={`Change ${user.name}`} onClick={() => setOpen(user.id)}>
                  Change
                </Button>
              )}
            </div>
            {open === user.id && (
              <UserForm session={session} teams={data.teams} user={user} onDone={() => setOpen(null)} />
            )}
          </li>
        ))}
      </ul>
      {data.invitations.length > 0 && <Invitations data={data} nameOf={nameOf} />}
      <section className="mt-6">
        <h2 className="border-b border-rule-strong pb-1 font-name text-[19px]">By business</h2>
        {session.businesses.map((each) => (
          <p
            key={each.id}
            className="grid grid-cols-[220px_1fr] max-[700px]:grid-cols-1 gap-4 border-b border-rule py-2"
          >
            <span className="font-semibold">{each.name}</span>
            <span>
              {businessInWords(data, each.id)}
              <Keeper business={each} data={data} />
            </span>
          </p>
        ))}
      </section>
    </Page>
  );
}

function Invitations({ data, nameOf }: { data: UsersView; nameOf: (business: number) => string }) {
  const [withdraw] = usersApi.useWithdrawInvitationMutation();
  return (
    <section className="mt-6">
      <h2 className="border-b border-rule-strong pb-1 font-name text-[19px]">Invited</h2>
      {data.invitations.map((each) => (
        <div
          key={each.id}
          className="grid grid-cols-[220px_1fr_auto] max-[700px]:grid-cols-1 items-baseline gap-4 border-b border-rule py-2"
        >
          <div>
            <p>{each.name}</p>
            <p className="text-[14px] text-quiet">{each.email}</p>
          </div>
          <p>
            {rightsInWords(each, nameOf, data.teams)}
            <span className="block text-[14px] text-quiet">
              The link works once, until {longDate(each.expiresAt.slice(0, 10))}.
            </span>
          </p>
          <Button look="quiet" onClick={() => void withdraw(each.id)}>
            Withdraw
          </Button>
        </div>
      ))}
    </section>
  );
}

interface Invited {
  email: string;
  link: string;
}

interface InviteProps {
  session: SessionView;
  teams: UsersView["teams"];
  onDone: (invited: Invited | null) => void;
}

function InviteForm({ session, teams, onDone }: InviteProps) {
  const [invite] = usersApi.useInviteMutation();
  const [rights, setRights] = useState<RightsTyped>({ lead: false, rights: [] });
  const form = useForm({ defaultValues: { name: "", email: "" } });
  const { errors } = form.formState;
  const submit = submitOf(form, async (values) => {
    const answer = await invite({ ...values, ...rights });
    if (answer.error) showErrors(form.setError, answer.error);
    else onDone({ email: values.email, ...answer.data });
  });
  return (
    <AddForm action="Send the invitation" fault={errors.root?.message} onSubmit={submit} onLeave={() => onDone(null)}>
      <TextField label="Name" autoFocus error={errorAt(errors, "name")} {...form.register("name")} />
      <TextField label="E-mail" type="email" error={errorAt(errors, "email")} {...form.register("email")} />
      <RightsFields teams={teams} businesses={session.businesses} value={rights} onChange={setRights} />
    </AddForm>
  );
}

interface UserProps {
  session: SessionView;
  teams: UsersView["teams"];
  user: UserView;
  onDone: () => void;
}

function UserForm({ session, teams, user, onDone }: UserProps) {
  const [change, { error }] = usersApi.useChangeUserMutation();
  const [rights, setRights] = useState<RightsTyped>({ lead: user.lead, rights: user.rights });
  const [seen] = useState(user.stamp);
  const save = async (active: boolean) => {
    const answer = await change({ user: user.id, seen, active, ...rights });
    if (!answer.error) onDone();
  };
  return (
    <AddForm action="Save" fault={undefined} onSubmit={() => save(user.active)} onLeave={onDone}>
      <RightsFields teams={teams} businesses={session.businesses} value={rights} onChange={setRights} />
      <div className="col-span-4">
        <ProblemNote error={error} />
        {user.id !== session.user?.id && (
          <Button look="quiet" onClick={() => void save(!user.active)}>
            {user.active ? "Close this account: sessions end, nothing of the past changes" : "Open this account again"}
          </Button>
        )}
      </div>
    </AddForm>
  );
}

/** Whose desk a business stands on, among those who see it. */
function Keeper({ business, data }: { business: SessionView["businesses"][number]; data: UsersView }) {
  const [keep, { error, isLoading }] = usersApi.useKeepBusinessMutation();
  const may = data.users.filter(
    (user) =>
      user.active &&
      (user.lead || user.rights.some((each) => each.businessId === business.id && each.right !== "hours")),
  );
  return (
    <label className="mt-1 flex flex-wrap items-center gap-2 text-[14.5px] text-quiet">
      Kept by
      <select
        aria-label={`${business.name} is kept by`}
        className="rounded-(--radius) border border-rule-strong bg-sheet px-1 py-0.5 text-ink"
        disabled={isLoading}
        value={data.keepers[business.id] ?? ""}
        onChange={(event) =>
          void keep({ businessId: business.id, userId: event.target.value === "" ? null : Number(event.target.value) })
        }
      >
        <option value="">nobody in particular</option>
        {may.map((user) => (
          <option key={user.id} value={user.id}>
            {user.name}
          </option>
        ))}
      </select>
      <ProblemNote error={error} />
    </label>
  );
}
