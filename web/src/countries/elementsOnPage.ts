/** Pay elements as a country has them: their kinds, how they are typed, how they are reported and what they count for. */
import type { NewElement } from "@zesty/contract/business";
import type { ElementAu } from "@zesty/core/au/pay/input";
import type { ElementNz } from "@zesty/core/nz/pay/input";
import type { Entry } from "@zesty/core/pay/row";
import type { ReactNode } from "react";
import type { UseFormReturn } from "react-hook-form";

/** Values of the fields, as a form holds them. */
export interface ElementValues {
  allowance: string;
  detail: string;
  deduction: string;
  account: string;
  paidTo: string;
  counts: string;
  regular: string;
}

export interface ElementsOnPage {
  /** kinds that somebody may add */
  kinds: readonly (ElementAu | ElementNz)[];
  /** ways of typing beside hours and dollars, in words */
  entries(element: string): readonly (readonly [entry: Entry, words: string])[];
  /** typed in days rather than hours */
  inDays: readonly string[];
  /** What the form says of reporting; what the kind does not ask for is left empty. */
  reported(
    element: string,
    values: ElementValues,
  ): Pick<NewElement, "allowance" | "deduction"> & { detail: string | null };
  /** What the form says of super and holiday pay; null where the law decides. */
  counted(
    counts: string,
    regular: string,
  ): { superable: boolean | null; holidayGross: boolean | null; regular: boolean | null };
  /** the answer that the element has to "counts" */
  counts(element: Partial<Pick<NewElement, "superable" | "holidayGross">>): boolean | null | undefined;
  /** the code that the list of elements shows beside the kind; null where there is none to show */
  codeOf(element: Pick<NewElement, "element" | "allowance">): string | null;
  Fields(props: { element: string; form: UseFormReturn<ElementValues> }): ReactNode;
  /** of these, what the agency is told an element is; nothing where it asks for no category */
  Category(props: { element: string; form: UseFormReturn<ElementValues> }): ReactNode;
}
