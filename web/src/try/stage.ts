import type { StageParts } from "../sheet/stageParts";
import { TryPanel } from "./TryPanel";
import { TrySheet } from "./TrySheet";

/** The stage Try. */
export const STAGE: StageParts<"try"> = {
  Panel: TryPanel,
  pages: {
    Vehicle: TrySheet,
  },
};
