import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { ApiError, api, type Schemas, unwrap } from "../api/client";
import { Button } from "../ui/Button";
import { useYard } from "../yard/useYard";
import { FleetPage } from "./FleetPage";
import { PointBoxes } from "./PointBoxes";

type Kits = Schemas["Kits"];
type Point = Schemas["MayDiffer"];

/** Kits of the shop: one plan for many vehicles. */
export function KitsPage() {
  const { data, error } = useQuery<Kits, ApiError>({
    queryKey: ["kits"],
    queryFn: () => unwrap(api.GET("/api/kits")),
  });
  return (
    <FleetPage
      title="Kits"
      back={{ to: "/", label: "To the yard" }}
      faults={[error]}
      className="max-w-4xl space-y-4"
    >
      <p className="text-soft">
        One plan for many vehicles. Each gets a job that follows it, and may differ with a reason.
      </p>
      {data?.kits.length === 0 && (
        <p className="card p-4">No kit yet: plan the first vehicle, then make a kit of its job.</p>
      )}
      <ul className="space-y-2" aria-label="Kits">
        {data?.kits.map((kit) => (
          <li key={kit.id}>
            <Link
              to="/kits/$id"
              params={{ id: String(kit.id) }}
              className="card flex min-h-11 flex-wrap items-center gap-x-4 p-3"
            >
              <span className="flex-1 font-semibold">{kit.name}</span>
              <span className="text-sm text-soft">
                issue {kit.issue}, {kit.jobs} {kit.jobs === 1 ? "vehicle" : "vehicles"}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      <NewKit />
    </FleetPage>
  );
}

function NewKit() {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [find, setFind] = useState("");
  const jobs = useYard({ find, place: "in_yard" });
  const [name, setName] = useState("");
  const [job, setJob] = useState<number>();
  const [points, setPoints] = useState<Point[]>(["lengths", "colours", "readings"]);
  const make = useMutation({
    mutationFn: (from: number) =>
      unwrap(api.POST("/api/kits", { body: { name, job: from, may_differ: points } })),
    onSuccess: (kit) => {
      queries.invalidateQueries({ queryKey: ["kits"] });
      navigate({ to: "/kits/$id", params: { id: String(kit.id) } });
    },
  });
  const problem = make.error instanceof ApiError ? make.error.problem : undefined;
  const rows = jobs.data?.jobs.filter((r) => !r.unreadable) ?? [];
  return (
    <form
      aria-label="New kit"
      className="card space-y-3 p-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (job !== undefined) make.mutate(job);
      }}
    >
      <h2 className="text-base">Make a kit of a job</h2>
      <div className="grid gap-3 sm:grid-cols-2">
        <label className="block">
          <span className="block text-sm text-soft">Name of the kit</span>
          <input
            className="field min-h-[44px]"
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        {(jobs.data?.found ?? 0) > rows.length || find !== "" ? (
          <label className="block">
            <span className="block text-sm text-soft">Find the job</span>
            <input
              type="search"
              className="field min-h-[44px]"
              value={find}
              onChange={(e) => setFind(e.target.value)}
            />
          </label>
        ) : null}
        <label className="block">
          <span className="block text-sm text-soft">Job that is its pattern</span>
          <select
            className="field min-h-[44px]"
            value={job ?? ""}
            onChange={(e) => setJob(e.target.value === "" ? undefined : Number(e.target.value))}
          >
            <option value="">choose a job ...</option>
            {rows.map((r) => (
              <option key={r.id} value={r.id}>
                {r.unit} {r.title}
              </option>
            ))}
          </select>
        </label>
      </div>
      <PointBoxes points={points} set={setPoints} />
      <Button kind="main" type="submit" disabled={!name.trim() || job === undefined}>
        Make the kit
      </Button>
      {problem && (
        <p role="alert" className="text-rust">
          {problem.detail}
        </p>
      )}
    </form>
  );
}
