/** The register of an earlier system: from a file or pasted, and what its headings and pay lines mean. */
import type { BesideField, BesideHeading, BesideMeans, BesideView } from "@zesty/contract/beside";
import type { CountryCode } from "@zesty/core/countries/countries";
import type { PayElement } from "@zesty/core/pay/row";
import { useState } from "react";
import { Button } from "../../parts/Button.tsx";
import { Cancel } from "../../parts/Cancel.tsx";
import { AreaField, ChoiceField } from "../../parts/Fields.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { BringFile } from "../../parts/sheets/BringFile.tsx";
import type { Brought } from "../../parts/sheets/broughtFile.ts";
import { OtherSheets } from "../../parts/sheets/OtherSheets.tsx";
import { problemOf } from "../../state/api.ts";
import { besideApi } from "../../state/besideApi.ts";
import { totalNames } from "./TotalsLine.tsx";

/** What a column of a register can say, beside a pay line. */
export type BesideWord = BesideField | "none";
export const besideWords = (country: CountryCode): Record<BesideWord, string> => ({
  ...{ payrollId: "Payroll ID", name: "Name", familyName: "Family name", givenName: "Given name", hours: "Hours" },
  ...{ gross: "Gross", withheld: totalNames[country].withheld ?? "Tax", studentLoan: "Student loan" },
  ...{ kiwiSaver: "KiwiSaver", super: totalNames[country].super ?? "Super", afterTax: "Deductions", net: "Net" },
  ...{ line: "The line of pay", amount: "The amount of a line" },
  none: "nothing of ours",
});
/** What another country's register has is not offered. */
const offered = (country: CountryCode): BesideWord[] =>
  (Object.keys(besideWords(country)) as BesideWord[]).filter(
    (field) => totalNames[country].kiwiSaver !== undefined || (field !== "studentLoan" && field !== "kiwiSaver"),
  );

interface BringProps {
  runId: number;
  country: CountryCode;
  elements: readonly PayElement[];
  view: BesideView | null;
}

export function BringRegister({ runId, country, elements, view }: BringProps) {
  const [text, setText] = useState(view?.text ?? "");
  const [isOpen, setOpen] = useState(view === null);
  const [meanings, setMeanings] = useState<Record<string, BesideMeans>>({});
  const [bring, { error, isLoading }] = besideApi.useBringBesideMutation();
  const [readFile, reading] = besideApi.useReadBesideFileMutation();
  const [file, setFile] = useState<Brought | null>(null);
  const fetchFile = (chosen: Brought) => {
    setFile(chosen);
    void readFile({ run: runId, ...chosen }).then((answer) => answer.data && setText(answer.data.text));
  };
  const problem = problemOf(error);
  // Headings are asked about as they stand in the text: told once, they are known for the next register.
  const titles = (text.split(/\r?\n/)[0] ?? "").split(/[\t;,]/).map((each) => each.trim().replace(/^"|"$/g, ""));
  const unknown: Pick<BesideHeading, "title" | "samples">[] = view
    ? view.headings.filter((each) => each.means === null)
    : problem.code === "register" && /column/.test(problem.detail ?? "")
      ? titles.filter(Boolean).map((title) => ({ title, samples: [] }))
      : [];
  const words = besideWords(country);
  const send = () => void bring({ run: runId, text, meanings }).then((answer) => answer.data && setOpen(false));
  if (!isOpen)
    return (
      <div className="mb-4 flex flex-wrap items-end gap-4">
        {unknown.map(({ title, samples }) => (
          <Asked key={title} {...{ title, samples, words, elements, country, meanings, onMean: setMeanings }} />
        ))}
        {unknown.length > 0 && (
          <Button disabled={isLoading || Object.keys(meanings).length === 0} onClick={send}>
            Read it again
          </Button>
        )}
        <Button look="quiet" onClick={() => setOpen(true)}>
          Bring another register
        </Button>
        <ProblemNote error={error} />
      </div>
    );
  return (
    <form
      className="mb-4 max-w-4xl"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <div className="mb-2">
        <BringFile
          label="Choose a file (XLSX, CSV, or payslips as PDF)"
          accept=".xlsx,.csv,.pdf"
          onBrought={fetchFile}
        />
      </div>
      <ProblemNote error={reading.error} />
      {file && reading.data && <OtherSheets read={reading.data} onChoose={(sheet) => fetchFile({ ...file, sheet })} />}
      <AreaField
        label="Register of the earlier system"
        rows={7}
        placeholder={"Employee\tHours\tGross\tTax\tNet"}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div className="mt-2 flex flex-wrap items-end gap-4">
        {unknown.map(({ title, samples }) => (
          <Asked key={title} {...{ title, samples, words, elements, country, meanings, onMean: setMeanings }} />
        ))}
      </div>
      <div className="mt-2 flex gap-3">
        <Button look="main" type="submit" disabled={isLoading || text.trim() === ""}>
          Set it beside the run
        </Button>
        {view && <Cancel look="quiet" onClick={() => setOpen(false)} />}
      </div>
      <ProblemNote error={error} />
      {(problem.errors?.length ?? 0) > 1 && (
        <ul className="mt-1 border-l-3 border-plum pl-3 text-plum">
          {problem.errors?.map((each) => (
            <li key={each.text}>{each.text}</li>
          ))}
        </ul>
      )}
    </form>
  );
}

interface AskedProps extends Pick<BesideHeading, "title" | "samples"> {
  words: Record<BesideWord, string>;
  elements: readonly PayElement[];
  country: CountryCode;
  meanings: Record<string, BesideMeans>;
  onMean: (meanings: Record<string, BesideMeans>) => void;
}

function Asked({ title, samples, words, elements, country, meanings, onMean }: AskedProps) {
  return (
    <div className="w-48">
      <ChoiceField
        label={`“${title}” says`}
        {...(samples.length > 0 ? { hint: samples.join(", ") } : {})}
        value={meanings[title] ?? ""}
        onChange={(event) => onMean({ ...meanings, [title]: event.target.value as BesideMeans })}
      >
        <option value="">choose</option>
        {offered(country).map((field) => (
          <option key={field} value={field}>
            {words[field]}
          </option>
        ))}
        <optgroup label="A line of pay">
          {elements.map(({ id, code, name }) => (
            <option key={id} value={`pay ${code}`}>
              {name}
            </option>
          ))}
        </optgroup>
      </ChoiceField>
    </div>
  );
}
