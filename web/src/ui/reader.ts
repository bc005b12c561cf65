import { useCallback } from "react";
import { useCatalog } from "../api/catalog";
import type { Schemas } from "../api/client";

/** Reads a number as a fitter types it: comma or point, with or without its unit, or in another unit that is known. */
export function useReader() {
  const units = useCatalog().data?.data.units;
  return useCallback((text: string, unit: string) => readNumber(text, unit, units ?? []), [units]);
}

/** A figure with its unit, such as `21 ft` of `21 ft 4 in`. */
const PART = /([+-]?\d*[.,]?\d+)\s*([^\d\s+.,-]+)\s*/y;

/** One figure by another, such as `0.75/9` of nine lamps together, or `3/4 in`; what follows is the unit. */
const QUOTIENT = /^([+-]?\d*[.,]?\d+)\s*\/\s*(\d*[.,]?\d+)\s*(.*)$/;

/** A quotient worked out, in the words of a plain figure. */
function divided(text: string): string {
  const match = QUOTIENT.exec(text);
  if (!match) return text;
  const [over, under] = [match[1], match[2]].map((d) => Number((d ?? "").replace(",", ".")));
  if (over === undefined || !under) return text;
  return `${Number((over / under).toPrecision(9))} ${match[3] ?? ""}`.trim();
}

/** What one of a unit that was typed is in the field's own; none for one that is not known. */
function times(written: string, unit: string, units: Schemas["OtherUnit"][]): number | undefined {
  if (written.toLowerCase() === unit.toLowerCase()) return 1;
  const known = units.filter((u) => u.field === unit);
  // Capitals tell mega from milli; nobody types them for ft.
  const other =
    known.find((u) => u.typed === written) ??
    known.find((u) => u.typed === written.toLowerCase() && !/^m[a-z]/i.test(written));
  return other?.times;
}

/** The sum of several parts, each with its unit: feet and inches. None where it is not of that kind. */
function readParts(text: string, unit: string, units: Schemas["OtherUnit"][]): number | undefined {
  let sum = 0;
  PART.lastIndex = 0;
  while (PART.lastIndex < text.length) {
    const part = PART.exec(text);
    const factor = part ? times(part[2] ?? "", unit, units) : undefined;
    if (!part || factor === undefined) return undefined;
    sum += Number((part[1] ?? "").replace(",", ".")) * factor;
  }
  return sum;
}

function readNumber(
  text: string,
  unit: string,
  units: Schemas["OtherUnit"][],
): number | "empty" | string {
  const trimmed = divided(text.trim());
  if (trimmed === "") return "empty";
  const match = /^([+-]?\d*[.,]?\d+|[+-]?\d+[.,]?)\s*(.*)$/.exec(trimmed);
  if (!match) return `"${trimmed}" is not a number. Give it in ${unit || "figures"}.`;
  const written = match[2] ?? "";
  const value = Number((match[1] ?? "").replace(",", "."));
  if (!Number.isFinite(value)) return `"${trimmed}" is not a number.`;
  if (!written) return value;
  const factor = times(written, unit, units);
  const sum = factor === undefined ? readParts(trimmed, unit, units) : value * factor;
  // What the figure was typed with is enough; what the machine adds behind it is not.
  if (sum !== undefined) return Number(sum.toPrecision(9));
  return `Give it in ${unit}, not in ${written}.`;
}
