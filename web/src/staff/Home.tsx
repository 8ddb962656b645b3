/** The first page: the newest payslip, what is still wanted, leave, and what is on record. */
import type { StaffBalance, StaffPage } from "@zesty/contract/staff";
import type { ReactNode } from "react";
import { onPage } from "../countries/onPage.ts";
import { longDate, money, shortDate } from "../parts/format.ts";
import { OwnPhoto } from "./OwnPhoto.tsx";
import { Part, Screen } from "./parts.tsx";
import { Link } from "./path.tsx";

const two = (amount: string) => String(Math.round(Number(amount) * 100) / 100).replace("-", "−");
const unitWord = ({ amount, unit }: StaffBalance) => (Number(amount) === 1 ? unit.slice(0, -1) : unit);
export const stateWords = {
  waiting: "waits for an answer",
  approved: "approved",
  declined: "declined",
  withdrawn: "withdrawn",
};

interface Props {
  page: StaffPage;
  onChanged: (page: StaffPage) => void;
  foot: ReactNode;
}

export function Home({ page, onChanged, foot }: Props) {
  const [newest, ...older] = page.payslips;
  return (
    <Screen title={page.name}>
      <p className="-mt-2 text-quiet">{page.business}</p>
      {newest ? (
        <Link
          to={`/${page.personId}/payslips/${newest.payId}`}
          className="mt-4 block border-l-4 border-lime bg-sheet px-4 py-3"
        >
          <span className="block">Your payslip for {longDate(newest.payday)}</span>
          <span className="figures font-name text-[32px] leading-tight">${money(newest.net)}</span>
        </Link>
      ) : (
        <p className="mt-4">Your payslips come here, from the first one on.</p>
      )}
      {page.nextPayday && <p className="mt-2 text-quiet">The next payday is {longDate(page.nextPayday)}.</p>}

      {page.wanted.length > 0 && (
        <Part title="Your employer still needs">
          {page.wanted.map((each) => (
            <Link
              key={each.text}
              to={`/${page.personId}/own/${each.section}`}
              className="block border-b border-rule py-3"
            >
              <span className="font-semibold text-action">{each.text}</span>
              <span className="block text-[15px] text-quiet">{each.why}</span>
            </Link>
          ))}
        </Part>
      )}

      <OwnLeave page={page} />

      {page.timesheet && (
        <Part title="Hours">
          <Link to={`/${page.personId}/days`} className="inline-block py-2 text-action">
            {page.timesheet === "all" ? "Type your hours" : "Enter changes to your usual week"}
          </Link>
        </Part>
      )}

      {older.length > 0 && (
        <Part title="Earlier payslips">
          {older.map((each) => (
            <Link
              key={each.payId}
              to={`/${page.personId}/payslips/${each.payId}`}
              className="figures flex justify-between border-b border-rule py-2"
            >
              <span>{longDate(each.payday)}</span>
              <span>${money(each.net)}</span>
            </Link>
          ))}
        </Part>
      )}

      {page.years.length > 0 && (
        <Part title="Your year">
          {page.years.map((each) => (
            <a
              key={each.from}
              href={`/api/staff/${page.personId}/years/${each.from}/summary.pdf`}
              target="_blank"
              rel="noreferrer"
              className="block border-b border-rule py-2 text-action"
            >
              Summary of {each.name} (PDF)
            </a>
          ))}
        </Part>
      )}

      <OnRecord page={page} onChanged={onChanged} />
      {foot}
    </Screen>
  );
}

function OwnLeave({ page }: { page: StaffPage }) {
  const waits = page.requests.filter((each) => each.state === "waiting" || each.last >= page.today);
  return (
    <Part title="Leave">
      {page.balances.map((each) => (
        <p key={each.kind} className="figures flex justify-between border-b border-rule py-2">
          <span>{each.words}</span>
          <span className="font-semibold">
            {two(each.amount)} {unitWord(each)}
          </span>
        </p>
      ))}
      {waits.map((each) => (
        <p key={each.id} className="border-b border-rule py-2 text-[16px]">
          {page.kinds.find((kind) => kind.code === each.kind)?.words}, {shortDate(each.first)}
          {each.last === each.first ? "" : ` to ${shortDate(each.last)}`}:{" "}
          <span className={each.state === "approved" ? "text-leaf" : "text-amber"}>{stateWords[each.state]}</span>
        </p>
      ))}
      <Link to={`/${page.personId}/leave`} className="inline-block py-3 text-action">
        Ask for leave
      </Link>
    </Part>
  );
}

function OnRecord({ page, onChanged }: Omit<Props, "foot">) {
  return (
    <Part title="On record">
      <OwnPhoto page={page} onPage={onChanged} />
      {page.facts.map((each) => (
        <p
          key={each.label + each.value}
          className="figures flex justify-between gap-4 border-b border-rule py-1.5 text-[16px]"
        >
          <span className="text-quiet">{each.label}</span>
          <span className="text-right">{each.value}</span>
        </p>
      ))}
      {page.waiting && (
        <p className="py-2 text-amber">New account, waiting for your employer's check: {page.waiting.words}.</p>
      )}
      <nav aria-label="Change what is on record" className="flex flex-wrap gap-x-5">
        {onPage[page.country].ownSections.map((each) => (
          <Link key={each} to={`/${page.personId}/own/${each}`} className="py-2 text-action">
            {ownTitles[each]}
          </Link>
        ))}
      </nav>
    </Part>
  );
}

export const ownTitles: Record<string, string> = {
  details: "Address and phone",
  tax: "Tax declaration",
  taxCode: "Tax code",
  super: "Super fund",
  kiwiSaver: "KiwiSaver",
  bank: "Bank account",
  emergency: "Emergency contact",
};
