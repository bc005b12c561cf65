import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useRef, useState } from "react";
import { ApiError, api, type Schemas, unwrap } from "../api/client";
import { Header } from "../app/Header";
import { Palette } from "../app/Palette";
import { toggleTheme } from "../app/theme";
import { Button } from "../ui/Button";
import { Mark } from "../ui/Mark";
import { Narrowing } from "../ui/Narrowing";
import { Paging } from "../ui/Paging";
import { UnitTag } from "../ui/UnitTag";
import { RowMenu } from "./RowMenu";
import { TrailerForm } from "./TrailerForm";
import { useYard, type YardAsked, type YardPage } from "./useYard";

type Row = Schemas["YardRow"];

/** All jobs as work that waits: what holds each, and what comes next. What is looked for stands in the address. */
export function Yard() {
  const asked = useSearch({ from: "/" });
  const [finding, setFinding] = useState(false);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const jobs = useYard({ ...asked, place: "in_yard" });
  const open = (id: number, stage = "run") =>
    navigate({ to: "/jobs/$id/$stage", params: { id: String(id), stage } });
  const make = useMutation({
    mutationFn: (body: Schemas["NewJob"]) => unwrap(api.POST("/api/jobs", { body })),
    onSuccess: (view) => {
      queries.invalidateQueries({ queryKey: ["jobs"] });
      open(view.id, "light");
    },
  });
  const problem = make.error instanceof ApiError ? make.error.problem : undefined;
  const [stuck, setStuck] = useState<string>();
  const trouble = jobs.error instanceof ApiError ? jobs.error.problem : undefined;
  const start = () => navigate({ to: "/new" });
  return (
    <>
      <Header onFind={() => setFinding(true)}>
        <h1 className="text-lg">Yard</h1>
        <span className="text-sm text-soft">Halt Lane</span>
      </Header>
      <div className="border-t-2 border-head" />
      <main className="mx-auto max-w-6xl space-y-3 p-5">
        <div className="flex flex-wrap items-center gap-3">
          <p className="text-soft">
            {jobs.data ? `${jobs.data.places.in_yard} jobs` : jobs.isPending ? "Looking ..." : ""}
          </p>
          <span className="ml-auto flex flex-wrap items-center gap-2">
            <Link to="/search" className="px-2 text-spruce underline underline-offset-2">
              Where else
            </Link>
            <Link to="/kits" className="px-2 text-spruce underline underline-offset-2">
              Kits
            </Link>
            <Link to="/vehicles" className="px-2 text-spruce underline underline-offset-2">
              Vehicles
            </Link>
            <Link to="/bays" className="px-2 text-spruce underline underline-offset-2">
              Bays
            </Link>
            <Link to="/shop" className="px-2 text-spruce underline underline-offset-2">
              The shop's habits
            </Link>
            <Link to="/people" className="px-2 text-spruce underline underline-offset-2">
              People
            </Link>
            <Button onClick={() => file.current?.click()}>Open a job file</Button>
            <Button kind="main" onClick={start}>
              New job
            </Button>
          </span>
          <input
            ref={file}
            type="file"
            accept=".json,application/json"
            className="hidden"
            aria-label="Job file"
            onChange={async (e) => {
              const picked = e.target.files?.[0];
              e.target.value = "";
              if (picked) make.mutate({ file: await picked.text() });
            }}
          />
        </div>
        {(problem ?? trouble) && (
          <div role="alert" className="card border-2 !border-rust p-3">
            <strong>{(problem ?? trouble)?.title}.</strong> {(problem ?? trouble)?.detail}
          </div>
        )}
        {stuck && (
          <p role="alert" className="card border-2 !border-rust p-3">
            {stuck}
          </p>
        )}
        {jobs.data && <Waiting page={jobs.data} asked={asked} failed={setStuck} />}
        <Elsewhere
          title="Put aside"
          place="aside"
          asked={asked}
          page={jobs.data}
          failed={setStuck}
        />
        <Elsewhere
          title="Deleted, kept 30 days"
          place="deleted"
          asked={asked}
          page={jobs.data}
          failed={setStuck}
        />
        <TrailerForm />
        <p className="pt-4 text-sm text-soft">
          Jovek advises and defers: to the vehicle maker's body-builder instructions, to local
          lighting and roadworthiness rules, and to a qualified person where the law asks for one.
        </p>
      </main>
      <Palette
        open={finding}
        setOpen={setFinding}
        groups={[
          {
            heading: "Job",
            actions:
              jobs.data?.jobs
                .filter((j) => !j.unreadable)
                .map((j) => ({ label: `${j.unit} ${j.title}`, run: () => open(j.id) })) ?? [],
          },
          {
            heading: "Do",
            actions: [
              { label: "New job", run: start },
              { label: "Open a job file", run: () => file.current?.click() },
              { label: "Day or night", run: toggleTheme },
            ],
          },
        ]}
      />
    </>
  );
}

