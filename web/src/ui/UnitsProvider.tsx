import { type ReactNode, useMemo } from "react";
import { useCatalog } from "../api/catalog";
import type { Schemas } from "../api/client";
import { type PageUnits, UnitsContext } from "./units";

const isByGauge = (s: Schemas["SystemWires"]) => s.system !== "metric";

/** Gives the fields of a page the units of a shop. */
export function UnitsProvider({
  shop,
  wires,
  children,
}: {
  shop: Schemas["Units"] | undefined;
  /** The system that the shop buys its wire in; none is metric. */
  wires?: Schemas["WireSystem"] | undefined;
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
      gauges: (catalog?.shop_wires ?? []).filter(isByGauge).flatMap((s) => s.wires),
      ownGauges: (catalog?.shop_wires ?? [])
        .filter((s) => s.system === wires && isByGauge(s))
        .flatMap((s) => s.wires),
      fieldUnit: (unit) => own.find((f) => f.field === unit),
    };
  }, [shop, wires, catalog]);
  return <UnitsContext.Provider value={units}>{children}</UnitsContext.Provider>;
}
