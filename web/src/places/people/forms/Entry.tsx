/** One of several in a form of a person: an account, an order, a span. Its fields stand two by two, as the form's own do. */
import type { ReactNode } from "react";
import { Button } from "../../../parts/Button.tsx";

export const Entry = ({
  name,
  onTakeOut,
  children,
}: {
  /** for who hears the page: "Account 2" */
  name: string;
  /** left out where one has to stay */
  onTakeOut: (() => void) | undefined;
  children: ReactNode;
}) => (
  <fieldset className="col-span-2 grid grid-cols-2 gap-x-5 gap-y-2 border-t border-rule pt-2">
    <legend className="sr-only">{name}</legend>
    {children}
    {onTakeOut && (
      <Button className="w-fit self-end" onClick={onTakeOut}>
        Take out
      </Button>
    )}
  </fieldset>
);
