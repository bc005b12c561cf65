import type { Schemas } from "../api/client";

type Element = Schemas["VoltElement"];
type Line = Schemas["VoltLine"];

export interface Placed {
  element: Element;
  index: number;
  x0: number;
  x1: number;
}

/** Pixels kept for parts without length, so that their symbols do not cover each other. */
const SYMBOL_PX: Record<Element["kind"], number> = {
  fuse: 34,
  relay: 34,
  switch: 34,
  diode: 34,
  module: 52,
  joint: 14,
  lamps: 26,
  chassis: 18,
  wire: 0,
  unfused: 0,
  return: 0,
};
const LEAST_WIRE_PX = 26;

/** Places the chain along the width: wires at true distance, parts with room for their symbol. */
export function place(line: Line, left: number, width: number): Placed[] {
  const wires = line.elements.filter((e) => e.to_m > e.from_m);
  const fixed = line.elements.reduce((sum, e) => sum + SYMBOL_PX[e.kind], 0);
  const free = Math.max(0, width - fixed - wires.length * LEAST_WIRE_PX);
  const perMetre = line.length_m > 0 ? free / line.length_m : 0;
  let x = left;
  return line.elements.map((element, index) => {
    const metres = element.to_m - element.from_m;
    const px = SYMBOL_PX[element.kind] + (metres > 0 ? LEAST_WIRE_PX + metres * perMetre : 0);
    const placed = { element, index, x0: x, x1: x + px };
    x += px;
    return placed;
  });
}

/** Width of one letter of a name, as far as it matters for the room that it takes. */
const LETTER_PX = 5.8;

/** Where the name of a part stands above the chain. */
export interface NamePlace {
  /** Its middle. */
  x: number;
  /** How many rows above the lowest: a name that would touch the one before it goes a row up. */
  row: 0 | 1;
}

/** Places names over the middle of their parts, inside the picture, so that none covers another. */
export function placeNames(
  named: { index: number; name: string; mid: number }[],
  width: number,
): Map<number, NamePlace> {
  const ends: [number, number] = [0, 0];
  const out = new Map<number, NamePlace>();
  for (const { index, name, mid } of named) {
    const half = (name.length * LETTER_PX) / 2;
    const x = Math.min(mid, width - half - 2);
    const row = x - half > ends[0] ? 0 : 1;
    ends[row] = x + half + 4;
    out.set(index, { x, row });
  }
  return out;
}

/** A scale from volts to pixels. */
export function scale(lowV: number, highV: number, bottom: number, top: number) {
  return (v: number) => bottom + ((v - lowV) / (highV - lowV)) * (top - bottom);
}

/** Round steps for the grid of a band. */
export function gridSteps(lowV: number, highV: number): number[] {
  const step = [0.05, 0.1, 0.2, 0.5, 1, 2, 5].find((s) => (highV - lowV) / s <= 4) ?? 10;
  const out = [];
  for (let v = Math.ceil(lowV / step) * step; v <= highV + 1e-9; v += step) out.push(v);
  return out;
}
