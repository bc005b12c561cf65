import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type ApiError, api, type Schemas, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { heardOrKept } from "../../api/kept";
import { useDesk } from "../../sheet/desk";

/** Glue goes on curing while nobody touches the page. */
const LOOK_AGAIN_MS = 30_000;

/** Steps in their order, and how far they are now; as last heard where there is no connection. */
export function useWork() {
  const { id, job } = useDesk();
  const query = useQuery<{ data: Schemas["Work"] }, ApiError>({
    queryKey: ["work", identity(job)],
    retry: false,
    placeholderData: keepPreviousData,
    refetchInterval: LOOK_AGAIN_MS,
    queryFn: () => heardOrKept(`work ${id}`, () => unwrap(api.POST("/api/work", { body: job }))),
  });
  return { data: query.data?.data, error: query.error, isOld: query.isPlaceholderData };
}
