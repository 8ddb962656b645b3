/**
 * Lines of a bank statement laid beside what was sent to the bank. A whole file first, then its lines one by one, then
 * what came back. Two that are alike are told apart by their reference, or left for a person; nothing is guessed.
 * Common practice, no source: the bank books a file on its day or within four days after.
 */
import { daysBetween, type IsoDate } from "../calendar/dates.ts";

export interface StatementLine {
  key: string;
  date: IsoDate;
  /** below nought: it left the account */
  cents: number;
  /** words and references as the bank gives them */
  text: string;
}

export interface SentPart {
  id: string;
  cents: number;
  reference: string;
}
export interface SentPayment {
  id: string;
  on: IsoDate;
  cents: number;
  reference: string;
  parts: readonly SentPart[];
}

export interface Match {
  line: string;
  payment: string;
  /** null: the whole of it */
  part: string | null;
  how: "whole" | "part" | "return";
}

/** Days after its own on which a file may be booked; a return comes within ten. */
const bookedWithin = 4;
const returnedWithin = 10;

interface Candidate {
  payment: SentPayment;
  part: SentPart | null;
}

const letters = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]/g, "");
const named = (reference: string, line: StatementLine): boolean =>
  letters(reference).length >= 4 && letters(line.text).includes(letters(reference));

/** The one that fits: the only one, or the only one whose reference the line names. */
function theOne(line: StatementLine, all: readonly Candidate[]): Candidate | null {
  const byName = all.filter(({ payment, part }) => named((part ?? payment).reference, line));
  const left = byName.length > 0 ? byName : all;
  return left.length === 1 ? (left[0] ?? null) : null;
}

const byCents = <T>(things: readonly T[], centsOf: (thing: T) => number): Map<number, T[]> => {
  const found = new Map<number, T[]>();
  for (const thing of things) {
    const known = found.get(centsOf(thing));
    if (known) known.push(thing);
    else found.set(centsOf(thing), [thing]);
  }
  return found;
};

/**
 * @param lines any order; @param known matches that stand already
 * @returns new matches alone; a line has one, and so has a payment or a part of it (a return beside what left)
 */
export function matchLines(
  lines: readonly StatementLine[],
  payments: readonly SentPayment[],
  known: readonly Match[] = [],
): Match[] {
  const done = new Set(known.map((each) => each.line));
  const whole = new Set<string>();
  const partly = new Set<string>();
  const back = new Set<string>();
  const partKey = (payment: string, part: string) => `${payment} ${part}`;
  const keep = ({ payment, part, how }: Match) => {
    if (how === "return") back.add(partKey(payment, part ?? ""));
    else if (part === null) whole.add(payment);
    else partly.add(payment).add(partKey(payment, part));
  };
  for (const each of known) keep(each);
  const found: Match[] = [];
  const take = (line: StatementLine, { payment, part }: Candidate, how: Match["how"]) => {
    const match = { line: line.key, payment: payment.id, part: part?.id ?? null, how };
    found.push(match);
    done.add(line.key);
    keep(match);
  };
  const within = (line: StatementLine, on: IsoDate, days: number) => {
    const after = daysBetween(on, line.date);
    return after >= 0 && after <= days;
  };
  const ordered = [...lines].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : a.key < b.key ? -1 : 1));
  const wholes = byCents(payments, (payment) => payment.cents);
  const parts = byCents(
    payments.flatMap((payment) => payment.parts.map((part) => ({ payment, part }))),
    ({ part }) => part.cents,
  );
  const out = ordered.filter((line) => line.cents < 0);
  // What one round takes may leave one alone where two were alike.
  for (let before = -1; before < found.length; ) {
    before = found.length;
    for (const line of out) {
      if (done.has(line.key)) continue;
      const open = (wholes.get(-line.cents) ?? []).filter(
        (payment) => !whole.has(payment.id) && !partly.has(payment.id) && within(line, payment.on, bookedWithin),
      );
      const one = theOne(
        line,
        open.map((payment) => ({ payment, part: null })),
      );
      if (one) take(line, one, "whole");
    }
    for (const line of out) {
      if (done.has(line.key)) continue;
      const open = (parts.get(-line.cents) ?? []).filter(
        ({ payment, part }) =>
          !whole.has(payment.id) && !partly.has(partKey(payment.id, part.id)) && within(line, payment.on, bookedWithin),
      );
      const one = theOne(line, open);
      if (one) take(line, one, "part");
    }
    for (const line of ordered) {
      if (line.cents <= 0 || done.has(line.key)) continue;
      const left = ({ payment, part }: { payment: SentPayment; part: SentPart }) =>
        (whole.has(payment.id) || partly.has(partKey(payment.id, part.id))) && !back.has(partKey(payment.id, part.id));
      // Dues that come back are owed again, so a credit that only happens to be as much is left for a person.
      const open = (parts.get(line.cents) ?? []).filter(
        (each) => left(each) && within(line, each.payment.on, returnedWithin) && named(each.part.reference, line),
      );
      const one = theOne(line, open);
      if (one) take(line, one, "return");
    }
  }
  return found;
}
