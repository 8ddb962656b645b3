/** Gives the fields beneath what is known about them in a country. */
import type { CountryCode } from "@zesty/core/countries/countries";
import type { ReactNode } from "react";
import { FieldNotesContext } from "../parts/fieldNotes/AboutField.tsx";
import { personOfBoth } from "../parts/fieldNotes/both.ts";
import { businessOfBoth } from "../parts/fieldNotes/businessOfBoth.ts";
import type { FieldNotes } from "../parts/fieldNotes/notes.ts";
import { businessAu } from "./au/businessNotes.ts";
import { personAu } from "./au/fieldNotes.ts";
import { businessNz, personNz } from "./nz/fieldNotes.ts";

type Subject = "person" | "business";

export const notesOf: Record<CountryCode, Record<Subject, FieldNotes>> = {
  AU: { person: { ...personOfBoth, ...personAu }, business: { ...businessOfBoth, ...businessAu } },
  NZ: { person: { ...personOfBoth, ...personNz }, business: { ...businessOfBoth, ...businessNz } },
};

interface Props {
  country: CountryCode;
  subject: Subject;
  children: ReactNode;
}

export const FieldNotesOf = ({ country, subject, children }: Props) => (
  <FieldNotesContext value={notesOf[country][subject]}>{children}</FieldNotesContext>
);
