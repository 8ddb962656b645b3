/** A New Zealand bank account: its parts, its text, its check digit. */
import { type BankCheck, bankBranchesNz } from "../quantity/bankBranchesNz.ts";

/** An account split into its parts, "01-0902-0068389-00"; null for text of another shape. */
export function accountPartsNz(text: string): { bank: string; branch: string; base: string; suffix: string } | null {
  const found = /^(\d{2})[\s-]?(\d{3,4})[\s-]?(\d{6,8})[\s-]?(\d{1,4})$/.exec(text.trim());
  if (!found) return null;
  const [, bank = "", branch = "", base = "", suffix = ""] = found;
  return { bank, branch: branch.padStart(4, "0"), base: base.padStart(7, "0"), suffix };
}
/** "BB-bbbb-AAAAAAA-SSS", the form that screens and files show. */
export function accountTextNz(text: string): string {
  const parts = accountPartsNz(text);
  return parts ? `${parts.bank}-${parts.branch}-${parts.base}-${parts.suffix.padStart(3, "0")}` : text;
}
const weightsOf: Record<BankCheck | "A" | "B", { weights: readonly number[]; modulus: number }> = {
  A: { weights: [0, 0, 6, 3, 7, 9, 0, 0, 10, 5, 8, 4, 2, 1, 0, 0, 0, 0], modulus: 11 },
  B: { weights: [0, 0, 0, 0, 0, 0, 0, 0, 10, 5, 8, 4, 2, 1, 0, 0, 0, 0], modulus: 11 },
  AB: { weights: [], modulus: 1 },
  D: { weights: [0, 0, 0, 0, 0, 0, 0, 7, 6, 5, 4, 3, 2, 1, 0, 0, 0, 0], modulus: 11 },
  E: { weights: [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 5, 4, 3, 2, 0, 0, 0, 1], modulus: 11 },
  F: { weights: [0, 0, 0, 0, 0, 0, 0, 1, 7, 3, 1, 7, 3, 1, 0, 0, 0, 0], modulus: 10 },
  G: { weights: [0, 0, 0, 0, 0, 0, 0, 1, 3, 7, 1, 3, 7, 1, 0, 3, 7, 1], modulus: 10 },
  X: { weights: [], modulus: 1 },
};
/** Sum of the digits until one is left: 18 → 9, 9 stays 9. */
const oneDigit = (value: number): number => (value === 0 ? 0 : ((value - 1) % 9) + 1);
/** Bank account: the modulus test of its bank. A bank or branch that is not in the table passes: it may be new. */
export function isAccountNz(text: string): boolean {
  const parts = accountPartsNz(text);
  if (!parts) return false;
  const bank = bankBranchesNz[parts.bank];
  if (!bank) return true;
  const base = parts.base.padStart(8, "0");
  const digits = `${parts.bank}${parts.branch}${base}${parts.suffix.padStart(4, "0")}`;
  const check = bank.check === "AB" ? (Number(base) < 990000 ? "A" : "B") : bank.check;
  const { weights, modulus } = weightsOf[check];
  const folds = check === "E" || check === "G";
  const total = weights.reduce((sum, weight, at) => {
    const product = weight * Number(digits[at] ?? 0);
    return sum + (folds ? oneDigit(product) : product);
  }, 0);
  return total % modulus === 0;
}
