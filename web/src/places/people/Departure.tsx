/** The end of an employment: last day, reason, and what the final pay will hold, spelled out before it is recorded. */

import type { DeparturePlan, NewDeparture } from "@zesty/contract/departures";
import type { PersonView } from "@zesty/contract/people";
import { useEffect, useState } from "react";
import { type UseFormReturn, useForm } from "react-hook-form";
import { Link, useNavigate } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { ChoiceField, errorAt, showErrors, submitOf, TextField, TickField } from "../../parts/Fields.tsx";
import { longDate, money, sentenceCase } from "../../parts/format.ts";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { afterwardsApi } from "../../state/afterwardsApi.ts";
import { TakeOut } from "./AddedByMistake.tsx";
import { Earlier, EmployAgain } from "./EmployAgain.tsx";
import { leaving } from "./leaving.ts";

export function Departure({ person, day, wanted }: { person: PersonView; day: string; wanted: boolean }) {
  const [recording, setRecording] = useState(wanted && person.departure === null);
  return (
    <section id="departure" className="border-t border-rule-strong py-3" aria-labelledby="departure-title">
      <div className="flex items-baseline justify-between">
        <h2 id="departure-title" className="font-name text-[18px]">
          Departure
        </h2>
        {!recording && person.departure === null && (
          <Button look="quiet" onClick={() => setRecording(true)}>
            Record a departure
          </Button>
        )}
      </div>
      {person.departure ? (
        <>
          <Recorded person={person} departure={person.departure} day={day} />
          {person.departure.undo === "recordOnly" && <EmployAgain person={person} day={day} />}
          <Earlier person={person} />
        </>
      ) : recording ? (
        <DepartureForm person={person} day={day} onDone={() => setRecording(false)} />
      ) : (
        <Employed person={person} day={day} />
      )}
    </section>
  );
}

function Employed({ person, day }: { person: PersonView; day: string }) {
  const navigate = useNavigate();
  const name = `${person.details.givenName} ${person.details.familyName}`;
  return (
    <>
      {person.details.endDate ? (
        <>
          <p className="text-quiet">Left on {longDate(person.details.endDate)}.</p>
          <EmployAgain person={person} day={day} />
        </>
      ) : person.earlier.length === 0 ? (
        <p className="text-quiet">
          {person.stays === null ? "Nothing has been paid yet. Was this person added by mistake?" : "Employed."}
        </p>
      ) : null}
      <Earlier person={person} />
      {person.stays === null && (
        <TakeOut
          business={person.businessId}
          people={[{ id: person.id, name }]}
          onDone={() => void navigate("/people")}
        />
      )}
    </>
  );
}

interface RecordedProps {
  person: PersonView;
  departure: NonNullable<PersonView["departure"]>;
  day: string;
}

function Recorded({ person, departure, day }: RecordedProps) {
  const [undo, { error, isLoading }] = afterwardsApi.useUndoDepartureMutation();
  const [sure, setSure] = useState(false);
  return (
    <div className="text-[15px]">
      <p>
        Last day {longDate(departure.lastDay)}: {leaving[person.country].words(departure.reason)}.
      </p>
      <p>
        {departure.runId === null ? (
          departure.lastDay < day ? (
            "The final pay goes into the next run of the cycle that is opened."
          ) : (
            "The final pay is added when the run of that period is opened."
          )
        ) : (
          <>
            Final pay in the{" "}
            <Link className="text-action underline" to={`/run/${departure.runId}?pay=${departure.payId ?? ""}`}>
              run of {longDate(departure.payday ?? departure.lastDay)}
            </Link>
            .
          </>
        )}
      </p>
      {sure ? (
        <div className="mt-2 border-l-3 border-amber pl-3">
          <p>
            {departure.undo === "whole"
              ? "The final lines leave the open run, the usual pay counts again, and the person is employed as before."
              : "The run is signed off. Only the record is undone: the person is employed again, and the next filing says so. What was paid stays paid; correct that pay in its run."}
          </p>
          <div className="mt-2 flex gap-2">
            <Button look="main" disabled={isLoading} onClick={() => void undo(person.id)}>
              Undo the departure
            </Button>
            <Cancel onClick={() => setSure(false)} />
          </div>
          <ProblemNote error={error} />
        </div>
      ) : (
        <Button look="quiet" onClick={() => setSure(true)}>
          Undo this departure
        </Button>
      )}
    </div>
  );
}

