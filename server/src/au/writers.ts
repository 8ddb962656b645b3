/** Saves what Australian law asks to be known of a person. Dated sections append; nothing is overwritten. */
import { decimal, sum } from "@zesty/core/quantity/decimal";
import { centsOf } from "@zesty/core/quantity/units";
import { fringeBenefitRules } from "@zesty/core/rulebook/au/fringeBenefitRules";
import { cannot } from "../ground/problem.ts";
import { demandYearOpen } from "../ground/yearClosed.ts";
import { demandOwn } from "../people/demandOwn.ts";
import { demandNumberOfNobodyElse } from "../people/numberOfAnother.ts";
import { writeOpeningYear } from "../people/openingYears.ts";
import type { Writer } from "../people/peopleOfCountry.ts";
import type { SectionValues } from "../people/savePerson.ts";
import { places } from "../store/crypt.ts";
import { datedRecords } from "../store/dated.ts";
import { fringeBenefit, fund, superChoice, taxDeclaration } from "../store/schema.ts";

export const writersAu: { [S in "tax" | "super" | "fringeBenefits" | "openingYear"]: Writer<SectionValues[S]> } = {
  tax: (context, personId, businessId, from, values) => {
    const kept = datedRecords(context.store.db, [personId], "9999-12-31").tax.get(personId)?.fileNumber ?? null;
    const typed = values.fileNumber?.replace(/\s/g, "");
    if (values.numberStatus === "given" && !typed && !kept) {
      const text = "Tax file number is missing. Type it, or choose “applied for” or “not given”.";
      throw cannot("number-missing", text, { errors: [{ path: "fileNumber", text }] });
    }
    if (typed && values.numberStatus === "given")
      demandNumberOfNobodyElse(context, personId, businessId, "fileNumber", typed);
    const { fileNumber: _typed, offsetsPerYear, extraPerPay, from: _from, ...rest } = values;
    context.store.db
      .insert(taxDeclaration)
      .values({
        ...rest,
        personId,
        from,
        fileNumber:
          values.numberStatus === "given"
            ? typed
              ? context.store.crypt.seal(typed, places.taxNumber(personId))
              : kept
            : null,
        offsetsPerYearCents: offsetsPerYear ? centsOf(offsetsPerYear) : null,
        extraPerPayCents: extraPerPay ? centsOf(extraPerPay) : null,
      })
      .run();
  },
  super: (context, personId, businessId, from, values) => {
    demandOwn(context, fund, values.fundId, businessId, "fundId", "fund");
    values.shares?.forEach((share, at) => {
      demandOwn(context, fund, share.fundId, businessId, `shares.${at}.fundId`, "fund");
    });
    if (sum((values.shares ?? []).map((share) => decimal(share.percent))).gt(100)) {
      const text = "The shares come to more than 100 %. What is left goes to the fund above.";
      throw cannot("fund-shares", text, { errors: [{ path: "shares", text }] });
    }
    const { from: _from, ...rest } = values;
    context.store.db
      .insert(superChoice)
      .values({ ...rest, personId, from })
      .run();
  },
  fringeBenefits: (context, personId, businessId, _from, values) => {
    // The year that ends in March is reported with the payroll year that it ends in.
    demandYearOpen(context, businessId, values.yearEnd);
    if (!context.rules.find(fringeBenefitRules, values.yearEnd)) {
      const text = `The rule book has no fringe benefits rules for the year ended ${values.yearEnd}.`;
      throw cannot("no-rules", text, { errors: [{ path: "yearEnd", text }] });
    }
    const { yearEnd, taxable, exempt } = values;
    context.store.db
      .insert(fringeBenefit)
      .values({ personId, yearEnd, taxableCents: centsOf(taxable), exemptCents: centsOf(exempt) })
      .run();
  },
  openingYear: (context, personId, businessId, _from, values) => {
    demandYearOpen(context, businessId, values.yearStart);
    writeOpeningYear(context, personId, businessId, values);
  },
};
