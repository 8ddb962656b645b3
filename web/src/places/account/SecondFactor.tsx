/** One-time codes from an authenticator: set up with a QR code, ended with the password. */
import { useForm } from "react-hook-form";
import { Block } from "../../parts/Block.tsx";
import { Button } from "../../parts/Button.tsx";
import { errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { usersApi } from "../../state/usersApi.ts";

export function SecondFactor({ on }: { on: boolean }) {
  return <Block title="Second factor">{on ? <End /> : <Begin />}</Block>;
}

function Begin() {
  const [begin, { data, error, isLoading }] = usersApi.useBeginSecondFactorMutation();
  const [confirm] = usersApi.useConfirmSecondFactorMutation();
  const form = useForm({ defaultValues: { code: "" } });
  const { errors } = form.formState;
  const submit = submitOf(form, async (values) => {
    const answer = await confirm(values);
    if (answer.error) showErrors(form.setError, answer.error);
  });
  if (!data)
    return (
      <div className="mt-2 flex flex-col gap-3">
        <p>
          A six-digit code from an authenticator, asked for after the password. Whoever learns the password still cannot
          come in.
        </p>
        <ProblemNote error={error} />
        <Button className="w-fit" disabled={isLoading} onClick={() => void begin()}>
          Set up one-time codes
        </Button>
      </div>
    );
  return (
    <form noValidate className="mt-2 flex gap-5" onSubmit={(event) => void submit(event)}>
      <img
        className="size-44 bg-white"
        alt="QR code of the secret, for the authenticator"
        src={`data:image/svg+xml;utf8,${encodeURIComponent(data.qr)}`}
      />
      <div className="flex flex-col gap-2">
        <p>Scan it with your authenticator, or type this secret there:</p>
        <code className="text-[14px] break-all">{data.secret.match(/.{1,4}/g)?.join(" ")}</code>
        <TextField
          label="The code that it shows"
          inputMode="numeric"
          autoComplete="one-time-code"
          autoFocus
          error={errorAt(errors, "code") ?? errors.root?.message}
          {...form.register("code")}
        />
        <Button look="main" className="w-fit" type="submit">
          Turn it on
        </Button>
      </div>
    </form>
  );
}

function End() {
  const [end] = usersApi.useEndSecondFactorMutation();
  const form = useForm({ defaultValues: { password: "" } });
  const { errors } = form.formState;
  const submit = submitOf(form, async (values) => {
    const answer = await end(values);
    if (answer.error) showErrors(form.setError, answer.error);
  });
  return (
    <form noValidate className="mt-2 flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
      <p>On: signing in asks for a code from your authenticator.</p>
      <TextField
        label="Password now, to turn it off"
        type="password"
        autoComplete="current-password"
        error={errorAt(errors, "password") ?? errors.root?.message}
        {...form.register("password")}
      />
      <Button className="w-fit" type="submit">
        Turn it off
      </Button>
    </form>
  );
}
