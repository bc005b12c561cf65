import { CircuitsPage } from "../../sheet/CircuitsPage";
import type { StageParts } from "../../sheet/stageParts";
import { RunPanel } from "./RunPanel";
import { StripPage } from "./StripPage";
import { TrailerSheet } from "./trailer/TrailerSheet";
import { VehicleSheet } from "./VehicleSheet";

/** The stage Run. */
export const STAGE: StageParts<"run"> = {
  Panel: RunPanel,
  pages: {
    Circuits: CircuitsPage,
    Vehicle: VehicleSheet,
    Strip: StripPage,
    Trailer: TrailerSheet,
  },
};
