import type { Answers } from "../api/client";

/** Answers with the mark of each of their parts. */
export interface Told {
  answers: Answers;
  marks: Record<string, string>;
}

/** How the marks of circuits begin; the id of one comes behind. */
const CIRCUIT = "circuits.";

/** The header that names what need not be sent again. */
export function have(held: Told): { "X-Jovek-Have": string } {
  return { "X-Jovek-Have": Object.values(held.marks).join(",") };
}

/** What was drawn first, over what was held: the rest is still as it was. */
export function withFirst(held: Told, sent: Told): Told {
  const circuits = new Map(sent.answers.circuits.map((c) => [c.id, c]));
  return {
    marks: { ...held.marks, ...sent.marks },
    answers: {
      ...held.answers,
      ...sent.answers,
      circuits: held.answers.circuits.map((c) => circuits.get(c.id) ?? c),
    },
  };
}

/** What was sent, with what was held already and left out. What is the same stays the same object. */
export function whole<T extends Told>(held: Told, sent: T): T {
  const circuits = new Map(
    [...held.answers.circuits, ...sent.answers.circuits].map((c) => [c.id, c]),
  );
  const order = Object.keys(sent.marks).filter((name) => name.startsWith(CIRCUIT));
  return {
    ...sent,
    answers: {
      ...held.answers,
      ...sent.answers,
      circuits: order.flatMap((name) => circuits.get(name.slice(CIRCUIT.length)) ?? []),
    },
  };
}
