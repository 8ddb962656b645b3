/** Where the invitation leads: a password is chosen, or the one of the account that is there already is typed. */
import type { InvitationView } from "@zesty/contract/session";
import { type FormEvent, useState } from "react";
import { call, type Fault, useFetched } from "./call.ts";
import { Field, Press, Said, Screen } from "./parts.tsx";

export function Join() {
  const token = window.location.hash.slice(1);
  const { data: link, fault: gone } = useFetched<InvitationView>(`/invitation/${encodeURIComponent(token)}`);
  const [fault, setFault] = useState<Fault | null>(null);
  const [busy, setBusy] = useState(false);
  if (gone)
    return (
      <Screen title="This link opens nothing" back="/">
        <Said fault={gone} />
      </Screen>
    );
  if (!link) return <p className="p-6 text-quiet">Looking at the link…</p>;
  const known = link.opens?.known ?? false;
  async function send(event: FormEvent<HTMLFormElement>): Promise<void> {
    event.preventDefault();
    const typed = Object.fromEntries(new FormData(event.currentTarget)) as { password: string; email?: string };
    setBusy(true);
    const answer = await call("POST", "/staff/join", { token, ...typed });
    setBusy(false);
    if (answer.fault) setFault(answer.fault);
    else window.location.assign("/staff");
  }
  return (
    <Screen title={`Your pay at ${link.opens?.business ?? link.practice}`}>
      {link.email !== "" && (
        <p className="mb-4">
          You will sign in as <strong>{link.email}</strong>.
        </p>
      )}
      <form onSubmit={(event) => void send(event)}>
        {link.email === "" && (
          <Field
            label="Your e-mail address"
            name="email"
            type="email"
            autoComplete="username"
            hint="You sign in with it"
            error={fault?.errors.email}
          />
        )}
        <Field
          label={known ? "The password that you have here" : "Choose a password"}
          name="password"
          type="password"
          autoComplete={known ? "current-password" : "new-password"}
          hint={
            known ? "You have an account with this address already" : "At least 12 characters; several words are good"
          }
          error={fault?.errors.password}
        />
        {fault && !fault.errors.password && !fault.errors.email && <Said fault={fault} />}
        <Press main type="submit" className="w-full" disabled={busy}>
          Open my page
        </Press>
      </form>
    </Screen>
  );
}
