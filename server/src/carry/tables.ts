/**
 * What of the store belongs to one business: each table, whose rows, which columns are secrets and where these lie.
 * Kept totals and seals are not carried: they are made anew where the business is taken in. Nor are sessions,
 * invitations, calendar addresses and whatever lets somebody in.
 */
import { places } from "../store/crypt.ts";

type Row = Record<string, unknown>;

export interface CarriedTable {
  table: string;
  /** which rows `t` are of business `@b` */
  whose: string;
  /** secret columns, by the place that binds each ciphertext */
  secrets?: Readonly<Record<string, (row: Row) => string>>;
  /** columns that name a user without the database knowing it; in text they may be a list */
  users?: readonly string[];
  /** in place of all columns */
  only?: readonly string[];
  without?: readonly string[];
  /** where an id is only the place in a list */
  withoutId?: boolean;
}

const ofPerson = "t.person_id IN (SELECT id FROM person WHERE business_id = @b)";
const ofRun = "t.run_id IN (SELECT id FROM pay_run WHERE business_id = @b)";
const ofBusiness = "t.business_id = @b";
const within = (column: string, table: string, whose: string) =>
  `t.${column} IN (SELECT t.id FROM ${table} t WHERE ${whose})`;
const ofDuePayment = within("due_payment_id", "due_payment", ofBusiness);
const person = ({ person_id }: Row): number => Number(person_id);

const all = (whose: string, ...tables: string[]): CarriedTable[] => tables.map((table) => ({ table, whose }));

export const carriedTables: readonly CarriedTable[] = [
  {
    table: "business",
    whose: "t.id = @b",
    secrets: { bank_account: ({ bms_id }) => places.businessBank(String(bms_id)) },
    users: ["keeper_id"],
  },
  ...all(ofBusiness, "place", "cost_centre", "ledger_account", "pay_cycle", "pay_element", "fund", "employer_cost"),
  ...all(ofBusiness, "top_up_scheme", "own_rule_set", "agreement_facts", "sheet_column", "person"),
  ...all(ofPerson, "person_photo", "employment_terms"),
  { table: "tax_declaration", whose: ofPerson, secrets: { file_number: (row) => places.taxNumber(person(row)) } },
  { table: "tax_code", whose: ofPerson, secrets: { ird_number: (row) => places.irdNumber(person(row)) } },
  { table: "bank_split", whose: ofPerson, secrets: { parts: (row) => places.bankParts(person(row)) } },
  ...all(ofPerson, "super_choice", "kiwi_saver", "leave_terms", "usual_pay", "pay_orders", "holiday_terms"),
  ...all(ofPerson, "past_earnings", "opening_year", "fringe_benefit", "top_up_enrolment", "time_terms"),
  ...all(ofPerson, "standing_tick", "staff_link"),
  { table: "paper_given", whose: ofPerson, users: ["user_id"] },
  { table: "holiday_swap", whose: ofPerson, users: ["user_id"] },
  { table: "staff_change", whose: ofPerson, secrets: { values: (row) => places.staffChange(person(row)) } },
  ...all(ofBusiness, "leave_request"),
  ...all(within("request_id", "leave_request", ofBusiness), "leave_answer"),
  ...all(within("request_id", "leave_request", ofBusiness), "leave_paper"),
  ...all(ofPerson, "time_day"),
  ...all(within("day_id", "time_day", ofPerson), "time_approval"),
  { table: "pay_run", whose: ofBusiness, users: ["preparers"] },
  // What lay beneath is composed anew where the business is taken in.
  { table: "pay", whose: ofRun, without: ["laid", "stale", "kept"] },
  ...all(ofPerson, "act", "debt"),
  ...all(within("pay_id", "pay", ofRun), "tick"),
  ...all(ofRun, "signed_pay"),
  ...all(within("signed_pay_id", "signed_pay", ofRun), "pay_fact"),
  ...all(ofPerson, "leave_entry", "departure", "employed_again", "back_pay", "time_paid"),
  ...all(ofBusiness, "closedown", "due", "journal"),
  ...all(within("journal_id", "journal", ofBusiness), "journal_line"),
  {
    table: "document",
    whose: `(${ofRun} OR t.id IN (SELECT document_id FROM outbox WHERE business_id = @b))`,
    secrets: { bytes: ({ run_id, kind }) => places.document(run_id as number | null, String(kind)) },
  },
  ...all(ofBusiness, "outbox"),
  ...all(within("outbox_id", "outbox", ofBusiness), "payment"),
  { table: "span_agreed", whose: ofBusiness, users: ["user_id"] },
  ...all(ofBusiness, "payee"),
  { table: "bank_statement", whose: ofBusiness, users: ["user_id"] },
  ...all(ofBusiness, "bank_line"),
  { table: "due_payment", whose: ofBusiness, users: ["made_by", "released_by"] },
  ...all(ofDuePayment, "remittance"),
  ...all(within("remittance_id", "remittance", ofDuePayment), "remittance_part"),
  { table: "remittance_event", whose: within("remittance_id", "remittance", ofDuePayment), users: ["user_id"] },
  { table: "bank_match", whose: ofBusiness, users: ["user_id"] },
  {
    table: "outbox_answer",
    whose: within("outbox_id", "outbox", ofBusiness),
    secrets: { body: ({ outbox_id }) => places.answer(Number(outbox_id)) },
  },
  ...all(
    ofBusiness,
    "answer_item",
    "year_event",
    "year_tick",
    "year_close",
    "contractor_list",
    "statement_by_hand",
    "outside_figure",
    "own_field",
    "lodging_sender",
    "lodging_standing",
    "lodging_channel",
    "agency_notice",
  ),
  ...all(within("year_event_id", "year_event", ofBusiness), "year_event_person"),
  ...all(ofPerson, "year_left_out"),
  ...all(ofBusiness, "user_right"),
  // Rule tables are of the whole practice: without them the next pay would come out otherwise.
  { table: "loaded_row", whose: "TRUE", withoutId: true },
  {
    table: "audit",
    whose: ofBusiness,
    users: ["user_id"],
    only: ["at", "user_id", "business_id", "what", "about", "change"],
    withoutId: true,
  },
];

/** "employment_terms" as the export names it. */
export const camel = (name: string): string => name.replace(/_(\w)/g, (_all, letter: string) => letter.toUpperCase());
