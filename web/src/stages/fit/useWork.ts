import { api, type Schemas, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { useHeard } from "../../api/useHeard";
import { useDesk } from "../../sheet/desk";

/** Glue goes on curing while nobody touches the page. */
const LOOK_AGAIN_MS = 30_000;

/** Steps in their order, and how far they are now; as last heard where there is no connection. */
export function useWork() {
  const { id, job } = useDesk();
  return useHeard<Schemas["Work"]>(
    ["work", identity(job)],
    `work ${id}`,
    () => unwrap(api.POST("/api/work", { body: job })),
    LOOK_AGAIN_MS,
  );
}