const SORTS: { value: Schemas["YardSort"]; label: string }[] = [
  { value: "unit", label: "by unit" },
  { value: "urgent", label: "what is held first" },
  { value: "saved", label: "changed last first" },
];

/** The jobs in the yard: found, narrowed, sorted and paged. */
function Waiting({
  page,
  asked,
  failed,
}: {
  page: YardPage;
  asked: YardAsked;
  failed: (why: string) => void;
}) {
  const navigate = useNavigate();
  // Whatever else is asked for begins at the first again.
  const go = ({ from: _, ...before }: YardAsked, next: YardAsked) =>
    navigate({ to: "/", search: { ...before, ...next }, replace: true });
  const { state: _state, ...anyState } = asked;
  const isNarrowed = !!asked.find || !!asked.state;
  const isEmpty = page.found === 0 && page.behind === 0;
  if (isEmpty && !isNarrowed)
    return <p className="card p-6">The yard is empty. Press New job: figures come at once.</p>;
  return (
    <>
      <div className="flex flex-wrap items-end gap-3">
        <label className="min-w-56 flex-1">
          <span className="sr-only">Find in the yard</span>
          <input
            type="search"
            className="field min-h-[44px]"
            placeholder="Unit, job or vehicle"
            value={asked.find ?? ""}
            onChange={(e) => go(asked, { find: e.target.value })}
          />
        </label>
        <label>
          <span className="sr-only">Order of the yard</span>
          <select
            className="field min-h-[44px]"
            value={asked.sort ?? "unit"}
            onChange={(e) => go(asked, { sort: e.target.value as Schemas["YardSort"] })}
          >
            {SORTS.map((s) => (
              <option key={s.value} value={s.value}>
                {s.label}
              </option>
            ))}
          </select>
        </label>
        <Narrowing
          legend="Only jobs that are so"
          by={page.states.map((s) => ({ key: s.state, label: s.label, count: s.jobs }))}
          chosen={asked.state}
          choose={(state) => go(anyState, state ? { state } : {})}
        />
      </div>
      {page.behind > 0 && (
        <p role="status" className="text-ochre">
          {page.behind} {page.behind === 1 ? "job is" : "jobs are"} still being read.
        </p>
      )}
      {isEmpty && <p className="card p-4">No job in the yard is so.</p>}
      <Rows title="Jobs" rows={page.jobs} failed={failed} />
      {page.found > page.page && (
        <Paging
          from={asked.from ?? 0}
          shown={page.jobs.length}
          found={page.found}
          page={page.page}
          what="jobs"
          go={(from) => go(asked, { from })}
        />
      )}
    </>
  );
}

function Rows({
  title,
  rows,
  failed,
}: {
  title: string;
  rows: Row[];
  failed: (why: string) => void;
}) {
  return (
    <ul className="space-y-2" aria-label={title}>
      {rows.map((row) => (
        <JobRow key={row.id} row={row} failed={failed} />
      ))}
    </ul>
  );
}

