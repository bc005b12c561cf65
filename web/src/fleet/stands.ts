import type { ComponentProps } from "react";
import type { Schemas } from "../api/client";
import type { Mark } from "../ui/Mark";

/** The mark of each state of a vehicle in a series. */
export const STANDS: Record<Schemas["SeriesStand"], ComponentProps<typeof Mark>["shape"]> = {
  waiting: "wait",
  in_work: "open",
  to_sign: "mind",
  signed: "done",
};
