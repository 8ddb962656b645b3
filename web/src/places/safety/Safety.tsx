/** The safety of the books: backups, the walk over the audit trail, where key and data lie. */
import type { SafetyView } from "@zesty/contract/session";
import { useState } from "react";
import { Link } from "react-router";
import { Block } from "../../parts/Block.tsx";
import { Button } from "../../parts/Button.tsx";
import { TextField } from "../../parts/Fields.tsx";
import { bytes, moment } from "../../parts/format.ts";
import { Loading, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { usersApi } from "../../state/usersApi.ts";
import { Restored } from "./Restored.tsx";

/** Who gets the result of each day's walk: the anchor is of use where nobody of this machine can reach it. */
function AnchorMail({ to }: { to: string | null }) {
  const [mail, { error, isLoading, isSuccess }] = usersApi.useMailAnchorMutation();
  const [address, setAddress] = useState(to ?? "");
  return (
    <form
      className="mt-2 flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void mail(address.trim() || null);
      }}
    >
      <TextField
        label="Mail the result of each day with its anchor to"
        value={address}
        onChange={(event) => setAddress(event.target.value)}
      />
      <Button type="submit" disabled={isLoading || address.trim() === (to ?? "")}>
        Save
      </Button>
      {isSuccess && address.trim() === (to ?? "") && (
        <span role="status" className="text-leaf">
          {to ? "Kept." : "Nobody gets it any more."}
        </span>
      )}
      <ProblemNote error={error} />
    </form>
  );
}

/** Who may do everything is worth the most to a thief. */
function LeadsFactor({ demanded }: { demanded: boolean }) {
  const [demand, { error, isLoading }] = usersApi.useDemandFactorMutation();
  return (
    <Block
      title="How leads sign in"
      action={
        <Button look="quiet" disabled={isLoading} onClick={() => void demand(!demanded)}>
          {demanded ? "No longer demand it" : "Demand a second factor of leads"}
        </Button>
      }
    >
      <p className="mt-2">
        {demanded
          ? "Every lead has a second factor: who has none sets it up before anything else opens."
          : "A password is enough for a lead who has set up no second factor."}
      </p>
      <ProblemNote error={error} />
    </Block>
  );
}

/** Businesses that were taken in: sent from here once somebody says so. */
function MovedIn({ businesses }: { businesses: SafetyView["movedIn"] }) {
  const [send, sending] = usersApi.useSendFromHereMutation();
  return (
    <div role="status" className="mb-2 border-l-3 border-amber py-1 pl-3">
      <p>
        Nothing of these is sent, lodged or paid from here until you say so: first see to it that the installation that
        they came from sends nothing any more.
      </p>
      <ul>
        {businesses.map(({ id, name, madeAt }) => (
          <li key={id} className="mt-2 flex flex-wrap items-center gap-3">
            <Button disabled={sending.isLoading} onClick={() => void send(id)}>
              Send {name} from here
            </Button>
            <span className="text-quiet">its file was made {moment(madeAt)}</span>
          </li>
        ))}
      </ul>
      <ProblemNote error={sending.error} />
    </div>
  );
}

function Trail({ data }: { data: SafetyView }) {
  const { trail } = data;
  const [walk, walking] = usersApi.useWalkTrailMutation();
  return (
    <Block
      title="Is every record as sealed?"
      action={
        <Button look="quiet" disabled={walking.isLoading} onClick={() => void walk()}>
          {walking.isLoading ? "Walking the trail…" : "Check every record now"}
        </Button>
      }
    >
      <ProblemNote error={walking.error} />
      {trail.broken.length === 0 ? (
        <p className="mt-2">
          <span className="font-semibold text-leaf">Whole.</span> {trail.entries.toLocaleString("en-AU")} entries of the
          audit trail and {trail.seals.toLocaleString("en-AU")} sealed records are as they were written.
        </p>
      ) : (
        <>
          <p className="mt-2 font-semibold text-plum">
            {trail.broken.length === 1
              ? "One record is not as it was sealed:"
              : `${trail.broken.length} records are not as they were sealed:`}
          </p>
          <ul className="list-disc pl-5 text-plum">
            {trail.broken.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
          <p className="mt-1">
            Somebody changed the database beside the program, or the disk did. Keep this folder as it is, and restore
            the last backup from before: how, is in docs/howTo/operate.md.
          </p>
        </>
      )}
      <p className="mt-1 text-[14px] text-quiet">
        Looked at {moment(trail.walkedAt)}. Anchor: entry {trail.anchor.entry},{" "}
        <code className="break-all">{trail.anchor.hash}</code>. A copy of it outside this machine proves later that
        nothing before it was changed. One is kept in <code className="break-all">{data.anchorFile}</code> and compared
        at each start; the whole trail is walked once a day.
      </p>
      <AnchorMail to={data.anchorMail} />
    </Block>
  );
}

function Backups({ data }: { data: SafetyView }) {
  const { backups } = data;
  const [backUp, backingUp] = usersApi.useBackUpMutation();
  return (
    <Block
      title="Backups"
      action={
        <Button look="quiet" disabled={backingUp.isLoading} onClick={() => void backUp()}>
          {backingUp.isLoading ? "Making it…" : "Make one now"}
        </Button>
      }
    >
      <ProblemNote error={backingUp.error} />
      {backups.length === 0 && (
        <p className="py-2 text-quiet">
          None yet. A backup holds the database and its documents; the key is kept apart from it.
        </p>
      )}
      <table className="figures w-full">
        <tbody>
          {backups.map((each) => (
            <tr key={each.name} className="border-b border-rule">
              <td className="py-1">{moment(each.madeAt)}</td>
              <td className="text-quiet">{each.name}</td>
              <td className="text-right">{bytes(each.bytes)}</td>
              <td className="text-right text-quiet">up to entry {each.entry}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 text-[14px] text-quiet">
        They lie in <code>{data.folder}</code>; the newest of seven days, four weeks and twelve months is kept. Copy
        them to another machine.
      </p>
    </Block>
  );
}

export function Safety() {
  const { data, error } = usersApi.useSafetyQuery(undefined, { refetchOnMountOrArgChange: true });
  if (error)
    return (
      <Page title="Safety">
        <ProblemNote error={error} />
      </Page>
    );
  if (!data) return <Loading what="the safety of the books" />;
  const { held, movedIn } = data;
  return (
    <Page
      title="Safety"
      aside={
        <Link className="text-action underline" to="/set-up/trail">
          Audit trail
        </Link>
      }
    >
      {movedIn.length > 0 && <MovedIn businesses={movedIn} />}
      {held && !held.restored && (
        <p role="status" className="mb-2 border-l-3 border-amber py-1 pl-3">
          Nothing is sent until the agencies and the bank have told what they have: {held.asked} asked, {held.found}{" "}
          found. It goes on by itself when all have answered.
        </p>
      )}
      {held?.restored && <Restored />}
      <Trail data={data} />
      <Backups data={data} />
      <LeadsFactor demanded={data.factorDemanded} />
      <Block title="The key">
        <p className="mt-2">
          Tax numbers, accounts and what was sent are encrypted with <code>{data.keyFile}</code>. Without it a backup
          cannot be read: keep a copy of it, apart from the backups.
        </p>
        <p className="mt-1">
          Files of businesses leave here signed as <code className="font-semibold">{data.signsAs}</code>: whoever takes
          one in compares it.
        </p>
        {data.keyBesideData && (
          <p className="mt-1 text-amber">
            The key lies beside the data. Whoever copies the folder has both: move it elsewhere and set ZESTY_KEY_FILE.
          </p>
        )}
      </Block>
    </Page>
  );
}
