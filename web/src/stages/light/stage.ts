import { CircuitsPage } from "../../sheet/CircuitsPage";
import type { StageParts } from "../../sheet/stageParts";
import { LightPanel } from "./LightPanel";
import { SwapSheet } from "./swap/SwapSheet";

/** The stage Light. */
export const STAGE: StageParts<"light"> = {
  Panel: LightPanel,
  pages: {
    Circuits: CircuitsPage,
    "Bulbs to LED": SwapSheet,
  },
};
