import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { ApiError, api, type Schemas, unwrap } from "../api/client";
import { Button } from "../ui/Button";
import { Mark } from "../ui/Mark";
import { UnitTag } from "../ui/UnitTag";
import { FleetPage } from "./FleetPage";
import { PointBoxes } from "./PointBoxes";

type Kit = Schemas["KitView"];
type OnVehicle = Schemas["KitVehicle"];
type Change = Schemas["Change"];

/** A kit: its pattern, what may differ, and every vehicle against it. */
export function KitPage() {
  const { id } = useParams({ from: "/kits/$id" });
  const kitId = Number(id);
  const queries = useQueryClient();
  const path = { params: { path: { id: kitId } } };
  const { data, error } = useQuery<Kit, ApiError>({
    queryKey: ["kit", id],
    retry: false,
    queryFn: () => unwrap(api.GET("/api/kits/{id}", path)),
  });
  const done = (kit: Kit) => {
    queries.setQueryData(["kit", id], kit);
    queries.invalidateQueries({ queryKey: ["kits"] });
    queries.invalidateQueries({ queryKey: ["jobs"] });
  };
  const issue = useMutation({
    mutationFn: () => unwrap(api.POST("/api/kits/{id}/issue", path)),
    onSuccess: done,
  });
  const points = useMutation({
    mutationFn: (may_differ: Kit["may_differ"]) =>
      unwrap(api.PUT("/api/kits/{id}/points", { ...path, body: { may_differ } })),
    onSuccess: done,
  });
  return (
    <FleetPage
      title={data?.name ?? "Kit"}
      back={{ to: "/kits", label: "All kits" }}
      faults={[error, issue.error, points.error]}
    >
      {data && (
        <>
          <section aria-label="The kit" className="card space-y-2 p-3">
            <p>
              Issue <strong>{data.issue}</strong>
              {data.issued_by && ` by ${data.issued_by}`}.{" "}
              <Link
                to="/jobs/$id/$stage"
                params={{ id: String(data.pattern_job), stage: "run" }}
                className="text-spruce underline"
              >
                Its pattern
              </Link>{" "}
              is changed like any job; nothing of it reaches a vehicle before it is issued and
              taken.
            </p>
            {data.vehicles.length > 0 && (
              <p className="flex flex-wrap gap-x-4">
                <Link
                  to="/kits/$id/series"
                  params={{ id }}
                  className="inline-flex min-h-11 items-center text-spruce underline"
                >
                  The series: how far, parts to buy, wire
                </Link>
                <Link
                  to="/kits/$id/board"
                  params={{ id }}
                  className="inline-flex min-h-11 items-center text-spruce underline"
                >
                  Board for the workshop
                </Link>
              </p>
            )}
            <PointBoxes points={data.may_differ} set={(p) => points.mutate(p)} />
            {data.unissued.length > 0 && (
              <div className="space-y-2 border-t border-line pt-2">
                <p className="font-semibold">Changed in the pattern since issue {data.issue}</p>
                <Changes changes={data.unissued} />
                <Button kind="main" onClick={() => issue.mutate()}>
                  Issue {data.issue + 1}
                </Button>
              </div>
            )}
          </section>
          <section aria-label="Vehicles of the kit" className="space-y-2">
            {data.vehicles.map((v) => (
              <Vehicle key={`${v.job}.${v.rev}`} kit={data} vehicle={v} />
            ))}
          </section>
          <LayOnto kit={data} done={done} />
        </>
      )}
    </FleetPage>
  );
}

function Changes({ changes }: { changes: Change[] }) {
  return (
    <ul className="text-sm">
      {changes.map((c) => (
        <li key={c.path} className="border-t border-line py-1">
          {c.place}: <span className="font-reading">{c.after ?? "none"}</span>
          <span className="text-soft">, was {c.before ?? "none"}</span>
        </li>
      ))}
    </ul>
  );
}

