import { CircuitsPage } from "../../sheet/CircuitsPage";
import type { StageParts } from "../../sheet/stageParts";
import { LookPanel } from "./LookPanel";
import { LookWalk } from "./LookWalk";

/** The stage Look. */
export const STAGE: StageParts<"look"> = {
  Panel: LookPanel,
  pages: {
    Circuits: CircuitsPage,
    Walk: LookWalk,
  },
};
