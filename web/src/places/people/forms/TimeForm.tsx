/** By which agreement a person is paid, at which level, and how their hours come in. */

import type { AgreementView } from "@zesty/contract/time";
import type { AgreementRules } from "@zesty/core/agreements/agreementRules";
import { choiceWords } from "@zesty/core/agreements/choiceWords";
import { flagsOf, leadsOthers } from "@zesty/core/agreements/flags";
import type { TimeUse } from "@zesty/core/hours/personHours";
import { levelRate } from "@zesty/core/hours/pricing";
import { useEffect } from "react";
import { type UseFormReturn, useForm } from "react-hook-form";
import { ChoiceField, errorAt, TextField, TickField } from "../../../parts/Fields.tsx";
import { flagWords, money } from "../../../parts/format.ts";
import { timeApi } from "../../../state/timeApi.ts";
import { BackPayOffer, useWayToRun } from "./BackPayOffer.tsx";
import { type FormProps, Frame, From, useSection } from "./section.tsx";
import { useHeld } from "./useHeld.ts";
import { WeekdayFields } from "./WeekdayFields.tsx";

/** Do hours of anybody under these rules count over more than a week? */
const averages = ({ time, ordinary }: AgreementRules): boolean =>
  time.averageWeeks !== 1 ||
  (Array.isArray(ordinary.weeklyMax) && ordinary.weeklyMax.some((each) => (each.weeks ?? 1) > 1));

/** The form waits for the agreements: a choice that is not there yet would be saved as none. */
export function TimeForm(props: FormProps) {
  const { data: agreements } = timeApi.useAgreementsQuery(props.person.businessId);
  return agreements ? <TermsForm {...props} agreements={agreements} /> : <p className="py-2 text-quiet">Fetching…</p>;
}

interface FormValues {
  from: string;
  agreement: string;
  classification: string;
  use: TimeUse;
  settings: Record<string, string | number | boolean>;
  averagingFrom: string;
  usualTimes: { value: string }[];
  availability: { value: string }[];
  flags: Record<string, boolean>;
  leads: string;
}

const noTimes = ["", "", "", "", "", "", ""];

/** What is on record, as the fields show it; what nobody answered stands as the agreement has it. */
const heldIn =
  (agreements: readonly AgreementView[]) =>
  ({ time, employment }: FormProps["person"]): Omit<FormValues, "from"> => ({
    agreement: time?.agreement ?? "",
    classification: time?.classification ?? "",
    use: time?.use ?? (employment.basis === "casual" ? "all" : "exceptions"),
    settings: { ...usualAnswers(agreements.find((each) => each.code === time?.agreement)), ...time?.settings },
    averagingFrom: time?.averagingFrom ?? "",
    usualTimes: (time?.usualTimes ?? noTimes).map((value) => ({ value })),
    availability: (time?.availability ?? noTimes).map((value) => ({ value })),
    flags: time?.flags ?? {},
    leads: time?.leads == null ? "" : String(time.leads),
  });

/** An empty box would be kept as a no. */
const usualAnswers = (agreement: AgreementView | undefined): FormValues["settings"] =>
  Object.fromEntries(
    (agreement?.rules.settings ?? []).flatMap(({ key, type, default: usual, scope }) =>
      type === "boolean" && scope !== "workplace" ? [[key, usual]] : [],
    ),
  );

/** What an agreement asks of a person. */
function askedBy(chosen: AgreementView | undefined, { employment }: FormProps["person"]) {
  const asked = chosen ? [...flagsOf(chosen.rules)] : [];
  return {
    // Who leads others is asked as a number.
    flags: asked.filter((flag) => flag !== leadsOthers),
    asksLeads: asked.includes(leadsOthers),
    asksAvailability: employment.basis === "part-time" && chosen?.rules.ordinary.availability !== undefined,
    own: chosen?.rules.settings.filter((each) => each.scope !== "workplace") ?? [],
  };
}

/** The fields of a person's terms, what the chosen agreement asks of them, and how it is saved. */
function useTerms(person: FormProps["person"], day: string, agreements: readonly AgreementView[]) {
  const heldOf = heldIn(agreements);
  const form = useForm<FormValues>({ defaultValues: { ...heldOf(person), from: day } });
  const held = useHeld({ person, day }, form, heldOf);
  const chosen = agreements.find((each) => each.code === form.watch("agreement"));
  const asked = askedBy(chosen, person);
  const { setValue } = form;
  const isOther = chosen !== undefined && chosen.code !== held.view.time?.agreement;
  useEffect(() => {
    if (isOther) for (const [key, usual] of Object.entries(usualAnswers(chosen))) setValue(`settings.${key}`, usual);
  }, [chosen, isOther, setValue]);
  // By the agreement that is saved: it may have come with the day.
  const shape = (values: FormValues) => {
    const { own, flags, asksLeads, asksAvailability } = askedBy(
      agreements.find((each) => each.code === values.agreement),
      person,
    );
    return {
      ...values,
      settings: Object.fromEntries(
        own.flatMap(({ key, type }) => {
          const value = values.settings[key];
          if (value === undefined || value === "") return [];
          return [[key, type === "number" ? Number(value) : value]];
        }),
      ),
      // A no is said, too: some rules ask until somebody has said either.
      flags: Object.fromEntries(flags.map((flag) => [flag, values.flags[flag] === true])),
      usualTimes: values.use === "exceptions" ? values.usualTimes.map(({ value }) => value) : null,
      availability: asksAvailability ? values.availability.map(({ value }) => value) : null,
      leads: asksLeads && values.leads !== "" ? Number(values.leads) : null,
    };
  };
  return { form, held, chosen, ...asked, shape };
}

