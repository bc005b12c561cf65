import type { Schemas } from "../api/client";

/** The first free id of the form c1, c2 ... */
export function nextId(taken: string[], letter = "c"): string {
  let n = taken.length + 1;
  while (taken.includes(`${letter}${n}`)) n++;
  return `${letter}${n}`;
}

/** A new circuit from the core's template, under ids of its own. */
export function newCircuit(template: Schemas["LampCircuit"], id: string): Schemas["LampCircuit"] {
  return {
    ...template,
    id,
    lights: template.lights?.map((light, i) => ({ ...light, id: `${id}-l${i + 1}` })),
  };
}
