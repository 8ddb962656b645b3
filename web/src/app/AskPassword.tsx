/** The password once more: before accounts, tax numbers, exports and users are touched, and where the session has ended. */
import { Dialog, DialogPanel, DialogTitle } from "@headlessui/react";
import { useEffect, useState } from "react";
import { useForm } from "react-hook-form";
import { Button } from "../parts/Button.tsx";
import { errorAt, showErrors, submitOf, TextField } from "../parts/Fields.tsx";
import { api, problemOf } from "../state/api.ts";
import { answerProof, listenForProof, type ProofWanted } from "../state/proof.ts";
import { usersApi } from "../state/usersApi.ts";

export function AskPassword() {
  const [wanted, setWanted] = useState<ProofWanted | null>(null);
  useEffect(() => listenForProof(setWanted), []);
  return wanted && <Ask key={wanted} wanted={wanted} />;
}

const words: Record<ProofWanted, { title: string; why: string }> = {
  password: {
    title: "Your password once more",
    why: "This concerns accounts, tax numbers or users. What you typed stays.",
  },
  session: {
    title: "Your session has ended",
    why: "Sign in again to go on where you are. What you typed stays.",
  },
};

function Ask({ wanted }: { wanted: ProofWanted }) {
  const [prove] = usersApi.useProveMutation();
  const [signIn] = api.useSignInMutation();
  const { data: session } = api.useSessionQuery();
  const [codeWanted, setCodeWanted] = useState(false);
  const form = useForm({ defaultValues: { password: "", code: "" } });
  const { errors, isSubmitting } = form.formState;
  const submit = submitOf(form, async ({ password, code }) => {
    const { error } =
      wanted === "password"
        ? await prove(password)
        : await signIn({ email: session?.user?.email ?? "", password, ...(code ? { code } : {}) });
    if (!error) return answerProof(true);
    if (["code-wanted", "code-wrong"].includes(problemOf(error).code ?? "")) setCodeWanted(true);
    showErrors(form.setError, error);
  });
  const { title, why } = words[wanted];
  return (
    <Dialog open onClose={() => answerProof(false)} className="relative z-50">
      <div className="fixed inset-0 bg-ink/20" aria-hidden="true" />
      <div className="fixed inset-x-0 top-24 flex justify-center px-4">
        <DialogPanel className="w-full max-w-md rounded-(--radius) border border-rule-strong bg-sheet p-5 shadow-xl">
          <DialogTitle className="font-name text-[20px]">{title}</DialogTitle>
          <form noValidate className="mt-3 flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
            <p className="text-quiet">{why}</p>
            {wanted === "session" && <p>{session?.user?.email}</p>}
            <TextField
              label="Password"
              type="password"
              autoComplete="current-password"
              autoFocus
              error={errorAt(errors, "password") ?? errors.root?.message}
              {...form.register("password")}
            />
            {codeWanted && (
              <TextField
                label="One-time code"
                inputMode="numeric"
                autoComplete="one-time-code"
                autoFocus
                error={errorAt(errors, "code")}
                {...form.register("code")}
              />
            )}
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
