import { ApiError, api, type Job, type JobView, type Schemas, unwrap } from "../api/client";
import { forget, keep } from "../api/kept";
import { have, type Told, whole, withFirst } from "./answerParts";
import {
  type Draft,
  isUnsaved,
  type JobEvent,
  type JobState,
  mustAsk,
  opened,
  reduce,
} from "./machine";

/** How long typing must rest before it is saved, ms. */
const SAVE_AFTER_MS = 350;
/** A page that nobody sees is never painted: it waits no longer than this, ms. */
const UNSEEN_MS = 100;
/** What cannot be saved is tried again after this, ms. */
export const RETRY_AFTER_MS = 3000;

/** Under which a job is kept on this device. */
export function jobKey(id: number): string {
  return `job ${id}`;
}

/** Under which what was typed and not saved is kept on this device. */
export function draftKey(id: number): string {
  return `draft ${id}`;
}

/** Jobs whose page was left while something was on its way: it arrives before the job is opened again. */
const leaving = new Map<number, Promise<void>>();

/** Comes back when nothing of a job is on its way. */
export async function settled(id: number) {
  await leaving.get(id);
}

export interface JobStore {
  state: () => JobState;
  subscribe: (heard: () => void) => () => void;
  /** Changes the job; answers and save follow by themselves. */
  edit: (change: (job: Job) => Job) => void;
  /** Says which circuit is looked at: its answers come first. */
  lookAt: (circuit: string | undefined) => void;
  /** Waits this long before a change is assessed, ms. */
  assessAfter: (ms: number) => void;
  /** Hears of each change before the page is drawn anew, so that its question is on the way meanwhile; gives the end. */
  beforeDrawn: (ask: (job: Job) => void) => () => void;
  /** Saves what is unsaved now. */
  save: () => Promise<void>;
  undo: () => Promise<void>;
  redo: () => Promise<void>;
  /** Sends what only adds to the job. */
  add: (call: () => Promise<JobView>) => Promise<void>;
  sign: (closing: Schemas["Closing"]) => Promise<void>;
  reopen: (why: string) => Promise<void>;
  /** Gives up what was typed and takes what the store holds now. */
  takeTheirs: () => Promise<void>;
  /** Saves what was typed here over what came in between. */
  keepMine: () => void;
  /** Saves what is unsaved, and lets the job be opened again only after that. */
  leave: () => void;
  /** Looks what others saved, unless something is unsaved here. */
  look: () => Promise<void>;
}

/** Comes back when what was just told stands on the screen: what is not looked at waits for that. */
function painted(): Promise<void> {
  return new Promise((seen) => {
    window.setTimeout(seen, UNSEEN_MS);
    window.requestAnimationFrame(() => window.setTimeout(seen, 0));
  });
}

