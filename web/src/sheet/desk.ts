import { createContext, useContext } from "react";
import type { Catalog } from "../api/client";
import type { VehicleState } from "../try/useMoment";
import type { Stage } from "./stages";
import type { JobDesk } from "./useJob";

export interface Desk extends JobDesk {
  /** What a person can pick from. */
  catalog: Catalog;
  /** Opens a stage, at one of its pages. */
  go: (stage: Stage, page?: string) => void;
  /** Index of the circuit that is looked at. */
  circuit: number;
  selectCircuit: (index: number) => void;
  /** The state of the vehicle that is tried. */
  tried: VehicleState;
  setTried: (change: (state: VehicleState) => VehicleState) => void;
}

export const DeskContext = createContext<Desk | undefined>(undefined);

/** The job on the desk. */
export function useDesk(): Desk {
  const desk = useContext(DeskContext);
  if (!desk) throw new Error("useDesk outside of a sheet");
  return desk;
}
