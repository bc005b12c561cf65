import { useCallback, useEffect, useRef, useState } from "react";
import { ApiError, isUnreachable, type Schemas } from "../api/client";

/** What only adds to a job, and so can wait: a mark on a step, or readings. */
export type Waiting = { mark: Schemas["NewMark"] } | { readings: Schemas["LogLine"][] };

/** What had waited and was not taken, with the program's reason. */
export interface Refused {
  item: Waiting;
  why: string;
}

export interface Outbox {
  /** What waits for a connection, in order. */
  waiting: Waiting[];
  /** What the program did not take: kept here until somebody sends it again or lets it go. */
  refused: Refused[];
  /** Sends one of these again. */
  again: (index: number) => void;
  /** Gives one of them up. */
  letGo: (index: number) => void;
  /** Keeps something on this device at once; it is sent when it can be. */
  put: (item: Waiting) => void;
}

const AGAIN_MS = 4000;

function key(id: number): string {
  return `jovek.waiting.${id}`;
}

function refusedKey(id: number): string {
  return `jovek.refused.${id}`;
}

/** A list that is kept through a reload. */
function kept<T>(at: string): T[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(at) ?? "[]");
    return Array.isArray(list) ? (list as T[]) : [];
  } catch {
    return [];
  }
}

/** What waits. */
function held(id: number): Waiting[] {
  return kept<Waiting>(key(id));
}

/**
 * Marks and readings taken without a connection: each is kept on this device with its time, and sent in order
 * when there is one. What the program refuses is kept aside with its reason.
 */
export function useOutbox(id: number, post: (item: Waiting) => Promise<void>): Outbox {
  const [waiting, setWaiting] = useState<Waiting[]>(() => held(id));
  const [refused, setRefused] = useState<Refused[]>(() => kept<Refused>(refusedKey(id)));
  const sending = useRef(false);
  const keep = useCallback(
    (list: Waiting[]) => {
      localStorage.setItem(key(id), JSON.stringify(list));
      setWaiting(list);
    },
    [id],
  );
  const keepRefused = useCallback(
    (list: Refused[]) => {
      localStorage.setItem(refusedKey(id), JSON.stringify(list));
      setRefused(list);
    },
    [id],
  );
  const send = useCallback(async () => {
    // Another page, or this one before it was drawn anew, may have sent what is shown here as waiting.
    setWaiting((shown) => {
      const now = held(id);
      return JSON.stringify(now) === JSON.stringify(shown) ? shown : now;
    });
    if (sending.current) return;
    sending.current = true;
    try {
      for (let next = held(id)[0]; next; next = held(id)[0]) {
        try {
          await post(next);
        } catch (error) {
          // No connection, or the program is busy: later. Anything else will not get better.
          if (!(error instanceof ApiError) || isUnreachable(error)) return;
          const why = error.problem.detail;
          keepRefused([...kept<Refused>(refusedKey(id)), { item: next, why }]);
        }
        keep(held(id).slice(1));
      }
    } finally {
      sending.current = false;
    }
  }, [id, keep, keepRefused, post]);
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
      keep([...held(id), item]);
      send();
    },
    [id, keep, send],
  );
  const letGo = useCallback(
    (index: number) => keepRefused(kept<Refused>(refusedKey(id)).filter((_, k) => k !== index)),
    [id, keepRefused],
  );
  const again = useCallback(
    (index: number) => {
      const item = kept<Refused>(refusedKey(id))[index]?.item;
      letGo(index);
      if (item) put(item);
    },
    [id, letGo, put],
  );
  return { waiting, refused, again, letGo, put };
}
