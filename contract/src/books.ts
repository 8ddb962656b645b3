export interface JournalSummary {
  id: number;
  runId: number;
  reference: string;
  kind: "run" | "reversal" | "settlement";
  date: string;
  description: string;
  totalCents: number;
}
export interface JournalEntry {
  account: string;
  accountName: string;
  costCentre: string | null;
  debitCents: number;
  creditCents: number;
  parts: {
    payId: number | null;
    personId: number | null;
    person: string | null;
    what: string;
    debitCents: number;
    creditCents: number;
  }[];
}
export interface JournalView extends JournalSummary {
  entries: JournalEntry[];
  documentId: number | null;
}
export interface DueView {
  dueDate: string;
  kind: "super" | "withholding";
  words: string;
  firstPayday: string;
  lastPayday: string;
  /** the newest run that it comes from */
  runId: number;
  cents: number;
  people: { personId: number | null; name: string; memberNumber: string | null; cents: number }[];
}
export interface RuleTableView {
  name: string;
  title: string;
  country: string;
  rows: {
    from: string;
    to: string;
    standing: string;
    title: string;
    section: string;
    seen: string;
    note: string | null;
    figures: unknown;
  }[];
}
