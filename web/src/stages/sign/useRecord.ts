import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type ApiError, api, type Schemas, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { useDesk } from "../../sheet/desk";

/** The as-built record of the job on the desk. */
export function useRecord() {
  const { job } = useDesk();
  return useQuery<Schemas["AsBuilt"], ApiError>({
    queryKey: ["record", identity(job)],
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () => unwrap(api.POST("/api/record", { body: job })),
  });
}
