import { api, type Schemas, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { useHeard } from "../../api/useHeard";
import { useDesk } from "../../sheet/desk";

/** The as-built record of the job on the desk. */
export function useRecord() {
  const { id, job } = useDesk();
  return useHeard<Schemas["AsBuilt"]>(["record", identity(job)], `record ${id}`, () =>
    unwrap(api.POST("/api/record", { body: job })),
  );
}
