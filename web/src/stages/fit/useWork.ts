import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type ApiError, api, type Schemas, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { useDesk } from "../../sheet/desk";

/** Glue goes on curing while nobody touches the page. */
const LOOK_AGAIN_MS = 30_000;

/** Steps in their order, and how far they are now. */
export function useWork() {
  const { job } = useDesk();
  return useQuery<Schemas["Work"], ApiError>({
    queryKey: ["work", identity(job)],
    retry: false,
    placeholderData: keepPreviousData,
    refetchInterval: LOOK_AGAIN_MS,
    queryFn: async () => unwrap(api.POST("/api/work", { body: job })),
  });
}
