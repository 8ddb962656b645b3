import type { PaperView } from "@zesty/contract/papers";

/** A paper owed to somebody of one of several businesses. */
export interface PaperOf extends PaperView {
  personId: number;
  businessId: number;
  name: string;
}
