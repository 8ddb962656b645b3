/** The server tells where something changed; what is open of it here is asked for anew. */
import { useEffect, useRef } from "react";
import { api, pageId } from "../state/api.ts";
import { useAppDispatch } from "../state/store.ts";

/** A stream that was refused, as by a gateway while the server starts anew, is not opened again by the browser. */
const openAgainMs = 5000;
/** What comes in one breath is one change; of businesses that are not in hand the desk alone shows anything, and can wait. */
const [breathMs, elsewhereMs] = [150, 3000];

interface Change {
  businessId?: number;
  runId?: number;
  /** the page that made it */
  by?: string;
  /** it is another day somewhere */
  day?: boolean;
}

/** Wherever something of a run shows, whose business it is. */
const ofRuns = ["Send", "Desk", "Runs", "Books"] as const;
/** Whatever a colleague may have changed on the page in hand; forms keep what they were opened with. */
const ofBusiness = [
  ...ofRuns,
  ...(["Week", "Leave", "People", "Person", "Business", "Dues", "Agreements", "Plan", "Run"] as const),
];
/** What is late, due or over goes by the day, and so does what "today" means where a date is typed. */
const ofDay = [...ofBusiness, "Session"] as const;
const endpoints = api.enhanceEndpoints({ addTagTypes: ["Leave"] });

/** @param inHand the business whose pages are open here */
export function useChangesOfOthers(inHand: number | undefined): void {
  const dispatch = useAppDispatch();
  const business = useRef(inHand);
  business.current = inHand;
  useEffect(() => {
    let events: EventSource | undefined;
    let [telling, opening]: (ReturnType<typeof setTimeout> | undefined)[] = [];
    let heard: Change[] = [];
    let wasLost = false;
    let due = Number.POSITIVE_INFINITY;
    const tell = () => {
      due = Number.POSITIVE_INFINITY;
      const tags = new Set<(typeof ofDay)[number]>();
      for (const { runId, businessId, by, day } of heard) {
        if (day) for (const each of ofDay) tags.add(each);
        // What this page changed itself it has the figures of already.
        const isOwn = by === pageId;
        if (runId !== undefined) for (const each of isOwn ? ofRuns : ([...ofRuns, "Run"] as const)) tags.add(each);
        else if (businessId !== undefined && !isOwn)
          for (const each of businessId === business.current ? ofBusiness : ofRuns) tags.add(each);
      }
      heard = [];
      dispatch(endpoints.util.invalidateTags([...tags]));
    };
    const changed = (what: Change) => {
      heard.push(what);
      const isHere = what.day || what.businessId === business.current;
      const wait = isHere ? breathMs : elsewhereMs;
      if (due <= performance.now() + wait) return;
      due = performance.now() + wait;
      clearTimeout(telling);
      telling = setTimeout(tell, wait);
    };
    const open = () => {
      const stream = new EventSource("/api/events");
      events = stream;
      stream.onmessage = ({ data }: MessageEvent<string>) => changed(JSON.parse(data) as Change);
      stream.onerror = () => {
        wasLost = true;
        if (stream.readyState === EventSource.CLOSED) opening = setTimeout(open, openAgainMs);
      };
      // What was told while the line was gone nobody heard here.
      stream.onopen = () => {
        if (wasLost) changed({ day: true });
        wasLost = false;
      };
    };
    open();
    return () => {
      clearTimeout(telling);
      clearTimeout(opening);
      events?.close();
    };
  }, [dispatch]);
}
