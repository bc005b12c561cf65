import type { StageParts } from "../../sheet/stageParts";
import { HistorySheet } from "./HistorySheet";
import { PacketSheet } from "./PacketSheet";
import { PictureSheet } from "./PictureSheet";
import { SignPanel } from "./SignPanel";
import { SignSheet } from "./SignSheet";
import { VisitSheet } from "./VisitSheet";

/** The stage Sign. */
export const STAGE: StageParts<"sign"> = {
  Panel: SignPanel,
  pages: {
    Record: SignSheet,
    Visits: VisitSheet,
    Pictures: PictureSheet,
    History: HistorySheet,
    Packet: PacketSheet,
  },
};
