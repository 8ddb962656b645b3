/** The columns of the week: the margin, the person, the days, hours against usual and what it costs. */
import type { WeekPerson, WeekView } from "@zesty/contract/time";
import { dayText } from "@zesty/core/hours/dayText";
import { type Decimal, sum, zero } from "@zesty/core/quantity/decimal";
import type { Column } from "react-data-grid";
import { counted, hours, money } from "../../parts/format.ts";
import { MarkShape } from "../../parts/MarkShape.tsx";
import { DayCell } from "./DayCell.tsx";
import { DayEditor } from "./DayEditor.tsx";
import { heading, readCell, spelled } from "./dayCells.ts";
import { type DayKind, hoursShown, personWorth, recordOf } from "./weekWorth.ts";

export interface Chosen {
  personId: number;
  date: string;
}

/** What the columns hand back to the sheet; the same functions for as long as the sheet stands. */
export interface WeekActions {
  /** the key that began an entry */
  begun: () => string | null;
  started: () => void;
  say: (text: string | null) => void;
  commit: (person: WeekPerson, date: string, text: string) => boolean;
}

/** Days of a person that are recorded and not approved. */
export const waiting = (person: WeekPerson, dates: readonly string[]): Chosen[] =>
  dates
    .filter((date) => {
      const day = person.days[date];
      return day?.worked && (day.state === "open" || day.state === "changed");
    })
    .map((date) => ({ personId: person.personId, date }));

interface Week {
  view: WeekView;
  /** all days of the period, which hours and cost are of */
  period: readonly string[];
  people: readonly WeekPerson[];
  kind: DayKind;
  holidays: ReadonlyMap<string, string>;
  actions: WeekActions;
}
const worthIn =
  ({ view, period, kind }: Week) =>
  (person: WeekPerson) =>
    personWorth(person, view, period, kind);
const totalIn = (week: Week, pick: (person: WeekPerson) => Decimal) => sum(week.people.map(pick));

function peopleColumns({ period, people }: Week): Column<WeekPerson, null>[] {
  return [
    {
      key: "tick",
      name: "",
      renderHeaderCell: () => <span className="sr-only">Approval</span>,
      width: 34,
      frozen: true,
      renderCell: ({ row }) => {
        const open = waiting(row, period).length;
        const known = period.some((date) => row.days[date]?.worked);
        const words = open > 0 ? `${counted(open, "day")} to approve` : known ? "all approved" : "nothing recorded";
        return (
          <span className="flex h-full items-center" title={words}>
            {open > 0 ? <MarkShape kind="query" ticked={false} /> : known ? <MarkShape kind="query" ticked /> : null}
            <span className="sr-only">{words}</span>
          </span>
        );
      },
    },
    {
      key: "name",
      name: "Person",
      width: 132,
      frozen: true,
      renderCell: ({ row }) => (
        <span className="flex h-full flex-col justify-center leading-tight">
          <span className="truncate">{row.name}</span>
          <span className="truncate text-[12px] text-quiet">{row.basis}</span>
        </span>
      ),
      renderSummaryCell: () => (
        <span className="font-semibold">{people.length === 1 ? "1 person" : `${people.length} people`}</span>
      ),
    },
  ];
}

function dayColumn(week: Week, date: string): Column<WeekPerson, null> {
  const { view, people, kind, holidays, actions } = week;
  const worth = worthIn(week);
  return {
    key: date,
    name: heading(date),
    width: "minmax(86px, 1fr)",
    headerCellClass: holidays.has(date) ? "holiday" : "",
    cellClass: (row) =>
      `${holidays.has(date) ? "holiday" : ""} ${row.days[date]?.state === "locked" && kind === "worked" ? "" : "typed"}`,
    renderHeaderCell: () => (
      <span>
        {heading(date)}
        {holidays.has(date) && <span className="block text-[11px] text-leaf">{holidays.get(date)}</span>}
      </span>
    ),
    editable: (row) => row.canEdit && !(kind === "worked" && row.days[date]?.state === "locked"),
    renderCell: ({ row }) => (
      <DayCell
        day={row.days[date]}
        worth={worth(row).days[date]}
        date={date}
        kind={kind}
        country={view.country}
        holiday={row.time.holidays.find((each) => each.date === date)?.name}
      />
    ),
    // What comes back from the server while a day is typed must not close it and lose what was typed.
    editorOptions: { closeOnExternalRowChange: false },
    renderEditCell: (props) => (
      <DayEditor
        {...props}
        date={date}
        initial={actions.begun() ?? dayText(recordOf(props.row, date, kind), view.country)}
        onStart={actions.started}
        onRead={(text) => {
          const read = readCell(text, props.row, date, view);
          const said =
            read === null ? "Nothing is known of the day." : "fault" in read ? read.fault : spelled(read, view);
          actions.say(said);
        }}
        onCommit={(text) => actions.commit(props.row, date, text)}
      />
    ),
    renderSummaryCell: () => {
      const minutes = people.reduce((all, person) => all + (worth(person).days[date]?.minutes ?? 0), 0);
      const cost = totalIn(week, (person) => worth(person).days[date]?.cost ?? zero);
      return minutes === 0 ? (
        <span className="text-quiet">–</span>
      ) : (
        <span className="flex flex-col leading-tight">
          <span>{hoursShown(minutes)} h</span>
          <span className="text-[12px] text-quiet">{money(cost.toFixed(2))}</span>
        </span>
      );
    },
  };
}

function sumColumns(week: Week): Column<WeekPerson, null>[] {
  const worth = worthIn(week);
  return [
    {
      key: "hours",
      name: "Hours",
      width: 58,
      frozen: "end" as const,
      cellClass: "num",
      headerCellClass: "num",
      summaryCellClass: "num",
      renderCell: ({ row }) => {
        const { minutes, usual } = worth(row);
        const over = minutes - usual;
        return (
          <span className="flex h-full flex-col justify-center leading-tight">
            <span>{minutes === 0 ? "–" : hoursShown(minutes)}</span>
            <span className="text-[12px] text-quiet">
              {usual > 0 && over !== 0 ? `${over > 0 ? "+" : ""}${hours(hoursShown(over).replace("-", "−"))}` : ""}
            </span>
          </span>
        );
      },
      renderSummaryCell: () => hoursShown(week.people.reduce((all, person) => all + worth(person).minutes, 0)),
    },
    {
      key: "cost",
      name: "Cost",
      width: 84,
      frozen: "end" as const,
      cellClass: "num",
      headerCellClass: "num",
      summaryCellClass: "num",
      renderCell: ({ row }) => {
        const { cost } = worth(row);
        return cost.isZero() ? "–" : money(cost.toFixed(2));
      },
      renderSummaryCell: () => (
        <span className="font-semibold">{money(totalIn(week, (person) => worth(person).cost).toFixed(2))}</span>
      ),
    },
  ];
}

/** @param dates the days shown, a week of them */
export const weekColumns = (week: Week, dates: readonly string[]): Column<WeekPerson, null>[] => [
  ...peopleColumns(week),
  ...dates.map((date) => dayColumn(week, date)),
  ...sumColumns(week),
];