function TermsForm({ person, day, onDone, agreements }: FormProps & { agreements: AgreementView[] }) {
  const setPaidWith = useWayToRun();
  const { form, held, chosen, own, flags, asksLeads, asksAvailability, shape } = useTerms(person, day, agreements);
  const submit = useSection(person, "time", form, onDone, shape, held);
  const values = form.watch();
  // Also without a change: rates of the level may have been entered after the pays were signed.
  const reaches = values.classification !== "" && person.pays.some((pay) => pay.payday >= values.from);
  const { errors } = form.formState;
  return (
    <Frame submit={submit} form={form} onDone={onDone}>
      <From
        form={form as unknown as UseFormReturn<{ from: string }>}
        hint="Work from this day on is paid by it"
        held={held}
      />
      <ChoiceField
        label="Hours come in"
        hint="Exceptions: the week's pattern is paid where nothing is recorded"
        error={errorAt(errors, "use")}
        {...form.register("use")}
      >
        <option value="all">every hour is recorded</option>
        <option value="exceptions">exceptions only</option>
        <option value="record">for the record only: usual pay is paid</option>
      </ChoiceField>
      {values.use === "exceptions" && (
        <WeekdayFields
          wide
          legend="Usual times of each weekday, as 14-22 b30 (empty: the hours of the week's pattern, worked by day)"
          field={(at) => form.register(`usualTimes.${at}.value`)}
          error={(at) => errorAt(errors, `usualTimes.${at}`)}
        />
      )}
      <div className="col-span-2">
        <ChoiceField
          label="Agreement"
          hint="Turns shifts into lines at its per cents"
          error={errorAt(errors, "agreement")}
          {...form.register("agreement")}
        >
          <option value="">none: every hour at the plain rate</option>
          {agreements.map((each) => (
            <option key={each.code} value={each.code}>
              {each.rules.title}
            </option>
          ))}
        </ChoiceField>
      </div>
      <div className="col-span-2">
        <ChoiceField
          label="Level"
          hint="Its hourly rate is paid unless a higher one is agreed"
          error={errorAt(errors, "classification")}
          {...form.register("classification")}
        >
          <option value="">not said</option>
          {chosen && levels(chosen)}
        </ChoiceField>
      </div>
      {own.map((setting) => (
        <OwnSetting key={setting.key} setting={setting} form={form} />
      ))}
      {chosen && averages(chosen.rules) && (
        <TextField
          label="Averaging begins on"
          type="date"
          hint="A day on which one of the cycles begins"
          error={errorAt(errors, "averagingFrom")}
          {...form.register("averagingFrom")}
        />
      )}
      {asksAvailability && (
        <WeekdayFields
          wide
          legend="Availability agreed in writing, as 8-18 (within it hours beyond those agreed are ordinary)"
          field={(at) => form.register(`availability.${at}.value`)}
          error={(at) => errorAt(errors, `availability.${at}`)}
        />
      )}
      {asksLeads && (
        <TextField
          label="Leads how many people"
          inputMode="numeric"
          hint="A leading hand's allowance goes by it; 0 for nobody"
          error={errorAt(errors, "leads")}
          {...form.register("leads")}
        />
      )}
      {flags.map((flag) => (
        <TickField key={flag} label={flagWords(flag)} {...form.register(`flags.${flag}`)} />
      ))}
      <BackPayOffer
        person={person}
        section="time"
        terms={held.settled && reaches ? shape(values) : null}
        onDone={(runId) => {
          form.reset(values);
          setPaidWith(runId);
        }}
      />
    </Frame>
  );
}

/** The levels of an agreement with what they pay. */
const levels = ({ rules, rates }: AgreementView) =>
  rules.classifications.map(({ key, title }) => {
    const rate = levelRate(rules, key, rates);
    return (
      <option key={key} value={key}>
        {title}
        {rate === null ? ", rate not known" : `, $${money(rate.toString())}`}
      </option>
    );
  });

interface SettingProps {
  setting: AgreementRules["settings"][number];
  form: UseFormReturn<FormValues>;
}

/** What an agreement asks of one person: yes or no, one of several, or a number. */
function OwnSetting({ setting, form }: SettingProps) {
  const name = `settings.${setting.key}` as const;
  if (setting.type === "boolean") return <TickField label={setting.ask} {...form.register(name)} />;
  if (setting.type !== "choice")
    return (
      <TextField
        label={setting.ask}
        hint={`Empty: ${String(setting.default)}`}
        error={errorAt(form.formState.errors, name)}
        {...form.register(name)}
      />
    );
  return (
    <ChoiceField label={setting.ask} {...form.register(name)}>
      <option value="">as the agreement has it: {choiceWords(setting, String(setting.default))}</option>
      {setting.choices?.map((each) => (
        <option key={each} value={each}>
          {choiceWords(setting, each)}
        </option>
      ))}
    </ChoiceField>
  );
}
