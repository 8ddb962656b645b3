/** The desk: every business's paydays and dues on one axis, and the same as a list, next first. */
import type { Lane, Payday, ToDo } from "@zesty/contract/desk";
import { Link, useNavigate } from "react-router";
import { Button } from "../../parts/Button.tsx";
import { counted, longDate, shortDate, weekdayDate } from "../../parts/format.ts";
import { Loading, Nothing, Page } from "../../parts/Page.tsx";
import { ProblemNote } from "../../parts/ProblemNote.tsx";
import { PaydayWheel, Tape } from "../../parts/Tape.tsx";
import { api } from "../../state/api.ts";
import { useTakeBusiness } from "../../state/business.ts";
import { readinessApi } from "../../state/readinessApi.ts";

export function Desk() {
  const { data: desk, error } = api.useDeskQuery(undefined, { refetchOnMountOrArgChange: true });
  const { data: session } = api.useSessionQuery();
  const navigate = useNavigate();
  if (error) return <ProblemNote error={error} />;
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
          )}
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
        <Nothing>
          <p className="mb-3">
            Each business gets a lane here, with its paydays and what falls due. There is none yet.
          </p>
          {session?.user?.lead && (
            <Button look="main" onClick={() => void navigate("/set-up/new-business")}>
              Add the first business
            </Button>
          )}
        </Nothing>
      ) : (
        <>
          <Tape
            axis={desk}
            lanes={desk.lanes}
            lead={(lane) => <LaneName lane={lane} />}
            wheelAt={(lane, payday) => <LaneWheel lane={lane} payday={payday} />}
          />
          <ToDoList toDo={desk.toDo} day={desk.day} />
        </>
      )}
    </Page>
  );
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

function LaneName({ lane }: { lane: Lane }) {
  const next =
    lane.paydays.find((each) => each.state === "open") ?? lane.paydays.find((each) => each.state === "ahead");
  return (
    <>
      <p className="font-name text-[17px] leading-tight">{lane.name}</p>
      {next && <p className="text-[14px] text-quiet">Next payday {weekdayDate(next.payday)}</p>}
    </>
  );
}

function LaneWheel({ lane, payday }: { lane: Lane; payday: Payday }) {
  const take = useTakeBusiness();
  const to = payday.runId === null ? `/run?cycle=${payday.cycleId}` : `/run/${payday.runId}`;
  return (
    <Link
      to={to}
      onClick={() => take(lane.businessId)}
      className="block rounded-full hover:scale-110"
      title={`${lane.name}, payday ${weekdayDate(payday.payday)}`}
    >
      <PaydayWheel payday={payday} />
    </Link>
  );
}

const kindWords: Record<ToDo["kind"], string> = {
  rules: "Rule book",
  hours: "Hours",
  check: "Check",
  signOff: "Sign off",
  send: "Send",
  settle: "Settle",
  mend: "Mend",
  open: "Open",
  due: "Due",
};

function ToDoList({ toDo, day }: { toDo: readonly ToDo[]; day: string }) {
  const take = useTakeBusiness();
  return (
    <section className="mt-6">
      <h2 className="border-b border-rule-strong pb-1 font-name text-[19px]">Next first</h2>
      {toDo.length === 0 && <p className="py-4 text-quiet">Nothing waits for you.</p>}
      <ul>
        {toDo.map((each) => (
          <li key={`${each.businessId}${each.date}${each.kind}${each.words}`} className="border-b border-rule">
            <Link
              to={each.link}
              onClick={() => take(each.businessId)}
              className="grid grid-cols-[110px_90px_1fr_auto] items-baseline gap-4 py-2 hover:bg-hover focus-visible:bg-lime-soft"
            >
              <span className={`figures ${each.date < day ? "font-semibold text-plum" : ""}`}>
                {weekdayDate(each.date)}
              </span>
              <span
                className={`text-[14px] ${each.kind === "mend" ? "font-semibold text-plum" : each.kind === "due" ? "text-amber" : "text-leaf"}`}
              >
                {kindWords[each.kind]}
              </span>
              <span>
                {each.words}
                {each.late && <span className="ml-2 font-semibold text-plum">late</span>}
              </span>
              <span className="text-quiet">{each.business}</span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
