import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type ApiError, api, type Schemas, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { useDesk } from "../../sheet/desk";

export type Light = Schemas["LightReport"];

export interface LightView {
  /** One circuit's lamps alone. */
  circuit?: string | undefined;
  supply?: Schemas["SupplyState"];
  /** The candidates in place of their lamps. */
  instead?: boolean;
  /** The candidates beside their lamps, in the same answer. */
  beside?: boolean;
  /** What is drawn; nothing where only figures are wanted. */
  drawn?: Schemas["LightAsked"]["drawn"];
}

/** Where the light of the job falls, anew with every change. */
export function useLight({
  circuit,
  supply = "engine_off",
  instead = false,
  beside = false,
  drawn = "nothing",
}: LightView) {
  const { job } = useDesk();
  return useQuery<Light, ApiError>({
    queryKey: ["light", identity(job), circuit, supply, instead, beside, drawn],
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () =>
      unwrap(
        api.POST("/api/light", {
          body: { job, supply, circuit: circuit ?? null, instead, beside, drawn },
        }),
      ),
  });
}
