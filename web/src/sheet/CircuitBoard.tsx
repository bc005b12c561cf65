import { ToggleGroup } from "radix-ui";
import { memo, useState } from "react";
import type { Answers, Schemas } from "../api/client";
import { MiniLine } from "../voltline/MiniLine";
import { VoltLine } from "../voltline/VoltLine";
import { BEHIND, ChoiceList } from "./ChoiceList";
import { useDesk } from "./desk";
import { TouchedFacts } from "./TouchedFacts";

type Circuit = Schemas["CircuitAnswer"];

/** All circuits: the one looked at with its volt line and choices, the others in short. */
export function CircuitBoard({ answers }: { answers: Answers }) {
  const { job, circuit, selectCircuit } = useDesk();
  const [state, setState] = useState<string>("engine_off");
  const open = job.circuits?.[circuit]?.id;
  if (answers.circuits.length === 0)
    return <p className="card p-4">No circuit with lights yet. Add a light under Light.</p>;
  return (
    <>
      {answers.circuits.map((c) =>
        c.id === open ? (
          <OpenCircuit key={c.id} circuit={c} state={state} setState={setState} />
        ) : (
          <ClosedCircuit
            key={c.id}
            circuit={c}
            state={state}
            at={job.circuits?.findIndex((j) => j.id === c.id) ?? 0}
            select={selectCircuit}
          />
        ),
      )}
    </>
  );
}

function lineIn(circuit: Circuit, state: string) {
  return circuit.volt_lines.find((l) => l.state === state) ?? circuit.volt_lines[0];
}

/** Drawn anew only when its own answer changed. */
const ClosedCircuit = memo(function ClosedCircuit({
  circuit,
  state,
  at,
  select,
}: {
  circuit: Circuit;
  state: string;
  /** Its place in the job. */
  at: number;
  select: (at: number) => void;
}) {
  const line = lineIn(circuit, state);
  return (
    <button
      type="button"
      onClick={() => select(at)}
      className="card flex w-full flex-wrap items-center gap-x-4 gap-y-1 px-4 py-2 text-left"
    >
      <span className="font-semibold">{circuit.name}</span>
      <span className="font-reading text-copper">{circuit.headline}</span>
      {line && (
        <>
          <span className="text-soft">
            {[line.lamp_text, line.floor_text].filter(Boolean).join(", ")}
          </span>
          <span className="ml-auto">
            <MiniLine line={line} />
          </span>
        </>
      )}
    </button>
  );
});

/** Drawn anew only when its own answer changed: not at each key. */
const OpenCircuit = memo(function OpenCircuit({
  circuit,
  state,
  setState,
}: {
  circuit: Circuit;
  state: string;
  setState: (state: string) => void;
}) {
  const [chosen, setChosen] = useState<number>();
  const [part, setPart] = useState<Schemas["Choice"]["part"]>("wire");
  const line = lineIn(circuit, state);
  const element = line && chosen !== undefined ? line.elements[chosen] : undefined;
  const touch = (index: number) => {
    setChosen(index);
    const kind = line?.elements[index]?.kind;
    const behind = kind && BEHIND[kind];
    if (behind) setPart(behind);
  };
  return (
    <section aria-label={circuit.name} className="card p-4" data-circuit={circuit.id}>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h2 className="text-base">{circuit.name}</h2>
        <span className="font-reading text-copper" data-testid="headline">
          {circuit.headline}
        </span>
        <ToggleGroup.Root
          type="single"
          value={line?.state ?? ""}
          onValueChange={(v) => v && setState(v)}
          aria-label="State of the supply"
          className="no-print ml-auto flex overflow-hidden rounded border border-line"
        >
          {circuit.volt_lines.map((l) => (
            <ToggleGroup.Item
              key={l.state}
              value={l.state}
              className="min-h-9 px-3 text-sm data-[state=on]:bg-head data-[state=on]:text-on-head"
            >
              {l.state_label}
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
      </div>
      {line ? (
        <VoltLine line={line} name={circuit.name} chosen={chosen} onChoose={touch} />
      ) : (
        <p className="py-4">No steady state: see the findings below.</p>
      )}
      {element && line && (
        <p className="mb-3 rounded border border-line p-2 text-sm" role="status">
          <strong>
            {element.name} {element.size}
          </strong>
          : {element.reading}. {element.working_text && `${element.working_text}. `}
          {element.kind === "relay" && line.coil?.text}
        </p>
      )}
      {element && element.facts.length > 0 && <TouchedFacts key={chosen} facts={element.facts} />}
      <ChoiceList circuit={circuit} part={part} setPart={setPart} />
    </section>
  );
});
