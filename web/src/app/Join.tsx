/** Where the link of a letter leads: joining the practice, or choosing a new password. The token stays in the fragment. */
import { useForm } from "react-hook-form";
import { useLocation, useNavigate } from "react-router";
import { Button } from "../parts/Button.tsx";
import { errorAt, showErrors, submitOf, TextField } from "../parts/Fields.tsx";
import { Loading } from "../parts/Page.tsx";
import { ProblemNote } from "../parts/ProblemNote.tsx";
import { usersApi } from "../state/usersApi.ts";
import { Front } from "./Front.tsx";

export function Join() {
  const token = useLocation().hash.slice(1);
  const navigate = useNavigate();
  const { data: link, error } = usersApi.useInvitationQuery(token, { refetchOnMountOrArgChange: true });
  const [accept] = usersApi.useAcceptInvitationMutation();
  const form = useForm({ defaultValues: { name: "", password: "" } });
  const { errors } = form.formState;
  if (error)
    return (
      <Front words="This link does not work. Ask for a new one.">
        <ProblemNote error={error} />
        <Button className="mt-4 w-fit" onClick={() => void navigate("/desk")}>
          To the sign-in
        </Button>
      </Front>
    );
  if (!link) return <Loading what="the link" />;
  const joining = link.kind === "join";
  const submit = submitOf(form, async ({ name, password }) => {
    const answer = await accept({ token, password, ...(name ? { name } : {}) });
    if (answer.error) return showErrors(form.setError, answer.error);
    void navigate("/desk", { replace: true });
  });
  return (
    <Front words={joining ? `${link.practice} asks you to join.` : "A new password for your account."}>
      <form
        className="flex flex-col gap-4 border-t border-rule-strong pt-5"
        onSubmit={(e) => void submit(e)}
        noValidate
      >
        <p>
          {joining ? "You will sign in as" : "It counts for"} <strong>{link.email}</strong>.
        </p>
        {joining && (
          <TextField
            label="Your name"
            autoComplete="name"
            placeholder={link.name}
            hint={`Leave empty if ${link.name} is right`}
            error={errorAt(errors, "name")}
            {...form.register("name")}
          />
        )}
        <TextField
          label={joining ? "Choose a password" : "New password"}
          type="password"
          autoComplete="new-password"
          autoFocus
          hint="At least 12 characters; several words are good"
          error={errorAt(errors, "password")}
          {...form.register("password")}
        />
        {errors.root && (
          <p role="alert" className="text-plum">
            {errors.root.message}
          </p>
        )}
        <Button look="main" type="submit" disabled={form.formState.isSubmitting}>
          {joining ? "Join" : "Set the password"}
        </Button>
      </form>
    </Front>
  );
}
