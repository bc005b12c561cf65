import { get, set } from "idb-keyval";
import { isUnreachable } from "./client";

/** What was last heard of the program, kept on this device for when it cannot be reached. */
export interface Kept<T> {
  data: T;
  /** When it was heard, ms. */
  at: number;
}

/** Keeps an answer; a device that keeps nothing is no reason to stop. */
export function keep<T>(key: string, data: T) {
  const held: Kept<T> = { data, at: Date.now() };
  set(key, held).catch(() => undefined);
}

/** Asks the program; where it cannot be reached, gives what was kept under the key and since when. */
export async function heardOrKept<T>(
  key: string,
  ask: () => Promise<T>,
): Promise<{ data: T; keptAt?: number }> {
  try {
    const data = await ask();
    keep(key, data);
    return { data };
  } catch (error) {
    const kept = isUnreachable(error) ? await get<Kept<T>>(key).catch(() => undefined) : undefined;
    if (!kept) throw error;
    return { data: kept.data, keptAt: kept.at };
  }
}
