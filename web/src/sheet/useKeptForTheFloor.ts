import { useEffect } from "react";
import { api, type Job, unwrap } from "../api/client";
import { heardOrKept } from "../api/kept";
import { lightName } from "../stages/aim/useLight";

/** A phone that was just opened, or a job that was just changed, rests this long before all of it is kept, ms. */
const REST_MS = 2000;

/**
 * Has a phone keep what is worked with at the vehicle before anybody looks at it: under the vehicle there may be no
 * connection. Nothing is shown of it here, and what cannot be heard now is heard another time.
 */
export function useKeptForTheFloor(id: number, job: Job, isWanted: boolean) {
  useEffect(() => {
    if (!isWanted) return;
    const keepAll = () => {
      const light = (drawn: "wall" | "nothing") => () =>
        unwrap(
          api.POST("/api/light", {
            body: { job, supply: "engine_off", circuit: null, beside: null, drawn },
          }),
        );
      const all = [
        heardOrKept(`work ${id}`, () => unwrap(api.POST("/api/work", { body: job }))),
        heardOrKept(`record ${id}`, () => unwrap(api.POST("/api/record", { body: job }))),
        heardOrKept(`rules ${id}`, () => unwrap(api.POST("/api/rules", { body: { job } }))),
        heardOrKept(lightName(id, "wall", false), light("wall")),
        heardOrKept(lightName(id, "nothing", false), light("nothing")),
      ];
      Promise.allSettled(all);
    };
    const soon = window.setTimeout(keepAll, REST_MS);
    return () => window.clearTimeout(soon);
  }, [id, job, isWanted]);
}
