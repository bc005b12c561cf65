import { del, get, set } from "idb-keyval";
import { isUnreachable } from "./client";

/** What was last heard of the program, kept on this device for when it cannot be reached. */
export interface Kept<T> {
  data: T;
  /** When it was heard, ms. */
  at: number;
}

/** Answers that follow each other at every key are kept this often, ms. */
const OFTEN_MS = 500;

const written = new Map<string, { at: number; timer?: number }>();

/** Keeps something at once; a device that keeps nothing is no reason to stop. */
export function keep<T>(key: string, data: T) {
  const held: Kept<T> = { data, at: Date.now() };
  set(key, held).catch(() => undefined);
}

/**
 * Keeps an answer that may be followed by another at once: the first now, the last when they rest; a large one only when
 * they rest, for writing it takes the time of a key.
 */
function keepAnswer<T>(key: string, data: T, isLarge: boolean) {
  const last = written.get(key);
  window.clearTimeout(last?.timer);
  const write = () => {
    written.set(key, { at: Date.now() });
    keep(key, data);
  };
  const restMs = last ? last.at + OFTEN_MS - Date.now() : 0;
  const waitMs = isLarge ? OFTEN_MS : restMs;
  if (waitMs <= 0) write();
  else written.set(key, { at: last?.at ?? 0, timer: window.setTimeout(write, waitMs) });
}

/** What is kept under a key; none where there is nothing, or where this device keeps nothing. */
export function kept<T>(key: string): Promise<Kept<T> | undefined> {
  return get<Kept<T>>(key).catch(() => undefined);
}

/** Forgets what is kept under a key. */
export function forget(key: string) {
  del(key).catch(() => undefined);
}

/** Asks the program; where it cannot be reached, gives what was kept under the key and since when. */
export async function heardOrKept<T>(
  key: string,
  ask: () => Promise<T>,
  isLarge = false,
): Promise<{ data: T; keptAt?: number }> {
  try {
    const data = await ask();
    keepAnswer(key, data, isLarge);
    return { data };
  } catch (error) {
    const held = isUnreachable(error) ? await kept<T>(key) : undefined;
    if (!held) throw error;
    return { data: held.data, keptAt: held.at };
  }
}
