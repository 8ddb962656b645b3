/** What holds of an agreement at this business from a day on: questions of the workplace, and dollars of a pay guide. */

import type { AgreementView, SaveAgreementFacts } from "@zesty/contract/time";
import { choiceWords } from "@zesty/core/agreements/choiceWords";
import type { RateSheet } from "@zesty/core/agreements/rateSheet";
import { levelRate } from "@zesty/core/hours/pricing";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { AskBeforeLeaving } from "../../parts/AskBeforeLeaving.tsx";
import { Button } from "../../parts/Button.tsx";
import { ChoiceField, errorAt, showErrors, submitOf, TextField, TickField } from "../../parts/Fields.tsx";
import { longDate, money, sentenceCase } from "../../parts/format.ts";
import { useAsOn } from "../../parts/useAsOn.ts";
import { useToday } from "../../state/business.ts";
import { timeApi } from "../../state/timeApi.ts";
import { PasteRates } from "./PasteRates.tsx";
import { WhoMoves } from "./WhoMoves.tsx";

type Dollars = Record<string, string>;
const eachUnit = (unit: string) =>
  unit === "hourOrPart" ? "an hour or part" : `${/^[aeio]|^hour/.test(unit) ? "an" : "a"} ${unit}`;
/** Field names of forms split at points: levels such as "1.2" are named without one. */
const safe = (key: string) => `k${key.replaceAll(".", "_")}`;

/** The fields of what holds here, and how they are saved. */
function useFacts(businessId: number, agreement: AgreementView) {
  const today = useToday();
  const { rules } = agreement;
  const questions = rules.settings.filter((each) => each.scope === "workplace");
  const levels = rules.classifications.map(({ key, title }) => ({ key, title }));
  const amounts = [...rules.additions, ...rules.allowances].filter((each) => each.amount !== 0);
  const named = (known: Dollars) => Object.fromEntries(Object.entries(known).map(([key, value]) => [safe(key), value]));
  const heldOf = ({ source, settings, rates }: AgreementView) => ({
    source: source ?? "",
    settings: Object.fromEntries(questions.map(({ key, default: usual }) => [key, settings[key] ?? usual])) as Record<
      string,
      string | number | boolean
    >,
    levels: named(rates.classifications),
    allowances: named(rates.allowances),
  });
  const form = useForm({ defaultValues: { ...heldOf(agreement), from: today } });
  const [look] = timeApi.useLazyAgreementsOnQuery();
  const held = useAsOn({ view: agreement, day: today }, form, heldOf, async (on) => {
    const all = await look({ business: businessId, on }).unwrap();
    return all.find((each) => each.code === agreement.code) ?? agreement;
  });
  const typed = (known: Dollars, keys: readonly string[]) =>
    Object.fromEntries(keys.flatMap((key) => (known[safe(key)] ? [[key, known[safe(key)] ?? ""]] : [])));
  type Values = Parameters<Parameters<typeof form.handleSubmit>[0]>[0];
  const factsOf = (values: Values): SaveAgreementFacts => ({
    from: values.from,
    source: values.source || null,
    settings: Object.fromEntries(
      questions.map(({ key, type }) => [
        key,
        type === "number" ? Number(values.settings[key]) : (values.settings[key] ?? false),
      ]),
    ),
    rates: {
      classifications: typed(
        values.levels as Dollars,
        levels.map((each) => each.key),
      ),
      allowances: typed(
        values.allowances as Dollars,
        amounts.map((each) => each.id),
      ),
    },
  });
  return { form, held, questions, levels, amounts, factsOf };
}
type Facts = ReturnType<typeof useFacts>;

