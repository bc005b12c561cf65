import type { Schemas } from "../api/client";

/** The first free id of the form c1, c2 ... */
export function nextId(taken: string[], letter = "c"): string {
  let n = taken.length + 1;
  while (taken.includes(`${letter}${n}`)) n++;
  return `${letter}${n}`;
}

/** A new circuit: nothing known but the usual path from battery to lamps, no length measured. */
export function newCircuit(id: string): Schemas["LampCircuit"] {
  return {
    id,
    name: "New circuit",
    lights: [
      {
        id: `${id}-l1`,
        name: "LED work lamp",
        count: 1,
        made_for: "12-24V",
        draws: { kind: "regulated" },
      },
    ],
    run: {
      supply: [
        { name: "Post to fuse", zone: "engine_bay", ends_at: "fuse" },
        { name: "Fuse to relay or switch", zone: "engine_bay", ends_at: "control" },
        { name: "Along the frame", zone: "underbody" },
        { name: "Frame to lamps", zone: "exterior" },
      ],
      back: [{ name: "Lamps to stud", zone: "exterior" }],
    },
  };
}
