/** Signs in, and shows the page of the employment in hand. */
import type { StaffPage, StaffSession } from "@zesty/contract/staff";
import { type FormEvent, useState } from "react";
import { isTypingKept, keepFor, wipeKept } from "../state/keptHere.ts";
import { call, type Fault, useFetched } from "./call.ts";
import { Days } from "./Days.tsx";
import { Home } from "./Home.tsx";
import { Join } from "./Join.tsx";
import { LeaveAsk } from "./LeaveAsk.tsx";
import { Own } from "./Own.tsx";
import { OwnAccount } from "./OwnAccount.tsx";
import { Field, Press, Said, Screen } from "./parts.tsx";
import { Link, usePath } from "./path.tsx";
import { Slip } from "./Slip.tsx";

export function StaffApp() {
  const [first] = usePath();
  return first === "join" ? <Join /> : <SignedIn />;
}

function SignedIn() {
  const [person] = usePath();
  const { data: session, fault, again } = useFetched<StaffSession>("/staff");
  if (fault?.status === 401) return <SignIn onDone={() => void again()} />;
  if (fault)
    return (
      <Screen title="Your pay">
        <Said fault={fault} />
        <Press onClick={() => void again()}>Try again</Press>
      </Screen>
    );
  if (!session) return <p className="p-6 text-quiet">Opening your page…</p>;
  // Before anything that was kept is read.
  keepFor(`staff ${session.email}`);
  const [first] = session.employments;
  if (!first)
    return (
      <Screen title="Your pay">
        <p>No page is open for {session.email}. Ask your employer for an invitation.</p>
        <SignOut />
      </Screen>
    );
  const own = session.employments.find((each) => String(each.personId) === person) ?? first;
  return <Employment key={own.personId} session={session} id={own.personId} />;
}

function Employment({ session, id }: { session: StaffSession; id: number }) {
  const { data: page, fault, again, put } = useFetched<StaffPage>(`/staff/${id}`, true);
  if (fault)
    return (
      <Screen title="Your pay">
        <Said fault={fault} />
        <Press onClick={() => void again()}>Try again</Press>
      </Screen>
    );
  if (!page) return <p className="p-6 text-quiet">Opening your page…</p>;
  return (
    <>
      {session.employments.length > 1 && (
        <nav aria-label="Employers" className="mx-auto flex max-w-[520px] gap-4 px-5 pt-3">
          {session.employments.map((each) => (
            <Link
              key={each.personId}
              to={`/${each.personId}`}
              aria-current={each.personId === id ? "page" : undefined}
              className={each.personId === id ? "font-semibold" : "text-action"}
            >
              {each.business}
            </Link>
          ))}
        </nav>
      )}
      <Place page={page} onPage={put} secondFactor={session.secondFactor} />
    </>
  );
}

interface PlaceProps {
  page: StaffPage;
  onPage: (page: StaffPage) => void;
  secondFactor: boolean;
}

function Place({ page, onPage, secondFactor }: PlaceProps) {
  const [, place, which = ""] = usePath();
  switch (place) {
    case "payslips":
      return <Slip page={page} pay={Number(which)} />;
    case "days":
      return <Days page={page} />;
    case "leave":
      return <LeaveAsk page={page} onPage={onPage} />;
    case "sign-in":
      return <OwnAccount back={`/${page.personId}`} secondFactor={secondFactor} />;
    case "own":
      return <Own key={which} page={page} section={which} onPage={onPage} />;
    default:
      return <Home page={page} onChanged={onPage} foot={<Foot at={`/${page.personId}/sign-in`} />} />;
  }
}

function SignIn({ onDone }: { onDone: () => void }) {
  const [byCode, setByCode] = useState(false);
  return (
    <Screen title="Your pay">
      {byCode ? (
        <ByCode onDone={onDone} onLeave={() => setByCode(false)} />
      ) : (
        <>
          <ByPassword onDone={onDone} />
          <button type="button" className="mt-4 block min-h-12 text-action" onClick={() => setByCode(true)}>
            Send me a code instead
          </button>
          <Forgotten />
        </>
      )}
      <p className="mt-4 text-quiet">
        Your employer opens this page for you: the invitation comes by e-mail or text message.
      </p>
    </Screen>
  );
}

