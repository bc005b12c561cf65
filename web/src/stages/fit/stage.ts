import type { StageParts } from "../../sheet/stageParts";
import { FitPanel } from "./FitPanel";
import { FitSheet } from "./FitSheet";

/** The stage Fit. */
export const STAGE: StageParts<"fit"> = {
  Panel: FitPanel,
  pages: {
    Steps: FitSheet,
  },
};
