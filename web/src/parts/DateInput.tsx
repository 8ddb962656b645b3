/**
 * A date, typed as people write it (22/6, 22 jun, fri, +7) and shown in words. The native field beneath holds the date
 * as the form keeps it and opens the calendar; forms and handlers see that field alone.
 */
import { addDays, dateWords } from "@zesty/core/calendar/dates";
import { readDate } from "@zesty/core/calendar/readDate";
import { type ComponentProps, type Ref, useEffect, useRef, useState } from "react";
import { useToday } from "../state/business.ts";
import { weekdayYear } from "./format.ts";

interface Props extends ComponentProps<"input"> {
  id: string;
  ref?: Ref<HTMLInputElement> | undefined;
}

/** React notices a value that is set past it only by an event of the field. */
const setNative = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set;

export function DateInput({ id, ref, className, value, defaultValue, onChange, onBlur, name, min, ...rest }: Props) {
  const today = useToday();
  const kept = useRef<HTMLInputElement>(null);
  const typing = useRef(false);
  const [text, setText] = useState("");
  const [unread, setUnread] = useState(false);
  // What the form holds is shown, unless somebody types: a form sets its fields without telling.
  useEffect(() => {
    const iso = kept.current?.value ?? "";
    if (!typing.current && !unread) setText(iso === "" ? "" : weekdayYear(iso));
  });
  const keep = (iso: string) => {
    const field = kept.current;
    if (!field || field.value === iso) return;
    setNative?.call(field, iso);
    field.dispatchEvent(new Event("input", { bubbles: true }));
  };
  const type = (typed: string) => {
    const read = readDate(typed, today);
    setText(typed);
    setUnread(typed.trim() !== "" && read === null);
    keep(read ?? "");
  };
  const step = (days: number) => {
    const to = addDays(kept.current?.value || today, days);
    keep(to);
    setUnread(false);
    setText(weekdayYear(to));
  };
  return (
    <span className="relative block">
      <input
        {...rest}
        id={id}
        type="text"
        autoComplete="off"
        placeholder="22/6, fri, +7"
        className={`${className ?? ""} pr-8`}
        value={text}
        onFocus={(event) => event.target.select()}
        onChange={(event) => {
          typing.current = true;
          type(event.target.value);
        }}
        onKeyDown={(event) => {
          if (event.key !== "ArrowUp" && event.key !== "ArrowDown") return;
          event.preventDefault();
          step(event.key === "ArrowUp" ? 1 : -1);
        }}
        onBlur={() => {
          typing.current = false;
          if (kept.current?.value) setText(weekdayYear(kept.current.value));
          kept.current?.dispatchEvent(new Event("focusout", { bubbles: true }));
        }}
      />
      <input
        type="date"
        name={name}
        tabIndex={-1}
        aria-hidden="true"
        className="pointer-events-none absolute right-0 bottom-0 w-full opacity-0"
        {...(value === undefined ? { defaultValue } : { value })}
        min={min}
        onChange={(event) => {
          onChange?.(event);
          if (!typing.current && event.target.value) setUnread(false);
        }}
        onBlur={onBlur}
        ref={(field) => {
          kept.current = field;
          if (typeof ref === "function") ref(field);
          else if (ref) ref.current = field;
        }}
      />
      <button
        type="button"
        tabIndex={-1}
        aria-hidden="true"
        className="absolute top-0 right-0 h-full px-2 text-[11px] text-quiet hover:text-action"
        onClick={() => kept.current?.showPicker()}
      >
        ▾
      </button>
      {unread && (
        <span role="status" className="block text-[13px] text-plum">
          “{text}” is not a date. Type it as {Number(today.slice(8))}/{Number(today.slice(5, 7))},{" "}
          {dateWords(today).split(" ").slice(0, 2).join(" ")}, fri or +7.
        </span>
      )}
    </span>
  );
}
