import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { Suspense, useCallback, useEffect, useMemo, useState } from "react";
import { useCatalog } from "../api/catalog";
import { ApiError, api, type Catalog, type Job, type JobView, unwrap } from "../api/client";
import { heardOrKept, kept } from "../api/kept";
import { Header } from "../app/Header";
import { isTyping, Palette, type PaletteGroup } from "../app/Palette";
import { toggleTheme } from "../app/theme";
import { EXPORTS } from "../stages/cut/exports";
import { AT_REST, type VehicleState } from "../try/useMoment";
import { type Form, FormContext } from "../ui/form";
import { UnitsProvider } from "../ui/UnitsProvider";
import { UnitTag } from "../ui/UnitTag";
import { useNarrow } from "../ui/useMedia";
import { useWakeLock } from "../ui/useWakeLock";
import { DeskContext, useDesk } from "./desk";
import { draftKey, jobKey, settled } from "./jobStore";
import type { Draft } from "./machine";
import { SaveBar, SaveState } from "./SaveBar";
import { StageTabs } from "./StageTabs";
import { StageView } from "./StageView";
import { ON_THE_FLOOR, STAGES, type Stage } from "./stages";
import { useJob } from "./useJob";
import { useKeptForTheFloor } from "./useKeptForTheFloor";

/** While a lamp is aimed its light is what is looked at: all else is asked a moment after, and once. */
const AIMING_MS = 80;

/** One job: stages along the top, facts on the left, answers on the right. */
export function Sheet({ id, stage, page }: { id: number; stage: Stage; page: string | undefined }) {
  const query = useQuery({
    queryKey: ["job", id],
    queryFn: async () => {
      await settled(id);
      const draft = await kept<Draft>(draftKey(id));
      const heard = await heardOrKept(jobKey(id), () =>
        unwrap(api.GET("/api/jobs/{id}", { params: { path: { id } } })),
      );
      return { ...heard, draft: draft?.data };
    },
    // A browser that believes itself offline asks all the same: the program may be on this machine.
    networkMode: "always",
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
    refetchOnWindowFocus: false,
  });
  const catalog = useCatalog();
  if (query.data && catalog.data)
    return (
      <Desk
        view={query.data.data}
        keptAt={query.data.keptAt}
        draft={query.data.draft}
        catalog={catalog.data.data}
        stage={stage}
        page={page}
      />
    );
  const error = query.error ?? catalog.error;
  const problem = error instanceof ApiError ? error.problem : undefined;
  return (
    <main className="p-8">
      {!error ? (
        <p>Opening the job ...</p>
      ) : (
        <>
          <h1 className="text-xl">{problem?.title ?? "The job cannot be opened"}</h1>
          <p className="my-2">{problem?.detail}</p>
          <a className="text-spruce underline" href="/">
            To the yard
          </a>
        </>
      )}
    </main>
  );
}

