import { useState } from "react";
import { ApiError, api, type Schemas, unwrap } from "../api/client";
import { useDesk } from "./desk";

/** Adds a kind of work to the job on the desk; one that is there is planned anew. With what went wrong. */
export function useAddWork() {
  const { job, edit } = useDesk();
  const [fault, setFault] = useState<string>();
  const add = async (kind: Schemas["WorkKind"]) => {
    try {
      const with_it = await unwrap(api.POST("/api/kinds/add", { body: { job, kind } }));
      setFault(undefined);
      edit(() => with_it);
    } catch (e) {
      setFault(e instanceof ApiError ? e.problem.detail : "It was not added.");
    }
  };
  return { add, fault };
}
