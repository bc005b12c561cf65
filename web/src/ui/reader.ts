import { useCallback, useContext } from "react";
import type { Schemas } from "../api/client";
import { AREA, bareUnit, type Gauge, UnitsContext } from "./units";

/**
 * Reads a number as a fitter types it: comma or point, with or without its unit, in another unit that is known, or in
 * parts. A bare figure is in the unit that the shop writes the field in.
 */
export function useReader() {
  const { others, gauges, fieldUnit } = useContext(UnitsContext);
  return useCallback(
    (text: string, unit: string) => {
      const gauge = unit === AREA ? gaugeTyped(text, gauges) : undefined;
      if (gauge) return Number(gauge.area_mm2.toPrecision(4));
      const as = fieldUnit(unit);
      return readNumber(text, { unit, bare: bareUnit(unit, as), zero: as?.zero ?? 0 }, others);
    },
    [others, gauges, fieldUnit],
  );
}

/** The gauge that was typed, either way round: `AWG 18`, `18 awg`. */
function gaugeTyped(text: string, gauges: Gauge[]): Gauge | undefined {
  const words = text.trim().toUpperCase().split(/\s+/);
  const [one, two] = words;
  if (words.length !== 2 || !one || !two) return undefined;
  return gauges.find((g) => g.label === `${one} ${two}` || g.label === `${two} ${one}`);
}

/** A field: the unit that it holds, and the one that a bare figure is in. */
interface Field {
  unit: string;
  bare: string;
  zero: number;
}

/** `21`, `0,75`, `3/4`, `6 1/2`, and the unit behind it if any. */
const PART =
  /\s*([+-]?)(?:(\d+)\s+(\d+)\s*\/\s*(\d+)|(\d*[.,]?\d+|\d+[.,])(?:\s*\/\s*(\d*[.,]?\d+))?)\s*([^\d\s+.,/-]*)\s*/y;

const number = (digits: string | undefined) => Number((digits ?? "").replace(",", "."));

/** One figure of what was typed, with the unit behind it. */
interface Typed {
  isNegative: boolean;
  amount: number;
  unit: string;
}

/** What was typed, figure by figure; none where it is not made of figures. */
function figures(text: string): Typed[] | undefined {
  const out: Typed[] = [];
  PART.lastIndex = 0;
  while (PART.lastIndex < text.length) {
    const part = PART.exec(text);
    if (!part) return undefined;
    const [, sign, whole, over, under, plain, by, unit] = part;
    const amount = whole
      ? number(whole) + number(over) / number(under)
      : number(plain) / number(by ?? "1");
    if (!Number.isFinite(amount)) return undefined;
    out.push({ isNegative: sign === "-", amount, unit: unit ?? "" });
  }
  return out;
}

/** How a unit that was typed counts in the field's own; none for one that is not known. */
function counts(
  written: string,
  unit: string,
  units: Schemas["OtherUnit"][],
): { times: number; zero: number } | undefined {
  if (written.toLowerCase() === unit.toLowerCase()) return { times: 1, zero: 0 };
  const known = units.filter((u) => u.field === unit);
  // Capitals tell mega from milli; nobody types them for ft.
  return (
    known.find((u) => u.typed === written) ??
    known.find((u) => u.typed.toLowerCase() === written.toLowerCase() && !/^m[a-z]/i.test(written))
  );
}

function readNumber(
  text: string,
  field: Field,
  units: Schemas["OtherUnit"][],
): number | "empty" | string {
  const typed = text.trim();
  if (typed === "") return "empty";
  const found = figures(typed);
  const first = found?.[0];
  if (!found || !first) return `"${typed}" is not a number. Give it in ${field.bare || "figures"}.`;
  let sum = 0;
  for (const [k, part] of found.entries()) {
    // Only the first of several parts has a sign, and only a single figure may stand without its unit.
    if (k > 0 && (part.isNegative || !part.unit))
      return `"${typed}" is not a number. Give it in ${field.bare || "figures"}.`;
    const by = counts(part.unit || (found.length > 1 ? "?" : field.bare), field.unit, units);
    if (!by) return `Give it in ${field.bare}, not in ${part.unit || typed}.`;
    sum += part.amount * by.times;
    if (found.length === 1) sum = (first.isNegative ? -sum : sum) + by.zero;
  }
  if (found.length > 1 && first.isNegative) sum = -sum;
  // What the figure was typed with is enough; what the machine adds behind it is not.
  return Number(sum.toPrecision(9));
}
