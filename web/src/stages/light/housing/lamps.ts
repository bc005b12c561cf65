import type { Job } from "../../../api/client";

/** A single lamp of a job. */
export interface Lamp {
  circuit: string;
  light: string;
  /** Which of its light, from 0. */
  number: number;
  name: string;
  /** With its circuit. */
  label: string;
  /** It sits on the factory's own plug. */
  isOnPlug: boolean;
  /** It is on the vehicle already. */
  stays: boolean;
}

/** Every lamp that can sit in a housing: strips cannot. */
export function lampsOf(job: Job): Lamp[] {
  return (job.circuits ?? []).flatMap((c) =>
    (c.lights ?? [])
      .filter((l) => !l.strip)
      .flatMap((l) =>
        Array.from({ length: l.count }, (_, number) => {
          const name = l.count > 1 ? `${l.name} ${number + 1}` : l.name;
          return {
            circuit: c.id,
            light: l.id,
            number,
            name,
            label: `${c.name}: ${name}`,
            isOnPlug: c.feed?.from === "plug",
            stays: !!l.stays,
          };
        }),
      ),
  );
}

/** The job after lights went out of it: their places in housings go with them, and housings that are empty then. */
export function withoutGone(job: Job): Job {
  if (!job.housings) return job;
  const is = lampsOf(job);
  const housings = job.housings
    .map((h) => ({
      ...h,
      lamps: h.lamps.filter((l) =>
        is.some((i) => i.light === l.light && i.number === (l.number ?? 0)),
      ),
    }))
    .filter((h) => h.lamps.length > 0);
  return { ...job, housings };
}

/** True where every lamp of a circuit sits in a housing with a ground for all its functions. */
export function isGroundedByHousings(job: Job, circuit: string): boolean {
  const shared = (job.housings ?? []).filter((h) => h.ground).flatMap((h) => h.lamps);
  const own = lampsOf(job).filter((l) => l.circuit === circuit);
  return (
    own.length > 0 &&
    own.every((l) => shared.some((s) => s.light === l.light && (s.number ?? 0) === l.number))
  );
}
