import { keepPreviousData, queryOptions, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef } from "react";
import { type ApiError, api, type Job, type Schemas, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { heardOrKept } from "../../api/kept";
import { useDesk } from "../../sheet/desk";

export type Light = Schemas["LightReport"];

/** Other lamps in the places of the planned ones. */
export type Others = Exclude<Schemas["Stands"], "planned">;

export interface LightView {
  /** One circuit's lamps alone. */
  circuit?: string | undefined;
  supply?: Schemas["SupplyState"];
  /** What is laid beside the lamps, in the same answer. */
  beside?: Others | undefined;
  /** What is drawn; nothing where only figures are wanted. */
  drawn?: Schemas["LightAsked"]["drawn"];
}

/** Under which the light of a job is kept on this device. */
export function lightName(
  id: number,
  drawn: Schemas["LightAsked"]["drawn"],
  isBeside: boolean,
): string {
  return `light ${id} ${drawn} ${isBeside ? "beside" : ""}`;
}

/** Where the light of the job falls, anew with every change. */
export function useLight({ circuit, supply = "engine_off", beside, drawn = "nothing" }: LightView) {
  const { id, job, beforeDrawn } = useDesk();
  const queries = useQueryClient();
  const of = useCallback(
    (job: Job) =>
      queryOptions<{ data: Light }, ApiError>({
        queryKey: ["light", identity(job), circuit, supply, beside, drawn],
        retry: false,
        networkMode: "always",
        // Every key has its own answer: they are not kept for long.
        gcTime: 10_000,
        queryFn: () =>
          heardOrKept(
            lightName(id, drawn, !!beside),
            () =>
              unwrap(
                api.POST("/api/light", {
                  body: { job, supply, circuit: circuit ?? null, beside: beside ?? null, drawn },
                }),
              ),
            drawn !== "nothing",
          ),
      }),
    [id, circuit, supply, beside, drawn],
  );
  useEffect(() => beforeDrawn((job) => queries.prefetchQuery(of(job))), [beforeDrawn, of, queries]);
  const { data, error } = useQuery({ ...of(job), placeholderData: keepPreviousData });
  // A figure that is refused must not take away the box in which it is mended: what was seen last stays.
  const last = useRef<Light>(undefined);
  useEffect(() => {
    if (data) last.current = data.data;
  }, [data]);
  return { data: data?.data ?? last.current, error };
}
