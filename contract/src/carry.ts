/** A business as a file: going out under a passphrase, coming in. */
import Joi from "joi";

/** null: numbers are masked, and the file is for reading only */
export interface ExportWanted {
  passphrase: string | null;
}
export const exportWanted = Joi.object<ExportWanted>({
  passphrase: Joi.string()
    .min(12)
    .max(200)
    .empty("")
    .allow(null)
    .default(null)
    .label("Passphrase")
    .messages({ "string.min": "The passphrase is too short: take twelve characters or more." }),
});

export interface TakenIn {
  business: { id: number; name: string };
  people: number;
  runs: number;
  /** addresses of its users who work here already: a lead gives them their rights in it by hand */
  usersHere: string[];
  /** the mark of the installation that signed it; null: an earlier version made the file, and signed nothing */
  signedBy: string | null;
}
