import { useContext } from "react";
import { useCatalog } from "../api/catalog";
import { UnitsContext } from "./units";

/** The figure that counts at a place of the shop's habits until somebody gives another. */
export function useUsual(path: string): number | undefined {
  const { shop } = useContext(UnitsContext);
  const found = useCatalog().data?.data.usual.find((u) => u.path === path);
  return shop?.lengths === "us" ? found?.us : found?.value;
}
