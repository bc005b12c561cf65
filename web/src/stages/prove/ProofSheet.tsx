import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { type ApiError, api, type Schemas, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { useDesk } from "../../sheet/desk";
import { Button } from "../../ui/Button";
import { Mark } from "../../ui/Mark";
import { Working } from "../../ui/Working";

type Proof = Schemas["Proof"];
type Counter = Schemas["Counter"];

/** Every combination of signals and switches, and every single failure, held against the wishes. */
export function ProofSheet() {
  const { job } = useDesk();
  const queryKey = ["proof", identity(job)];
  const { data: proof, error } = useQuery<Proof, ApiError>({
    queryKey,
    queryFn: async ({ signal }) =>
      (await unwrap(api.POST("/api/proof", { body: job, signal }))).proof,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  if (error)
    return (
      <p role="alert" className="card p-4">
        {error.problem.detail}
      </p>
    );
  if (!proof)
    return <Working key={identity(job)} what="Solving every combination" queryKey={queryKey} />;
  return (
    <>
      <section aria-label="Proof" className="card space-y-3 p-4" data-passes={proof.passes}>
        <h2 className="flex items-center gap-2 text-base">
          <Mark shape={proof.passes ? "done" : "stop"} />
          {proof.passes ? "Proven" : "Not proven"}
          <span className="text-sm font-normal text-soft">{proof.states_text}</span>
        </h2>
        <ul className="space-y-2">
          {proof.wishes.map((w) => (
            <li key={w.circuit} className="flex gap-2">
              <Mark shape={w.missed === 0 ? "done" : "fix"} />
              <div>
                <p>
                  <strong>{w.name}.</strong> {w.sentence}{" "}
                  {w.missed > 0 && `Missed in ${w.missed} combinations.`}
                  {w.is_blinking && " It flashes with the indicators."}
                  {w.is_dim && " It glows dimly."}
                </p>
                {w.counters.map((c) => (
                  <CounterLine key={c.words + c.says} counter={c} />
                ))}
              </div>
            </li>
          ))}
        </ul>
        {proof.backfeeds.map((b) => (
          <div key={b.wire} className="rounded border-2 border-rust p-3">
            <p className="flex items-center gap-2 font-semibold">
              <Mark shape="stop" /> Fed backwards in {b.states} combinations: {b.wire}
            </p>
            <CounterLine counter={b.counter} />
            <p className="font-reading text-sm">{b.path_text}</p>
            <p>{b.remedy}</p>
          </div>
        ))}
        {[...proof.buzzers, ...proof.unsolved].map((c) => (
          <CounterLine key={c.words + c.says} counter={c} />
        ))}
        {proof.backfeeds.length === 0 && <p>No factory wire is fed backwards.</p>}
      </section>
      <KeyOut proof={proof} />
      <Saved proof={proof} />
      <Failures proof={proof} />
    </>
  );
}

/** A combination in words, and a press that shows it in Try. */
function CounterLine({ counter }: { counter: Counter }) {
  const { setTried } = useDesk();
  const navigate = useNavigate();
  const show = () => {
    setTried(() => ({ on: counter.on, supply: "engine_off" }));
    navigate({
      to: "/jobs/$id/$stage",
      params: (old: { id?: string }) => ({ id: old.id ?? "", stage: "try" }),
    });
  };
  return (
    <p className="flex flex-wrap items-center gap-2">
      With {counter.words}: {counter.says}
      <Button kind="quiet" onClick={show}>
        Show in Try
      </Button>
    </p>
  );
}

function KeyOut({ proof }: { proof: Proof }) {
  return (
    <section aria-label="Key out" className="card space-y-1 p-4">
      <h2 className="text-base">Key out</h2>
      <p>{proof.drains?.text}</p>
      {proof.drains?.left_on.map((l) => (
        <p key={l.circuit} className="flex items-center gap-2">
          <Mark shape="mind" /> Left on: {l.text}
        </p>
      ))}
      {proof.watched.map((w) => (
        <p key={w.wire} className="flex items-center gap-2">
          <Mark shape={w.is_noticed ? "fix" : "done"} /> {w.wire}: {w.says}
        </p>
      ))}
    </section>
  );
}

function Saved({ proof }: { proof: Proof }) {
  if (proof.saved.length === 0) return null;
  return (
    <section aria-label="Kept states" className="card space-y-1 p-4">
      <h2 className="text-base">Kept states</h2>
      {proof.saved.map((s) => (
        <p key={s.id} className="flex items-center gap-2">
          <Mark shape={s.is_right ? "done" : "fix"} />
          <span>
            <strong>{s.name}.</strong> {s.says}
          </span>
        </p>
      ))}
    </section>
  );
}

const GRADE = { stop: "Stop", fix: "Fix", mind: "Note" } as const;

function Failures({ proof }: { proof: Proof }) {
  const { setTried } = useDesk();
  const navigate = useNavigate();
  const grave = proof.failures.filter((f) => f.grade);
  const others = proof.failures.filter((f) => !f.grade);
  const show = (part: string, kind: Schemas["FaultKind"]) => {
    setTried((s) => ({ ...s, faults: [{ part, kind }] }));
    navigate({
      to: "/jobs/$id/$stage",
      params: (old: { id?: string }) => ({ id: old.id ?? "", stage: "try" }),
    });
  };
  const row = (f: Schemas["Failure"]) => (
    <tr key={f.part + f.kind} className="border-t border-line align-top">
      <td className="py-1 pr-3">
        {f.grade && (
          <span className="flex items-center gap-1 font-semibold">
            <Mark shape={f.grade} size={12} /> {GRADE[f.grade]}
          </span>
        )}
      </td>
      <td className="py-1 pr-3">
        <button
          type="button"
          className="min-h-9 text-left underline underline-offset-2"
          onClick={() => show(f.part, f.kind)}
        >
          {f.name}
        </button>
      </td>
      <td className="py-1 pr-3">{f.kind_text}</td>
      <td className="py-1">
        {f.effects.join(" ")} {f.remedy && <strong>{f.remedy}</strong>}
      </td>
    </tr>
  );
  const table = (list: Schemas["Failure"][]) => (
    <table className="w-full text-sm">
      <thead className="text-left text-soft">
        <tr>
          <th className="font-normal">Grade</th>
          <th className="font-normal">Part</th>
          <th className="font-normal">Fails</th>
          <th className="font-normal">What happens</th>
        </tr>
      </thead>
      <tbody>{list.map(row)}</tbody>
    </table>
  );
  return (
    <section aria-label="Single failures" className="card relative space-y-2 overflow-x-auto p-4">
      <h2 className="text-base">Single failures</h2>
      <p>
        {proof.failures_tried} tried.{" "}
        {grave.length === 0
          ? "None puts out both headlamps, both tail lamps or all brake lamps."
          : "These put out lamps that must not all go out:"}
      </p>
      {grave.length > 0 && table(grave)}
      <details>
        <summary className="min-h-9 cursor-pointer">
          {others.length} that put out or light an added lamp
        </summary>
        {table(others)}
      </details>
    </section>
  );
}
