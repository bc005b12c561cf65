import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useCallback, useEffect, useMemo, useState } from "react";
import { useCatalog } from "../api/catalog";
import { ApiError, api, type Catalog, type Job, type JobView, unwrap } from "../api/client";
import { heardOrKept } from "../api/kept";
import { Header } from "../app/Header";
import { isTyping, Palette, type PaletteGroup } from "../app/Palette";
import { toggleTheme } from "../app/theme";
import { GlareSheet } from "../stages/aim/GlareSheet";
import { GroundSheet } from "../stages/aim/GroundSheet";
import { RulesSheet } from "../stages/aim/RulesSheet";
import { SpotSheet } from "../stages/aim/SpotSheet";
import { WallSheet } from "../stages/aim/WallSheet";
import { CutSheet } from "../stages/cut/CutSheet";
import { EstimateSheet } from "../stages/cut/EstimateSheet";
import { EXPORTS } from "../stages/cut/exports";
import { HarnessSheet } from "../stages/cut/HarnessSheet";
import { JointSheet } from "../stages/cut/JointSheet";
import { ShiftSheet } from "../stages/feed/ShiftSheet";
import { FitSheet } from "../stages/fit/FitSheet";
import { SwapSheet } from "../stages/light/swap/SwapSheet";
import { FaultSheet } from "../stages/prove/FaultSheet";
import { PracticeSheet } from "../stages/prove/PracticeSheet";
import { ProofSheet } from "../stages/prove/ProofSheet";
import { ProveSheet } from "../stages/prove/ProveSheet";
import { StripSheet } from "../stages/run/StripSheet";
import { TrailerSheet } from "../stages/run/trailer/TrailerSheet";
import { VehicleSheet } from "../stages/run/VehicleSheet";
import { HistorySheet } from "../stages/sign/HistorySheet";
import { PacketSheet } from "../stages/sign/PacketSheet";
import { PictureSheet } from "../stages/sign/PictureSheet";
import { SignSheet } from "../stages/sign/SignSheet";
import { VisitSheet } from "../stages/sign/VisitSheet";
import { TrySheet } from "../try/TrySheet";
import { AT_REST, type VehicleState } from "../try/useMoment";
import { Button } from "../ui/Button";
import { type Form, FormContext } from "../ui/form";
import { Mark } from "../ui/Mark";
import { TabbedPages } from "../ui/TabbedPages";
import { UnitsProvider } from "../ui/UnitsProvider";
import { useNarrow } from "../ui/useMedia";
import { useWakeLock } from "../ui/useWakeLock";
import { CircuitBoard } from "./CircuitBoard";
import { DeskContext, useDesk } from "./desk";
import { FindingsList } from "./FindingsList";
import { NextQuestion } from "./NextQuestion";
import { SaveBar, SaveState } from "./SaveBar";
import { StagePanel } from "./StagePanel";
import { StageTabs } from "./StageTabs";
import { isSigned, ON_THE_FLOOR, STAGES, type Stage } from "./stages";
import { jobKey, useJob } from "./useJob";

/** While a lamp is aimed its light is what is looked at: all else is asked a moment after, and once. */
const AIMING_MS = 80;

