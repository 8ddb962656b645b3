import { useState } from "react";
import { useForm } from "react-hook-form";
import { Block } from "../../parts/Block.tsx";
import { Button } from "../../parts/Button.tsx";
import { errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { usersApi } from "../../state/usersApi.ts";

export function Password() {
  const [change] = usersApi.useChangePasswordMutation();
  const [done, setDone] = useState(false);
  const form = useForm({ defaultValues: { current: "", password: "" } });
  const { errors, isSubmitting } = form.formState;
  const submit = submitOf(form, async (values) => {
    setDone(false);
    const answer = await change(values);
    if (answer.error) return showErrors(form.setError, answer.error);
    form.reset();
    setDone(true);
  });
  return (
    <Block title="Password">
      <form noValidate className="mt-2 flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
        <TextField
          label="Password now"
          type="password"
          autoComplete="current-password"
          error={errorAt(errors, "current")}
          {...form.register("current")}
        />
        <TextField
          label="New password"
          type="password"
          autoComplete="new-password"
          hint="At least 12 characters; several words are good"
          error={errorAt(errors, "password")}
          {...form.register("password")}
        />
        {errors.root && (
          <p role="alert" className="text-plum">
            {errors.root.message}
          </p>
        )}
        {done && <p role="status">The password is changed. Your other sessions have ended.</p>}
        <Button className="w-fit" type="submit" disabled={isSubmitting}>
          Change the password
        </Button>
      </form>
    </Block>
  );
}
