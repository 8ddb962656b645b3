/** What a new person is asked beside what is asked everywhere. */
import type { BusinessView } from "@zesty/contract/business";
import type { KiwiSaverFacts } from "@zesty/contract/nz/people";
import { plainKiwiSaver } from "@zesty/contract/nz/plainKiwiSaver";
import type { CountryCode } from "@zesty/core/countries/countries";
import type { ReactNode } from "react";
import type { UseFormRegister } from "react-hook-form";
import { ChoiceField, TickField } from "../../parts/Fields.tsx";

/** Values of the form that only one country asks for. */
export interface OwnValues {
  kiwiSaver: string;
  withPay: boolean;
}
interface Employed {
  basis: string;
  permanent: boolean;
}
interface NewPersonOf {
  facts(values: OwnValues & Employed, setUp: BusinessView): object;
  Fields(props: { register: UseFormRegister<OwnValues>; permanent: boolean }): ReactNode;
  /** what comes next on the person's page */
  next: string;
}

/** What a choice at the start means; rates and dates come on the person's page. */
const kiwiSaverOf = (choice: string): KiwiSaverFacts => ({
  ...plainKiwiSaver,
  status: choice === "not-member" ? "not-member" : "member",
  joined: choice === "automatic" ? "automatic" : "existing",
});

export const newPersonOf: Record<CountryCode, NewPersonOf> = {
  AU: {
    facts: ({ permanent }, setUp) => (permanent ? { leave: { entitlements: setUp.standardLeave } } : {}),
    Fields: () => null,
    next: "Tax declaration, fund, bank account and address come next, on the person's page. Until then they are marked as missing.",
  },
  NZ: {
    facts: ({ kiwiSaver, withPay, basis, permanent }) => ({
      ...(kiwiSaver === "later" ? {} : { kiwiSaver: kiwiSaverOf(kiwiSaver) }),
      holidays: {
        withPay: withPay && !permanent,
        varies: basis === "casual",
        agreedWeek: null,
        averageOnlyUntil: null,
        keepsAnniversary: false,
      },
    }),
    Fields: ({ register, permanent }) => (
      <>
        <ChoiceField label="KiwiSaver" {...register("kiwiSaver")}>
          <option value="later">not known yet: marked until it is</option>
          <option value="automatic">new to it: enrolled on starting</option>
          <option value="existing">is a member already</option>
          <option value="not-member">exempt: under 18, from 65 on, or not living here</option>
        </ChoiceField>
        {!permanent && (
          <TickField
            label="8 % with each pay in place of annual holidays"
            hint="Only work so irregular that holidays cannot be taken, or a fixed term under a year; agreed in writing"
            {...register("withPay")}
          />
        )}
      </>
    ),
    next: "Tax code, KiwiSaver, bank account and address come next, on the person's page. A new employee from 18 to 64 is enrolled in KiwiSaver unless exempt. Until then they are marked as missing.",
  },
};
