import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { ApiError, api, type Schemas, unwrap } from "../api/client";
import { Button } from "../ui/Button";
import { Mark } from "../ui/Mark";
import { Narrowing } from "../ui/Narrowing";
import { Paging } from "../ui/Paging";
import { UnitTag } from "../ui/UnitTag";
import { FleetPage } from "./FleetPage";

type Page = Schemas["SearchPage"];
type Kind = Schemas["SaidKind"];

/** Where else: everything that is said of all jobs, by its words. What is looked for stands in the address. */
export function SearchPage() {
  const { find = "", kind, from = 0 } = useSearch({ from: "/search" });
  const navigate = useNavigate();
  const go = (search: { find?: string; kind?: Kind | undefined; from?: number }) =>
    navigate({ to: "/search", search: { find, ...search }, replace: true });
  const { data, error } = useQuery<Page, ApiError>({
    queryKey: ["search", find, kind, from],
    retry: false,
    enabled: find.trim() !== "",
    placeholderData: keepPreviousData,
    // What is still being read is looked for again.
    refetchInterval: (query) => ((query.state.data?.behind ?? 0) > 0 ? 2000 : false),
    queryFn: () => {
      const query = kind ? { find, kind, from } : { find, from };
      return unwrap(api.GET("/api/search", { params: { query } }));
    },
  });
  return (
    <FleetPage
      title="Where else"
      back={{ to: "/", label: "To the yard" }}
      faults={[error]}
      className="max-w-5xl space-y-4"
    >
      <Link to="/recalls" className="inline-flex min-h-11 items-center text-spruce underline">
        Recalls
      </Link>
      <label className="block">
        <span className="block text-sm text-soft">
          Part, place, wire, joint, lot, finding or name; all words must stand in one line
        </span>
        <input
          type="search"
          className="field min-h-[44px]"
          // biome-ignore lint/a11y/noAutofocus: the page is for nothing else
          autoFocus
          value={find}
          onChange={(e) => go({ find: e.target.value })}
        />
      </label>
      {data && find.trim() !== "" && (
        <>
          <Narrowing
            legend="Only lines of one kind"
            by={data.kinds.map((k) => ({ key: k.kind, label: k.label, count: k.jobs }))}
            chosen={kind}
            choose={(next) => go({ kind: next })}
          />
          {data.behind > 0 && (
            <p role="status" className="text-ochre">
              {data.behind} changed {data.behind === 1 ? "job is" : "jobs are"} still being read.
            </p>
          )}
          <Found page={data} from={from} setFrom={(next) => go({ kind, from: next })} />
          {data.found > 0 && (
            <CallBack key={`${find} ${kind}`} find={find} kind={kind} count={data.found} />
          )}
        </>
      )}
    </FleetPage>
  );
}

/** A recall of all that was found. */
function CallBack({ find, kind, count }: { find: string; kind: Kind | undefined; count: number }) {
  const [name, setName] = useState(find);
  const [why, setWhy] = useState("");
  const navigate = useNavigate();
  const queries = useQueryClient();
  const make = useMutation({
    mutationFn: () =>
      unwrap(api.POST("/api/recalls", { body: { name, why, find, kind: kind ?? null } })),
    onSuccess: (recall) => {
      queries.invalidateQueries({ queryKey: ["recalls"] });
      navigate({ to: "/recalls/$id", params: { id: String(recall.id) } });
    },
  });
  return (
    <details className="card p-3">
      <summary className="min-h-11 cursor-pointer content-center font-semibold">
        Call {count === 1 ? "this one" : `these ${count}`} back
      </summary>
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          make.mutate();
        }}
      >
        <label>
          <span className="block text-sm text-soft">Name of the recall</span>
          <input
            className="field min-h-[44px]"
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        <label className="flex-1">
          <span className="block text-sm text-soft">Why they have to come back</span>
          <input
            className="field min-h-[44px]"
            value={why}
            onChange={(e) => setWhy(e.target.value)}
          />
        </label>
        <Button kind="main" type="submit" disabled={!name.trim() || !why.trim()}>
          Make the list
        </Button>
      </form>
      {make.error instanceof ApiError && (
        <p role="alert" className="text-rust">
          {make.error.problem.detail}
        </p>
      )}
    </details>
  );
}

function Found({
  page,
  from,
  setFrom,
}: {
  page: Page;
  from: number;
  setFrom: (from: number) => void;
}) {
  if (page.found === 0) return <p className="card p-4">Nothing is called so.</p>;
  return (
    <>
      <Paging
        from={from}
        shown={page.jobs.length}
        found={page.found}
        page={page.page}
        what={page.found === 1 ? "job" : "jobs"}
        go={setFrom}
      />
      <ul aria-label="Found" className="space-y-2">
        {page.jobs.map((job) => (
          <li key={job.job} className="card space-y-1 p-3">
            <div className="flex flex-wrap items-center gap-3">
              {job.vehicle == null ? (
                <UnitTag unit={job.unit || "?"} />
              ) : (
                <Link to="/vehicles/$id" params={{ id: String(job.vehicle) }}>
                  <UnitTag unit={job.unit || "?"} />
                </Link>
              )}
              <Mark shape={job.is_signed ? "done" : "open"} />
              <Link
                to="/jobs/$id/$stage"
                params={{ id: String(job.job), stage: job.is_signed ? "sign" : "run" }}
                className="inline-flex min-h-11 flex-1 items-center text-spruce underline"
              >
                {job.title || `Job ${job.job}`}
              </Link>
              <span className="text-sm text-soft">
                {job.count} {job.count === 1 ? "line" : "lines"}
              </span>
            </div>
            <ul className="text-sm">
              {job.lines.map((line, i) => (
                <li key={i} className="border-t border-line py-1">
                  {line.text}
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </>
  );
}