export function AgreementFacts({ businessId, agreement }: { businessId: number; agreement: AgreementView }) {
  const facts = useFacts(businessId, agreement);
  const { form, held, questions, factsOf } = facts;
  const [saved, setSaved] = useState(false);
  const [seen, setSeen] = useState(agreement.stamp);
  const { errors } = form.formState;
  const put = (sheet: RateSheet) => {
    for (const [key, value] of Object.entries(sheet.levels))
      form.setValue(`levels.${safe(key)}`, value, { shouldDirty: true });
    for (const [id, value] of Object.entries(sheet.allowances))
      form.setValue(`allowances.${safe(id)}`, value, { shouldDirty: true });
  };
  const [plan, planned] = timeApi.usePlanAgreementFactsMutation();
  const [save] = timeApi.useSaveAgreementMutation();
  /** As typed, over what is on record for the day; null, and told, where that cannot be had. */
  const settled = () =>
    held.settle().then(
      () => factsOf(form.getValues()),
      (error: unknown) => void showErrors(form.setError, error),
    );
  const look = submitOf(form, async () => {
    const values = await settled();
    const answer = values && (await plan({ business: businessId, agreement: agreement.code, values }));
    if (answer?.error) showErrors(form.setError, answer.error);
  });
  const submit = submitOf(form, async () => {
    const values = await settled();
    if (!values) return;
    const answer = await save({ business: businessId, agreement: agreement.code, values, seen });
    if (answer.error) return showErrors(form.setError, answer.error);
    setSeen(answer.data.find(({ code }) => code === agreement.code)?.stamp ?? seen);
    form.reset(form.getValues());
    await held.saved().catch(() => undefined);
    planned.reset();
    setSaved(true);
  });
  return (
    <section className="mt-8">
      <h2 className="border-b border-rule-strong pb-0.5 font-name text-[19px]">What holds here</h2>
      <p className="py-2 text-quiet">
        {agreement.from
          ? `As said from ${longDate(agreement.from)}${agreement.source ? ` (${agreement.source})` : ""}.`
          : "Nothing was said yet: the defaults hold, and dollars that are not known stop a pay that needs them."}
        {agreement.later.length > 0 &&
          ` More is said already from ${names.format(agreement.later.map(longDate))}: what you change here goes on into it, where it holds the same.`}
      </p>
      <form
        noValidate
        onInput={() => setSaved(false)}
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        <AskBeforeLeaving when={form.formState.isDirty && !form.formState.isSubmitting} />
        <div className="grid grid-cols-3 gap-x-5 gap-y-3 max-[900px]:grid-cols-2">
          <TextField
            label="From"
            type="date"
            {...(held.differs ? { hint: "The fields show what is on record for it; today is otherwise" } : {})}
            error={errorAt(errors, "from")}
            {...form.register("from")}
          />
          <TextField
            label="Source of the dollars"
            hint="Pay guide and its edition"
            error={errorAt(errors, "source")}
            {...form.register("source")}
          />
          <span />
          {questions.map((each) => (
            <Question key={each.key} of={each} form={form} />
          ))}
        </div>
        <PasteRates agreement={agreement} onRead={put} />
        <DollarFields agreement={agreement} facts={facts} />
        {errors.root && (
          <p role="alert" className="mt-2 text-plum">
            {errors.root.message}
          </p>
        )}
        {planned.data && <WhoMoves moves={planned.data} />}
        <div className="mt-3 inline-flex gap-3">
          <Button look="main" type="submit" disabled={form.formState.isSubmitting}>
            Save
          </Button>
          <Button disabled={form.formState.isSubmitting} onClick={() => void look()}>
            See who moves
          </Button>
        </div>
        {saved && (
          <span role="status" className="ml-3 text-leaf">
            Saved; open runs are priced by it.
          </span>
        )}
      </form>
    </section>
  );
}

const names = new Intl.ListFormat("en", { type: "conjunction" });

interface QuestionProps {
  of: Facts["questions"][number];
  form: Facts["form"];
}

/** What an agreement asks of a workplace: yes or no, one of several, or a number. */
function Question({ of, form }: QuestionProps) {
  const { errors } = form.formState;
  const name = `settings.${of.key}` as const;
  return of.type === "boolean" ? (
    <TickField label={of.ask} {...form.register(name)} />
  ) : of.type === "choice" ? (
    <ChoiceField label={of.ask} {...form.register(name)}>
      {of.choices?.map((choice) => (
        <option key={choice} value={choice}>
          {choiceWords(of, choice)}
        </option>
      ))}
    </ChoiceField>
  ) : (
    <TextField label={of.ask} error={errorAt(errors, name)} {...form.register(name)} />
  );
}

/** Dollars of the pay guide: by level, and by unit of each allowance. */
function DollarFields({ agreement, facts }: { agreement: AgreementView; facts: Facts }) {
  const { form, levels, amounts } = facts;
  const { rules } = agreement;
  const { errors } = form.formState;
  /** What holds now stands beneath a figure that is another one. */
  const nowHint = (key: string): { hint?: string } => {
    const known = levelRate(rules, key, agreement.rates)?.toString();
    const typed = form.watch(`levels.${safe(key)}`);
    return known && typed !== known ? { hint: `now ${money(known)}` } : {};
  };
  return (
    <>
      {levels.length > 0 && <h3 className="mt-4 mb-1 font-semibold">Dollars an hour by level</h3>}
      <div className="grid grid-cols-4 gap-x-5 gap-y-2 max-[900px]:grid-cols-2">
        {levels.map(({ key, title }) => (
          <TextField
            key={key}
            label={title}
            inputMode="decimal"
            {...nowHint(key)}
            error={errorAt(errors, `rates.classifications.${key}`)}
            {...form.register(`levels.${safe(key)}`)}
          />
        ))}
      </div>
      {amounts.length > 0 && <h3 className="mt-4 mb-1 font-semibold">Dollars a unit</h3>}
      <div className="grid grid-cols-4 gap-x-5 gap-y-2 max-[900px]:grid-cols-2">
        {amounts.map(({ id, unit }) => (
          <TextField
            key={id}
            label={`${sentenceCase(id.replaceAll("-", " "))}, ${eachUnit(unit)}`}
            inputMode="decimal"
            error={errorAt(errors, `rates.allowances.${id}`)}
            {...form.register(`allowances.${safe(id)}`)}
          />
        ))}
      </div>
    </>
  );
}
