import { CircuitsPage } from "../../sheet/CircuitsPage";
import type { StageParts } from "../../sheet/stageParts";
import { FeedPanel } from "./FeedPanel";
import { ShiftSheet } from "./ShiftSheet";

/** The stage Feed. */
export const STAGE: StageParts<"feed"> = {
  Panel: FeedPanel,
  pages: {
    Circuits: CircuitsPage,
    Shift: ShiftSheet,
  },
};
