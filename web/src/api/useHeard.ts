import { keepPreviousData, type QueryKey, useQuery } from "@tanstack/react-query";
import type { ApiError } from "./client";
import { heardOrKept } from "./kept";

const AGAIN_MS = 4000;

/**
 * What the program says about the job on the desk, asked anew when the key changes and kept on this device under a
 * name: where it cannot be reached, what it said last stands there.
 */
export function useHeard<T>(
  queryKey: QueryKey,
  name: string,
  ask: () => Promise<T>,
  againAfterMs?: number,
) {
  const { data, error, isPlaceholderData } = useQuery<{ data: T; keptAt?: number }, ApiError>({
    queryKey,
    retry: false,
    // A browser that believes itself offline asks all the same: the program may be on this machine.
    networkMode: "always",
    placeholderData: keepPreviousData,
    queryFn: () => heardOrKept(name, ask),
    // What is shown as it was kept is asked again until somebody answers.
    refetchInterval: ({ state }) =>
      state.data?.keptAt === undefined ? (againAfterMs ?? false) : AGAIN_MS,
  });
  return { data: data?.data, keptAt: data?.keptAt, error, isOld: isPlaceholderData };
}