/** One vehicle against its kit: where it differs, what that does, and what a newer issue would do. */
function Vehicle({ kit, vehicle }: { kit: Kit; vehicle: OnVehicle }) {
  const queries = useQueryClient();
  const params = { path: { id: kit.id }, header: { "If-Match": `"${vehicle.rev}"` } };
  const refresh = () => {
    queries.invalidateQueries({ queryKey: ["kit"] });
    queries.removeQueries({ queryKey: ["job"] });
  };
  const take = useMutation({
    mutationFn: (again: boolean) =>
      unwrap(api.POST("/api/kits/{id}/take", { params, body: { job: vehicle.job, again } })),
    onSuccess: refresh,
  });
  const reason = useMutation({
    mutationFn: (body: { at: string; why: string }) =>
      unwrap(api.POST("/api/kits/{id}/reason", { params, body: { job: vehicle.job, ...body } })),
    onSuccess: refresh,
  });
  const problem = [take.error, reason.error].find((e) => e instanceof ApiError);
  const open = vehicle.differences.filter((d) => d.is_open);
  const { update } = vehicle;
  return (
    <article className="card space-y-2 p-3" aria-label={`Unit ${vehicle.unit}`}>
      <div className="flex flex-wrap items-center gap-3">
        <Link to="/vehicles/$id" params={{ id: String(vehicle.vehicle) }}>
          <UnitTag unit={vehicle.unit || "?"} />
        </Link>
        <Mark shape={open.length > 0 ? "fix" : update ? "open" : "done"} />
        <span className="flex-1">
          {open.length > 0
            ? `${open.length} without a reason`
            : vehicle.differences.length > 0
              ? `differs in ${vehicle.differences.length}, as it may`
              : "as the kit"}
          , issue {vehicle.issue}
        </span>
        <Link
          to="/jobs/$id/$stage"
          params={{ id: String(vehicle.job), stage: "run" }}
          className="inline-flex min-h-11 items-center text-spruce underline"
        >
          Open its job
        </Link>
      </div>
      {vehicle.differences.length > 0 && (
        <details open={open.length > 0}>
          <summary className="min-h-11 cursor-pointer content-center">
            Against the kit ({vehicle.differences.length})
          </summary>
          <ul className="text-sm">
            {vehicle.differences.map((d) => (
              <li key={d.path} className="grid gap-x-3 border-t border-line py-1 md:grid-cols-2">
                <span>
                  {d.place}: <span className="font-reading">{d.after ?? "none"}</span>
                  <span className="text-soft">, kit {d.before ?? "none"}</span>
                </span>
                {d.under ? (
                  <span className="text-soft">may differ</span>
                ) : (
                  <Why
                    held={d.why}
                    place={d.place}
                    keep={(why) => reason.mutate({ at: d.path, why })}
                  />
                )}
              </li>
            ))}
          </ul>
          <WhatItDoes job={vehicle.job} rev={vehicle.rev} of="here" />
        </details>
      )}
      {update && (
        <Update kit={kit} vehicle={vehicle} update={update} take={(again) => take.mutate(again)} />
      )}
      {problem instanceof ApiError && (
        <p role="alert" className="text-rust">
          {problem.problem.detail}
        </p>
      )}
    </article>
  );
}

const EFFECTS = [
  { key: "sizes", title: "Sizes" },
  { key: "parts", title: "Parts" },
  { key: "proof", title: "Proof" },
] as const;