function DepartureForm({ person, day, onDone }: { person: PersonView; day: string; onDone: () => void }) {
  const form = useForm<NewDeparture>({
    defaultValues: { lastDay: day, reason: "V", noticeWorked: true, misconduct: false, pay: "next", payday: day },
  });
  const values = form.watch();
  const [plan, planned] = afterwardsApi.usePlanDepartureMutation();
  const [recordIt, recorded] = afterwardsApi.useRecordDepartureMutation();
  const { errors } = form.formState;
  const asked = JSON.stringify(values);
  // Every change is worked out again, so that what is recorded is what was shown.
  useEffect(() => {
    const timer = setTimeout(() => void plan({ person: person.id, ...(JSON.parse(asked) as NewDeparture) }), 250);
    return () => clearTimeout(timer);
  }, [asked, person.id, plan]);
  const submit = submitOf(form, async (wanted) => {
    const answer = await recordIt({ person: person.id, ...wanted });
    if (answer.error) showErrors(form.setError, answer.error);
    else onDone();
  });
  const { reasons, shown, asksNotice } = leaving[person.country];
  return (
    <form noValidate className="mt-2 border-l-3 border-lime pl-4" onSubmit={(event) => void submit(event)}>
      <div className="grid grid-cols-2 gap-x-5 gap-y-3">
        <TextField label="Last day" type="date" error={errorAt(errors, "lastDay")} {...form.register("lastDay")} />
        <ChoiceField label="Final pay" {...form.register("pay")}>
          <option value="next">with the cycle's run</option>
          <option value="now">in a run of its own, now</option>
        </ChoiceField>
        {values.pay === "now" && (
          <TextField label="Payday" type="date" error={errorAt(errors, "payday")} {...form.register("payday")} />
        )}
        <div className="col-span-2">
          <ChoiceField label="Reason" error={errorAt(errors, "reason")} {...form.register("reason")}>
            {Object.keys(reasons).map((code) => (
              <option key={code} value={code}>
                {shown(code)}
              </option>
            ))}
          </ChoiceField>
        </div>
        {asksNotice && <HowItEnded form={form} />}
      </div>
      <ProblemNote error={planned.error} />
      {planned.data && !planned.error && <Planned plan={planned.data} />}
      {errors.root && (
        <p role="alert" className="mt-2 text-plum">
          {errors.root.message}
        </p>
      )}
      <div className="mt-3 flex gap-2">
        <Button look="main" type="submit" disabled={recorded.isLoading}>
          Record the departure
        </Button>
        <Cancel onClick={onDone} />
      </div>
    </form>
  );
}

/** What the end of an employment owes goes by how it came about. */
function HowItEnded({ form }: { form: UseFormReturn<NewDeparture> }) {
  const reason = form.watch("reason");
  const dismissed = reason === "R" || reason === "F";
  return (
    <>
      {reason === "I" && (
        <div className="col-span-2">
          <TickField
            label="Two doctors certified that the work can never be done again"
            hint="Then unused leave is taxed as on invalidity"
            {...form.register("invalidity")}
          />
        </div>
      )}
      {dismissed && (
        <div className="col-span-2">
          <TickField
            label="The notice is worked"
            hint="Otherwise it is paid in lieu"
            {...form.register("noticeWorked")}
          />
          {reason === "R" && (
            <ChoiceField
              label="Fewer than fifteen people"
              hint="Regular casuals and associated businesses count too"
              {...form.register("smallEmployer", { setValueAs: (v) => (v === "" ? null : String(v) === "true") })}
            >
              <option value="">as counted here</option>
              <option value="true">yes: a small employer</option>
              <option value="false">no</option>
            </ChoiceField>
          )}
          {reason === "F" && <TickField label="Serious misconduct" {...form.register("misconduct")} />}
        </div>
      )}
    </>
  );
}

/** What the final pay will hold, and what else there is to know. */
function Planned({ plan }: { plan: DeparturePlan }) {
  return (
    <div className="figures mt-3 text-[15px]">
      <h3 className="text-[14px] text-quiet">{plan.run.words}, beside the usual pay:</h3>
      {plan.lines.map((line) => (
        <div key={line.name} className="flex justify-between gap-4 border-b border-rule py-0.5">
          <span>
            {line.name} <span className="text-quiet">{line.quantity}</span>
            <span className="block text-[13.5px] text-quiet">{line.why}</span>
          </span>
          <span className="font-semibold">{money(line.amount)}</span>
        </div>
      ))}
      {plan.lines.length === 0 && <p>Nothing is owed beside the usual pay.</p>}
      {[...plan.notes, ...(plan.run.id === null ? [] : plan.elsewhere)].map((note) => (
        <p key={note} className="mt-1 text-amber">
          {sentenceCase(note)}
        </p>
      ))}
    </div>
  );
}
