import type { ComponentType } from "react";
import type { PageOf, Stage } from "./stages";

/** What a stage shows: its facts, and its pages by their titles. */
export interface StageParts<S extends Stage> {
  Panel: ComponentType;
  pages: Record<PageOf<S>, ComponentType>;
}

/** The stages, each fetched when it is first opened. */
const FETCH: { [S in Stage]: () => Promise<{ STAGE: StageParts<S> }> } = {
  look: () => import("../stages/look/stage"),
  light: () => import("../stages/light/stage"),
  feed: () => import("../stages/feed/stage"),
  switch: () => import("../stages/switch/stage"),
  run: () => import("../stages/run/stage"),
  cut: () => import("../stages/cut/stage"),
  fit: () => import("../stages/fit/stage"),
  prove: () => import("../stages/prove/stage"),
  aim: () => import("../stages/aim/stage"),
  sign: () => import("../stages/sign/stage"),
  try: () => import("../try/stage"),
};

interface AnyParts {
  Panel: ComponentType;
  pages: Record<string, ComponentType>;
}

const fetched = new Map<Stage, Promise<AnyParts>>();

/** What a stage shows: the same promise each time, so that what was fetched is there at once. */
export function stageParts(stage: Stage): Promise<AnyParts> {
  const known = fetched.get(stage);
  if (known) return known;
  const parts = FETCH[stage]().then(({ STAGE }): AnyParts => STAGE);
  // What could not be fetched is asked for again.
  parts.catch(() => fetched.delete(stage));
  fetched.set(stage, parts);
  return parts;
}

/** Fetches every stage. */
export function fetchStages(): Promise<unknown> {
  return Promise.all((Object.keys(FETCH) as Stage[]).map(stageParts));
}
