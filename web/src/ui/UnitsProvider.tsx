import { type ReactNode, useMemo } from "react";
import { useCatalog } from "../api/catalog";
import type { Schemas } from "../api/client";
import { type PageUnits, UnitsContext } from "./units";

/** Gives the fields of a page the units of a shop. */
export function UnitsProvider({
  shop,
  children,
}: {
  shop: Schemas["Units"] | undefined;
  children: ReactNode;
}) {
  const catalog = useCatalog().data?.data;
  const units = useMemo<PageUnits>(() => {
    const lengths = shop?.lengths === "us" ? catalog?.us_lengths : undefined;
    const degrees = shop?.temperatures === "fahrenheit" ? catalog?.fahrenheit : undefined;
    const own = [...(lengths ?? []), ...(degrees ?? [])];
    return {
      shop,
      others: catalog?.units ?? [],
      fieldUnit: (unit) => own.find((f) => f.field === unit),
    };
  }, [shop, catalog]);
  return <UnitsContext.Provider value={units}>{children}</UnitsContext.Provider>;
}
