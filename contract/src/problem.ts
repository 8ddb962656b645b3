/** Problem details (RFC 9457) as every error of the server carries them. */
import type { FieldError } from "./fields.ts";

export interface Problem {
  type: string;
  title: string;
  status: number;
  detail: string;
  /** stable, for programs */
  code: string;
  errors?: FieldError[];
  /** where to mend it, a path of the application */
  mend?: string;
}
