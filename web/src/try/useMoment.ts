import { keepPreviousData, queryOptions, useQuery } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { type ApiError, api, type Job, type Schemas, unwrap } from "../api/client";
import { identity } from "../api/identity";

export type VehicleState = Schemas["VehicleState"];
export type Moment = Schemas["Moment"];

export const AT_REST: VehicleState = { on: [], supply: "engine_off" };

/** The vehicle in a state, told against the state before. */
export function momentQuery(job: Job, state: VehicleState, before: VehicleState) {
  return queryOptions<Moment, ApiError>({
    queryKey: ["moment", identity(job), state],
    queryFn: async () =>
      (await unwrap(api.POST("/api/moment", { body: { job, state, before } }))).moment,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
    retry: false,
    structuralSharing: false,
  });
}

/** The vehicle in a state, and what changed since the state before. */
export function useMoment(job: Job, state: VehicleState) {
  const before = useRef<VehicleState>(state);
  const query = useQuery({
    ...momentQuery(job, state, before.current),
    placeholderData: keepPreviousData,
  });
  const { data, isPlaceholderData } = query;
  useEffect(() => {
    if (data && !isPlaceholderData) before.current = state;
  }, [data, isPlaceholderData, state]);
  return query;
}
