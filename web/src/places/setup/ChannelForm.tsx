/** Under which credential messages leave, who holds it and until when, and whether the agency knows the software. */
import type { NewLodgingChannel } from "@zesty/contract/lodging";
import { useForm } from "react-hook-form";
import { AddForm } from "../../parts/AddForm.tsx";
import { errorAt, showErrors, submitOf, TextField } from "../../parts/Fields.tsx";
import { lodgingApi } from "../../state/lodgingApi.ts";

interface Props {
  business: number;
  known: NewLodgingChannel | null;
  onDone: () => void;
}

export function ChannelForm({ business, known, onDone }: Props) {
  const [save] = lodgingApi.useSetChannelMutation();
  const form = useForm({
    defaultValues: {
      holder: known?.holder ?? "",
      expires: known?.expires ?? "",
      softwareToldOn: known?.softwareToldOn ?? "",
    },
  });
  const { errors } = form.formState;
  const submit = submitOf(form, async (values) => {
    const answer = await save({ business, ...values, softwareToldOn: values.softwareToldOn || null });
    if (answer.error) showErrors(form.setError, answer.error);
    else onDone();
  });
  return (
    <AddForm action="Save" fault={errors.root?.message} onSubmit={submit} onLeave={onDone}>
      <TextField label="Credential held by" autoFocus error={errorAt(errors, "holder")} {...form.register("holder")} />
      <TextField
        label="Credential ends on"
        type="date"
        error={errorAt(errors, "expires")}
        {...form.register("expires")}
      />
      <TextField
        label="Software named to the agency on"
        type="date"
        hint="Empty: not yet"
        error={errorAt(errors, "softwareToldOn")}
        {...form.register("softwareToldOn")}
      />
    </AddForm>
  );
}
