/** Signing in, and setting up the first user of an empty installation. */
import { useForm } from "react-hook-form";
import { Button } from "../parts/Button.tsx";
import { errorAt, showErrors, TextField } from "../parts/Fields.tsx";
import { api } from "../state/api.ts";

function Front({ children, words }: { children: React.ReactNode; words: string }) {
  return (
    <main className="mx-auto flex min-h-full max-w-md flex-col justify-center px-6 py-10">
      <div className="mb-6 flex items-center gap-3">
        <img src="/wheel.svg" alt="" className="size-12" />
        <div>
          <h1 className="font-name text-[30px] leading-none">Zesty Ledger</h1>
          <p className="mt-1 text-quiet">{words}</p>
        </div>
      </div>
      {children}
    </main>
  );
}

export function SignIn({ demo }: { demo: boolean }) {
  const [signIn] = api.useSignInMutation();
  const { register, handleSubmit, setError, formState } = useForm({ defaultValues: { email: "", password: "" } });
  const submit = handleSubmit(async (values) => {
    const answer = await signIn(values);
    if (answer.error) showErrors(setError, answer.error);
  });
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
        {formState.errors.root && (
          <p role="alert" className="text-plum">
            {formState.errors.root.message}
          </p>
        )}
        <Button look="main" type="submit" disabled={formState.isSubmitting}>
          Sign in
        </Button>
        {demo && (
          <p className="text-[14px] text-quiet">
            The demo's sign-ins: pip@pith.example (lead), rowan@pith.example (prepares), willa@saltbush.example
            (authorises). Password: lemon-and-pith
          </p>
        )}
      </form>
    </Front>
  );
}

export function FirstUserForm() {
  const [create] = api.useFirstUserMutation();
  const { register, handleSubmit, setError, formState } = useForm({
    defaultValues: { practice: "", name: "", email: "", password: "" },
  });
  const submit = handleSubmit(async (values) => {
    const answer = await create(values);
    if (answer.error) showErrors(setError, answer.error);
  });
  const field = (name: "practice" | "name" | "email" | "password", label: string, more: object = {}) => (
    <TextField label={label} error={errorAt(formState.errors, name)} {...more} {...register(name)} />
  );
  return (
    <Front words="Nothing is set up yet. Begin with your practice and yourself.">
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
        <Button look="main" type="submit" disabled={formState.isSubmitting}>
          Set up
        </Button>
      </form>
    </Front>
  );
}
