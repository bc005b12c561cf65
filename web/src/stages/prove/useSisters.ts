import { useQuery } from "@tanstack/react-query";
import { api, type Schemas, unwrap } from "../../api/client";
import { useDesk } from "../../sheet/desk";

type Sisters = Schemas["Sisters"];

/** What the other vehicles of the kit read, by check; nothing for a job that follows none. */
export function useSisters(): Map<string, Schemas["SisterReading"]> {
  const { id, rev, job } = useDesk();
  const { data } = useQuery<Sisters>({
    queryKey: ["sisters", id, rev],
    enabled: !!job.follows,
    // What was said last stands until a new reading has been laid beside theirs.
    placeholderData: (before) => before,
    queryFn: () => unwrap(api.GET("/api/jobs/{id}/sisters", { params: { path: { id } } })),
  });
  return new Map(data?.readings.map((r) => [r.check, r]));
}
