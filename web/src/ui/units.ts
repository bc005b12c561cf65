import { createContext, useCallback, useContext } from "react";
import type { Schemas } from "../api/client";

type FieldUnit = Schemas["FieldUnit"];

/** A size of wire by its gauge. */
export type Gauge = Schemas["CatalogWire"];

/** How figures are typed and written on a page: worked out once for all of its fields. */
export interface PageUnits {
  /** What the shop reads in; none is metric. */
  shop: Schemas["Units"] | undefined;
  /** Units that may be typed in place of a field's own. */
  others: Schemas["OtherUnit"][];
  /** Sizes of wire by gauge: typed in place of mm². */
  gauges: Gauge[];
  /** Those of the shop's own wire system: so it writes mm². */
  ownGauges: Gauge[];
  /** How the shop writes a field; none where it writes the field's own unit. */
  fieldUnit: (unit: string) => FieldUnit | undefined;
}

export const UnitsContext = createContext<PageUnits>({
  shop: undefined,
  others: [],
  gauges: [],
  ownGauges: [],
  fieldUnit: () => undefined,
});

/** How the shop writes the figures of a field; none where it writes them in the field's own unit. */
export function useFieldUnit(): (unit: string) => FieldUnit | undefined {
  return useContext(UnitsContext).fieldUnit;
}

/** A figure of a field's unit as the shop writes it, such as `3.2` or `10 ft 6 in`. */
export function useWritten(): (value: number, unit: string) => string {
  const { fieldUnit, ownGauges } = useContext(UnitsContext);
  return useCallback(
    (value, unit) => gaugeOf(value, unit, ownGauges)?.label ?? written(value, fieldUnit(unit)),
    [fieldUnit, ownGauges],
  );
}

/** A figure with its unit behind it, such as `85 °C` or `185 °F`. */
export function useWithUnit(): (value: number, unit: string) => string {
  const fieldUnit = useFieldUnit();
  return useCallback(
    (value, unit) => {
      const as = fieldUnit(unit);
      return as ? written(value, as) : `${value} ${unit}`;
    },
    [fieldUnit],
  );
}

/** The gauge that stands for an area: the same copper to the digits that a list gives. */
function gaugeOf(value: number, unit: string, gauges: Gauge[]) {
  if (unit !== AREA) return undefined;
  return gauges.find((g) => Math.abs(g.area_mm2 / value - 1) < 0.002);
}

/** The unit of fields that hold the copper of a wire. */
export const AREA = "mm²";

/** What stands beside an empty field: the unit that a bare figure is taken in. */
export function bareUnit(unit: string, as: FieldUnit | undefined): string {
  return as?.parts[0]?.unit ?? unit;
}

function written(value: number, as: FieldUnit | undefined): string {
  const last = as?.parts.at(-1);
  if (!as || !last) return String(value);
  const sign = value - as.zero < 0 ? "-" : "";
  const counted = Math.abs(value - as.zero) / last.times;
  const under = as.fraction ?? 1;
  const over = Math.round(counted * under);
  const isNear = Math.abs(over / under - counted) * last.times <= as.near;
  if (as.fraction == null || !isNear)
    return `${sign}${Number(counted.toFixed(as.decimals))} ${last.unit}`;
  const first = as.parts.length > 1 ? as.parts[0] : undefined;
  if (!first) return `${sign}${mixed(over, under)} ${last.unit}`;
  const perFirst = Math.round((first.times / last.times) * under);
  const [whole, rest] = [Math.floor(over / perFirst), over % perFirst];
  const parts = [
    whole > 0 ? `${whole} ${first.unit}` : "",
    rest > 0 || whole === 0 ? `${mixed(rest, under)} ${last.unit}` : "",
  ];
  return sign + parts.filter(Boolean).join(" ");
}

/** A count of parts as a whole number and a fraction in its lowest terms: 13 of 2 is `6 1/2`. */
function mixed(count: number, parts: number): string {
  let [over, under] = [count % parts, parts];
  const whole = Math.floor(count / parts);
  while (over > 0 && over % 2 === 0 && under % 2 === 0) [over, under] = [over / 2, under / 2];
  if (over === 0) return String(whole);
  return whole > 0 ? `${whole} ${over}/${under}` : `${over}/${under}`;
}
