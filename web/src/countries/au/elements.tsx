import type { NewElement } from "@zesty/contract/business";
import { allowanceCodes, elementsAu } from "@zesty/core/au/pay/input";
import { ChoiceField, errorAt } from "../../parts/Fields.tsx";
import type { ElementsOnPage } from "../elementsOnPage.ts";

const allowanceWords: Record<(typeof allowanceCodes)[number], string> = {
  CD: "cents per kilometre",
  AD: "award transport",
  LD: "laundry",
  MD: "overtime meal",
  RD: "travel",
  TD: "tools",
  KN: "tasks: dirt, height, first aid",
  QN: "qualification",
  OD: "other",
};
const otherAllowances = [
  ["G1", "general"],
  ["H1", "home office"],
  ["ND", "not deductible"],
  ["T1", "transport or fares"],
  ["U1", "uniform"],
  ["V1", "private vehicle"],
] as const;
const deductionWords = [
  ["F", "union or professional fees"],
  ["W", "workplace giving"],
  ["D", "child support deduction"],
  ["G", "child support garnishee"],
] as const;
const orNull = (text: string) => (text === "" ? null : text);
const isDeduction = (element: string) => element.startsWith("deduction");
const options = (words: readonly (readonly [code: string, words: string])[]) =>
  words.map(([code, text]) => (
    <option key={code} value={code}>
      {code}, {text}
    </option>
  ));

export const elementsOnPageAu: ElementsOnPage = {
  kinds: elementsAu,
  entries: (element) => (element === "allowance" ? [["units", "units: kilometres, meals"]] : []),
  inDays: [],
  reported: (element, { allowance, detail, deduction }) => ({
    allowance: (element === "allowance" ? orNull(allowance) : null) as NewElement["allowance"],
    detail: element === "allowance" && allowance === "OD" ? orNull(detail) : null,
    deduction: (isDeduction(element) ? orNull(deduction) : null) as NewElement["deduction"],
  }),
  counted: (counts) => ({
    superable: counts === "usual" ? null : counts === "yes",
    holidayGross: null,
    regular: null,
  }),
  counts: ({ superable }) => superable,
  codeOf: ({ element, allowance }) => (element === "allowance" ? (allowance ?? "no reporting code") : null),
  Fields: ({ element, form }) => (
    <>
      <Category element={element} form={form} />
      {["allowance", "bonus", "leaveLoading"].includes(element) && (
        <ChoiceField label="Counts for super" {...form.register("counts")}>
          <option value="usual">as the law has it</option>
          <option value="yes">yes</option>
          <option value="no">no</option>
        </ChoiceField>
      )}
    </>
  ),
  Category,
};

function Category({ element, form }: Parameters<ElementsOnPage["Category"]>[0]) {
  const { errors } = form.formState;
  return (
    <>
      {element === "allowance" && (
        <ChoiceField label="Reported as" error={errorAt(errors, "allowance")} {...form.register("allowance")}>
          {options(allowanceCodes.map((code) => [code, allowanceWords[code]]))}
        </ChoiceField>
      )}
      {element === "allowance" && form.watch("allowance") === "OD" && (
        <ChoiceField label="Which other" error={errorAt(errors, "detail")} {...form.register("detail")}>
          {options(otherAllowances)}
        </ChoiceField>
      )}
      {isDeduction(element) && (
        <ChoiceField label="Reported as" error={errorAt(errors, "deduction")} {...form.register("deduction")}>
          <option value="">not reported</option>
          {options(deductionWords)}
        </ChoiceField>
      )}
    </>
  );
}
