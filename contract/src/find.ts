/** What words name: something to go to, with the business that it belongs to. */
export interface Found {
  kind: "Person" | "Pay" | "Run" | "Due" | "Journal" | "Entry";
  title: string;
  about: string;
  businessId: number;
  /** a page of this application */
  to: string;
}
