/** The desk: today in a few lines, the worst first; beneath it every business's paydays and dues on one axis. */
import type { DeskView, Lane, Payday } from "@zesty/contract/desk";
import { use, useState } from "react";
import { Link } from "react-router";
import { FirstSteps } from "../../parts/FirstSteps.tsx";
import { counted, longDate, shortDate, weekdayDate } from "../../parts/format.ts";
import { Loading, Nothing, Page, PageProblem } from "../../parts/Page.tsx";
import { type Density, densityOf, PaydayWheel, Tape } from "../../parts/Tape.tsx";
import { api } from "../../state/api.ts";
import { BusinessContext, useTakeBusiness } from "../../state/business.ts";
import { keepHere, keptHere } from "../../state/keptHere.ts";
import { readinessApi } from "../../state/readinessApi.ts";
import { Beginning } from "./Beginning.tsx";
import { DeskFilter } from "./DeskFilter.tsx";
import { everything, shownOf, type Wanted } from "./shown.ts";
import { ToDoList } from "./ToDoList.tsx";

export function Desk() {
  const { data: desk, error } = api.useDeskQuery(undefined, { refetchOnMountOrArgChange: true });
  const { data: session } = api.useSessionQuery();
  if (error) return <PageProblem error={error} />;
  if (!desk) return <Loading what="your desk" />;
  return (
    <Page
      title="Desk"
      wide
      aside={
        <p className="text-quiet">
          {desk.toDo.filter((each) => each.kind === "send").length > 1 && (
            <Link className="mr-5 text-action underline" to="/send">
              Send what is signed off
            </Link>
          )}{" "}
          {desk.lanes.length > 1 && (
            <Link className="mr-5 text-action underline" to="/pay-over">
              Pay over what is due
            </Link>
          )}{" "}
          {desk.lanes.length > 0 && (
            <Link className="mr-5 text-action underline" to="/readiness">
              <Missing day={desk.day} />
            </Link>
          )}
          {longDate(desk.day)}
        </p>
      }
    >
      {desk.lanes.length === 0 ? (
        session?.user?.lead ? (
          <Beginning />
        ) : (
          <Nothing>
            Each business gets a lane here, with its paydays and what falls due. The practice lead gives you the right
            to see one.
          </Nothing>
        )
      ) : (
        <Businesses desk={desk} userId={session?.user?.id ?? 0} />
      )}
    </Page>
  );
}

/** More than so many at once would push today away: then the way of the business in hand stands here alone. */
const fewBegun = 2;
/** So few are seen at once: nothing has to be found among them. */
const fewLanes = 6;

function Businesses({ desk, userId }: { desk: DeskView; userId: number }) {
  const [wanted, setWanted] = useState<Wanted>({ ...everything, ...keptHere<Wanted>("desk") });
  const isFew = desk.lanes.length <= fewLanes;
  const { lanes, toDo } = isFew ? desk : shownOf(desk, wanted, userId);
  const density = densityOf(lanes.length);
  const inHand = use(BusinessContext).business?.id;
  const beginning = lanes.filter((each) => each.begins);
  const begun = beginning.length <= fewBegun ? beginning : beginning.filter((each) => each.businessId === inHand);
  const change = (next: Wanted) => {
    setWanted(next);
    keepHere("desk", next);
  };
  return (
    <>
      <ToDoList toDo={toDo} day={desk.day} />
      {!isFew && <DeskFilter desk={desk} value={wanted} userId={userId} onChange={change} />}
      {lanes.length === 0 && <p className="border-t border-rule py-4 text-quiet">No business fits.</p>}
      {groupsOf(lanes, density).map(([keeper, own], at) => (
        <div key={keeper} className={keeper ? "mb-4" : ""}>
          {keeper && (
            <h2 className="text-[14px] font-semibold text-quiet">
              {keeper}, {counted(own.length, "business", "businesses")}
            </h2>
          )}
          <Tape
            axis={desk}
            lanes={own}
            density={density}
            axisAbove={at > 0}
            lead={(lane) => <LaneName lane={lane} density={density} />}
            wheelAt={(lane, payday) => <LaneWheel lane={lane} payday={payday} density={density} />}
          />
        </div>
      ))}
      {/* At the end: it comes when it was asked for, and nothing beneath it moves. */}
      {begun.map((each) => (
        <FirstSteps
          key={each.businessId}
          business={each.businessId}
          {...(desk.lanes.length > 1 ? { name: each.name } : {})}
        />
      ))}
    </>
  );
}

/** Where they are many and somebody keeps some of them, they stand under who keeps them. */
function groupsOf(lanes: readonly Lane[], density: Density): [string, Lane[]][] {
  if (density !== "thin" || lanes.every((lane) => lane.keeper === null)) return [["", [...lanes]]];
  const groups = new Map<string, Lane[]>();
  for (const lane of lanes) {
    const name = lane.keeper ? `Kept by ${lane.keeper.name}` : "Kept by nobody in particular";
    groups.set(name, [...(groups.get(name) ?? []), lane]);
  }
  return [...groups].sort(([a], [b]) => (a < b ? -1 : 1));
}

/** One line for all businesses: how much is missing, and from when something of it stops a pay or a report. */
function Missing({ day }: { day: string }) {
  const { data: lines = [] } = readinessApi.usePracticeReadinessQuery(undefined, { refetchOnMountOrArgChange: true });
  const missing = lines.reduce((sum, line) => sum + line.missing, 0);
  const stops = lines.reduce((sum, line) => sum + line.stops, 0);
  const [first] = lines.flatMap((line) => (line.first && line.first !== "9999" ? [line.first] : [])).sort();
  if (missing === 0) return <>What is missing</>;
  return (
    <>
      Missing: {counted(missing, "fact")}
      {stops > 0 &&
        `, ${stops} of them in the way${first ? (first <= day ? " now" : ` from ${shortDate(first)}`) : ""}`}
    </>
  );
}

function LaneName({ lane, density }: { lane: Lane; density: Density }) {
  const take = useTakeBusiness();
  const next =
    lane.paydays.find((each) => each.state === "open") ?? lane.paydays.find((each) => each.state === "ahead");
  const title = [
    lane.keeper ? `Kept by ${lane.keeper.name}` : "",
    next ? `next payday ${weekdayDate(next.payday)}` : "",
  ]
    .filter(Boolean)
    .join(", ");
  if (density !== "full")
    return (
      <Link
        to="/run"
        onClick={() => take(lane.businessId)}
        className={`block truncate hover:underline ${density === "line" ? "font-name text-[15.5px] leading-6" : "text-[13px] leading-4"}`}
        title={title}
      >
        {lane.name}
      </Link>
    );
  return (
    <>
      <p className="font-name text-[17px] leading-tight">
        {lane.name}
        {lane.play && <span className="ml-2 font-sans text-[13px] text-quiet">to play in</span>}
      </p>
      {next && <p className="text-[14px] text-quiet">Next payday {weekdayDate(next.payday)}</p>}
    </>
  );
}

function LaneWheel({ lane, payday, density }: { lane: Lane; payday: Payday; density: Density }) {
  const take = useTakeBusiness();
  const to = payday.runId === null ? `/run?cycle=${payday.cycleId}` : `/run/${payday.runId}`;
  return (
    <Link
      to={to}
      onClick={() => take(lane.businessId)}
      className="block rounded-full hover:scale-110"
      title={`${lane.name}, payday ${weekdayDate(payday.payday)}`}
    >
      <PaydayWheel payday={payday} density={density} />
    </Link>
  );
}
