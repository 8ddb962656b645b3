/** What words ask for: names, a month, a day, an amount, a number, and the kind of thing that is looked for. */

const months = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];

/** Words that say what is looked for, and are no name. */
const kinds: Record<string, "pay" | "run" | "due" | "journal" | "entry" | "number"> = {
  ...{ payslip: "pay", payslips: "pay", pay: "pay", paid: "pay", net: "pay" },
  ...{ run: "run", payday: "run", sign: "run", send: "run", check: "run", hours: "run", off: "run" },
  ...{ due: "due", dues: "due", super: "due", tax: "due", paye: "due", owed: "due", kiwisaver: "due" },
  ...{ journal: "journal", journals: "journal", books: "journal" },
  ...{ who: "entry", did: "entry", trail: "entry", changed: "entry" },
  ...{ tfn: "number", ird: "number" },
};

/** Kinds of dues by the word that people use. */
const dueKinds: Record<string, readonly string[]> = {
  ...{ super: ["super"], tax: ["withholding", "paye"], paye: ["paye"], kiwisaver: ["kiwiSaver"] },
};

export interface Asked {
  /** kinds of dues; none: every one */
  dues: string[];
  names: string[];
  kinds: Set<string>;
  month: number | null;
  year: string | null;
  day: number | null;
  cents: number | null;
  number: string | null;
  /** all words, as they were typed */
  words: string[];
}

export function readWords(text: string): Asked {
  const asked: Asked = {
    dues: [],
    names: [],
    kinds: new Set(),
    month: null,
    year: null,
    day: null,
    cents: null,
    number: null,
    words: text.toLowerCase().split(/\s+/).filter(Boolean),
  };
  for (const word of asked.words) {
    const month =
      word.length >= 3 ? months.findIndex((each) => word.startsWith(each) && /^[a-z]{3,9}$/.test(word)) : -1;
    const kind = kinds[word];
    if (/^\$?\d{1,3}(,?\d{3})*\.\d\d$/.test(word)) asked.cents = Number(word.replace(/[$,.]/g, ""));
    else if (/^(19|20)\d\d$/.test(word)) asked.year = word;
    else if (/^\d{1,2}(st|nd|rd|th)?$/.test(word)) asked.day = Number.parseInt(word, 10);
    else if (kind) {
      asked.kinds.add(kind);
      asked.dues.push(...(dueKinds[word] ?? []));
    } else if (month >= 0) {
      asked.month = month + 1;
      // "May" and "June" are names of people, too.
      asked.names.push(word);
    } else if (word !== "of" && word !== "the" && word !== "in") asked.names.push(word);
    if (/^[a-z]{0,4}-?\d+$/.test(word)) asked.number = word;
  }
  return asked;
}

/** Letters as they are typed where no key for their marks is at hand: "Rata" is "Rātā". */
export const plain = (text: string): string => text.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase();

export const startsWithMonth = (word: string): boolean => months.some((each) => word.startsWith(each));

/** The days that month, year and day of the words leave open. */
export const isOn = (date: string, { month, year, day }: Asked): boolean =>
  (month === null || Number(date.slice(5, 7)) === month) &&
  (year === null || date.startsWith(year)) &&
  (day === null || Number(date.slice(8)) === day);
