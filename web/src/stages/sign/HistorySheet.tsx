import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Schemas, unwrap } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { Button } from "../../ui/Button";
import { Mark } from "../../ui/Mark";

const WHEN = new Intl.DateTimeFormat(undefined, { dateStyle: "medium", timeStyle: "short" });

/** Every change, bound to the one before it. */
export function HistorySheet() {
  const { id, rev } = useDesk();
  const [found, setFound] = useState<Schemas["HistoryVerified"]>();
  const { data } = useQuery({
    // A save is a new entry.
    queryKey: ["history", id, rev],
    placeholderData: keepPreviousData,
    queryFn: async () => unwrap(api.GET("/api/jobs/{id}/history", { params: { path: { id } } })),
  });
  return (
    <section aria-label="History" className="card space-y-3 p-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <p className="text-sm text-soft">
          Each entry is bound by its hash to the one before it: a byte changed anywhere shows.
        </p>
        <Button onClick={async () => setFound(await unwrap(api.GET("/api/verify")))}>
          Check every entry
        </Button>
      </div>
      <div role="status">
        {found && (
          <p className="flex gap-2 font-semibold">
            <Mark shape={found.flaws.length ? "stop" : "done"} />
            {found.entries} entries, {found.flaws.length ? "not" : "all"} as written
          </p>
        )}
        <ul>
          {found?.flaws.map((f) => (
            <li key={f}>{f}</li>
          ))}
        </ul>
      </div>
      <ol>
        {(data ?? []).map((e) => (
          <li key={e.id} className="flex flex-wrap gap-x-4 border-t border-line py-1">
            <span>{WHEN.format(new Date(e.at))}</span>
            <span className="font-semibold">
              {e.what}, {e.what === "picture" ? "picture" : "revision"} {e.subject}
            </span>
            <span>{e.who}</span>
            <span className="font-mono text-xs text-soft">{e.hash.slice(0, 16)}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
