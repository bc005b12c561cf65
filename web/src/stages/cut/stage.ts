import type { StageParts } from "../../sheet/stageParts";
import { CutPanel } from "./CutPanel";
import { CutSheet } from "./CutSheet";
import { EstimateSheet } from "./EstimateSheet";
import { HarnessSheet } from "./HarnessSheet";
import { JointSheet } from "./JointSheet";

/** The stage Cut. */
export const STAGE: StageParts<"cut"> = {
  Panel: CutPanel,
  pages: {
    Lists: CutSheet,
    Harness: HarnessSheet,
    Joints: JointSheet,
    Estimate: EstimateSheet,
  },
};
