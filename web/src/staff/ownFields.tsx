/** Fields of a declaration that depend on each other: tax, fund, KiwiSaver. */
import type { StaffPage, StaffSaving, StaffSavingView } from "@zesty/contract/staff";
import { useState } from "react";
import { longDate } from "../parts/format.ts";
import { Choice, Field, Tick } from "./parts.tsx";

type ErrorAt = (path: string) => string | undefined;

export const signature = (
  <Tick name="signed" value="yes" label="What I say here is true. This counts as my signature." required />
);

export function TaxFields({ error }: { error: ErrorAt }) {
  const [status, setStatus] = useState("given");
  const [residency, setResidency] = useState("resident");
  return (
    <>
      <Choice
        label="Tax file number"
        name="numberStatus"
        value={status}
        onChange={(event) => setStatus(event.target.value)}
      >
        <option value="given">I type it below</option>
        <option value="pending">I have applied for one</option>
        <option value="none">I do not give it: tax is taken at the highest rate</option>
      </Choice>
      {status === "given" && (
        <Field
          label="Your tax file number"
          hint="Nine digits. If one is wrong, your tax is counted as somebody else's"
          name="fileNumber"
          inputMode="numeric"
          error={error("fileNumber")}
        />
      )}
      <Choice
        label="For tax you are"
        hint="A resident lives here for good or for years; it decides the tax from the first dollar"
        name="residency"
        value={residency}
        onChange={(event) => setResidency(event.target.value)}
      >
        <option value="resident">an Australian resident</option>
        <option value="foreign">a foreign resident</option>
        <option value="working-holiday">on a working holiday visa</option>
      </Choice>
      {residency === "working-holiday" && (
        <Field
          label="Home country, two letters"
          hint="As in your passport: FR, JP"
          name="homeCountry"
          maxLength={2}
          error={error("homeCountry")}
        />
      )}
      {residency === "resident" && (
        <Tick
          name="threshold"
          value="yes"
          label="I claim the tax-free threshold here. With two jobs, claim it once, at the one that pays more."
        />
      )}
      <Tick
        name="studyLoan"
        value="yes"
        label="I have a study or training loan to pay back: it is taken with each pay."
      />
      {signature}
    </>
  );
}

export function FundFields({ funds, error }: { funds: StaffPage["funds"]; error: ErrorAt }) {
  const [fund, setFund] = useState(String(funds[0]?.id ?? "own"));
  return (
    <>
      <Choice label="Fund" name="fundId" value={fund} onChange={(event) => setFund(event.target.value)}>
        {funds.map((each) => (
          <option key={each.id} value={each.id}>
            {each.name}
          </option>
        ))}
        <option value="own">another fund of my own</option>
      </Choice>
      {fund === "own" && (
        <>
          <Field label="Name of the fund" hint="As its letters have it" name="name" error={error("own.name")} />
          <Field
            label="ABN of the fund"
            hint="Eleven digits, on the fund's letters"
            name="abn"
            inputMode="numeric"
            error={error("own.abn")}
          />
          <Field
            label="USI of the fund"
            hint="Which of its products: on its letters, or in its app"
            name="usi"
            error={error("own.usi")}
          />
        </>
      )}
      <Field
        label="Your member number"
        hint="In the fund's app. Without it the fund may send the money back"
        name="memberNumber"
        error={error("memberNumber")}
      />
    </>
  );
}

const choiceWords = (status: StaffSavingView["status"]): Record<StaffSaving["choice"], string> => ({
  member:
    status === null
      ? "I am a member already"
      : status === "suspended"
        ? "I contribute again"
        : "I am a member, and contribute",
  join: status === null ? "I am no member yet: this job enrols me" : "I want to join",
  optOut: "I opt out: nothing more is taken, and what was taken comes back",
});

export function SavingFields({ saving, error }: { saving: StaffSavingView; error: ErrorAt }) {
  const { choices, status, rate, rates, optOut } = saving;
  const [choice, setChoice] = useState<string>(choices[0] ?? "member");
  const words = choiceWords(status);
  return (
    <>
      <Choice
        label="KiwiSaver"
        name="choice"
        value={choice}
        hint={
          optOut
            ? `You may opt out from ${longDate(optOut.from)} to ${longDate(optOut.to)}.`
            : status === "suspended"
              ? "Your savings suspension ends with it."
              : undefined
        }
        error={error("choice")}
        onChange={(event) => setChoice(event.target.value)}
      >
        {choices.map((each) => (
          <option key={each} value={each}>
            {words[each]}
          </option>
        ))}
      </Choice>
      {choice !== "optOut" && (
        <Choice
          label="Your part of each pay"
          hint="Of your pay before tax. Your employer adds its own part"
          name="employeeRate"
          defaultValue={rate ?? ""}
          error={error("employeeRate")}
        >
          {rates.map((each) => (
            <option key={each} value={each}>
              {each} %
            </option>
          ))}
        </Choice>
      )}
      {signature}
    </>
  );
}
