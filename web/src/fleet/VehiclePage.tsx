import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "@tanstack/react-router";
import { useMemo, useState } from "react";
import { ApiError, api, type Schemas, unwrap } from "../api/client";
import { Button } from "../ui/Button";
import { NumberField } from "../ui/fields";
import { type Form, FormContext } from "../ui/form";
import { Mark } from "../ui/Mark";
import { UnitsProvider } from "../ui/UnitsProvider";
import { UnitTag } from "../ui/UnitTag";
import { FleetPage } from "./FleetPage";

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
    <FleetPage
      tag={data && <UnitTag unit={data.vehicle.unit} />}
      title={data?.vehicle.model || "Vehicle"}
      back={{ to: "/vehicles", label: "All vehicles" }}
      faults={[error]}
      className="grid max-w-6xl items-start gap-4 md:grid-cols-[18rem_1fr]"
    >
      {data && (
        <>
          <FactsForm key={data.id} life={data} />
          <div className="min-w-0 space-y-4">
            <Jobs jobs={data.jobs} vehicle={data.id} />
            <Events life={data} />
          </div>
        </>
      )}
    </FleetPage>
  );
}

/** The facts, kept when somebody says so: the register is no place to type in by the way. */
function FactsForm({ life }: { life: Life }) {
  const [facts, setFacts] = useState<Facts>(life.vehicle);
  const shop = useQuery({ queryKey: ["shop"], queryFn: () => unwrap(api.GET("/api/shop")) });
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
  const form = useMemo<Form>(
    () => ({
      tree: { vehicle: facts },
      edit: (change) => setFacts((was) => (change({ vehicle: was }) as { vehicle: Facts }).vehicle),
      problem: undefined,
      assumptions: [],
    }),
    [facts],
  );
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
      <FormContext.Provider value={form}>
        <UnitsProvider shop={shop.data?.units}>
          <NumberField path="vehicle.odometer_km" label="Odometer" unit="km" />
        </UnitsProvider>
      </FormContext.Provider>
      {word("Depot", "depot")}
      <div className="flex flex-wrap gap-2">
        <Button kind="main" type="submit" disabled={!isChanged}>
          Keep
        </Button>
        {life.jobs.length === 0 && (
          <Button kind="quiet" onClick={() => forget.mutate()}>
            Remove from the list
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

function Jobs({ jobs, vehicle }: { jobs: Life["jobs"]; vehicle: number }) {
  return (
    <section aria-label="Jobs" className="card p-3">
      <div className="flex items-center justify-between gap-3">
        <h2 className="text-base">Jobs</h2>
        <Link
          to="/new"
          search={{ vehicle }}
          className="inline-flex min-h-11 items-center text-spruce underline"
        >
          New job on it
        </Link>
      </div>
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
