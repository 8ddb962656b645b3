/** Signing in, and setting up the first user of an empty installation. */
import { useState } from "react";
import { useForm } from "react-hook-form";
import { Button } from "../parts/Button.tsx";
import { errorAt, showErrors, TextField } from "../parts/Fields.tsx";
import { ProblemNote } from "../parts/ProblemNote.tsx";
import { api, problemOf } from "../state/api.ts";
import { usersApi } from "../state/usersApi.ts";
import { Front } from "./Front.tsx";

export function SignIn({ demo }: { demo: boolean }) {
  const [signIn] = api.useSignInMutation();
  const [codeWanted, setCodeWanted] = useState(false);
  const [forgotten, setForgotten] = useState(false);
  const { register, handleSubmit, setError, setFocus, formState } = useForm({
    defaultValues: { email: "", password: "", code: "" },
  });
  const submit = handleSubmit(async ({ code, ...values }) => {
    const answer = await signIn({ ...values, ...(code ? { code } : {}) });
    if (!answer.error) return;
    if (["code-wanted", "code-wrong"].includes(problemOf(answer.error).code ?? "")) {
      setCodeWanted(true);
      setTimeout(() => setFocus("code"));
    }
    showErrors(setError, answer.error);
  });
  if (forgotten) return <Forgotten onBack={() => setForgotten(false)} />;
  return (
    <Front words="Pay runs with every figure explained.">
      <form
        className="flex flex-col gap-4 border-t border-rule-strong pt-5"
        onSubmit={(event) => void submit(event)}
        noValidate
      >
        <TextField
          label="E-mail"
          type="email"
          autoComplete="username"
          autoFocus
          error={errorAt(formState.errors, "email")}
          {...register("email")}
        />
        <TextField
          label="Password"
          type="password"
          autoComplete="current-password"
          error={errorAt(formState.errors, "password")}
          {...register("password")}
        />
        {codeWanted && (
          <TextField
            label="One-time code"
            inputMode="numeric"
            autoComplete="one-time-code"
            error={errorAt(formState.errors, "code")}
            {...register("code")}
          />
        )}
        {formState.errors.root && (
          <p role="alert" className="text-plum">
            {formState.errors.root.message}
          </p>
        )}
        <Button look="main" type="submit" disabled={formState.isSubmitting}>
          Sign in
        </Button>
        <Button look="quiet" className="w-fit" onClick={() => setForgotten(true)}>
          I forgot my password
        </Button>
        {demo && (
          <p className="text-[14px] text-quiet">
            The demo's sign-ins: pip@pith.example (lead), rowan@pith.example (prepares), willa@saltbush.example
            (authorises); on the staff pages jarrah.mokoena@example.org and hana.okaforth@example.org. Password:
            lemon-and-pith
          </p>
        )}
      </form>
    </Front>
  );
}

/** A letter with a link goes to the address, if it is a user's; the page says the same either way. */
function Forgotten({ onBack }: { onBack: () => void }) {
  const [send, { isSuccess, error, isLoading }] = usersApi.useResetPasswordMutation();
  const { register, handleSubmit, getValues } = useForm({ defaultValues: { email: "" } });
  return (
    <Front words="A letter with a link to choose a new password.">
      <form
        className="flex flex-col gap-4 border-t border-rule-strong pt-5"
        onSubmit={(event) => void handleSubmit((values) => send(values))(event)}
        noValidate
      >
        {isSuccess ? (
          <p role="status">
            If {getValues("email")} is a user here, a letter is on its way. Its link works once, within an hour.
          </p>
        ) : (
          <>
            <TextField label="E-mail" type="email" autoComplete="username" autoFocus {...register("email")} />
            <ProblemNote error={error} />
            <Button look="main" type="submit" disabled={isLoading}>
              Email me a link
            </Button>
          </>
        )}
        <Button look="quiet" className="w-fit" onClick={onBack}>
          Back to the sign-in
        </Button>
      </form>
    </Front>
  );
}

export function FirstUserForm() {
  const [create] = api.useFirstUserMutation();
  const { register, handleSubmit, setError, formState } = useForm({
    defaultValues: { practice: "", name: "", email: "", password: "", proof: "" },
  });
  const submit = handleSubmit(async (values) => {
    const answer = await create(values);
    if (answer.error) showErrors(setError, answer.error);
  });
  const field = (name: "practice" | "name" | "email" | "password" | "proof", label: string, more: object = {}) => (
    <TextField label={label} error={errorAt(formState.errors, name)} {...more} {...register(name)} />
  );
  return (
    <Front words="Start with your practice and your own sign-in.">
      <form
        className="flex flex-col gap-4 border-t border-rule-strong pt-5"
        onSubmit={(event) => void submit(event)}
        noValidate
      >
        {field("practice", "Practice", {
          autoFocus: true,
          hint: "Your firm, or the business if you keep only your own books",
        })}
        {field("name", "Your name", { autoComplete: "name" })}
        {field("email", "E-mail", { type: "email", autoComplete: "username" })}
        {field("password", "Password", {
          type: "password",
          autoComplete: "new-password",
          hint: "At least 12 characters",
        })}
        {field("proof", "Code from the machine", {
          hint: "The program wrote it to its log, and into first-user.code in its data folder",
          autoComplete: "off",
        })}
        <Button look="main" type="submit" disabled={formState.isSubmitting}>
          Set up
        </Button>
      </form>
    </Front>
  );
}
