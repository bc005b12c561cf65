import { useCallback, useEffect, useRef, useState } from "react";
import { ApiError, type Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";

export type NewMark = Schemas["NewMark"];

const AGAIN_MS = 4000;

function key(id: number): string {
  return `jovek.marks.${id}`;
}

/** Marks that wait for a connection; they are kept through a reload. */
function held(id: number): NewMark[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(key(id)) ?? "[]");
    return Array.isArray(list) ? (list as NewMark[]) : [];
  } catch {
    return [];
  }
}

/**
 * Marks on steps: each is kept on this device at once with the time it was pressed, and sent in order when
 * there is a connection. What the program refuses is told and let go.
 */
export function useMarks() {
  const { id, addMark } = useDesk();
  const [waiting, setWaiting] = useState<NewMark[]>(() => held(id));
  const [refused, setRefused] = useState<string>();
  const sending = useRef(false);
  const keep = useCallback(
    (list: NewMark[]) => {
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
          await addMark(next);
        } catch (error) {
          const problem = error instanceof ApiError ? error.problem : undefined;
          // No connection, or the program is busy: later. Anything else will not get better.
          if (!problem || problem.status === 0 || problem.status >= 500) return;
          setRefused(problem.detail);
        }
        keep(held(id).slice(1));
      }
    } finally {
      sending.current = false;
    }
  }, [addMark, id, keep]);
  useEffect(() => {
    send();
    const timer = window.setInterval(send, AGAIN_MS);
    window.addEventListener("online", send);
    return () => {
      window.clearInterval(timer);
      window.removeEventListener("online", send);
    };
  }, [send]);
  const press = useCallback(
    (step: string, mark: NewMark["mark"]) => {
      setRefused(undefined);
      keep([...held(id), { step, mark, at: new Date().toISOString() }]);
      send();
    },
    [id, keep, send],
  );
  return { waiting, refused, press };
}
