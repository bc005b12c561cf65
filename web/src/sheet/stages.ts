import type { JobView } from "../api/client";

/** The stages in working order, with their keys; Try stands beside them. */
export const STAGES = [
  { stage: "look", label: "Look", key: "1" },
  { stage: "light", label: "Light", key: "2" },
  { stage: "feed", label: "Feed", key: "3" },
  { stage: "switch", label: "Switch", key: "4" },
  { stage: "run", label: "Run", key: "5" },
  { stage: "cut", label: "Cut", key: "6" },
  { stage: "fit", label: "Fit", key: "7" },
  { stage: "prove", label: "Prove", key: "8" },
  { stage: "aim", label: "Aim", key: "9" },
  { stage: "sign", label: "Sign", key: "0" },
  { stage: "try", label: "Try", key: "t" },
] as const;

export type Stage = (typeof STAGES)[number]["stage"];

export function isStage(text: string): text is Stage {
  return STAGES.some((s) => s.stage === text);
}

/** True where the core says that the job is signed: it stays as it is. */
export function isSigned(answers: JobView["answers"]) {
  return answers.stages.some((s) => s.stage === "sign" && s.state === "done");
}

/** Stages that are worked at the vehicle: what is to be done stands before the facts. */
export const ON_THE_FLOOR: Stage[] = ["fit", "prove", "aim", "sign"];
