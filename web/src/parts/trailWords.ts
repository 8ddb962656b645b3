/** Entries of the trail as people read them: they are kept as they were written, with days and names of the program. */
import { dateWords } from "@zesty/core/calendar/dates";

const names: Record<string, string> = {
  payEvent: "pay event",
  employmentInformation: "employment information",
  employeeDetails: "employee details",
  paymentFile: "payment file",
  yearSummary: "year summary",
  duesPayment: "payment of dues",
  usualPay: "usual pay",
  taxCode: "tax code",
  kiwiSaver: "KiwiSaver",
  fringeBenefits: "fringe benefits",
  openingYear: "figures from before",
  ownFacts: "facts of the business's own",
};

/** "unlikeLastTime" as "unlike last time": the name of a mark. Other words are left as they are: a name may look so. */
const apart = (name: string): string => name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

export const trailWords = (text: string): string =>
  text
    .replace(/\b\d{4}-\d{2}-\d{2}\b/g, (day) => dateWords(day))
    // What a tick was put on carries the figures that were looked at.
    .replace(/\|[a-z][A-Za-z]*=[^|]*/g, "")
    .replace(/(?<=: )[a-z]+(?:[A-Z][a-z]+)+$/g, apart)
    .replace(/\b[a-z]+(?:[A-Z][a-z]+)+\b/g, (name) => names[name] ?? name);