function Desk({
  view,
  keptAt,
  draft,
  catalog,
  stage,
  page,
}: {
  view: JobView;
  keptAt: number | undefined;
  draft: Draft | undefined;
  catalog: Catalog;
  stage: Stage;
  page: string | undefined;
}) {
  const desk = useJob(view, keptAt, draft, stage === "aim" ? AIMING_MS : 0);
  const [circuit, selectCircuit] = useState(0);
  const [finding, setFinding] = useState(false);
  const [tried, setTried] = useState<VehicleState>(AT_REST);
  const navigate = useNavigate();
  const go = useCallback(
    (to: Stage, page?: string) =>
      navigate({
        to: "/jobs/$id/$stage",
        params: { id: String(view.id), stage: to },
        search: page === undefined ? {} : { page },
      }),
    [navigate, view.id],
  );
  const { undo, redo, job, edit } = desk;
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const ctrl = e.ctrlKey || e.metaKey;
      if (ctrl && e.key.toLowerCase() === "z") {
        e.preventDefault();
        if (e.shiftKey) redo();
        else undo();
      } else if (ctrl && e.key.toLowerCase() === "y") {
        e.preventDefault();
        redo();
      } else if (!ctrl && !e.altKey && !isTyping(e.target)) {
        const found = STAGES.find((s) => s.key === e.key);
        if (found) go(found.stage);
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [go, undo, redo]);

  const groups = useMemo<PaletteGroup[]>(
    () => [
      {
        heading: "Stage",
        actions: STAGES.flatMap((s) => [
          { label: s.label, hint: s.key, run: () => go(s.stage) },
          ...s.pages
            .slice(1)
            .map((page) => ({ label: `${s.label}: ${page}`, run: () => go(s.stage, page) })),
        ]),
      },
      {
        heading: "Circuit",
        actions:
          job.circuits?.map((c, i) => ({ label: c.name, run: () => selectCircuit(i) })) ?? [],
      },
      {
        heading: "Do",
        actions: [
          { label: "Undo", hint: "Ctrl Z", run: undo },
          { label: "Redo", hint: "Ctrl Shift Z", run: redo },
          { label: "Day or night", run: toggleTheme },
          { label: "To the yard", run: () => navigate({ to: "/" }) },
          { label: "Print", run: () => window.print() },
        ],
      },
      {
        heading: "Export",
        actions: EXPORTS.map(({ label, as }) => ({
          label,
          run: () => window.location.assign(`/api/jobs/${view.id}/export?as=${as}`),
        })),
      },
    ],
    [go, job.circuits, navigate, redo, undo, view.id],
  );
  const isNarrow = useNarrow();
  useKeptForTheFloor(desk.id, job, isNarrow && desk.saveState === "saved");
  useWakeLock(isNarrow && ON_THE_FLOOR.includes(stage));
  const index = Math.min(circuit, Math.max(0, (job.circuits?.length ?? 0) - 1));
  const looked = job.circuits?.[index]?.id;
  const { lookAt } = desk;
  useEffect(() => lookAt(looked), [lookAt, looked]);
  const held = useMemo(
    () => ({ ...desk, catalog, go, circuit: index, selectCircuit, tried, setTried }),
    [desk, catalog, go, index, tried],
  );
  const editTree = useCallback<Form["edit"]>((change) => edit((j) => change(j) as Job), [edit]);
  const form = useMemo<Form>(
    () => ({
      tree: desk.job,
      edit: editTree,
      problem: desk.problem,
      assumptions: desk.answers.assumptions,
    }),
    [desk.job, desk.problem, desk.answers.assumptions, editTree],
  );
  return (
    <DeskContext.Provider value={held}>
      <FormContext.Provider value={form}>
        <UnitsProvider shop={desk.job.shop?.units} wires={desk.job.shop?.wire_system}>
          <Header onFind={() => setFinding(true)}>
            <UnitTag unit={job.unit || "?"} />
            {isNarrow ? <SaveState /> : <JobLine />}
          </Header>
          <StageTabs stage={stage} go={go} />
          <Suspense
            fallback={
              <main className="p-5">
                <p>Opening ...</p>
              </main>
            }
          >
            <StageView stage={stage} page={page} />
          </Suspense>
          {/* On a phone the first screen is for the step, the reading or the lamp. */}
          {isNarrow && (
            <footer className="no-print flex flex-wrap items-center gap-3 border-t border-line p-5">
              <JobLine />
            </footer>
          )}
          <Palette open={finding} setOpen={setFinding} groups={groups} />
        </UnitsProvider>
      </FormContext.Provider>
    </DeskContext.Provider>
  );
}

/** What the job is called, who works on it, undo and redo. */
function JobLine() {
  const { job, vehicle } = useDesk();
  const told = `${job.vehicle?.name ?? ""} ${job.vehicle?.system?.replace("V", " V") ?? ""}`.trim();
  return (
    <>
      <h1 className="text-lg">{job.title || "Untitled job"}</h1>
      {vehicle === undefined ? (
        <span className="text-sm text-soft md:max-xl:hidden">{told}</span>
      ) : (
        <Link
          to="/vehicles/$id"
          params={{ id: String(vehicle) }}
          title="This vehicle over its life"
          className="inline-flex min-h-8 items-center text-sm text-soft underline md:max-xl:hidden"
        >
          {told || "Its life"}
        </Link>
      )}
      <SaveBar />
    </>
  );
}
