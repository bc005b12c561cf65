import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type ApiError, api, type Schemas, unwrap } from "../api/client";

export type YardPage = Schemas["YardPage"];

/** What is looked for in the yard. */
export interface YardAsked {
  find?: string;
  place?: Schemas["YardPlace"];
  state?: Schemas["YardState"];
  sort?: Schemas["YardSort"];
  from?: number;
}

/** A page of the yard. */
export function useYard(asked: YardAsked, enabled = true) {
  return useQuery<YardPage, ApiError>({
    queryKey: ["jobs", asked],
    enabled,
    placeholderData: keepPreviousData,
    // What is still being read is looked for again.
    refetchInterval: (query) => ((query.state.data?.behind ?? 0) > 0 ? 1000 : false),
    queryFn: () => unwrap(api.GET("/api/jobs", { params: { query: asked } })),
  });
}