/** Jobs that are out of the way, asked for when somebody looks; nothing where there are none. */
function Elsewhere({
  title,
  place,
  asked,
  page,
  failed,
}: {
  title: string;
  place: "aside" | "deleted";
  asked: YardAsked;
  page: YardPage | undefined;
  failed: (why: string) => void;
}) {
  const [isOpen, setOpen] = useState(false);
  const [from, setFrom] = useState(0);
  const find = asked.find ?? "";
  const { data } = useYard({ find, place, sort: "saved", from }, isOpen);
  const count = page?.places[place] ?? 0;
  if (count === 0) return null;
  return (
    <details className="card p-3" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="min-h-11 cursor-pointer content-center font-semibold">
        {title}: {count}
      </summary>
      {data && (
        <>
          <Rows title={title} rows={data.jobs} failed={failed} />
          {data.found > data.page && (
            <Paging
              from={from}
              shown={data.jobs.length}
              found={data.found}
              page={data.page}
              what="jobs"
              go={setFrom}
            />
          )}
        </>
      )}
    </details>
  );
}

/** A job that cannot be read, in its place: why, and what can be done. */
function UnreadableRow({ row }: { row: Row }) {
  return (
    <div className="card grid min-w-0 flex-1 gap-1 border-2 !border-rust p-3">
      <span className="flex gap-2 font-semibold">
        <Mark shape="stop" /> Job {row.unit} cannot be read
      </span>
      <span className="text-sm break-words">{row.unreadable}</span>
      <span className="text-sm text-soft">
        Saved {row.saved_at} by {row.saved_by}. {row.next}
      </span>
    </div>
  );
}

function JobRow({ row, failed }: { row: Row; failed: (why: string) => void }) {
  return (
    <li className="flex items-center gap-2">
      {row.unreadable ? <UnreadableRow row={row} /> : <JobLink row={row} />}
      <RowMenu row={row} failed={failed} />
    </li>
  );
}

function JobLink({ row }: { row: Row }) {
  const [stops = 0, fixes = 0, minds = 0] = row.counts;
  const isSigned = row.state === "signed";
  const isDone = isSigned || row.state === "done";
  return (
    <Link
      to="/jobs/$id/$stage"
      params={{
        id: String(row.id),
        stage: isSigned ? "sign" : (row.stage ?? "run"),
      }}
      className="card grid min-w-0 flex-1 items-center gap-x-4 gap-y-1 p-3 md:grid-cols-[5rem_minmax(0,1.3fr)_minmax(0,1fr)_7rem]"
    >
      <UnitTag unit={row.unit || "?"} className="justify-self-start text-center" />
      <span className="min-w-0">
        <span className="block font-semibold">{row.title || "Untitled job"}</span>
        <span className="block text-sm text-soft">
          {row.vehicle || "no vehicle named"}, {row.system_v} V, {row.circuits} circuit
          {row.circuits === 1 ? "" : "s"}
        </span>
      </span>
      <span className="flex min-w-0 gap-2 text-sm">
        <Mark shape={isDone ? "done" : stops ? "stop" : fixes ? "fix" : "open"} />
        <span className="min-w-0">
          <span className="block font-semibold">
            {isSigned
              ? "Signed"
              : stops
                ? `Held: ${row.held_by}`
                : isDone
                  ? "Done"
                  : `At ${row.stage_text}`}
          </span>
          <span className="block text-soft">{row.next}</span>
        </span>
      </span>
      <span className="text-sm text-soft">
        {[
          stops && `${stops} Stop`,
          fixes && `${fixes} Fix`,
          minds && `${minds} ${minds === 1 ? "Note" : "Notes"}`,
        ]
          .filter(Boolean)
          .join(", ") || "clear"}
      </span>
    </Link>
  );
}
