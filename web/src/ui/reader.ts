import { useCallback } from "react";
import { useCatalog } from "../api/catalog";
import type { Schemas } from "../api/client";

/** Reads a number as a fitter types it: comma or point, with or without its unit, or in another unit that is known. */
export function useReader() {
  const units = useCatalog().data?.data.units;
  return useCallback((text: string, unit: string) => readNumber(text, unit, units ?? []), [units]);
}

function readNumber(
  text: string,
  unit: string,
  units: Schemas["OtherUnit"][],
): number | "empty" | string {
  const trimmed = text.trim();
  if (trimmed === "") return "empty";
  const match = /^([+-]?\d*[.,]?\d+|[+-]?\d+[.,]?)\s*(.*)$/.exec(trimmed);
  if (!match) return `"${trimmed}" is not a number. Give it in ${unit || "figures"}.`;
  const written = match[2] ?? "";
  const value = Number((match[1] ?? "").replace(",", "."));
  if (!Number.isFinite(value)) return `"${trimmed}" is not a number.`;
  if (!written || written.toLowerCase() === unit.toLowerCase()) return value;
  const known = units.filter((u) => u.field === unit);
  // Capitals tell mega from milli; nobody types them for ft.
  const other =
    known.find((u) => u.typed === written) ??
    known.find((u) => u.typed === written.toLowerCase() && !/^m[a-z]/i.test(written));
  // What the figure was typed with is enough; what the machine adds behind it is not.
  if (other) return Number((value * other.times).toPrecision(9));
  return `Give it in ${unit}, not in ${written}.`;
}
