import type { ComponentType } from "react";
import { AimPanel } from "../stages/aim/AimPanel";
import { CutPanel } from "../stages/cut/CutPanel";
import { FeedPanel } from "../stages/feed/FeedPanel";
import { FitPanel } from "../stages/fit/FitPanel";
import { LightPanel } from "../stages/light/LightPanel";
import { LookPanel } from "../stages/look/LookPanel";
import { ProvePanel } from "../stages/prove/ProvePanel";
import { RunPanel } from "../stages/run/RunPanel";
import { SignPanel } from "../stages/sign/SignPanel";
import { SwitchPanel } from "../stages/switch/SwitchPanel";
import { TryPanel } from "../try/TryPanel";
import type { Stage } from "./stages";

const PANELS: Record<Stage, ComponentType> = {
  look: LookPanel,
  light: LightPanel,
  feed: FeedPanel,
  switch: SwitchPanel,
  run: RunPanel,
  cut: CutPanel,
  fit: FitPanel,
  prove: ProvePanel,
  aim: AimPanel,
  sign: SignPanel,
  try: TryPanel,
};

export function StagePanel({ stage }: { stage: Stage }) {
  const Panel = PANELS[stage];
  return <Panel />;
}
