import { CircuitsPage } from "../../sheet/CircuitsPage";
import type { StageParts } from "../../sheet/stageParts";
import { SwitchPanel } from "./SwitchPanel";

/** The stage Switch. */
export const STAGE: StageParts<"switch"> = {
  Panel: SwitchPanel,
  pages: {
    Circuits: CircuitsPage,
  },
};
