import type { StageParts } from "../../sheet/stageParts";
import { FaultSheet } from "./FaultSheet";
import { PracticeSheet } from "./PracticeSheet";
import { ProofSheet } from "./ProofSheet";
import { ProvePanel } from "./ProvePanel";
import { ProveSheet } from "./ProveSheet";

/** The stage Prove. */
export const STAGE: StageParts<"prove"> = {
  Panel: ProvePanel,
  pages: {
    Readings: ProveSheet,
    Fault: FaultSheet,
    Practice: PracticeSheet,
    Proof: ProofSheet,
  },
};