function ByPassword({ onDone }: { onDone: () => void }) {
  const [fault, setFault] = useState<Fault | null>(null);
  const [busy, setBusy] = useState(false);
  async function send(event: FormEvent<HTMLFormElement>): Promise<void> {
    event.preventDefault();
    const typed = Object.fromEntries(new FormData(event.currentTarget)) as Record<string, string>;
    setBusy(true);
    const answer = await call("POST", "/session", {
      email: typed.email,
      password: typed.password,
      ...(typed.code ? { code: typed.code } : {}),
    });
    setBusy(false);
    if (answer.fault) setFault(answer.fault);
    else onDone();
  }
  const wantsCode = fault?.code === "code-wanted" || fault?.code === "code-wrong";
  return (
    <form onSubmit={(event) => void send(event)}>
      <Field label="E-mail" name="email" type="email" autoComplete="username" required />
      <Field label="Password" name="password" type="password" autoComplete="current-password" required />
      {wantsCode && <Field label="Six digits of your authenticator" name="code" inputMode="numeric" autoFocus />}
      <Said fault={fault} />
      <Press main type="submit" className="w-full" disabled={busy}>
        Sign in
      </Press>
    </form>
  );
}

/** Six digits by mail in place of a password. Whether there is such an account is not told. */
function ByCode({ onDone, onLeave }: { onDone: () => void; onLeave: () => void }) {
  const [email, setEmail] = useState<string | null>(null);
  const [fault, setFault] = useState<Fault | null>(null);
  const [busy, setBusy] = useState(false);
  async function send(event: FormEvent<HTMLFormElement>): Promise<void> {
    event.preventDefault();
    const typed = Object.fromEntries(new FormData(event.currentTarget)) as { email?: string; code?: string };
    setBusy(true);
    const answer =
      email === null
        ? await call("POST", "/staff/code", { email: typed.email })
        : await call("POST", "/staff/code/session", { email, code: typed.code });
    setBusy(false);
    setFault(answer.fault);
    if (answer.fault) return;
    if (email === null) setEmail(typed.email ?? "");
    else onDone();
  }
  return (
    <form aria-label="Sign in by a code" onSubmit={(event) => void send(event)}>
      {email === null ? (
        <Field key="email" label="Your e-mail address" name="email" type="email" autoComplete="username" required />
      ) : (
        <>
          <p className="mb-2">
            If there is an account for {email}, six digits are on their way. They are good for ten minutes.
          </p>
          <Field
            key="code"
            label="The six digits"
            name="code"
            inputMode="numeric"
            autoComplete="one-time-code"
            autoFocus
            required
          />
        </>
      )}
      <Said fault={fault} />
      <Press type="submit" disabled={busy}>
        {email === null ? "Send me a code" : "Sign in with it"}
      </Press>
      <button type="button" className="mt-4 block min-h-12 text-action" onClick={onLeave}>
        With my password instead
      </button>
    </form>
  );
}

/** Whether there is such an account is not told. */
function Forgotten() {
  const [open, setOpen] = useState(false);
  const [said, setSaid] = useState<Fault | "sent" | null>(null);
  if (!open)
    return (
      <button type="button" className="mt-4 min-h-12 text-action" onClick={() => setOpen(true)}>
        I forgot my password
      </button>
    );
  if (said === "sent") return <p className="mt-4">If there is an account, a letter with a link is on its way.</p>;
  async function send(event: FormEvent<HTMLFormElement>): Promise<void> {
    event.preventDefault();
    const { email } = Object.fromEntries(new FormData(event.currentTarget)) as { email: string };
    const answer = await call("POST", "/password-reset", { email });
    setSaid(answer.fault ?? "sent");
  }
  return (
    <form className="mt-4" onSubmit={(event) => void send(event)}>
      <Field label="Your e-mail address" name="email" type="email" autoComplete="username" required />
      <Said fault={said} />
      <Press type="submit">Send me a link</Press>
    </form>
  );
}

const Foot = ({ at }: { at: string }) => (
  <>
    <Link to={at} className="mt-8 inline-block py-2 text-action">
      Your password and devices
    </Link>
    <SignOut />
  </>
);

/** What is typed and not sent is wiped with it: that is said before it is done. */
function SignOut() {
  const [said, setSaid] = useState<string | null>(null);
  const leave = async () => {
    if (isTypingKept() && said === null) return setSaid("Days you typed are not sent yet. Signing out wipes them.");
    const { fault } = await call("DELETE", "/session");
    if (fault && fault.status !== 401) return setSaid("There is no signal: you are still signed in.");
    wipeKept();
    window.location.assign("/staff");
  };
  return (
    <div className="mt-8">
      {said && (
        <p role="alert" className="mb-2 text-amber">
          {said}
        </p>
      )}
      <Press onClick={() => void leave()}>{said ? "Sign out all the same" : "Sign out"}</Press>
    </div>
  );
}
