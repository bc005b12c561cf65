import type { JobView } from "../api/client";

/** The stages in working order, with their keys and the pages of each; Try stands beside them. */
export const STAGES = [
  { stage: "look", label: "Look", key: "1", pages: ["Circuits", "Walk"] },
  { stage: "light", label: "Light", key: "2", pages: ["Circuits", "Bulbs to LED"] },
  { stage: "feed", label: "Feed", key: "3", pages: ["Circuits", "Shift"] },
  { stage: "switch", label: "Switch", key: "4", pages: ["Circuits"] },
  { stage: "run", label: "Run", key: "5", pages: ["Circuits", "Vehicle", "Strip", "Trailer"] },
  { stage: "cut", label: "Cut", key: "6", pages: ["Lists", "Harness", "Joints", "Estimate"] },
  { stage: "fit", label: "Fit", key: "7", pages: ["Steps"] },
  { stage: "prove", label: "Prove", key: "8", pages: ["Readings", "Fault", "Practice", "Proof"] },
  { stage: "aim", label: "Aim", key: "9", pages: ["Ground", "Wall", "Spots", "Glare", "Rules"] },
  {
    stage: "sign",
    label: "Sign",
    key: "0",
    pages: ["Record", "Visits", "Pictures", "History", "Packet"],
  },
  { stage: "try", label: "Try", key: "t", pages: ["Vehicle"] },
] as const;

type Of<S extends Stage> = Extract<(typeof STAGES)[number], { stage: S }>;

export type Stage = (typeof STAGES)[number]["stage"];

/** Title of a page of a stage. */
export type PageOf<S extends Stage> = Of<S>["pages"][number];

/** Titles of the pages of a stage, in their order. */
export function pagesOf(stage: Stage): readonly string[] {
  return STAGES.find((s) => s.stage === stage)?.pages ?? [];
}

export function labelOf(stage: Stage): string {
  return STAGES.find((s) => s.stage === stage)?.label ?? stage;
}

export function isStage(text: string): text is Stage {
  return STAGES.some((s) => s.stage === text);
}

/** True where the core says that the job is signed: it stays as it is. */
export function isSigned(answers: JobView["answers"]) {
  return answers.stages.some((s) => s.stage === "sign" && s.state === "done");
}

/** Stages that are worked at the vehicle: what is to be done stands before the facts. */
export const ON_THE_FLOOR: Stage[] = ["look", "fit", "prove", "aim", "sign"];
