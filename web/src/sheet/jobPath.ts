import type { Schemas } from "../api/client";

/** Places below a place, as deep as facts lie; a wish holds wishes without end, and has an editor of its own. */
type Below<T, P extends string, Depth extends 0[] = []> = Depth["length"] extends 10
  ? never
  : T extends readonly (infer Item)[]
    ? `${P}[${number}]` | Below<Item, `${P}[${number}]`, [...Depth, 0]>
    : T extends object
      ? {
          [K in keyof T & string]:
            | `${P}.${K}`
            | (K extends "lit" ? never : Below<NonNullable<T[K]>, `${P}.${K}`, [...Depth, 0]>);
        }[keyof T & string]
      : never;

type Job = Schemas["Job"];

/** A place of the job, such as `circuits[0].lights[1].label_w`: what is no place does not compile. */
export type JobPath = {
  [K in keyof Job & string]: K | Below<NonNullable<Job[K]>, K>;
}[keyof Job & string];

export type CircuitPath = `circuits[${number}]`;
export type LightPath = `${CircuitPath}.lights[${number}]`;
/** What a lamp does with its light: of a new one, of the one that it replaces, of another candidate. */
export type OpticPath = `${LightPath}.optic`;
export type BeamPath = OpticPath | `${LightPath}.replaces.optic` | `${OpticPath}.instead`;
export type StripPath = `${LightPath}.strip`;
export type MeasuredPath =
  | `${LightPath}.measured`
  | `${LightPath}.measured_also[${number}]`
  | `${LightPath}.replaces.measured`;
export type SectionsPath = `${CircuitPath}.run.${"supply" | "back"}`;
export type SectionPath = `${SectionsPath}[${number}]`;
export type SwapPath = `swaps[${number}]`;
export type FoundWirePath = `trailer.wires[${number}]`;
export type CodingPath = `${SwapPath}.watched.coding` | `record.coding[${number}]`;

/** A place that the core names: it tells none that the job has not. */
export function named<Path extends JobPath>(place: string): Path {
  return place as Path;
}

/** Facts that are typed outside of a job: of one way, of one place, of a trailer to be built, of a job to begin. */
type WayPath = "name" | "length_m" | "ambient_c" | "passage.bore_mm";
type PlacePath = "name" | `at.${"along_m" | "left_m" | "up_m"}`;
type TrailerPath = keyof Schemas["TrailerAsked"];
type BeginPath = "unit" | "vehicle" | "system";

/** A place that a field can stand for, in the tree of the form around it. */
/** Of a vehicle of the register, on its page. */
type FleetPath = "vehicle.odometer_km";

export type FieldPath = JobPath | WayPath | PlacePath | TrailerPath | BeginPath | FleetPath;
