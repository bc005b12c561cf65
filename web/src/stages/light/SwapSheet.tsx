import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type ApiError, api, type Schemas, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { ChoiceField, NumberField, TextField } from "../../ui/fields";
import { Mark } from "../../ui/Mark";

type Answer = Schemas["SwapAnswer"];
type Swap = Schemas["SwapFunction"];

const SHAPES = {
  fine: "done",
  ghost_glow: "mind",
  flickers: "fix",
  double_rate: "fix",
  no_flash: "fix",
  fault_message: "fix",
} as const;
const WORDS: Record<Answer["result"], string> = {
  fine: "Fine",
  ghost_glow: "Ghost glow",
  flickers: "Flickers or dims",
  double_rate: "Flashes twice as fast",
  no_flash: "Does not flash",
  fault_message: "Fault message",
};
/** Bulbs that become LED: the whole circuit is judged. */
export function SwapSheet() {
  const { job, edit, catalog } = useDesk();
  const swaps = job.swaps ?? [];
  const { data, error } = useQuery<Schemas["Swapped"], ApiError>({
    queryKey: ["swap", identity(job)],
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () => unwrap(api.POST("/api/swap", { body: { job } })),
  });
  const add = () =>
    edit((j) =>
      setAt(j, `swaps[${swaps.length}]`, {
        ...catalog.fresh.swap,
        name: `Function ${swaps.length + 1}`,
      }),
    );
  return (
    <div className="space-y-3">
      {error && <p role="alert">{error.problem.detail}</p>}
      {data && swaps.length > 0 && (
        <p className="card border-2 !border-ochre p-3" role="note">
          {data.report.says}
        </p>
      )}
      {swaps.length === 0 && (
        <p className="card p-4">
          Bulbs that become LED in an existing fitting: say function by function what is in the
          circuit and what watches it.
        </p>
      )}
      {swaps.map((s, k) => (
        <article key={k} aria-label={s.name} className="card space-y-3 p-3">
          {data?.report.functions[k] && <Judged answer={data.report.functions[k]} />}
          <details>
            <summary className="min-h-11 cursor-pointer content-center text-soft">
              What is in the circuit
            </summary>
            <SwapForm path={`swaps[${k}]`} swap={s} bulbs={data?.bulbs ?? []} />
          </details>
        </article>
      ))}
      <Button onClick={add}>Add a function</Button>
    </div>
  );
}

function Judged({ answer }: { answer: Answer }) {
  return (
    <div className="space-y-2">
      <h2 className="flex flex-wrap items-center gap-2 text-base">
        <Mark shape={SHAPES[answer.result]} /> {answer.name}: {WORDS[answer.result]}
        {answer.per_minute != null && (
          <span className="font-reading text-sm text-soft">
            {answer.per_minute.toFixed(0)} a minute
          </span>
        )}
      </h2>
      <p>{answer.says}</p>
      {answer.light_text && <p className="font-reading text-sm">{answer.light_text}</p>}
      {answer.remedies.length > 0 && (
        <ol className="list-decimal space-y-1 pl-5" aria-label="Remedies">
          {answer.remedies.map((r) => (
            <li key={r.title}>
              <strong>{r.title}</strong>
              <span className="block text-sm">{r.text}</span>
              {r.mind.map((m) => (
                <span key={m} className="flex gap-2 text-sm text-ochre">
                  <Mark shape="mind" size={14} /> {m}
                </span>
              ))}
            </li>
          ))}
        </ol>
      )}
      {answer.notes.length > 0 && (
        <ul className="list-disc pl-5 text-sm">
          {answer.notes.map((n) => (
            <li key={n}>{n}</li>
          ))}
        </ul>
      )}
    </div>
  );
}

function SwapForm({ path, swap, bulbs }: { path: string; swap: Swap; bulbs: string[] }) {
  const { edit, catalog } = useDesk();
  const codes = bulbs.map((value) => ({ value, label: value }));
  const watched = swap.watched?.by ?? "nothing";
  return (
    <div className="space-y-2">
      <div className="grid gap-2 sm:grid-cols-3">
        <TextField path={`${path}.name`} label="Name" />
        <ChoiceField
          path={`${path}.signal`}
          label="Function"
          options={catalog.swap_signals.map((s) => ({ value: s.signal, label: s.label }))}
        />
        <ChoiceField
          path={`${path}.watched`}
          label="Watched by"
          options={catalog.watchers.map((w) => ({ value: w.start.by, label: w.label }))}
          read={() => watched}
          write={(v) => catalog.watchers.find((w) => w.start.by === v)?.start}
        />
      </div>
      {(watched === "electronic_flasher" || watched === "module") && (
        <NumberField path={`${path}.watched.least_a`} label="Lost bulb below" unit="A" />
      )}
      {swap.bulbs.map((b, k) => (
        <fieldset key={k} className="grid items-end gap-2 border-t border-line pt-2 sm:grid-cols-5">
          <legend className="sr-only">{b.place}</legend>
          <TextField path={`${path}.bulbs[${k}].place`} label="Place" />
          <ChoiceField path={`${path}.bulbs[${k}].bulb`} label="Bulb" options={codes} />
          <NumberField path={`${path}.bulbs[${k}].count`} label="Count" unit="" whole required />
          {b.led ? (
            <NumberField path={`${path}.bulbs[${k}].led.watt`} label="LED" unit="W" required />
          ) : (
            <span className="pb-2 text-sm text-soft">stays a bulb</span>
          )}
          <Button
            onClick={() =>
              edit((j) =>
                setAt(j, `${path}.bulbs[${k}].led`, b.led ? undefined : catalog.fresh.led),
              )
            }
          >
            {b.led ? "Leave the bulb" : "Make it LED"}
          </Button>
        </fieldset>
      ))}
      <div className="flex gap-2">
        <Button
          onClick={() =>
            edit((j) => setAt(j, `${path}.bulbs[${swap.bulbs.length}]`, catalog.fresh.bulbs))
          }
        >
          Add a place
        </Button>
        <Button kind="quiet" onClick={() => edit((j) => setAt(j, path, undefined))}>
          Take this function out
        </Button>
      </div>
    </div>
  );
}
