import type { Job, Problem, Schemas } from "../../api/client";

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

export type PlaceFact = Schemas["PlaceFact"];

/** What is said of a place; nothing yet where only the body knows it. */
export function placeFact(job: Job, id: string): PlaceFact {
  return job.skeleton?.places?.find((p) => p.id === id) ?? { id };
}

/** The job with something else said of a place. */
export function withPlace(job: Job, fact: PlaceFact): Job {
  if (!job.skeleton) return job;
  const places = job.skeleton.places ?? [];
  const next = places.some((p) => p.id === fact.id)
    ? places.map((p) => (p.id === fact.id ? fact : p))
    : [...places, fact];
  return { ...job, skeleton: { ...job.skeleton, places: next } };
}

/** The job without what was said of a place; ways that were added to it go with it. */
export function withoutPlace(job: Job, id: string): Job {
  if (!job.skeleton) return job;
  return {
    ...job,
    skeleton: {
      ...job.skeleton,
      places: job.skeleton.places?.filter((p) => p.id !== id),
      ways: job.skeleton.ways?.filter((w) => w.between?.from !== id && w.between?.to !== id),
    },
  };
}

/** A new place beside another, joined to it by a new way; in the middle of the vehicle beside none. */
export function addPlace(
  job: Job,
  route: Schemas["RouteAnswer"],
  beside: string,
): { job: Job; id: string } {
  const id = freeId(
    route.places.map((p) => p.id),
    "place",
  );
  const near = route.places.find((p) => p.id === beside) ?? route.places[0];
  const at = {
    along_m: near?.along_m ?? 0,
    left_m: near?.left_m ?? 0,
    up_m: (near?.up_m ?? 0) + 0.2,
  };
  const made = withPlace(job, { id, name: `new place ${id.slice(5)}`, at });
  return { job: near ? addWay(made, route, near.id, id) : made, id };
}

/** A new way between two places. */
export function addWay(job: Job, route: Schemas["RouteAnswer"], from: string, to: string): Job {
  const taken = [...route.ways.map((w) => w.id), ...(job.skeleton?.ways ?? []).map((w) => w.id)];
  const name = (id: string) =>
    job.skeleton?.places?.find((p) => p.id === id)?.name ??
    route.places.find((p) => p.id === id)?.name ??
    id;
  return withWay(job, {
    id: freeId(taken, "way"),
    between: { from, to },
    name: `${name(from)} to ${name(to)}`.slice(0, 80),
  });
}

function freeId(taken: string[], stem: string): string {
  let n = 1;
  while (taken.includes(`${stem}${n}`)) n++;
  return `${stem}${n}`;
}

/** A problem as the form of one place or way sees it: its faults by their path from there on. */
export function problemAt(problem: Problem | undefined, prefix: string): Problem | undefined {
  if (!problem?.faults) return problem;
  const faults = problem.faults
    .filter((f) => f.path.startsWith(`${prefix}.`))
    .map((f) => ({ ...f, path: f.path.slice(prefix.length + 1) }));
  return { ...problem, faults };
}
