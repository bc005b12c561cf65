import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { ApiError, api, type Schemas, unwrap } from "../api/client";
import { Header } from "../app/Header";
import { Button } from "../ui/Button";
import { Mark } from "../ui/Mark";
import { UnitTag } from "../ui/UnitTag";

type Life = Schemas["VehicleLife"];
type Facts = Schemas["FleetVehicle"];

const WHEN = new Intl.DateTimeFormat(undefined, { dateStyle: "medium", timeStyle: "short" });

/** One vehicle over its life: what it is, its jobs, and what was read, seen and signed on it. */
export function VehiclePage() {
  const { id } = useParams({ from: "/vehicles/$id" });
  const { data, error } = useQuery<Life, ApiError>({
    queryKey: ["vehicle", id],
    retry: false,
    queryFn: () => unwrap(api.GET("/api/vehicles/{id}", { params: { path: { id: Number(id) } } })),
  });
  return (
    <>
      <Header>
        {data && <UnitTag unit={data.vehicle.unit} />}
        <h1 className="text-lg">{data?.vehicle.model || "Vehicle"}</h1>
        <Link to="/vehicles" className="text-spruce underline">
          All vehicles
        </Link>
      </Header>
      <div className="border-t-2 border-head" />
      <main className="mx-auto grid max-w-6xl items-start gap-4 p-5 md:grid-cols-[18rem_1fr]">
        {error && (
          <p role="alert" className="text-rust">
            {error.problem.detail}
          </p>
        )}
        {data && (
          <>
            <FactsForm key={data.id} life={data} />
            <div className="min-w-0 space-y-4">
              <Jobs jobs={data.jobs} />
              <Events life={data} />
            </div>
          </>
        )}
      </main>
    </>
  );
}

/** The facts, kept when somebody says so: the register is no place to type in by the way. */
function FactsForm({ life }: { life: Life }) {
  const [facts, setFacts] = useState<Facts>(life.vehicle);
  const queries = useQueryClient();
  const navigate = useNavigate();
  const path = { params: { path: { id: life.id } } };
  const refresh = () => {
    queries.invalidateQueries({ queryKey: ["vehicles"] });
    queries.invalidateQueries({ queryKey: ["vehicle"] });
  };
  const keep = useMutation({
    mutationFn: () => unwrap(api.PUT("/api/vehicles/{id}", { ...path, body: facts })),
    onSuccess: refresh,
  });
  const forget = useMutation({
    mutationFn: () => unwrap(api.DELETE("/api/vehicles/{id}", path)),
    onSuccess: () => {
      refresh();
      navigate({ to: "/vehicles" });
    },
  });
  const problem = [keep.error, forget.error].find((e) => e instanceof ApiError);
  const isChanged = JSON.stringify(facts) !== JSON.stringify(life.vehicle);
  const word = (label: string, key: "unit" | "model" | "trim" | "plate" | "depot") => (
    <label className="block">
      <span className="block text-sm text-soft">{label}</span>
      <input
        className="field min-h-[44px]"
        value={facts[key] ?? ""}
        onChange={(e) => setFacts({ ...facts, [key]: e.target.value })}
      />
    </label>
  );
  return (
    <form
      aria-label="What is known of it"
      className="card space-y-2 p-3 max-md:order-last"
      onSubmit={(e) => {
        e.preventDefault();
        keep.mutate();
      }}
    >
      {word("Unit", "unit")}
      {word("Model and body", "model")}
      {word("Trim", "trim")}
      <label className="block">
        <span className="block text-sm text-soft">Options, one a line</span>
        <textarea
          className="field h-24"
          value={facts.options?.join("\n") ?? ""}
          onChange={(e) =>
            setFacts({ ...facts, options: e.target.value ? e.target.value.split("\n") : [] })
          }
        />
      </label>
      {word("Plate or serial number", "plate")}
      <label className="block">
        <span className="block text-sm text-soft">Odometer, km</span>
        <input
          type="number"
          min={0}
          step="any"
          className="field min-h-[44px] font-reading"
          value={facts.odometer_km ?? ""}
          onChange={(e) =>
            setFacts({
              ...facts,
              odometer_km: e.target.value === "" ? undefined : Number(e.target.value),
            })
          }
        />
      </label>
      {word("Depot", "depot")}
      <div className="flex flex-wrap gap-2">
        <Button kind="main" type="submit" disabled={!isChanged}>
          Keep
        </Button>
        {life.jobs.length === 0 && (
          <Button kind="quiet" onClick={() => forget.mutate()}>
            Take out of the register
          </Button>
        )}
      </div>
      {problem instanceof ApiError && (
        <p role="alert" className="text-rust">
          {problem.problem.detail}
        </p>
      )}
    </form>
  );
}

function Jobs({ jobs }: { jobs: Life["jobs"] }) {
  return (
    <section aria-label="Jobs" className="card p-3">
      <h2 className="text-base">Jobs</h2>
      {jobs.length === 0 && <p className="text-soft">None yet.</p>}
      <ul>
        {jobs.map((job) => (
          <li key={job.id} className="flex flex-wrap items-center gap-x-3 border-t border-line">
            <Mark shape={job.unreadable ? "fix" : job.is_signed ? "done" : "open"} />
            <Link
              to="/jobs/$id/$stage"
              params={{ id: String(job.id), stage: job.is_signed ? "sign" : "run" }}
              className="inline-flex min-h-11 flex-1 items-center text-spruce underline max-md:basis-[80%]"
            >
              {job.title || `Job ${job.id}`}
            </Link>
            <span className="text-sm text-soft">
              {job.unreadable ?? (job.is_signed ? "signed" : "open")}, saved{" "}
              {WHEN.format(new Date(job.saved_at))}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Events({ life }: { life: Life }) {
  const title = (job: number) => life.jobs.find((j) => j.id === job)?.title ?? `Job ${job}`;
  return (
    <section aria-label="Its life" className="card p-3">
      <h2 className="text-base">Its life</h2>
      {life.events.length === 0 && (
        <p className="text-soft">Nothing was read, seen or signed on it yet.</p>
      )}
      <ol>
        {life.events.map((event, i) => (
          <li
            key={i}
            className="grid gap-x-3 border-t border-line py-1 sm:grid-cols-[11rem_1fr_auto]"
          >
            <time className="font-reading text-sm" dateTime={event.at}>
              {WHEN.format(new Date(event.at))}
            </time>
            <span>
              {event.picture ? (
                <a className="text-spruce underline" href={`/api/pictures/${event.picture}`}>
                  {event.text}
                </a>
              ) : (
                event.text
              )}
              <span className="block text-sm text-soft">{title(event.job)}</span>
            </span>
            <span className="text-sm text-soft">{event.by}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
