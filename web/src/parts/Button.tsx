import { type ComponentProps, useState } from "react";

const looks = {
  main: "bg-action px-3 py-1.5 text-action-ink hover:bg-action-hover font-semibold",
  plain: "border border-rule-strong bg-sheet px-3 py-1.5 hover:bg-hover",
  quiet: "py-0.5 text-action underline-offset-3 hover:underline",
} as const;

/**
 * One main action a screen; everything else is plain or quiet. A button that is pressed and may not be pressed again meanwhile
 * keeps the focus: a browser takes it from a disabled one, and whoever works by the keyboard would be nowhere.
 */
export function Button({
  look = "plain",
  className = "",
  disabled = false,
  onClick,
  onFocus,
  onBlur,
  ...rest
}: ComponentProps<"button"> & { look?: keyof typeof looks }) {
  const [focused, setFocused] = useState(false);
  return (
    <button
      type="button"
      className={`rounded-(--radius) text-[15px] print:hidden transition-colors duration-100 aria-disabled:cursor-not-allowed aria-disabled:opacity-50 ${looks[look]} ${className}`}
      disabled={disabled && !focused}
      aria-disabled={disabled || undefined}
      // Enter in a field presses the form's button, too.
      onClick={disabled ? (event) => event.preventDefault() : onClick}
      onFocus={(event) => {
        setFocused(true);
        onFocus?.(event);
      }}
      onBlur={(event) => {
        setFocused(false);
        onBlur?.(event);
      }}
      {...rest}
    />
  );
}
