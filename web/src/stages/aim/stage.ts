import type { StageParts } from "../../sheet/stageParts";
import { AimPanel } from "./AimPanel";
import { GlareSheet } from "./GlareSheet";
import { GroundSheet } from "./GroundSheet";
import { RulesSheet } from "./RulesSheet";
import { SpotSheet } from "./SpotSheet";
import { WallSheet } from "./WallSheet";

/** The stage Aim. */
export const STAGE: StageParts<"aim"> = {
  Panel: AimPanel,
  pages: {
    Ground: GroundSheet,
    Wall: WallSheet,
    Spots: SpotSheet,
    Glare: GlareSheet,
    Rules: RulesSheet,
  },
};
