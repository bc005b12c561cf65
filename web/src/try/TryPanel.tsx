import { useQueryClient } from "@tanstack/react-query";
import { Slider, ToggleGroup } from "radix-ui";
import { useCallback, useEffect, useState } from "react";
import type { Schemas } from "../api/client";
import { useDesk } from "../sheet/desk";
import { setAt } from "../sheet/path";
import { Button } from "../ui/Button";
import { nextId } from "../ui/newParts";
import { Group, Panel } from "../ui/Panel";
import { AT_REST, momentQuery, useMoment } from "./useMoment";

type Input = Schemas["InputNow"];

const GROUPS: { kinds: Input["kind"][]; title: string }[] = [
  { kinds: ["signal"], title: "Keys, levers and pedals" },
  { kinds: ["towing"], title: "The towing vehicle" },
  { kinds: ["switch", "momentary"], title: "Switches" },
  { kinds: ["memory"], title: "From before" },
];

/** Keys and levers of the vehicle, the battery, and the states that were kept. */
export function TryPanel() {
  const { job, tried, setTried, catalog } = useDesk();
  const { data: moment } = useMoment(job, tried);
  const volts = moment?.open_circuit_v ?? 12.4;
  const scale = job.vehicle?.system === "24V" ? 2 : 1;
  return (
    <Panel title="Try" says="Turn a key and see what lights. Nothing here changes the job.">
      {GROUPS.map((g) => {
        const list = moment?.inputs.filter((i) => g.kinds.includes(i.kind)) ?? [];
        return (
          list.length > 0 && (
            <Group key={g.title} title={g.title}>
              <div className="grid grid-cols-2 gap-2">
                {list.map((i) => (
                  <div key={i.key} className="grid gap-1">
                    <Key input={i} />
                    {i.dimmed_percent != null && <DimmerKnob input={i} />}
                  </div>
                ))}
              </div>
            </Group>
          )
        );
      })}
      <Group title="Supply">
        <ToggleGroup.Root
          type="single"
          value={tried.supply ?? "engine_off"}
          aria-label="State of the supply"
          className="grid grid-cols-2 overflow-hidden rounded border border-line"
          onValueChange={(supply) => {
            const found = catalog.supplies.find((s) => s.supply === supply);
            if (found) setTried(({ battery_v: _, ...rest }) => ({ ...rest, supply: found.supply }));
          }}
        >
          {catalog.supplies.map((s) => (
            <ToggleGroup.Item
              key={s.supply}
              value={s.supply}
              className="min-h-9 px-2 text-sm data-[state=on]:bg-head data-[state=on]:text-on-head"
            >
              {s.label}
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
        <div className="text-sm text-soft">
          Battery at rest <span className="font-reading text-ink">{volts.toFixed(2)} V</span>
        </div>
        <SlideRule
          label="Battery voltage at rest"
          range={[9 * scale, 13.2 * scale, 0.05 * scale]}
          value={volts}
          onChange={(v) => setTried((s) => ({ ...s, battery_v: v }))}
        />
      </Group>
      <SavedStates />
    </Panel>
  );
}

/** A figure that is slid: least, most and step. */
function SlideRule({
  label,
  range: [min, max, step],
  value,
  onChange,
}: {
  label: string;
  range: [number, number, number];
  value: number;
  onChange: (value: number) => void;
}) {
  return (
    <Slider.Root
      min={min}
      max={max}
      step={step}
      value={[value]}
      onValueChange={([v]) => v !== undefined && onChange(v)}
      className="relative flex h-6 touch-none items-center"
    >
      <Slider.Track className="relative h-1.5 grow rounded bg-line">
        <Slider.Range className="absolute h-full rounded bg-spruce" />
      </Slider.Track>
      <Slider.Thumb
        aria-label={label}
        className="block size-5 rounded-full border-2 border-spruce bg-panel"
      />
    </Slider.Root>
  );
}

/** The knob of a dimmer: how much of the time it conducts. */
function DimmerKnob({ input }: { input: Input }) {
  const { setTried } = useDesk();
  const id = input.key;
  const turn = (percent: number) =>
    setTried((s) => ({
      ...s,
      dimmed: [
        ...(s.dimmed ?? []).filter((d) => d.switch !== id),
        ...(percent < 100 ? [{ switch: id, percent }] : []),
      ],
    }));
  const percent = input.dimmed_percent ?? 100;
  return (
    <div className="grid grid-cols-[1fr_auto] items-center gap-2 px-2 text-sm">
      <SlideRule
        label={`Dimmer of ${input.label}`}
        range={[5, 100, 5]}
        value={percent}
        onChange={turn}
      />
      <span className="font-reading">{percent} %</span>
    </div>
  );
}

/** A key, lever or switch. A push button is on only while it is held. */
function Key({ input }: { input: Input }) {
  const { job, tried, setTried } = useDesk();
  const queries = useQueryClient();
  const [near, setNear] = useState(false);
  // What the key does is asked for before it is pressed, as soon as a finger or pointer is on it; at the
  // latest when it is pressed, before anything is drawn.
  const ask = useCallback(() => {
    queries.prefetchQuery(momentQuery(job, { ...tried, on: input.turned }, tried));
  }, [queries, job, tried, input.turned]);
  useEffect(() => {
    if (near) ask();
  }, [near, ask]);
  const turn = () => {
    ask();
    setTried((s) => ({ ...s, on: input.turned }));
  };
  const push = input.kind === "momentary";
  const letGo = () => push && input.is_on && turn();
  return (
    <button
      type="button"
      role="switch"
      aria-checked={input.is_on}
      data-input={input.key}
      onFocus={() => setNear(true)}
      onBlur={() => setNear(false)}
      onPointerEnter={() => setNear(true)}
      onClick={() => !push && turn()}
      onPointerDown={() => (push ? turn() : ask())}
      onPointerUp={letGo}
      onPointerLeave={() => {
        setNear(false);
        letGo();
      }}
      onKeyDown={(e) => {
        if (push && !e.repeat && (e.key === " " || e.key === "Enter") && !input.is_on) turn();
      }}
      onKeyUp={letGo}
      className={`flex min-h-11 items-center gap-2 rounded border px-3 py-1 text-left text-sm ${
        input.is_on ? "border-spruce bg-spruce text-on-spruce" : "border-line bg-panel"
      }`}
    >
      <span
        aria-hidden="true"
        className={`size-3 shrink-0 rounded-full border ${input.is_on ? "border-on-spruce bg-on-spruce" : "border-soft"}`}
      />
      {input.label}
    </button>
  );
}

/** States with a name: they are kept with the job and shown again under Prove. */
function SavedStates() {
  const { job, tried, setTried, edit } = useDesk();
  const [name, setName] = useState("");
  const states = job.states ?? [];
  const keep = () => {
    if (!name.trim()) return;
    const id = nextId(
      states.map((s) => s.id),
      "st",
    );
    edit((j) =>
      setAt({ ...j, states }, `states[${states.length}]`, { id, name: name.trim(), state: tried }),
    );
    setName("");
  };
  return (
    <Group title="Kept states">
      {states.map((s, i) => (
        <div key={s.id} className="flex items-center gap-2">
          <Button className="flex-1 text-left" onClick={() => setTried(() => s.state)}>
            {s.name}
          </Button>
          <Button
            kind="quiet"
            aria-label={`Forget ${s.name}`}
            onClick={() => edit((j) => setAt(j, `states[${i}]`, undefined))}
          >
            ×
          </Button>
        </div>
      ))}
      <form
        className="flex items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          keep();
        }}
      >
        <label className="min-w-0 flex-1 text-sm text-soft">
          Keep this state as
          <input
            className="field text-ink"
            value={name}
            maxLength={80}
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        <Button type="submit">Keep</Button>
      </form>
      <Button kind="quiet" className="!px-0" onClick={() => setTried(() => AT_REST)}>
        Everything off, everything mended
      </Button>
    </Group>
  );
}
