import { arisingNz } from "@zesty/core/nz/pay/elements";
import { elementsNz } from "@zesty/core/nz/pay/input";
import { ChoiceField } from "../../parts/Fields.tsx";
import type { ElementsOnPage } from "../elementsOnPage.ts";

const inDays = [
  ...["leaveTaken", "publicHoliday", "alternativeHoliday", "alternativeEarned", "alternativeExchanged", "daysWorked"],
];
const yesOrNo = (text: string) => (text === "usual" ? null : text === "yes");

export const elementsOnPageNz: ElementsOnPage = {
  kinds: elementsNz.filter((each) => !arisingNz.includes(each)),
  entries: () => [
    ["days", "days"],
    ["weeks", "weeks"],
  ],
  inDays,
  reported: () => ({ allowance: null, detail: null, deduction: null }),
  counted: (counts, regular) => ({ superable: null, holidayGross: yesOrNo(counts), regular: yesOrNo(regular) }),
  counts: ({ holidayGross }) => holidayGross,
  codeOf: () => null,
  Category: () => null,
  Fields: ({ element, form }) =>
    ["allowance", "bonus", "overtime", "commission", "extraPay"].includes(element) && (
      <>
        <ChoiceField label="Gross earnings of the Holidays Act" {...form.register("counts")}>
          <option value="usual">as the law has it</option>
          <option value="yes">counts</option>
          <option value="no">does not: truly discretionary</option>
        </ChoiceField>
        <ChoiceField label="Part of an ordinary week" {...form.register("regular")}>
          <option value="usual">as is usual</option>
          <option value="yes">yes, regular</option>
          <option value="no">no, irregular</option>
        </ChoiceField>
      </>
    ),
};
