import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Button } from "./Button";

/** What takes longer than this is told by its seconds and can be stopped, ms. */
const LONG_MS = 1000;

/**
 * Says that something is worked out; what takes long says since when, and can be stopped: the program ends its work when
 * nobody waits for it any more.
 */
export function Working({ what, queryKey }: { what: string; queryKey: readonly unknown[] }) {
  const queries = useQueryClient();
  const [seconds, setSeconds] = useState(0);
  const [isStopped, setStopped] = useState(false);
  useEffect(() => {
    const began = Date.now();
    const timer = window.setInterval(
      () => setSeconds(Math.floor((Date.now() - began) / 1000)),
      LONG_MS,
    );
    return () => window.clearInterval(timer);
  }, []);
  if (isStopped)
    return (
      <p className="card flex flex-wrap items-center gap-3 p-4">
        Stopped.
        <Button
          onClick={() => {
            setStopped(false);
            queries.refetchQueries({ queryKey });
          }}
        >
          Work it out
        </Button>
      </p>
    );
  return (
    <p className="card flex flex-wrap items-center gap-3 p-4" role="status">
      {what} ...
      {seconds > 0 && (
        <>
          <span className="font-reading">{seconds} s</span>
          <Button
            onClick={() => {
              setStopped(true);
              queries.cancelQueries({ queryKey });
            }}
          >
            Stop
          </Button>
        </>
      )}
    </p>
  );
}
