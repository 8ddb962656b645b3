/** The question as a sentence; each of its parts is changed where it stands. */
import type { Dimension } from "@zesty/contract/figureDimensions";
import { dimensionWords } from "@zesty/contract/figureDimensions";
import type { Asked, Question } from "@zesty/contract/figures";
import type { SessionView } from "@zesty/contract/session";
import type { CountryCode } from "@zesty/core/countries/countries";
import { monthWords } from "../../parts/format.ts";
import { monthsToChoose, spansOf } from "./question.ts";

interface Props {
  question: Question;
  all: readonly Asked[];
  businesses: SessionView["businesses"];
  country: CountryCode;
  day: string;
  onChange: (change: Partial<Question>) => void;
}

export function Sentence({ question, all, businesses, country, day, onChange }: Props) {
  const asked = all.find((each) => each.code === question.what);
  const groups = [...new Set(all.map((each) => each.group))];
  const many = businesses.map((each) => each.id);
  return (
    <p className="mb-4 max-w-5xl font-name text-[21px] leading-[2]">
      <Part label="What" value={question.what} onChange={(what) => onChange({ what })}>
        {groups.map((group) => (
          <optgroup key={group} label={group}>
            {all
              .filter((each) => each.group === group)
              .map((each) => (
                <option key={each.code} value={each.code}>
                  {each.words}
                </option>
              ))}
          </optgroup>
        ))}
      </Part>{" "}
      of{" "}
      <Part
        label="Business"
        value={question.businesses.join()}
        onChange={(ids) => onChange({ businesses: ids.split(",").map(Number) })}
      >
        {businesses.map((each) => (
          <option key={each.id} value={each.id}>
            {each.name}
          </option>
        ))}
        {many.length > 1 && <option value={many.join()}>all {many.length} businesses</option>}
        {question.businesses.length > 1 && question.businesses.join() !== many.join() && (
          <option value={question.businesses.join()}>{question.businesses.length} businesses</option>
        )}
      </Part>
      {asked && (asked.rows.length > 1 || asked.columns.length > 1) && (
        <>
          {" by "}
          <ByWhat asked={asked} question={question} onChange={onChange} />
        </>
      )}
      {", "}
      <Span question={question} country={country} day={day} onChange={onChange} />.
    </p>
  );
}

function ByWhat({ asked, question, onChange }: Pick<Props, "question" | "onChange"> & { asked: Asked }) {
  return (
    <>
      <Part
        label="Rows"
        value={question.rows}
        onChange={(rows) =>
          onChange({
            rows: rows as Dimension,
            ...(rows === question.columns ? { columns: null } : {}),
          })
        }
      >
        {asked.rows.map((each) => (
          <option key={each} value={each}>
            {dimensionWords[each]}
          </option>
        ))}
      </Part>
      {asked.columns.length > 1 && (
        <>
          {" and "}
          <Part
            label="Columns"
            value={question.columns ?? ""}
            onChange={(columns) => onChange({ columns: columns === "" ? null : (columns as Dimension) })}
          >
            {asked.columns
              .filter((each) => each !== question.rows)
              .map((each) => (
                <option key={each ?? ""} value={each ?? ""}>
                  {each === null ? "nothing else" : dimensionWords[each]}
                </option>
              ))}
          </Part>
        </>
      )}
    </>
  );
}

function Span({ question, country, day, onChange }: Pick<Props, "question" | "country" | "day" | "onChange">) {
  const spans = spansOf(country, day);
  const named = spans.find((each) => each.from === question.from && each.to === question.to);
  const months = monthsToChoose(day);
  const known = (month: string) => (months.includes(month) ? months : [month, ...months]);
  return (
    <>
      <Part
        label="Span"
        value={named?.name ?? ""}
        onChange={(name) => {
          const span = spans.find((each) => each.name === name);
          if (span) onChange({ from: span.from, to: span.to });
        }}
      >
        {!named && <option value="">from</option>}
        {spans.map((each) => (
          <option key={each.name} value={each.name}>
            {each.name}
          </option>
        ))}
      </Part>
      {named ? ": " : " "}
      <Part label="From" value={question.from} onChange={(from) => onChange({ from })}>
        {known(question.from).map((each) => (
          <option key={each} value={each}>
            {monthWords(each)}
          </option>
        ))}
      </Part>{" "}
      to{" "}
      <Part label="To" value={question.to} onChange={(to) => onChange({ to })}>
        {known(question.to).map((each) => (
          <option key={each} value={each}>
            {monthWords(each)}
          </option>
        ))}
      </Part>
    </>
  );
}

interface PartProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
  children: React.ReactNode;
}

function Part({ label, value, onChange, children }: PartProps) {
  return (
    <select
      aria-label={label}
      className="field-sizing-content max-w-full cursor-pointer rounded-(--radius) border-b-2 border-lime bg-transparent px-1 py-0 font-semibold hover:bg-lime-soft"
      value={value}
      onChange={(event) => onChange(event.target.value)}
    >
      {children}
    </select>
  );
}
