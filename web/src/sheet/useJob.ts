import { replaceEqualDeep, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import {
  type Answers,
  ApiError,
  api,
  isUnreachable,
  type Job,
  type JobView,
  type Problem,
  type Schemas,
  unwrap,
} from "../api/client";
import { keep } from "../api/kept";
import { type Outbox, useOutbox, type Waiting } from "./useOutbox";

/** How long typing must rest before it is saved, ms. */
const SAVE_AFTER_MS = 350;
const RETRY_AFTER_MS = 3000;

export type SaveState =
  | "saved"
  | "waiting"
  | "saving"
  | "refused"
  | "signed"
  | "offline"
  | "conflict";

/** Under which a job is kept on this device. */
export function jobKey(id: number): string {
  return `job ${id}`;
}

interface Held {
  job: Job;
  rev: number;
  savedBy: string;
  savedAt: string;
  canUndo: boolean;
  canRedo: boolean;
}

export interface JobDesk {
  /** Of the job in the store. */
  id: number;
  /** Revision that is saved. */
  rev: number;
  job: Job;
  answers: Answers;
  saveState: SaveState;
  problem: Problem | undefined;
  canUndo: boolean;
  canRedo: boolean;
  savedBy: string;
  /** Changes the job; answers and save follow by themselves. */
  edit: (change: (job: Job) => Job) => void;
  /** Hears of each change before the page is drawn anew, so that its question is on the way meanwhile; gives the end. */
  beforeDrawn: (ask: (job: Job) => void) => () => void;
  undo: () => void;
  redo: () => void;
  /** When the job was heard of, ms, where the program cannot be reached; none otherwise. */
  keptAt: number | undefined;
  /** What waits for a connection. */
  outbox: Outbox;
  /** Keeps a reading; without a connection it waits on this device. */
  addReading: (check: string, value: number) => Promise<void>;
  /** Keeps several at once, all or none; without a connection they wait on this device. */
  addReadings: (lines: Schemas["LogLine"][]) => Promise<void>;
  sign: (closing: Schemas["Closing"]) => Promise<void>;
  reopen: (why: string) => Promise<void>;
  addVisit: (visit: Schemas["NewVisit"]) => Promise<void>;
  /** After a conflict: give up what was typed here. */
  takeTheirs: () => void;
  /** After a conflict: save what was typed here on top. */
  keepMine: () => void;
}

/** One job being worked on: the draft, its live answers, saving, undo, conflicts. */
export function useJob(
  loaded: JobView,
  loadedKeptAt: number | undefined,
  assessAfterMs: number,
): JobDesk {
  const id = loaded.id;
  const queries = useQueryClient();
  const [held, setHeld] = useState<Held>(() => hold(loaded));
  const [answers, setAnswers] = useState(loaded.answers);
  const [saveState, setSaveState] = useState<SaveState>("saved");
  // Why it is not saved, and why it could not be read: a late answer to one says nothing of the other.
  const [unsaved, setUnsaved] = useState<Problem>();
  const [unread, setUnread] = useState<Problem>();
  const problem = unsaved ?? unread;
  const [keptAt, setKeptAt] = useState(loadedKeptAt);
  const now = useRef(held);
  const dirty = useRef(false);
  const saving = useRef<Promise<void> | undefined>(undefined);
  const timer = useRef<number | undefined>(undefined);
  const asked = useRef(0);
  const assessing = useRef<number | undefined>(undefined);
  const early = useRef(new Set<(job: Job) => void>());

  const put = useCallback((next: Held) => {
    now.current = next;
    setHeld(next);
  }, []);

  /** Takes over what the server holds, unless something newer was typed meanwhile. */
  const accept = useCallback(
    (view: JobView, typedSince: boolean) => {
      const fresh = hold(view);
      // What is the same stays the same object: nothing that hangs on it is asked again.
      const same = replaceEqualDeep(now.current.job, fresh.job) as Job;
      put({ ...fresh, job: typedSince ? now.current.job : same });
      if (!typedSince) {
        // What is still on its way answers an older question.
        asked.current++;
        setAnswers(view.answers);
        setUnread(undefined);
      }
      setKeptAt(undefined);
      queries.setQueryData(["job", id], { data: view });
      keep(jobKey(id), view);
      queries.invalidateQueries({ queryKey: ["jobs"] });
    },
    [id, put, queries],
  );

  const fail = useCallback((error: unknown) => {
    const found = error instanceof ApiError ? error.problem : undefined;
    setUnsaved(found);
    if (found?.type === "/problems/signed") setSaveState("signed");
    else if (found?.status === 412) setSaveState("conflict");
    else if (found?.status === 0 || (found?.status ?? 0) >= 500) setSaveState("offline");
    else setSaveState("refused");
  }, []);

  const save = useCallback(async () => {
    window.clearTimeout(timer.current);
    if (saving.current) await saving.current;
    if (!dirty.current) return;
    const { job, rev } = now.current;
    dirty.current = false;
    setSaveState("saving");
    const work = unwrap(
      api.PUT("/api/jobs/{id}", {
        params: { path: { id }, header: { "If-Match": `"${rev}"` } },
        body: job,
      }),
    )
      .then((view) => {
        setUnsaved(undefined);
        accept(view, dirty.current);
        setSaveState(dirty.current ? "waiting" : "saved");
      })
      .catch(async (error) => {
        // What is signed stays as it is: the page goes back to it and says so.
        if (error instanceof ApiError && error.problem.type === "/problems/signed") {
          const options = { params: { path: { id } } };
          const view = await unwrap(api.GET("/api/jobs/{id}", options)).catch(() => undefined);
          if (view) accept(view, dirty.current);
        } else {
          dirty.current = true;
        }
        fail(error);
      })
      .finally(() => {
        saving.current = undefined;
      });
    saving.current = work;
    await work;
  }, [accept, fail, id]);

  const edit = useCallback(
    (change: (job: Job) => Job) => {
      const job = change(now.current.job);
      if (job === now.current.job) return;
      for (const ask of early.current) ask(job);
      put({ ...now.current, job });
      dirty.current = true;
      setUnsaved(undefined);
      setSaveState("waiting");
      const ask = ++asked.current;
      const assess = () =>
        unwrap(api.POST("/api/assess", { body: job }))
          .then((assessed) => {
            if (ask !== asked.current) return;
            setAnswers(assessed.answers);
            setUnread(undefined);
          })
          .catch((error) => {
            if (ask === asked.current && error instanceof ApiError) setUnread(error.problem);
          });
      window.clearTimeout(assessing.current);
      if (assessAfterMs > 0) assessing.current = window.setTimeout(assess, assessAfterMs);
      else assess();
      window.clearTimeout(timer.current);
      timer.current = window.setTimeout(save, SAVE_AFTER_MS);
    },
    [put, save, assessAfterMs],
  );

  const beforeDrawn = useCallback((ask: (job: Job) => void) => {
    const asks = early.current;
    asks.add(ask);
    return () => {
      asks.delete(ask);
    };
  }, []);

  const step = useCallback(
    async (way: "undo" | "redo") => {
      await save();
      if (dirty.current) return;
      try {
        const options = {
          params: { path: { id }, header: { "If-Match": `"${now.current.rev}"` } },
        };
        const view = await unwrap(
          way === "undo"
            ? api.POST("/api/jobs/{id}/undo", options)
            : api.POST("/api/jobs/{id}/redo", options),
        );
        setUnsaved(undefined);
        accept(view, false);
        setSaveState("saved");
      } catch (error) {
        if (!(error instanceof ApiError && error.problem.status === 409)) fail(error);
      }
    },
    [accept, fail, id, save],
  );

  const post = useCallback(
    async (item: Waiting) => {
      await save();
      const params = { path: { id } };
      const view = await unwrap(
        "mark" in item
          ? api.POST("/api/jobs/{id}/work", { params, body: item.mark })
          : api.POST("/api/jobs/{id}/log", { params, body: item.readings }),
      );
      accept(view, dirty.current);
    },
    [accept, id, save],
  );
  const outbox = useOutbox(id, post);
  const { put: keepWaiting } = outbox;

  const addReadings = useCallback(
    async (lines: Schemas["LogLine"][]) => {
      const at = new Date().toISOString().replace(/\.\d+Z$/, "Z");
      const readings = lines.map((l) => ({ ...l, at: l.at ?? at }));
      try {
        await post({ readings });
      } catch (error) {
        if (!isUnreachable(error)) throw error;
        keepWaiting({ readings });
      }
    },
    [keepWaiting, post],
  );

  const addReading = useCallback(
    (check: string, value: number) => addReadings([{ check, value }]),
    [addReadings],
  );

  const sign = useCallback(
    async (closing: Schemas["Closing"]) => {
      await save();
      const params = { path: { id }, header: { "If-Match": `"${now.current.rev}"` } };
      const body = closing;
      accept(await unwrap(api.POST("/api/jobs/{id}/sign", { params, body })), dirty.current);
    },
    [accept, id, save],
  );

  const reopen = useCallback(
    async (why: string) => {
      const params = { path: { id }, header: { "If-Match": `"${now.current.rev}"` } };
      accept(await unwrap(api.POST("/api/jobs/{id}/open", { params, body: { why } })), false);
      setUnsaved(undefined);
      setSaveState("saved");
    },
    [accept, id],
  );

  const addVisit = useCallback(
    async (visit: Schemas["NewVisit"]) => {
      await save();
      const params = { path: { id } };
      accept(
        await unwrap(api.POST("/api/jobs/{id}/visits", { params, body: visit })),
        dirty.current,
      );
    },
    [accept, id, save],
  );

  const takeTheirs = useCallback(async () => {
    dirty.current = false;
    try {
      const view = await unwrap(api.GET("/api/jobs/{id}", { params: { path: { id } } }));
      setUnsaved(undefined);
      accept(view, false);
      setSaveState("saved");
    } catch (error) {
      fail(error);
    }
  }, [accept, fail, id]);

  const keepMine = useCallback(() => {
    const rev = problem?.conflict?.current_rev;
    if (rev === undefined) return;
    put({ ...now.current, rev });
    dirty.current = true;
    save();
  }, [problem, put, save]);

  // A lost connection: try again until it is back.
  useEffect(() => {
    if (saveState !== "offline") return;
    const again = window.setInterval(save, RETRY_AFTER_MS);
    return () => window.clearInterval(again);
  }, [saveState, save]);

  // What others saved meanwhile shows at once, unless something is unsaved here.
  const look = useCallback(async () => {
    if (dirty.current || saving.current) return;
    const options = { params: { path: { id } } };
    const view = await unwrap(api.GET("/api/jobs/{id}", options)).catch(() => undefined);
    if (!view || dirty.current || saving.current) return;
    if (view.rev > now.current.rev) accept(view, false);
    setKeptAt(undefined);
  }, [accept, id]);
  useEffect(() => {
    window.addEventListener("focus", look);
    return () => window.removeEventListener("focus", look);
  }, [look]);
  useEffect(() => {
    if (keptAt === undefined) return;
    const again = window.setInterval(look, RETRY_AFTER_MS);
    return () => window.clearInterval(again);
  }, [keptAt, look]);

  // Leaving the page must not lose the last keystrokes.
  useEffect(() => {
    const flush = () => {
      if (dirty.current) save();
    };
    const warn = (e: BeforeUnloadEvent) => {
      if (dirty.current) e.preventDefault();
    };
    window.addEventListener("blur", flush);
    window.addEventListener("beforeunload", warn);
    return () => {
      window.removeEventListener("blur", flush);
      window.removeEventListener("beforeunload", warn);
      flush();
    };
  }, [save]);

  return {
    job: held.job,
    rev: held.rev,
    answers,
    saveState,
    problem,
    beforeDrawn,
    canUndo: held.canUndo || dirty.current,
    canRedo: held.canRedo,
    savedBy: held.savedBy,
    edit,
    undo: () => step("undo"),
    redo: () => step("redo"),
    id,
    keptAt,
    outbox,
    addReading,
    addReadings,
    sign,
    reopen,
    addVisit,
    takeTheirs,
    keepMine,
  };
}

function hold(view: JobView): Held {
  return {
    job: view.job,
    rev: view.rev,
    savedBy: view.saved_by,
    savedAt: view.saved_at,
    canUndo: view.can_undo,
    canRedo: view.can_redo,
  };
}
