import type { ComponentProps } from "react";

const looks = {
  main: "bg-action px-3 py-1.5 text-action-ink hover:bg-action-hover font-semibold",
  plain: "border border-rule-strong bg-sheet px-3 py-1.5 hover:bg-hover",
  quiet: "py-0.5 text-action underline-offset-3 hover:underline",
} as const;

/** One main action a screen; everything else is plain or quiet. */
export function Button({
  look = "plain",
  className = "",
  ...rest
}: ComponentProps<"button"> & { look?: keyof typeof looks }) {
  return (
    <button
      type="button"
      className={`rounded-(--radius) text-[15px] print:hidden transition-colors duration-100 disabled:cursor-not-allowed disabled:opacity-50 ${looks[look]} ${className}`}
      {...rest}
    />
  );
}