/** One job: stages along the top, facts on the left, answers on the right. */
export function Sheet({ id, stage }: { id: number; stage: Stage }) {
  const query = useQuery({
    queryKey: ["job", id],
    queryFn: () =>
      heardOrKept(jobKey(id), () =>
        unwrap(api.GET("/api/jobs/{id}", { params: { path: { id } } })),
      ),
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
        catalog={catalog.data.data}
        stage={stage}
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
  catalog,
  stage,
}: {
  view: JobView;
  keptAt: number | undefined;
  catalog: Catalog;
  stage: Stage;
}) {
  const desk = useJob(view, keptAt, stage === "aim" ? AIMING_MS : 0);
  const [circuit, selectCircuit] = useState(0);
  const [finding, setFinding] = useState(false);
  const [tried, setTried] = useState<VehicleState>(AT_REST);
  const navigate = useNavigate();
  const go = useCallback(
    (to: Stage) => navigate({ to: "/jobs/$id/$stage", params: { id: String(view.id), stage: to } }),
    [navigate, view.id],
  );
  const { undo, redo, job } = desk;
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
        actions: STAGES.map((s) => ({ label: s.label, hint: s.key, run: () => go(s.stage) })),
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
  useWakeLock(isNarrow && ON_THE_FLOOR.includes(stage));
  const index = Math.min(circuit, Math.max(0, (job.circuits?.length ?? 0) - 1));
  const held = useMemo(
    () => ({ ...desk, catalog, circuit: index, selectCircuit, tried, setTried }),
    [desk, catalog, index, tried],
  );
  const form = useMemo<Form>(
    () => ({
      tree: desk.job,
      edit: (change) => desk.edit((j) => change(j) as Job),
      problem: desk.problem,
      assumptions: desk.answers.assumptions,
    }),
    [desk],
  );
  return (
    <DeskContext.Provider value={held}>
      <FormContext.Provider value={form}>
        <UnitsProvider shop={desk.job.shop?.units}>
          <Header onFind={() => setFinding(true)}>
            <span className="bg-head px-4 py-1 font-semibold text-on-head [clip-path:polygon(14%_0,100%_0,100%_100%,14%_100%,0_50%)]">
              {job.unit || "?"}
            </span>
            {isNarrow ? <SaveState /> : <JobLine />}
          </Header>
          <StageTabs stage={stage} go={go} />
          <div
            data-lengths={desk.job.shop?.units?.lengths}
            className="grid gap-5 p-5 lg:grid-cols-[330px_minmax(0,1fr)] print:block print:p-0"
          >
            <aside
              aria-label="Facts"
              className={`no-print min-w-0 ${ON_THE_FLOOR.includes(stage) ? "max-lg:order-last" : ""}`}
            >
              <StagePanel stage={stage} />
            </aside>
            <main className="min-w-0 space-y-4">
              <AsLastHeard />
              <Frozen stage={stage} go={go} />
              {/* At the vehicle the first screen is for the step, the reading or the lamp. */}
              {isSigned(desk.answers) || (isNarrow && ON_THE_FLOOR.includes(stage)) ? null : (
                <NextQuestion stage={stage} go={go} />
              )}
              <Answers stage={stage} go={go} />
            </main>
          </div>
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
  const { job } = useDesk();
  return (
    <>
      <h1 className="text-lg">{job.title || "Untitled job"}</h1>
      <span className="text-sm text-soft md:max-xl:hidden">
        {job.vehicle?.name} {job.vehicle?.system?.replace("V", " V")}
      </span>
      <SaveBar />
    </>
  );
}

/** Says that the job is shown as this device heard it last. */
function AsLastHeard() {
  const { keptAt } = useDesk();
  if (keptAt === undefined) return null;
  const when = new Date(keptAt).toLocaleString(undefined, {
    dateStyle: "medium",
    timeStyle: "short",
  });
  return (
    <p className="no-print card border-2 !border-ochre p-3" role="status">
      No connection: the job as it was on {when}. Marks and readings are kept here.
    </p>
  );
}

/** Says on every stage that a signed job stays as it is. */
function Frozen({ stage, go }: { stage: Stage; go: (stage: Stage) => void }) {
  const { job, answers } = useDesk();
  const signed = job.record?.signed?.at(-1);
  if (!signed || !isSigned(answers) || stage === "sign") return null;
  return (
    <p className="no-print card flex flex-wrap items-center gap-2 p-3" role="note">
      <Mark shape="done" />
      Signed by {signed.by} on {signed.at.slice(0, 10)}: it stays as it is.
      <Button kind="quiet" onClick={() => go("sign")}>
        Open a new revision
      </Button>
    </p>
  );
}

function Answers({ stage, go }: { stage: Stage; go: (stage: Stage) => void }) {
  const desk = useDesk();
  if (stage === "cut")
    return (
      <TabbedPages
        label="Cut"
        pages={[
          { title: "Lists", content: <CutSheet /> },
          { title: "Harness", content: <HarnessSheet /> },
          { title: "Joints", content: <JointSheet /> },
          { title: "Estimate", content: <EstimateSheet /> },
        ]}
      />
    );
  if (stage === "fit") return <FitSheet />;
  if (stage === "prove")
    return (
      <TabbedPages
        label="Prove"
        pages={[
          { title: "Readings", content: <ProveSheet /> },
          { title: "Fault", content: <FaultSheet /> },
          { title: "Practice", content: <PracticeSheet /> },
          { title: "Proof", content: <ProofSheet /> },
        ]}
      />
    );
  if (stage === "aim")
    return (
      <TabbedPages
        label="Aim"
        pages={[
          { title: "Ground", content: <GroundSheet /> },
          { title: "Wall", content: <WallSheet /> },
          { title: "Spots", content: <SpotSheet /> },
          { title: "Glare", content: <GlareSheet /> },
          { title: "Rules", content: <RulesSheet /> },
        ]}
      />
    );
  if (stage === "sign")
    return (
      <TabbedPages
        label="Sign"
        pages={[
          { title: "Record", content: <SignSheet /> },
          { title: "Visits", content: <VisitSheet /> },
          { title: "Pictures", content: <PictureSheet /> },
          { title: "History", content: <HistorySheet /> },
          { title: "Packet", content: <PacketSheet /> },
        ]}
      />
    );
  if (stage === "try") return <TrySheet />;
  const circuits = (
    <>
      <CircuitBoard answers={desk.answers} />
      <FindingsList go={go} />
    </>
  );
  if (stage === "run")
    return (
      <TabbedPages
        label="Run"
        pages={[
          { title: "Circuits", content: circuits },
          { title: "Vehicle", content: <VehicleSheet /> },
          {
            title: "Strip",
            content: (
              <>
                <StripSheet />
                <FindingsList go={go} />
              </>
            ),
          },
          { title: "Trailer", content: <TrailerSheet /> },
        ]}
      />
    );
  if (stage === "light")
    return (
      <TabbedPages
        label="Light"
        pages={[
          { title: "Circuits", content: circuits },
          { title: "Bulbs to LED", content: <SwapSheet /> },
        ]}
      />
    );
  if (stage !== "feed") return circuits;
  return (
    <TabbedPages
      label="Feed"
      pages={[
        { title: "Circuits", content: circuits },
        { title: "Shift", content: <ShiftSheet /> },
      ]}
    />
  );
}
