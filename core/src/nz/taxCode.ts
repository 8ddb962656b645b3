/** A tax code as Inland Revenue writes it: how it is taxed, whether the levy and a student loan go with it. */

export const taxCodes = ["M", "ME", "SB", "S", "SH", "ST", "SA", "CAE", "EDW", "NSW", "ND", "STC", "WT"] as const;
export type TaxCodeName = (typeof taxCodes)[number];

export interface TaxCode {
  name: TaxCodeName;
  studentLoan: boolean;
  /** main income: the scale, with the student loan's threshold */
  main: boolean;
  secondary: boolean;
}

const withLoan: readonly TaxCodeName[] = ["M", "ME", "SB", "S", "SH", "ST", "SA", "STC"];
const secondary: readonly TaxCodeName[] = ["SB", "S", "SH", "ST", "SA"];

/** "M SL" and the like; undefined for text that is no code. */
export function readTaxCode(text: string): TaxCode | undefined {
  const [name = "", suffix, ...rest] = text.trim().toUpperCase().split(/\s+/);
  const known = taxCodes.find((each) => each === name);
  if (!known || rest.length > 0 || (suffix !== undefined && suffix !== "SL")) return undefined;
  if (suffix === "SL" && !withLoan.includes(known)) return undefined;
  return {
    name: known,
    studentLoan: suffix === "SL",
    main: known === "M" || known === "ME" || known === "STC",
    secondary: secondary.includes(known),
  };
}
