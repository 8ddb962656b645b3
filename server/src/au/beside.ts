/** Other ways in which an Australian pay may have been reckoned: another tax declaration, other super. */
import type { TaxDeclaration } from "@zesty/core/au/taxDeclaration";
import type { BesideOfCountry, OtherWay } from "../putIn/besideOfCountry.ts";

export const besideAu: BesideOfCountry = {
  otherWays(context): OtherWay[] {
    if (context.country !== "AU") return [];
    const { person } = context;
    const { tax } = person;
    const taxed = (words: string, change: Partial<TaxDeclaration>): OtherWay => ({
      words,
      context: { ...context, person: { ...person, tax: { ...tax, ...change } } },
    });
    return [
      tax.taxFreeThreshold
        ? taxed("the tax-free threshold were not claimed", { taxFreeThreshold: false })
        : taxed("the tax-free threshold were claimed", { taxFreeThreshold: true }),
      tax.studyLoan
        ? taxed("there were no study loan", { studyLoan: false })
        : taxed("there were a study loan", { studyLoan: true }),
      taxed("no tax file number were given", { fileNumber: "none" }),
      taxed("the tax file number were given", { fileNumber: "given" }),
      taxed("the person were a foreign resident", { residency: "foreign" }),
      taxed("there were no Medicare levy", { medicare: "exempt" }),
    ];
  },
  headings: {
    withheld: [
      ...["tax", "payg", "paygw", "paygtax", "paygwithheld", "paygwithholding", "paygtaxwithheld", "taxwithheld"],
      ...["withholding", "incometax"],
    ],
    super: ["super", "superannuation", "sg", "sgc", "superguarantee", "employersuper"],
  },
};
