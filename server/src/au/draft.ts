/** What a row of a sheet of new people says that only Australia asks for: tax, super, leave in hours. */
import { fold, isOffered, isPermanent, named, toldIfLost } from "../people/drafts.ts";
import type { PeopleOfCountry } from "../people/peopleOfCountry.ts";

export const draftAu: PeopleOfCountry["draft"] = (values, setUp, marks) => {
  const number = fold(values.fileNumber ?? "");
  const status =
    number === "" ? null : /^(pending|applied)/.test(number) ? "pending" : number === "none" ? "none" : "given";
  if (status !== null && values.threshold === undefined)
    marks.push({
      kind: "query",
      column: "threshold",
      text: "Tax-free threshold is blank: taken as not claimed, so more tax is withheld. Type yes where it is claimed here.",
    });
  const ofTax = { threshold: "Tax-free threshold", studyLoan: "Study loan", residency: "Residency" };
  toldIfLost(
    ...([values, marks, { ...ofTax, homeCountry: "Home country" }, status !== null] as const),
    "say first whether there is a tax file number. Type it, pending, or none.",
  );
  const fund = named(values, marks, "fund", "Super fund", setUp.funds.filter(isOffered), (each) => [
    each.name,
    each.usi,
  ]);
  toldIfLost(
    values,
    marks,
    { memberNumber: "Member number" },
    values.fund !== undefined,
    "name the fund that it is of.",
  );
  const opening = [
    { kind: "annual", hours: values.annualLeave },
    { kind: "personal", hours: values.personalLeave },
  ].filter((each) => each.hours !== undefined);
  return {
    ...(status === null
      ? {}
      : {
          tax: {
            numberStatus: status,
            ...(status === "given" ? { fileNumber: values.fileNumber } : {}),
            pendingSince: status === "pending" ? values.startDate : null,
            residency: values.residency ?? "resident",
            taxFreeThreshold: values.threshold === "yes",
            studyLoan: values.studyLoan === "yes",
            medicare: "levy",
            medicareDependants: null,
            offsetsPerYear: null,
            extraPerPay: null,
            ...(values.homeCountry === undefined ? {} : { homeCountry: values.homeCountry }),
          },
        }),
    ...(fund
      ? { super: { fundId: fund.id, memberNumber: values.memberNumber ?? null, guarantee: true, agreedPercent: null } }
      : {}),
    ...(isPermanent(values.basis) || opening.length > 0
      ? {
          leave: {
            entitlements: isPermanent(values.basis) ? setUp.standardLeave : [],
            opening,
          },
        }
      : {}),
  };
};