/** What a difference does. Proving takes a moment: it is asked for when somebody looks. */
function WhatItDoes({ job, rev, of }: { job: number; rev: number; of: "here" | "update" }) {
  const [isOpen, setOpen] = useState(false);
  const { data, error } = useQuery({
    queryKey: ["kit", "effects", job, rev],
    queryFn: () => unwrap(api.GET("/api/jobs/{id}/kit-effects", { params: { path: { id: job } } })),
    enabled: isOpen,
  });
  const told = data?.[of];
  const isNothing = told && EFFECTS.every(({ key }) => told[key].length === 0);
  return (
    <details onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="min-h-11 cursor-pointer content-center text-sm">
        What it does: sizes, parts, proof
      </summary>
      {isOpen && !data && !error && <p className="text-sm text-soft">Proving ...</p>}
      {error instanceof ApiError && (
        <p role="alert" className="text-sm text-rust">
          {error.problem.detail}
        </p>
      )}
      {isNothing && <p className="text-sm">Same sizes, same parts, same proof.</p>}
      {told &&
        EFFECTS.filter(({ key }) => told[key].length > 0).map(({ key, title }) => (
          <section key={key} aria-label={title} className="text-sm">
            <h3 className="text-soft">{title}</h3>
            <ul className="text-copper">
              {told[key].map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          </section>
        ))}
    </details>
  );
}

function Why({ held, place, keep }: { held: string; place: string; keep: (why: string) => void }) {
  const [why, setWhy] = useState(held);
  return (
    <span className="flex items-center gap-2">
      <input
        className="field min-h-[44px] flex-1"
        aria-label={`Why: ${place}`}
        placeholder="why it differs"
        value={why}
        onChange={(e) => setWhy(e.target.value)}
      />
      <Button disabled={why.trim() === held} onClick={() => keep(why)}>
        Keep
      </Button>
    </span>
  );
}

/** What the newest issue would do; what is fitted is asked about, a signed job is left alone. */
function Update({
  kit,
  vehicle,
  update,
  take,
}: {
  kit: Kit;
  vehicle: OnVehicle;
  update: Schemas["KitUpdate"];
  take: (again: boolean) => void;
}) {
  const fitted = update.fitted.length;
  return (
    <div className="space-y-2 border-t border-line pt-2">
      <p className="font-semibold">
        Issue {kit.issue} would change {update.changes.length}{" "}
        {update.changes.length === 1 ? "thing" : "things"}
        {fitted > 0 && `, ${fitted} of them where somebody has worked already`}
      </p>
      <Changes changes={update.changes} />
      <WhatItDoes job={vehicle.job} rev={vehicle.rev} of="update" />
      {update.kept.length > 0 && (
        <p className="text-sm text-soft">
          It keeps its own: {update.kept.map((c) => c.place).join("; ")}.
        </p>
      )}
      {update.is_signed ? (
        <p className="text-ochre">
          Signed: nothing is changed on it. Open a new revision under Sign for a recall, then take
          the issue.
        </p>
      ) : (
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => take(false)}>
            {fitted > 0 ? "Take it, but leave what is fitted" : `Take issue ${kit.issue}`}
          </Button>
          {fitted > 0 && <Button onClick={() => take(true)}>Take all: do that work again</Button>}
        </div>
      )}
    </div>
  );
}

/** Vehicles that do not follow it yet. */
function LayOnto({ kit, done }: { kit: Kit; done: (kit: Kit) => void }) {
  const [find, setFind] = useState("");
  const [picked, setPicked] = useState<number[]>([]);
  const { data } = useQuery({
    queryKey: ["vehicles", find, 0],
    queryFn: () => unwrap(api.GET("/api/vehicles", { params: { query: { find, from: 0 } } })),
  });
  const lay = useMutation({
    mutationFn: () =>
      unwrap(
        api.POST("/api/kits/{id}/lay", {
          params: { path: { id: kit.id } },
          body: { vehicles: picked },
        }),
      ),
    onSuccess: (next) => {
      setPicked([]);
      done(next);
    },
  });
  const problem = lay.error instanceof ApiError ? lay.error.problem : undefined;
  const on = new Set(kit.vehicles.map((v) => v.vehicle));
  const free = data?.lines.filter((l) => !on.has(l.id)) ?? [];
  return (
    <section aria-label="Lay it onto vehicles" className="card space-y-2 p-3">
      <h2 className="text-base">Lay it onto vehicles</h2>
      <input
        type="search"
        className="field min-h-[44px] sm:w-72"
        aria-label="Find vehicles"
        placeholder="unit, model, option, depot"
        value={find}
        onChange={(e) => setFind(e.target.value)}
      />
      <div className="flex flex-wrap gap-x-5">
        {free.map((l) => (
          <label key={l.id} className="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              checked={picked.includes(l.id)}
              onChange={() =>
                setPicked((was) =>
                  was.includes(l.id) ? was.filter((v) => v !== l.id) : [...was, l.id],
                )
              }
            />
            {l.vehicle.unit} <span className="text-sm text-soft">{l.vehicle.model}</span>
          </label>
        ))}
      </div>
      <Button
        kind="main"
        disabled={picked.length === 0 || lay.isPending}
        onClick={() => lay.mutate()}
      >
        Lay it onto {picked.length} {picked.length === 1 ? "vehicle" : "vehicles"}
      </Button>
      {problem && (
        <p role="alert" className="text-rust">
          {problem.detail}
        </p>
      )}
    </section>
  );
}
