import type { Job, Schemas } from "../../api/client";

export type WayFact = Schemas["WayFact"];

/** What is said of a way; nothing yet where only the body knows it. */
export function wayFact(job: Job, id: string): WayFact {
  return job.skeleton?.ways?.find((w) => w.id === id) ?? { id };
}

/** The job with something else said of a way; what says nothing is taken out. */
export function withWay(job: Job, fact: WayFact): Job {
  if (!job.skeleton) return job;
  const ways = job.skeleton.ways ?? [];
  const says = Object.values(fact).filter((v) => v !== undefined && v !== false).length > 1;
  const others = ways.filter((w) => w.id !== fact.id);
  const next = says
    ? ways.some((w) => w.id === fact.id)
      ? ways.map((w) => (w.id === fact.id ? fact : w))
      : [...ways, fact]
    : others;
  return { ...job, skeleton: { ...job.skeleton, ways: next } };
}
