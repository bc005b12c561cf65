import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { type ApiError, api, MUST_ENTER, type Schemas, setWho, unwrap } from "../api/client";

export type Me = Schemas["Me"];

export const ME = ["me"];

/** What this device knew last of who is in: without a connection it works on. */
const KEPT = "jovek.me";

function kept(): Me | undefined {
  const text = localStorage.getItem(KEPT);
  return text ? (JSON.parse(text) as Me) : undefined;
}

/** Remembers who is in; what they save carries their name. */
export function keepMe(me: Me) {
  localStorage.setItem(KEPT, JSON.stringify(me));
  if (me.person) setWho(me.person.name);
}

/** How people come in here, and who is in; what this device knew last until the program says. */
export function useMe(): Me | undefined {
  const { data, refetch } = useQuery<Me, ApiError>({
    queryKey: ME,
    initialData: kept,
    // What is remembered is asked for again at once.
    initialDataUpdatedAt: 0,
    networkMode: "always",
    staleTime: 60_000,
    queryFn: async () => {
      const me = await unwrap(api.GET("/api/me"));
      keepMe(me);
      return me;
    },
  });
  // A session that ended elsewhere is told by whatever was asked next.
  useEffect(() => {
    const again = () => refetch();
    window.addEventListener(MUST_ENTER, again);
    return () => window.removeEventListener(MUST_ENTER, again);
  }, [refetch]);
  return data;
}
