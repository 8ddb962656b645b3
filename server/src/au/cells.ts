/** What a sheet of people says of somebody that only Australia asks for. */
import { type CellFacts, type Cells, yesNo } from "../people/peopleList.ts";
import { places } from "../store/crypt.ts";

export const cellsAu = ({ who, records, open, leave, fundName }: CellFacts): Cells => {
  const tax = records.tax.get(who.id);
  const choice = records.super.get(who.id);
  return {
    fileNumber:
      tax?.numberStatus === "given"
        ? open(tax.fileNumber, places.taxNumber(who.id))
        : tax && (tax.numberStatus === "pending" ? "pending" : "none"),
    threshold: yesNo(tax?.taxFreeThreshold),
    studyLoan: yesNo(tax?.studyLoan),
    residency: tax?.residency,
    homeCountry: tax?.homeCountry,
    fund: fundName(choice?.fundId ?? 0),
    memberNumber: choice?.memberNumber,
    annualLeave: leave("annual"),
    personalLeave: leave("personal"),
  };
};
