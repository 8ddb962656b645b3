/** The own way in: password, where one is signed in, and a code of an authenticator beside the password. */
import type { OwnSession } from "@zesty/contract/session";
import { type FormEvent, useState } from "react";
import { moment } from "../parts/format.ts";
import { call, type Fault, useFetched } from "./call.ts";
import { Field, Part, Press, Said, Screen } from "./parts.tsx";

const typedIn = (event: FormEvent<HTMLFormElement>) =>
  Object.fromEntries(new FormData(event.currentTarget)) as Record<string, string>;

export function OwnAccount({ back, secondFactor }: { back: string; secondFactor: boolean }) {
  return (
    <Screen title="Your sign-in" back={back}>
      <Password />
      <Sessions />
      <Part title="A code beside the password">
        {secondFactor ? <p>On: signing in asks for a code from your authenticator.</p> : <Factor />}
      </Part>
    </Screen>
  );
}

function Password() {
  const [said, setSaid] = useState<Fault | "done" | null>(null);
  async function send(event: FormEvent<HTMLFormElement>): Promise<void> {
    event.preventDefault();
    const form = event.currentTarget;
    const answer = await call("PUT", "/password", typedIn(event));
    if (!answer.fault) form.reset();
    setSaid(answer.fault ?? "done");
  }
  const fault = said === "done" ? null : said;
  return (
    <Part title="Password">
      <form onSubmit={(event) => void send(event)}>
        <Field
          label="Password now"
          name="current"
          type="password"
          autoComplete="current-password"
          error={fault?.errors.current}
          required
        />
        <Field
          label="New password"
          name="password"
          type="password"
          autoComplete="new-password"
          hint="At least 12 characters; several words are good"
          error={fault?.errors.password}
          required
        />
        {fault && Object.keys(fault.errors).length === 0 && <Said fault={fault} />}
        {said === "done" && <p role="status">The password is changed. Your other devices are signed out.</p>}
        <Press type="submit">Change it</Press>
      </form>
    </Part>
  );
}

function Sessions() {
  const { data, again } = useFetched<OwnSession[]>("/sessions");
  return (
    <Part title="Signed in">
      <ul>
        {(data ?? []).map((each) => (
          <li key={each.id} className="border-b border-rule py-2">
            {each.from}
            {each.current && <span className="text-leaf"> this one</span>}
            <span className="block text-[15px] text-quiet">last used {moment(each.seenAt)}</span>
            {!each.current && (
              <Press onClick={() => void call("DELETE", `/sessions/${each.id}`).then(() => again())}>Sign it out</Press>
            )}
          </li>
        ))}
      </ul>
    </Part>
  );
}

function Factor() {
  const [begun, setBegun] = useState<{ secret: string; qr: string } | null>(null);
  const [codes, setCodes] = useState<string[] | null>(null);
  const [fault, setFault] = useState<Fault | null>(null);
  async function begin(event: FormEvent<HTMLFormElement>): Promise<void> {
    event.preventDefault();
    const answer = await call<{ secret: string; qr: string }>("POST", "/second-factor", typedIn(event));
    setFault(answer.fault);
    if (answer.data) setBegun(answer.data);
  }
  async function confirm(event: FormEvent<HTMLFormElement>): Promise<void> {
    event.preventDefault();
    const answer = await call<{ recovery: string[] }>("PUT", "/second-factor", typedIn(event));
    setFault(answer.fault);
    if (answer.data) setCodes(answer.data.recovery);
  }
  if (codes)
    return (
      <div role="status">
        <p>On. For when the phone is lost, each of these works once in place of a code. Keep them on paper:</p>
        <ul className="figures columns-2">
          {codes.map((each) => (
            <li key={each}>{each}</li>
          ))}
        </ul>
      </div>
    );
  if (!begun)
    return (
      <form onSubmit={(event) => void begin(event)}>
        <p className="mb-2">Whoever learns your password still cannot come in.</p>
        <Field
          label="Password now, to set it up"
          name="password"
          type="password"
          autoComplete="current-password"
          error={fault?.errors.password}
          required
        />
        {fault && !fault.errors.password && <Said fault={fault} />}
        <Press type="submit">Set it up</Press>
      </form>
    );
  return (
    <form onSubmit={(event) => void confirm(event)}>
      <p>Type this secret into your authenticator, or scan it from another screen:</p>
      <p className="my-2 break-all">
        <code>{begun.secret.match(/.{1,4}/g)?.join(" ")}</code>
      </p>
      <img
        className="size-44 bg-white"
        alt="QR code of the secret"
        src={`data:image/svg+xml;utf8,${encodeURIComponent(begun.qr)}`}
      />
      <Field label="The code that it shows" name="code" inputMode="numeric" error={fault?.errors.code} required />
      <Press main type="submit">
        Turn it on
      </Press>
    </form>
  );
}
