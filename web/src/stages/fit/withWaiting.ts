import type { Schemas } from "../../api/client";

type StepAnswer = Schemas["StepAnswer"];
type NewMark = Schemas["NewMark"];
export type State = StepAnswer["state"];

const AFTER_MARK: Record<NewMark["mark"], State> = {
  start: "running",
  pause: "paused",
  done: "done",
};

const MS_PER_MIN = 60_000;

export interface StepNow {
  state: State;
  /** What still has to be done before, by name; empty where nothing has. */
  holds: string[];
  /** RFC 3339, until when it rests; none where it does not. */
  restsUntil: string | undefined;
}

/**
 * How far a step is, with the marks that wait for a connection: they count here already. A step is freed by what is
 * marked done before it, and rests where its glue does; the program says the same once it hears of the marks.
 */
export function withWaiting(
  answer: StepAnswer,
  all: StepAnswer[],
  waiting: NewMark[],
  nowMs: number,
): StepNow {
  const lastOf = (step: string) => waiting.filter((w) => w.step === step).at(-1);
  const own = lastOf(answer.step.id);
  const asHeard = { holds: answer.holds, restsUntil: answer.rests_until ?? undefined };
  if (own) return { ...asHeard, state: AFTER_MARK[own.mark] };
  if (waiting.length === 0 || (answer.state !== "blocked" && answer.state !== "resting"))
    return { ...asHeard, state: answer.state };
  const holds: string[] = [];
  let untilMs = answer.rests_until ? Date.parse(answer.rests_until) : 0;
  for (const after of answer.step.after) {
    const before = all.find((s) => s.step.id === after.step);
    if (!before) continue;
    const mark = lastOf(after.step);
    if ((mark ? AFTER_MARK[mark.mark] : before.state) !== "done")
      holds.push(`first: ${before.step.what}`);
    else if (mark?.at)
      untilMs = Math.max(untilMs, Date.parse(mark.at) + after.rest_min * MS_PER_MIN);
  }
  if (holds.length > 0) return { state: "blocked", holds, restsUntil: undefined };
  if (untilMs <= nowMs) return { state: "ready", holds, restsUntil: undefined };
  return { state: "resting", holds, restsUntil: new Date(untilMs).toISOString() };
}
