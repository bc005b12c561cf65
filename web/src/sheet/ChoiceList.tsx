import { useState } from "react";
import type { Schemas } from "../api/client";
import { Button } from "../ui/Button";
import { useDesk } from "./desk";
import { OverrideForm } from "./OverrideForm";
import { TradeOff } from "./TradeOff";

type Circuit = Schemas["CircuitAnswer"];
type Choice = Schemas["Choice"];
type ElementKind = Schemas["VoltElement"]["kind"];

const NAMES: Record<Choice["part"], string> = {
  wire: "Wire",
  insulation: "Insulation",
  fuse: "Fuse",
  control: "Control",
  switch: "Switch",
  ground: "Ground",
};

/** Which choice stands behind an element of the volt line. */
export const BEHIND: Partial<Record<ElementKind, Choice["part"]>> = {
  wire: "wire",
  unfused: "wire",
  return: "wire",
  fuse: "fuse",
  relay: "control",
  diode: "control",
  module: "control",
  switch: "switch",
  joint: "ground",
  chassis: "ground",
};

/** What was chosen, each with its reason, margin and the next best. */
export function ChoiceList({
  circuit,
  part,
  setPart,
}: {
  circuit: Circuit;
  part: Choice["part"];
  setPart: (part: Choice["part"]) => void;
}) {
  const { job } = useDesk();
  const isBoxed = job.circuits?.some((c) => c.id === circuit.id && c.kit);
  const choice = circuit.choices.find((c) => c.part === part) ?? circuit.choices[0];
  return (
    <div>
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-3 2xl:grid-cols-6">
        {circuit.choices.map((c) => (
          <button
            key={c.part}
            type="button"
            aria-pressed={c.part === choice?.part}
            onClick={() => setPart(c.part)}
            className={`rounded border p-2 text-left ${c.part === choice?.part ? "border-spruce ring-1 ring-spruce" : "border-line"}`}
          >
            <span className="block text-xs text-soft">
              {NAMES[c.part]}
              {c.overruled && (
                <strong className="text-ochre"> {isBoxed ? "of the box" : "yours"}</strong>
              )}
            </span>
            <span className="block font-reading font-bold" data-part={c.part}>
              {c.label}
            </span>
            <span className="block text-xs text-soft">{c.detail}</span>
          </button>
        ))}
      </div>
      {choice && <Why choice={choice} circuit={circuit} />}
    </div>
  );
}

function Why({ choice, circuit }: { choice: Choice; circuit: Circuit }) {
  const [full, setFull] = useState(false);
  const { job } = useDesk();
  const at = job.circuits?.findIndex((c) => c.id === circuit.id) ?? -1;
  return (
    <div className="mt-3 text-sm">
      <p data-testid="why">{choice.says}</p>
      {choice.would_change && <p className="text-soft">{choice.would_change}</p>}
      <p className="text-soft">
        {choice.margin && (
          <>
            Margin, {choice.margin.name}: {choice.margin.text}.{" "}
          </>
        )}
        {choice.next_best && (
          <>
            Next best: {choice.next_best.label}, {choice.next_best.effect}.
          </>
        )}
      </p>
      {choice.part === "wire" && <TradeOff circuit={circuit.id} points={circuit.trade_off} />}
      <div className="no-print flex flex-wrap items-center gap-2">
        <Button kind="quiet" className="!px-0" aria-expanded={full} onClick={() => setFull(!full)}>
          {full ? "Less" : "Why, with figures"}
        </Button>
        {at >= 0 && (choice.part === "wire" || choice.part === "fuse") && (
          <OverrideForm circuit={circuit} index={at} part={choice.part} />
        )}
      </div>
      {full && (
        <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 rounded border border-line p-3">
          <dt className="text-soft">Rule</dt>
          <dd>{choice.rule}</dd>
          {choice.formula && (
            <>
              <dt className="text-soft">Formula</dt>
              <dd className="[font-variant-ligatures:none]">{choice.formula}</dd>
            </>
          )}
          {choice.inputs.map((i) => (
            <div key={i.name} className="contents">
              <dt className="text-soft">{i.name}</dt>
              <dd className="font-reading">{i.text}</dd>
            </div>
          ))}
          <dt className="text-soft">Source</dt>
          <dd>
            {choice.source.name}
            {choice.source.basis === "common_practice" && " (common practice, no source)"}
          </dd>
        </dl>
      )}
    </div>
  );
}
