/** One-time codes from an authenticator: set up with a QR code, ended with the password. */
import { useForm } from "react-hook-form";
import { Block } from "../../parts/Block.tsx";
import { Button } from "../../parts/Button.tsx";
import { errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { useAppDispatch } from "../../state/store.ts";
import { usersApi } from "../../state/usersApi.ts";

export function SecondFactor({ on }: { on: boolean }) {
  return <Block title="Second factor">{on ? <End /> : <Begin />}</Block>;
}

function Begin() {
  const [begin, { data, isLoading }] = usersApi.useBeginSecondFactorMutation();
  const [confirm, confirmed] = usersApi.useConfirmSecondFactorMutation();
  const dispatch = useAppDispatch();
  const first = useForm({ defaultValues: { password: "" } });
  const start = submitOf(first, async (values) => {
    const answer = await begin(values);
    if (answer.error) showErrors(first.setError, answer.error);
  });
  const form = useForm({ defaultValues: { code: "" } });
  const { errors } = form.formState;
  const submit = submitOf(form, async (values) => {
    const answer = await confirm(values);
    if (answer.error) showErrors(form.setError, answer.error);
  });
  if (confirmed.data)
    return (
      <div className="mt-2 flex flex-col gap-2" role="status">
        <p>On. For when the authenticator is lost, each of these codes works once in its place. Keep them on paper:</p>
        <ul className="figures columns-2 text-[15px]">
          {confirmed.data.recovery.map((each) => (
            <li key={each}>
              <code>{each}</code>
            </li>
          ))}
        </ul>
        <Button
          className="w-fit"
          onClick={() => dispatch(usersApi.util.invalidateTags(["Session", "Users"] as never[]))}
        >
          I have kept them
        </Button>
      </div>
    );
  if (!data)
    return (
      <form noValidate className="mt-2 flex flex-col gap-3" onSubmit={(event) => void start(event)}>
        <p>
          A six-digit code from an authenticator, asked for after the password. Whoever learns the password still cannot
          come in.
        </p>
        <TextField
          label="Password now, to set it up"
          type="password"
          autoComplete="current-password"
          error={errorAt(first.formState.errors, "password") ?? first.formState.errors.root?.message}
          {...first.register("password")}
        />
        <Button className="w-fit" type="submit" disabled={isLoading}>
          Set up one-time codes
        </Button>
      </form>
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
