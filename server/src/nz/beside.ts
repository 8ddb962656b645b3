/** Other ways in which a New Zealand pay may have been reckoned: another tax code, another KiwiSaver rate. */
import type { BesideOfCountry, OtherWay } from "../putIn/besideOfCountry.ts";

const codes = ["M", "ME", "S", "SH", "ST", "SB", "ND"];
const rates = ["3", "3.5", "4", "6", "8", "10"];

export const besideNz: BesideOfCountry = {
  otherWays(context): OtherWay[] {
    if (context.country !== "NZ") return [];
    const { person } = context;
    const [code, loan] = person.taxCode.split(" ");
    const coded = (taxCode: string): OtherWay => ({
      words: `the tax code were ${taxCode}`,
      context: { ...context, person: { ...person, taxCode } },
    });
    const saved = (words: string, kiwiSaver: typeof person.kiwiSaver): OtherWay => ({
      words,
      context: { ...context, person: { ...person, kiwiSaver } },
    });
    const own = person.kiwiSaver;
    return [
      ...codes.filter((each) => each !== code).map((each) => coded(loan ? `${each} ${loan}` : each)),
      coded(loan ? (code ?? "M") : `${code} SL`),
      ...(own?.status === "member"
        ? [
            ...rates
              .filter((rate) => rate !== own.employeeRate)
              .map((rate) => saved(`the KiwiSaver rate were ${rate} %`, { ...own, employeeRate: rate })),
            saved("the person were no member of KiwiSaver", { status: "not-member" }),
          ]
        : []),
    ];
  },
  headings: {
    withheld: ["paye", "tax", "payetax", "taxdeducted", "payewithacclevy", "payeincludingacclevy", "payeandacclevy"],
    studentLoan: ["studentloan", "sl", "studentloandeduction"],
    kiwiSaver: ["kiwisaver", "kiwisaveremployee", "employeekiwisaver", "ks"],
    super: ["employerkiwisaver", "kiwisaveremployer", "kser", "employerks"],
  },
};
