/** Errors as problem details (RFC 9457): a sentence for the person, a stable code for the program. */
import type { FieldError } from "@zesty/contract/fields";
import type { Problem } from "@zesty/contract/problem";

export class ProblemError extends Error {
  readonly problem: Problem;
  constructor(status: number, code: string, detail: string, more: { errors?: FieldError[]; mend?: string } = {}) {
    super(detail);
    this.problem = {
      type: `urn:zesty-ledger:${code}`,
      title: titles[status] ?? "Error",
      status,
      detail,
      code,
      ...more,
    };
  }
}

const titles: Record<number, string> = {
  400: "Not understood",
  401: "Not signed in",
  403: "Not allowed",
  404: "Not found",
  409: "This cannot go ahead",
  422: "Something must change first",
  429: "Too many tries",
  500: "Our fault",
  503: "Cannot save right now",
};

export const notFound = (what: string) => new ProblemError(404, "not-found", `There is no such ${what}.`);
export const conflict = (code: string, detail: string, mend?: string, errors?: FieldError[]) =>
  new ProblemError(409, code, detail, { ...(mend ? { mend } : {}), ...(errors ? { errors } : {}) });
export const cannot = (code: string, detail: string, more: { errors?: FieldError[]; mend?: string } = {}) =>
  new ProblemError(422, code, detail, more);
