import { useCallback, useEffect, useRef, useState } from "react";
import { ApiError, isUnreachable, type Schemas } from "../api/client";

/** What only adds to a job, and so can wait: a mark on a step, or readings. */
export type Waiting = { mark: Schemas["NewMark"] } | { readings: Schemas["LogLine"][] };

export interface Outbox {
  /** What waits for a connection, in order. */
  waiting: Waiting[];
  /** Why the program did not take something that had waited. */
  refused: string | undefined;
  /** Keeps something on this device at once; it is sent when it can be. */
  put: (item: Waiting) => void;
}

const AGAIN_MS = 4000;

function key(id: number): string {
  return `jovek.waiting.${id}`;
}

/** What waits; it is kept through a reload. */
function held(id: number): Waiting[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(key(id)) ?? "[]");
    return Array.isArray(list) ? (list as Waiting[]) : [];
  } catch {
    return [];
  }
}

/**
 * Marks and readings taken without a connection: each is kept on this device with its time, and sent in order
 * when there is one. What the program refuses is told and let go.
 */
export function useOutbox(id: number, post: (item: Waiting) => Promise<void>): Outbox {
  const [waiting, setWaiting] = useState<Waiting[]>(() => held(id));
  const [refused, setRefused] = useState<string>();
  const sending = useRef(false);
  const keep = useCallback(
    (list: Waiting[]) => {
      localStorage.setItem(key(id), JSON.stringify(list));
      setWaiting(list);
    },
    [id],
  );
  const send = useCallback(async () => {
    if (sending.current) return;
    sending.current = true;
    try {
      for (let next = held(id)[0]; next; next = held(id)[0]) {
        try {
          await post(next);
        } catch (error) {
          // No connection, or the program is busy: later. Anything else will not get better.
          if (!(error instanceof ApiError) || isUnreachable(error)) return;
          setRefused(error.problem.detail);
        }
        keep(held(id).slice(1));
      }
    } finally {
      sending.current = false;
    }
  }, [id, keep, post]);
  useEffect(() => {
    send();
    const timer = window.setInterval(send, AGAIN_MS);
    window.addEventListener("online", send);
    return () => {
      window.clearInterval(timer);
      window.removeEventListener("online", send);
    };
  }, [send]);
  const put = useCallback(
    (item: Waiting) => {
      setRefused(undefined);
      keep([...held(id), item]);
      send();
    },
    [id, keep, send],
  );
  return { waiting, refused, put };
}
