/** One field for each day of the week, Monday first. */
import type { UseFormRegisterReturn } from "react-hook-form";
import { TextField } from "../../../parts/Fields.tsx";

const weekdays = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];

interface Props {
  legend: string;
  /** what is typed is long */
  wide?: boolean;
  field: (at: number) => UseFormRegisterReturn;
  error: (at: number) => string | undefined;
}

export const WeekdayFields = ({ legend, wide = false, field, error }: Props) => (
  <fieldset className="col-span-2">
    <legend className="text-[14px] text-quiet">{legend}</legend>
    <div className={`grid gap-2 ${wide ? "grid-cols-4" : "grid-cols-7"}`}>
      {weekdays.map((name, at) => (
        <TextField key={name} label={name} error={error(at)} {...field(at)} />
      ))}
    </div>
  </fieldset>
);
