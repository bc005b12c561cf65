import { replaceEqualDeep } from "@tanstack/react-query";
import type { Answers, Job, JobView, Problem } from "../api/client";
import type { Told } from "./answerParts";
import { clashes, merged } from "./merge";

/** How far what was typed is from the store. */
export type Saving =
  | { is: "saved" }
  /** Typed: it rests a moment before it is sent. */
  | { is: "waiting" }
  | { is: "sending" }
  /** Not saved, and why. `signed` was taken back; the others stay as they were typed. */
  | { is: "refused" | "signed" | "offline" | "conflict"; problem: Problem | undefined };

export type SaveState = Saving["is"];

/** One job on the desk: what the store holds, what is typed over it, and what the core says of that. */
export interface JobState {
  /** As the store holds it, with its revision. */
  stored: JobView;
  /** As it is typed. The same object as the stored one where nothing is unsaved. */
  job: Job;
  answers: Answers;
  /** Of the answers, part by part. */
  marks: Told["marks"];
  saving: Saving;
  /** Why the newest question about what is typed had no answer. */
  unread: Problem | undefined;
  /** Number of the newest question: an older one's answer is of no interest. */
  asked: number;
  /** When the stored job was heard of, ms, where the program could not be reached; none otherwise. */
  keptAt: number | undefined;
}

/** What was typed and not saved, as this device keeps it. */
export interface Draft {
  job: Job;
  /** Revision of the store that it was typed over. */
  rev: number;
}

/** What can happen to a job on the desk. */
export type JobEvent =
  | { type: "typed"; job: Job }
  | { type: "answered"; asked: number; answers: Answers; marks: Told["marks"] }
  | { type: "unanswered"; asked: number; problem: Problem }
  | { type: "sent" }
  /** The store took what was sent, or added to it, or somebody else saved: `sent` is what was typed by then. */
  | { type: "stored"; view: JobView; sent: Job }
  | { type: "notStored"; problem: Problem | undefined }
  /** The draft is given up: the job is again as stored. */
  | { type: "givenUp" }
  /** After a conflict: what is typed goes on top of the revision that came in between. */
  | { type: "rebased"; rev: number }
  | { type: "heard" };

/** A job that was just opened, with what was typed over it before and never saved. */
export function opened(
  view: JobView,
  keptAt: number | undefined,
  draft: Draft | undefined,
): JobState {
  const job = draft ? (replaceEqualDeep(view.job, draft.job) as Job) : view.job;
  const isTyped = draft !== undefined && job !== view.job;
  return {
    // The revision it was typed over is what it is saved over: what came in between is asked about.
    stored: isTyped ? { ...view, rev: draft.rev } : view,
    job,
    answers: view.answers,
    marks: marksOf(view),
    saving: isTyped ? { is: "waiting" } : { is: "saved" },
    unread: undefined,
    asked: 0,
    keptAt,
  };
}

/** The marks of a view; none of one that this device kept before there were any. */
function marksOf(view: JobView): Told["marks"] {
  return view.marks ?? {};
}

/** True where something is typed that the store does not hold. */
export function isUnsaved(state: JobState): boolean {
  return state.job !== state.stored.job;
}

/** The state after an event. */
export function reduce(state: JobState, event: JobEvent): JobState {
  switch (event.type) {
    case "typed": {
      const saving: Saving = state.saving.is === "sending" ? state.saving : { is: "waiting" };
      return { ...state, job: event.job, saving, asked: state.asked + 1 };
    }
    case "answered":
      if (event.asked !== state.asked) return state;
      return { ...state, answers: event.answers, marks: event.marks, unread: undefined };
    case "unanswered":
      return event.asked === state.asked ? { ...state, unread: event.problem } : state;
    case "sent":
      return { ...state, saving: { is: "sending" } };
    case "stored":
      return stored(state, event.view, event.sent);
    case "notStored":
      return { ...state, saving: notStored(event.problem) };
    case "givenUp":
      return {
        ...state,
        job: state.stored.job,
        answers: state.stored.answers,
        marks: marksOf(state.stored),
        saving: { is: "saved" },
        unread: undefined,
        asked: state.asked + 1,
      };
    case "rebased":
      return { ...state, stored: { ...state.stored, rev: event.rev }, saving: { is: "waiting" } };
    case "heard":
      return state.keptAt === undefined ? state : { ...state, keptAt: undefined };
  }
}

/** True where somebody else changed a place that was typed over here: a person has to choose. */
export function mustAsk(state: JobState, theirs: JobView): boolean {
  const { job } = state.stored;
  return clashes(job, state.job, replaceEqualDeep(job, theirs.job));
}

function stored(state: JobState, view: JobView, sent: Job): JobState {
  // What is the same stays the same object: nothing that hangs on it is asked again.
  const job = replaceEqualDeep(state.stored.job, view.job) as Job;
  const held = { ...view, job };
  if (state.job !== sent && isUnsaved(state)) {
    // Against what was sent: who took a figure back while it was on its way took it back from there.
    const fresh = replaceEqualDeep(sent, view.job);
    const typed = merged(sent, state.job, fresh) as Job;
    // A mark or reading that was taken meanwhile does not settle what two people typed.
    const isOpen = state.saving.is === "conflict";
    const rev = isOpen ? state.stored.rev : view.rev;
    const saving: Saving = isOpen ? state.saving : { is: "waiting" };
    return { ...state, stored: { ...held, rev }, job: typed, saving, keptAt: undefined };
  }
  return {
    stored: held,
    job,
    answers: view.answers,
    marks: marksOf(view),
    saving: { is: "saved" },
    unread: undefined,
    // What is still on its way answers an older question.
    asked: state.asked + 1,
    keptAt: undefined,
  };
}

function notStored(problem: Problem | undefined): Saving {
  if (problem?.type === "/problems/signed") return { is: "signed", problem };
  if (problem?.status === 412) return { is: "conflict", problem };
  // Whoever has to enter again sends it then.
  const waits = problem?.status === 0 || problem?.status === 401;
  if (waits || (problem?.status ?? 0) >= 500) return { is: "offline", problem };
  return { is: "refused", problem };
}
