import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useState, useSyncExternalStore } from "react";
import {
  type Answers,
  api,
  isUnreachable,
  type Job,
  type JobView,
  type Problem,
  type Schemas,
  unwrap,
} from "../api/client";
import { JOB_CHANGED } from "../app/useLive";
import { type JobStore, jobStore, RETRY_AFTER_MS } from "./jobStore";
import { type Draft, isUnsaved, type JobState, type SaveState } from "./machine";
import { type Outbox, useOutbox, type Waiting } from "./useOutbox";

/** What a page may do with a job. */
type Doings = Pick<
  JobStore,
  | "edit"
  | "beforeDrawn"
  | "lookAt"
  | "undo"
  | "redo"
  | "sign"
  | "reopen"
  | "takeTheirs"
  | "keepMine"
>;

export interface JobDesk extends Doings {
  /** Of the job in the store. */
  id: number;
  /** Revision that is saved. */
  rev: number;
  /** The vehicle of the register; none while the job has no unit. */
  vehicle: number | undefined;
  job: Job;
  answers: Answers;
  saveState: SaveState;
  problem: Problem | undefined;
  canUndo: boolean;
  canRedo: boolean;
  savedBy: string;
  /** When the job was heard of, ms, where the program cannot be reached; none otherwise. */
  keptAt: number | undefined;
  /** What waits for a connection. */
  outbox: Outbox;
  /** Keeps a reading; without a connection it waits on this device. */
  addReading: (check: string, value: number) => Promise<void>;
  /** Keeps several at once, all or none; without a connection they wait on this device. */
  addReadings: (lines: Schemas["LogLine"][]) => Promise<void>;
  addVisit: (visit: Schemas["NewVisit"]) => Promise<void>;
}

/** One job being worked on: the draft, its live answers, saving, undo, conflicts. */
export function useJob(
  loaded: JobView,
  loadedKeptAt: number | undefined,
  draft: Draft | undefined,
  assessAfterMs: number,
): JobDesk {
  const id = loaded.id;
  const queries = useQueryClient();
  const [store] = useState(() =>
    jobStore(loaded, loadedKeptAt, draft, (view) => {
      queries.setQueryData(["job", id], { data: view });
      queries.invalidateQueries({ queryKey: ["jobs"] });
    }),
  );
  const state = useSyncExternalStore(store.subscribe, store.state);
  useEffect(() => store.assessAfter(assessAfterMs), [store, assessAfterMs]);
  const adding = useMemo(() => adders(id, store), [id, store]);
  const outbox = useOutbox(id, adding.post);
  useTryingAgain(id, store, state);
  useSavedWhenLeft(store);
  const { put } = outbox;
  const reading = useMemo(() => readings(adding.post, put), [adding, put]);
  return useMemo(() => {
    const { saving, stored } = state;
    return {
      id,
      rev: stored.rev,
      vehicle: stored.vehicle ?? undefined,
      job: state.job,
      answers: state.answers,
      saveState: saving.is,
      problem: ("problem" in saving ? saving.problem : undefined) ?? state.unread,
      canUndo: stored.can_undo || isUnsaved(state),
      canRedo: stored.can_redo,
      savedBy: stored.saved_by,
      keptAt: state.keptAt,
      edit: store.edit,
      beforeDrawn: store.beforeDrawn,
      lookAt: store.lookAt,
      undo: store.undo,
      redo: store.redo,
      sign: store.sign,
      reopen: store.reopen,
      takeTheirs: store.takeTheirs,
      keepMine: store.keepMine,
      outbox,
      ...reading,
      addVisit: adding.addVisit,
    };
  }, [id, state, store, outbox, reading, adding]);
}

/** What only adds to a job. */
function adders(id: number, store: JobStore) {
  const params = { path: { id } };
  return {
    post: (item: Waiting) =>
      store.add(() =>
        unwrap(
          "mark" in item
            ? api.POST("/api/jobs/{id}/work", { params, body: item.mark })
            : api.POST("/api/jobs/{id}/log", { params, body: item.readings }),
        ),
      ),
    addVisit: (body: Schemas["NewVisit"]) =>
      store.add(() => unwrap(api.POST("/api/jobs/{id}/visits", { params, body }))),
  };
}

/** Readings with their time, sent at once or kept until they can be. */
function readings(post: (item: Waiting) => Promise<void>, put: (item: Waiting) => void) {
  const addReadings = async (lines: Schemas["LogLine"][]) => {
    const at = new Date().toISOString().replace(/\.\d+Z$/, "Z");
    const readings = lines.map((l) => ({ ...l, at: l.at ?? at }));
    try {
      await post({ readings });
    } catch (error) {
      if (!isUnreachable(error)) throw error;
      put({ readings });
    }
  };
  return {
    addReadings,
    addReading: (check: string, value: number) => addReadings([{ check, value }]),
  };
}

/** A lost connection is tried again until it is back; what others saved shows at once, and when the page is looked at. */
function useTryingAgain(id: number, store: JobStore, { saving, keptAt }: JobState) {
  const isOffline = saving.is === "offline";
  const isKept = keptAt !== undefined;
  useEffect(() => {
    const told = (e: Event) => {
      if ((e as CustomEvent<number>).detail === id) store.look();
    };
    window.addEventListener("focus", store.look);
    window.addEventListener(JOB_CHANGED, told);
    return () => {
      window.removeEventListener("focus", store.look);
      window.removeEventListener(JOB_CHANGED, told);
    };
  }, [id, store]);
  useEffect(() => {
    if (!isOffline && !isKept) return;
    const again = window.setInterval(isOffline ? store.save : store.look, RETRY_AFTER_MS);
    return () => window.clearInterval(again);
  }, [store, isOffline, isKept]);
}

/** Leaving the page sends the last keystrokes; what could not be sent stays on this device. */
function useSavedWhenLeft(store: JobStore) {
  useEffect(() => {
    const leave = (e: BeforeUnloadEvent) => {
      // Without a connection it is kept here and sent another time: nothing is lost by leaving.
      if (isUnsaved(store.state()) && store.state().saving.is !== "offline") e.preventDefault();
    };
    window.addEventListener("blur", store.save);
    window.addEventListener("beforeunload", leave);
    return () => {
      window.removeEventListener("blur", store.save);
      window.removeEventListener("beforeunload", leave);
      store.leave();
    };
  }, [store]);
}
