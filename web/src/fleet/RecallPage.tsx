import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { type ApiError, api, type Schemas, unwrap } from "../api/client";
import { Button } from "../ui/Button";
import { Mark } from "../ui/Mark";
import { UnitTag } from "../ui/UnitTag";
import { FleetPage } from "./FleetPage";

type Recall = Schemas["RecallView"];
type Recalled = Schemas["Recalled"];

const WHEN = new Intl.DateTimeFormat(undefined, { dateStyle: "medium" });

/** A recall: why, and vehicle by vehicle whether it was seen to. */
export function RecallPage() {
  const { id } = useParams({ from: "/recalls/$id" });
  const queries = useQueryClient();
  const path = { params: { path: { id: Number(id) } } };
  const { data, error } = useQuery<Recall, ApiError>({
    queryKey: ["recall", id],
    retry: false,
    queryFn: () => unwrap(api.GET("/api/recalls/{id}", path)),
  });
  const mark = useMutation({
    mutationFn: (body: Schemas["RecallMark"]) =>
      unwrap(api.POST("/api/recalls/{id}/mark", { ...path, body })),
    onSuccess: (next) => {
      queries.setQueryData(["recall", id], next);
      queries.invalidateQueries({ queryKey: ["recalls"] });
    },
  });
  return (
    <FleetPage
      title={data?.name ?? "Recall"}
      back={{ to: "/recalls", label: "All recalls" }}
      faults={[error, mark.error]}
      className="max-w-4xl space-y-4"
    >
      {data && (
        <>
          <p>{data.why}</p>
          <p role="status" className="font-semibold">
            {data.done} of {data.jobs} seen to
          </p>
          <ul aria-label="Vehicles" className="space-y-2">
            {data.vehicles.map((on) => (
              <Vehicle key={`${on.job} ${on.done_at}`} on={on} mark={(body) => mark.mutate(body)} />
            ))}
          </ul>
        </>
      )}
    </FleetPage>
  );
}

function Vehicle({ on, mark }: { on: Recalled; mark: (body: Schemas["RecallMark"]) => void }) {
  const [note, setNote] = useState(on.note);
  const isDone = on.done_at != null;
  return (
    <li className="card flex flex-wrap items-center gap-3 p-3">
      <UnitTag unit={on.unit || "?"} />
      <Mark shape={isDone ? "done" : "open"} />
      <Link
        to="/jobs/$id/$stage"
        params={{ id: String(on.job), stage: "sign" }}
        className="inline-flex min-h-11 flex-1 items-center text-spruce underline max-md:basis-full"
      >
        {on.title || `Job ${on.job}`}
      </Link>
      {isDone && on.done_at && (
        <span className="text-sm text-soft">
          {WHEN.format(new Date(on.done_at))}, {on.done_by}
        </span>
      )}
      <input
        className="field min-h-[44px] sm:w-56"
        aria-label={`What was found on unit ${on.unit}`}
        placeholder="what was found or done"
        value={note}
        onChange={(e) => setNote(e.target.value)}
      />
      <Button
        kind={isDone ? "quiet" : "main"}
        onClick={() => mark({ job: on.job, is_done: !isDone, note })}
      >
        {isDone ? "Open again" : "Seen to"}
      </Button>
    </li>
  );
}
