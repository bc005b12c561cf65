import type { Schemas } from "../api/client";

/** A number for a new unit that no other job has. */
export function nextUnit(rows: Schemas["YardRow"][]): string {
  let n = rows.length + 1;
  while (rows.some((r) => r.unit === `new ${n}`)) n++;
  return `new ${n}`;
}
