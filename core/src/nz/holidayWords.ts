/** Words and figures that the rules of holiday pay share. */
import { type Decimal, zero } from "../quantity/decimal.ts";
import { counted } from "../quantity/units.ts";
import { type Figure, figure } from "../working/figure.ts";
import type { Earned } from "./holidayFacts.ts";

export const person = (section: string) => ({ place: "person" as const, section });
export const span = ({ from, to, pays }: Earned) => `${from} to ${to}, ${counted(String(pays), "pays")}`;
/** Shown to six places, so that a reader can follow the one rounding at the end. */
export const shown = (value: Decimal) => value.toDecimalPlaces(6).toString();
/** The same for money: cents at least. */
export const shownMoney = (value: Decimal) => (value.decimalPlaces() < 2 ? value.toFixed(2) : shown(value));
export const zeroFigure = (label: string, rule: string): Figure => figure(label, zero, "money", () => ({ rule }));
