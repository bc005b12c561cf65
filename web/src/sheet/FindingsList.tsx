import { Mark } from "../ui/Mark";
import { useDesk } from "./desk";
import { isStage } from "./stages";

const WORDS = { stop: "Stop", fix: "Fix", mind: "Note" } as const;

/** What a person should know, gravest first; touching one goes to its place. */
export function FindingsList() {
  const { answers, job, selectCircuit, go } = useDesk();
  if (answers.findings.length === 0)
    return (
      <p className="card flex items-center gap-2 p-3">
        <Mark shape="done" /> Nothing to stop or fix, and no notes.
      </p>
    );
  return (
    <section aria-label="Findings" className="grid gap-3 xl:grid-cols-2">
      {answers.findings.map((f) => (
        <button
          type="button"
          key={`${f.code} ${f.circuit} ${f.title}`}
          className="card flex gap-3 p-3 text-left"
          onClick={() => {
            const index = job.circuits?.findIndex((c) => c.id === f.circuit) ?? -1;
            if (index >= 0) selectCircuit(index);
            if (isStage(f.stage)) go(f.stage);
          }}
        >
          <Mark shape={f.grade} size={20} />
          <span className="min-w-0">
            <span className="block font-semibold">
              {WORDS[f.grade]}: {f.title}
            </span>
            <span className="block text-sm">{f.why}</span>
            <span className="block text-sm font-semibold text-spruce">{f.remedy}</span>
            <span className="block text-xs text-soft">
              {f.source.basis === "common_practice" ? "Common practice: " : "Source: "}
              {f.source.name}
            </span>
          </span>
        </button>
      ))}
    </section>
  );
}
