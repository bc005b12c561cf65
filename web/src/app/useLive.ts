import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";
import { NAMED, PAGE, type Schemas, who } from "../api/client";

type Heard = Schemas["Heard"];

/** Told to the window when somebody changed a job: its number is the detail. */
export const JOB_CHANGED = "jovek:job-changed";

/** What each kind of change makes old, by the first word of what was asked. */
const OLD: Record<Schemas["About"], string[]> = {
  jobs: [
    "jobs",
    "bays",
    "search",
    "vehicle",
    "vehicles",
    "kit",
    "owner-link",
    "pictures",
    "sisters",
  ],
  kits: ["kits", "kit", "jobs"],
  vehicles: ["vehicles", "vehicle", "life"],
  recalls: ["recalls", "recall"],
  stock: ["stock", "estimate"],
  shop: ["shop", "workshop", "bays"],
  people: ["people"],
};

/** How long changes are gathered, ms, give or take half: not every page asks at the same moment. */
const GATHERED_MS = 1000;

/** The name under which this page listens. */
let heardAs = "somebody";
/** Who has the open job open, this person too. */
let here: string[] = [];
const readers = new Set<() => void>();

function setHere(names: string[]) {
  here = names;
  for (const read of readers) read();
}

/** Others who have the open job open. */
export function useOthersHere(): string[] {
  const names = useSyncExternalStore(
    (read) => {
      readers.add(read);
      return () => readers.delete(read);
    },
    () => here,
  );
  return names.filter((name) => name !== heardAs);
}

/** Listens to what others do, as long as the page is looked at: what they changed is asked for again. */
export function useLive(job: number | undefined) {
  const queries = useQueryClient();
  useEffect(() => {
    let source: EventSource | undefined;
    // Many who work at once are many events: lists are asked for again once for all of them.
    const gathered = new Set<string>();
    let timer: number | undefined;
    const flush = () => {
      const names = [...gathered];
      gathered.clear();
      timer = undefined;
      queries.invalidateQueries({ predicate: (q) => names.includes(String(q.queryKey[0])) });
    };
    const old = (names: string[]) => {
      for (const name of names) gathered.add(name);
      timer ??= window.setTimeout(flush, GATHERED_MS * (0.5 + Math.random()));
    };
    const changed = (id: number) =>
      window.dispatchEvent(new CustomEvent(JOB_CHANGED, { detail: id }));
    const everything = () => {
      queries.invalidateQueries();
      if (job !== undefined) changed(job);
    };
    const hear = (heard: Heard) => {
      if (heard.is === "here") {
        if (heard.job === job) setHere(heard.names);
      } else if (heard.is === "changed") {
        if (heard.page === PAGE) return;
        old(OLD[heard.about]);
        if (heard.job != null) changed(heard.job);
      } else everything();
    };
    const listen = () => {
      heardAs = who() || "somebody";
      const asked = new URLSearchParams({ who: who() });
      if (job !== undefined) asked.set("job", String(job));
      source = new EventSource(`/api/live?${asked}`);
      source.onmessage = (e) => hear(JSON.parse(e.data) as Heard);
    };
    // Nobody looks: nothing is told. What was missed is asked for when somebody does again.
    const look = () => {
      const isSeen = document.visibilityState === "visible";
      if (isSeen && !source) {
        listen();
        everything();
      } else if (!isSeen) {
        source?.close();
        source = undefined;
      }
    };
    // Who gives another name is no second person: the others are told of that one, once it is typed.
    let naming: number | undefined;
    const renamed = () => {
      window.clearTimeout(naming);
      naming = window.setTimeout(() => {
        if (!source) return;
        source.close();
        listen();
      }, GATHERED_MS);
    };
    listen();
    document.addEventListener("visibilitychange", look);
    window.addEventListener(NAMED, renamed);
    return () => {
      document.removeEventListener("visibilitychange", look);
      window.removeEventListener(NAMED, renamed);
      window.clearTimeout(naming);
      source?.close();
      window.clearTimeout(timer);
      setHere([]);
    };
  }, [queries, job]);
}