/** One job being worked on, outside of the page: its state, and what the program is asked about it. */
export function jobStore(
  view: JobView,
  keptAt: number | undefined,
  draft: Draft | undefined,
  heard: (view: JobView) => void,
): JobStore {
  const id = view.id;
  let state = opened(view, keptAt, draft);
  let sending: Promise<void> | undefined;
  let timer: number | undefined;
  let assessing: number | undefined;
  let assessAfterMs = 0;
  let seen: string | undefined;
  const readers = new Set<() => void>();
  const early = new Set<(job: Job) => void>();

  const happen = (event: JobEvent) => {
    const next = reduce(state, event);
    if (next === state) return;
    const { job, stored } = state;
    state = next;
    if (state.job !== job || state.stored !== stored) keepDraft();
    for (const read of readers) read();
  };

  /** What is unsaved outlives this page. */
  const keepDraft = () => {
    if (isUnsaved(state)) keep<Draft>(draftKey(id), { job: state.job, rev: state.stored.rev });
    else forget(draftKey(id));
  };

  const take = (view: JobView, sent: Job) => {
    happen({ type: "stored", view, sent });
    keep(jobKey(id), view);
    heard(view);
    // What was typed meanwhile rests, and is sent.
    if (state.saving.is === "waiting") saveSoon();
  };

  const at = () => ({
    params: { path: { id }, header: { "If-Match": `"${state.stored.rev}"` } },
  });
  /** What the page holds when it asks: of that nothing is sent again. */
  const told = (): Told => ({ answers: state.answers, marks: state.marks });
  const stored = () => unwrap(api.GET("/api/jobs/{id}", { params: { path: { id } } }));
  const problemOf = (error: unknown) => (error instanceof ApiError ? error.problem : undefined);

  const send = async () => {
    const sent = state.job;
    happen({ type: "sent" });
    try {
      const held = told();
      const { path, header } = at().params;
      const params = { path, header: { ...header, ...have(held) } };
      const view = await unwrap(api.PUT("/api/jobs/{id}", { params, body: sent }));
      take(whole(held, view), sent);
    } catch (error) {
      const problem = problemOf(error);
      // What is signed stays as it is: the page goes back to it and says so.
      if (problem?.type === "/problems/signed") {
        const view = await stored().catch(() => undefined);
        if (view) take(view, state.job);
      }
      // What somebody else changed elsewhere in the job stands beside what was typed here: nobody is asked.
      if (problem?.status === 412) {
        const view = await stored().catch(() => undefined);
        if (view && view.rev > state.stored.rev && !mustAsk(state, view)) {
          take(view, state.stored.job);
          return;
        }
      }
      happen({ type: "notStored", problem });
    }
  };

  const save = async () => {
    window.clearTimeout(timer);
    if (sending) await sending;
    if (!isUnsaved(state)) return;
    sending = send().finally(() => {
      sending = undefined;
    });
    await sending;
  };

  const saveSoon = () => {
    window.clearTimeout(timer);
    timer = window.setTimeout(save, SAVE_AFTER_MS);
  };

  const assess = async () => {
    const { asked, job } = state;
    try {
      const ask = (first: string | undefined, held: Told) =>
        unwrap(
          api.POST("/api/assess", {
            params: { header: have(held), query: first === undefined ? {} : { first } },
            body: job,
          }),
        );
      let held = told();
      // What is looked at comes first; the readings and lists of the whole vehicle follow behind it.
      if (seen !== undefined && held.answers.circuits.some((c) => c.id === seen)) {
        const first = await ask(seen, held);
        happen({ type: "answered", asked, ...withFirst(held, first) });
        await painted();
        if (asked !== state.asked) return;
        held = told();
      }
      happen({ type: "answered", asked, ...whole(held, await ask(undefined, held)) });
    } catch (error) {
      const problem = problemOf(error);
      if (problem) happen({ type: "unanswered", asked, problem });
    }
  };

  const assessSoon = () => {
    window.clearTimeout(assessing);
    if (assessAfterMs > 0) assessing = window.setTimeout(assess, assessAfterMs);
    else assess();
  };

  const step = async (way: "undo" | "redo") => {
    await save();
    if (isUnsaved(state)) {
      // A figure that was refused is what is taken back first.
      if (way === "undo" && state.saving.is === "refused") happen({ type: "givenUp" });
      return;
    }
    try {
      const before = state.stored.job;
      const call =
        way === "undo"
          ? api.POST("/api/jobs/{id}/undo", at())
          : api.POST("/api/jobs/{id}/redo", at());
      take(await unwrap(call), before);
    } catch (error) {
      // Nothing to undo, or to redo.
      if (problemOf(error)?.status !== 409)
        happen({ type: "notStored", problem: problemOf(error) });
    }
  };

  if (isUnsaved(state)) {
    assess();
    saveSoon();
  }
  return {
    state: () => state,
    subscribe: (read) => {
      readers.add(read);
      return () => {
        readers.delete(read);
      };
    },
    edit: (change) => {
      const job = change(state.job);
      if (job === state.job) return;
      for (const ask of early) ask(job);
      happen({ type: "typed", job });
      assessSoon();
      saveSoon();
    },
    lookAt: (circuit) => {
      seen = circuit;
    },
    assessAfter: (ms) => {
      assessAfterMs = ms;
    },
    beforeDrawn: (ask) => {
      early.add(ask);
      return () => {
        early.delete(ask);
      };
    },
    save,
    undo: () => step("undo"),
    redo: () => step("redo"),
    add: async (call) => {
      await save();
      const before = state.stored.job;
      take(await call(), before);
    },
    sign: async (closing) => {
      await save();
      const before = state.stored.job;
      take(await unwrap(api.POST("/api/jobs/{id}/sign", { ...at(), body: closing })), before);
    },
    reopen: async (why) => {
      const before = state.stored.job;
      take(await unwrap(api.POST("/api/jobs/{id}/open", { ...at(), body: { why } })), before);
    },
    takeTheirs: async () => {
      try {
        const view = await stored();
        happen({ type: "givenUp" });
        take(view, state.job);
      } catch (error) {
        happen({ type: "notStored", problem: problemOf(error) });
      }
    },
    keepMine: () => {
      const { saving } = state;
      const rev = "problem" in saving ? saving.problem?.conflict?.current_rev : undefined;
      if (rev === undefined) return;
      happen({ type: "rebased", rev });
      save();
    },
    leave: () => {
      leaving.set(id, save());
    },
    look: async () => {
      if (isUnsaved(state) || sending) return;
      const before = state.job;
      const view = await stored().catch(() => undefined);
      if (!view || sending || state.job !== before || isUnsaved(state)) return;
      if (view.rev > state.stored.rev) take(view, before);
      happen({ type: "heard" });
    },
  };
}
