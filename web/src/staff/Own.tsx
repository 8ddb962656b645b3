/** What a person fills in: address, tax declaration, fund, bank account; each says why it is asked and what it does. */

import type { StaffPage } from "@zesty/contract/staff";
import { statesAu } from "@zesty/core/calendar/states";
import { type FormEvent, type ReactNode, useState } from "react";
import { onPage } from "../countries/onPage.ts";
import { call, type Fault } from "./call.ts";
import { ownTitles } from "./Home.tsx";
import { FundFields, SavingFields, signature, TaxFields } from "./ownFields.tsx";
import { Choice, Field, Press, Said, Screen } from "./parts.tsx";
import { go } from "./path.tsx";

type Typed = Record<string, string>;
interface FormOf {
  why: string;
  fields: (page: StaffPage, error: (path: string) => string | undefined) => ReactNode;
  /** what is sent, from what was typed */
  shape: (typed: Typed) => object;
}

const forms: Record<string, FormOf> = {
  details: {
    why: "Your payslip and the report to the tax agency carry your address.",
    fields: ({ details, country }, error) => (
      <>
        <Field
          label="Phone"
          hint="For questions about your pay"
          name="phone"
          type="tel"
          defaultValue={details.phone ?? ""}
          error={error("phone")}
        />
        <Field
          label="Street"
          name="line1"
          autoComplete="street-address"
          defaultValue={details.address?.line1}
          error={error("address.line1")}
        />
        <Field
          label="Suburb or town"
          name="suburb"
          defaultValue={details.address?.suburb}
          error={error("address.suburb")}
        />
        {onPage[country].hasState && (
          <Choice label="State" name="state" defaultValue={details.address?.state} error={error("address.state")}>
            {statesAu.map((each) => (
              <option key={each}>{each}</option>
            ))}
          </Choice>
        )}
        <Field
          label="Postcode"
          name="postcode"
          inputMode="numeric"
          defaultValue={details.address?.postcode}
          error={error("address.postcode")}
        />
      </>
    ),
    shape: ({ phone, line1, suburb, state = "", postcode }) => ({
      phone,
      address: line1 || suburb || postcode ? { line1, suburb, state, postcode } : null,
    }),
  },
  emergency: {
    why: "Whom your employer calls when something happens to you at work.",
    fields: ({ emergency }, error) => (
      <>
        <Field label="Name" name="contactName" defaultValue={emergency?.name ?? ""} error={error("contact.name")} />
        <Field
          label="Telephone"
          name="contactPhone"
          type="tel"
          defaultValue={emergency?.phone ?? ""}
          error={error("contact.phone")}
        />
        <Field
          label="Relationship to you"
          name="relation"
          defaultValue={emergency?.relation ?? ""}
          error={error("contact.relation")}
        />
      </>
    ),
    shape: ({ contactName, contactPhone, relation }) => ({
      contact: contactName || contactPhone ? { name: contactName, phone: contactPhone, relation } : null,
    }),
  },
  tax: {
    why: "It decides how much tax is taken from each pay. The number stands on letters of the tax office, and in your account there.",
    fields: (_page, error) => <TaxFields error={error} />,
    shape: ({ numberStatus, fileNumber, residency, threshold, studyLoan, homeCountry, signed }) => ({
      numberStatus,
      ...(numberStatus === "given" ? { fileNumber } : {}),
      residency,
      taxFreeThreshold: threshold === "yes",
      studyLoan: studyLoan === "yes",
      homeCountry: homeCountry || null,
      signed: signed === "yes",
    }),
  },
  taxCode: {
    why: "It decides how much PAYE is taken. The IRD number stands on letters of Inland Revenue.",
    fields: (_page, error) => (
      <>
        <Field
          label="IRD number"
          name="irdNumber"
          inputMode="numeric"
          hint="On letters of Inland Revenue. Leave empty to keep the one on record"
          error={error("irdNumber")}
        />
        <Field
          label="Tax code"
          name="code"
          autoCapitalize="characters"
          hint="M for a main job; with SL after it for a student loan"
          error={error("code")}
        />
        {signature}
      </>
    ),
    shape: ({ code, irdNumber, signed }) => ({ code, irdNumber, signed: signed === "yes" }),
  },
  super: {
    why: "Your employer pays super into the fund that you choose. Your fund tells you its USI and your member number.",
    fields: ({ funds }, error) => <FundFields funds={funds} error={error} />,
    shape: ({ fundId, memberNumber, name, abn, usi }) => ({
      fundId: fundId === "own" || !fundId ? null : Number(fundId),
      memberNumber,
      own: fundId === "own" ? { name, abn, usi } : null,
    }),
  },
  kiwiSaver: {
    why: "Whether you are a member, and at which rate, decides what goes from each pay and what your employer adds. It takes the place of the paper form.",
    fields: ({ saving }, error) => saving && <SavingFields saving={saving} error={error} />,
    shape: ({ choice, employeeRate, signed }) => ({
      choice,
      employeeRate: employeeRate || null,
      signed: signed === "yes",
    }),
  },
  bank: {
    why: "Your pay goes there. If there is an account already, the new one waits until your employer has looked at it, and a letter goes to your address.",
    fields: ({ country, name }, error) => (
      <>
        <Field
          label="Name of the account"
          hint="As your bank writes it"
          name="title"
          defaultValue={name.slice(0, 32)}
          error={error("title")}
        />
        {onPage[country].hasBsb && (
          <Field
            label="BSB"
            name="bsb"
            inputMode="numeric"
            hint="Six digits, in your banking app: they name bank and branch"
            error={error("bsb")}
          />
        )}
        <Field
          label="Account number"
          hint="In your banking app. One wrong digit pays somebody else"
          name="account"
          error={error("account")}
        />
      </>
    ),
    shape: ({ bsb = "", account, title }) => ({ bsb, account, title }),
  },
};

interface Props {
  page: StaffPage;
  section: string;
  onPage: (page: StaffPage) => void;
}

export function Own({ page, section, onPage }: Props) {
  const [fault, setFault] = useState<Fault | null>(null);
  const [busy, setBusy] = useState(false);
  const form = forms[section];
  const back = `/${page.personId}`;
  if (!form)
    return (
      <Screen title="Nothing to change here" back={back}>
        <p>Ask your employer.</p>
      </Screen>
    );
  async function send(event: FormEvent<HTMLFormElement>): Promise<void> {
    event.preventDefault();
    const typed = Object.fromEntries(new FormData(event.currentTarget)) as Typed;
    setBusy(true);
    const answer = await call<StaffPage>("PUT", `/staff/${page.personId}/own/${section}`, form?.shape(typed));
    setBusy(false);
    setFault(answer.fault);
    if (!answer.data) return;
    onPage(answer.data);
    go(back);
  }
  const known = Object.keys(fault?.errors ?? {});
  return (
    <Screen title={ownTitles[section] ?? ""} back={back}>
      <p className="mb-4 text-quiet">{form.why}</p>
      <form noValidate onSubmit={(event) => void send(event)}>
        {form.fields(page, (path) => fault?.errors[path])}
        {(known.length === 0 || known.includes("signed") || known.includes("")) && <Said fault={fault} />}
        <Press main type="submit" className="w-full" disabled={busy}>
          Save
        </Press>
      </form>
    </Screen>
  );
}
