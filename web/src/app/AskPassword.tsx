/** The password once more, before accounts, tax numbers, exports and users are touched. */
import { Dialog, DialogPanel, DialogTitle } from "@headlessui/react";
import { useEffect, useState } from "react";
import { useForm } from "react-hook-form";
import { Button } from "../parts/Button.tsx";
import { errorAt, showErrors, submitOf, TextField } from "../parts/Fields.tsx";
import { answerProof, listenForProof } from "../state/proof.ts";
import { usersApi } from "../state/usersApi.ts";

export function AskPassword() {
  const [open, setOpen] = useState(false);
  useEffect(() => listenForProof(setOpen), []);
  return open ? <Ask /> : null;
}

function Ask() {
  const [prove] = usersApi.useProveMutation();
  const form = useForm({ defaultValues: { password: "" } });
  const { errors, isSubmitting } = form.formState;
  const submit = submitOf(form, async ({ password }) => {
    const answer = await prove(password);
    if (answer.error) return showErrors(form.setError, answer.error);
    answerProof(true);
  });
  return (
    <Dialog open onClose={() => answerProof(false)} className="relative z-50">
      <div className="fixed inset-0 bg-ink/20" aria-hidden="true" />
      <div className="fixed inset-x-0 top-24 flex justify-center px-4">
        <DialogPanel className="w-full max-w-md rounded-(--radius) border border-rule-strong bg-sheet p-5 shadow-xl">
          <DialogTitle className="font-name text-[20px]">Your password once more</DialogTitle>
          <form noValidate className="mt-3 flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
            <p className="text-quiet">This concerns accounts, tax numbers or users. What you typed stays.</p>
            <TextField
              label="Password"
              type="password"
              autoComplete="current-password"
              autoFocus
              error={errorAt(errors, "password") ?? errors.root?.message}
              {...form.register("password")}
            />
            <div className="flex gap-2">
              <Button look="main" type="submit" disabled={isSubmitting}>
                Go on
              </Button>
              <Button onClick={() => answerProof(false)}>Not now</Button>
            </div>
          </form>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
