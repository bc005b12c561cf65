import { useQuery } from "@tanstack/react-query";
import { api, unwrap } from "./client";
import { heardOrKept } from "./kept";

/** What a person can pick from and what new things start as: the same for all jobs, asked once. */
export function useCatalog() {
  return useQuery({
    queryKey: ["catalog"],
    queryFn: () => heardOrKept("catalog", () => unwrap(api.GET("/api/catalog"))),
    networkMode: "always",
    staleTime: Number.POSITIVE_INFINITY,
  });
}
